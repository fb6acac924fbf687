/** What server and page agree on: schemas, the error catalogue, the starter shelf and situations. */
export * from './brief.ts';
export * from './briefFile.ts';
export * from './errors.ts';
export * from './focus.ts';
export * from './jsonFile.ts';
export * from './kitFile.ts';
export * from './hands.ts';
export * from './kinds.ts';
export * from './kitTests.ts';
export * from './learning.ts';
export * from './log.ts';
export * from './place.ts';
export * from './plan.ts';
export * from './runSheet.ts';
export * from './starterShelf.ts';
export * from './stored.ts';
