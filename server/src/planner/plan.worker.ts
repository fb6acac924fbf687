import { compareSchools, planBrief, type Brief } from '@hushto/core';

/** One plan, away from the thread that answers. */
export const plan = (brief: Brief) => planBrief(brief);

export const schools = (brief: Brief) => compareSchools(brief);
