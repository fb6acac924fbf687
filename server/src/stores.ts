import { KIND_NAMES, type KindName } from '@hushto/contract';
import { Documents } from './documents.ts';

/** A store for each kind of document. */
export type Stores = { [Name in KindName]: Documents<Name> };

export const storesWith = (now: () => Date): Stores =>
  Object.fromEntries(KIND_NAMES.map((name) => [name, new Documents(name, now)])) as unknown as Stores;
