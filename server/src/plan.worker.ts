import { compareSchools, planBrief, plannedTakes, type Brief } from '@hushto/core';
import { saidPlan, saidSchools } from '@hushto/words';

/** One plan, away from the thread that answers. */
export const plan = (brief: Brief) => saidPlan(brief, planBrief(brief));

/** What frames of a brief are matched with. */
export const takes = (brief: Brief) => plannedTakes(brief);

export const schools = (brief: Brief) => saidSchools(compareSchools(brief));
