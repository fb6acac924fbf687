import { compareSchools, planBrief, type Brief } from '@hushto/core';
import { saidPlan, saidSchools } from '@hushto/words';

/** One plan, away from the thread that answers. */
export const plan = (brief: Brief) => saidPlan(brief, planBrief(brief));

export const schools = (brief: Brief) => saidSchools(compareSchools(brief));
