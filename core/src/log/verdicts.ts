/**
 * What a photographer says of a frame afterwards: a keeper, or the one thing it is lost to. `hands`: the whole frame is smeared one way;
 * `subject`: what moves is smeared; `focus`: something else is sharp, or nothing; `grain`; `other`: the moment, the framing.
 */
export const VERDICTS = ['keeper', 'hands', 'subject', 'focus', 'grain', 'other'] as const;
export type Verdict = (typeof VERDICTS)[number];
