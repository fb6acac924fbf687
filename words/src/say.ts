import type { SaidPlan, SaidSchools } from '@hushto/contract';
import type { Brief, Plan, SchoolRow } from '@hushto/core';
import { againstWords } from './against.ts';
import { cameraLines } from './camera.ts';
import { SCHOOL_WORDS } from './choices.ts';
import { rungWords } from './ladder.ts';
import { liftOrIsoWords } from './liftOrIso.ts';
import { reasonWords } from './reasons.ts';
import { remedyWords } from './remedies.ts';
import { shortfallWords } from './shortfalls.ts';
import { takeLabel, takeWords } from './takes.ts';

/** A plan with its sentences beside its facts, for programs that show it. */
export const saidPlan = (brief: Brief, plan: Plan): SaidPlan => ({
  ...plan,
  ladder: plan.ladder.map((rung) => ({ ...rung, say: rungWords(brief, rung) })),
  takes: plan.takes.map((take) => ({ ...take, label: takeLabel(brief, take), say: takeWords(brief, take) })),
  camera: { ...plan.camera, say: cameraLines(brief, plan.camera) },
  reasons: plan.reasons.map((reason) => ({ ...reason, say: reasonWords(brief, reason) })),
  remedies: plan.remedies.map((remedy) => ({ ...remedy, say: remedyWords(brief, remedy) })),
  anyway: plan.anyway.map((shortfall) => ({ ...shortfall, say: shortfallWords(shortfall) })),
  against: plan.against && { ...plan.against, say: againstWords(plan.against) },
  liftOrIso: { ...plan.liftOrIso, say: liftOrIsoWords(plan.liftOrIso) },
});

/** What every school would choose, with its name and when people prefer it. */
export const saidSchools = (rows: readonly SchoolRow[]): SaidSchools =>
  rows.map((row) => ({ ...row, ...SCHOOL_WORDS[row.school] }));
