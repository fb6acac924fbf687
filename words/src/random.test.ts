import { planWithoutLadder, rungFor, type Brief } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief } from '../../core/test/briefs.ts';
import { cameraLines } from './camera.ts';
import { cautionWords } from './caution.ts';
import { againstWords } from './against.ts';
import { rungWords } from './ladder.ts';
import { liftOrIsoWords } from './liftOrIso.ts';
import { reasonWords } from './reasons.ts';
import { remedyWords } from './remedies.ts';
import { shortfallWords } from './shortfalls.ts';

/** What no sentence may ever say, and why. */
const NEVER: readonly [pattern: RegExp, why: string][] = [
  [/undefined|null|NaN|Infinity|\[object/, 'something that is no word'],
  [/[−-]0(?:\.0+)?(?![\d./])/, 'minus nought'],
  [/(?<![\d.])0\.00(?!\d)/, 'a figure without its digits'],
  [/\b(\d[\d.\u202f]*)(?:\u00a0\S+)? to \1(?![\d.\u202f/])/, 'a range with equal ends'],
  [/(\d[\d.]*\u00a0m), (?:far|a little) short of the \1/, 'a length short of itself'],
  [/\b(\p{L}+)\s+\1\b/iu, 'a doubled word'],
  [/\s[.,;:]|[.,;:]{2}|\u0020{2}/, 'a stray mark or space'],
  [/\b1\u00a0stops\b|\b(?:[2-9]|1[⅓⅔])\S*\u00a0stop\b/, 'a number that its noun contradicts'],
  [/\b1 (?:frames|cards|batteries|bands|choices|looks)\b/, 'one of many'],
];

/** What is wrong with a sentence, or null. */
function faultOf(sentence: string): string | null {
  if (!/^(?:f\/)?[\p{Lu}\d“⅓⅔][^]*[.?]$/u.test(sentence)) return 'no whole sentence';
  return NEVER.find(([pattern]) => pattern.test(sentence))?.[1] ?? null;
}

/** Every sentence of a brief's plan, and of its ladder's rung in another light, each with what it is. */
function sentencesOf(brief: Brief, ev100: number): [what: string, sentence: string][] {
  const plan = planWithoutLadder(brief, 0);
  const rung = rungFor(brief, ev100);
  return [
    ...plan.reasons.map((reason): [string, string] => [`reason ${reason.code}`, reasonWords(brief, reason)]),
    ...plan.remedies.map((remedy): [string, string] => [`remedy ${remedy.code}`, remedyWords(brief, remedy)]),
    [`rung ${rung.change.code}`, rungWords(brief, rung)],
    ...plan.anyway.map((shortfall): [string, string] => [`anyway ${shortfall.gate}`, shortfallWords(shortfall)]),
    ...(plan.against ? [['against', againstWords(plan.against)] as [string, string]] : []),
    ['lift or ISO', liftOrIsoWords(plan.liftOrIso)],
    ...Object.entries(cameraLines(brief, plan.camera)).map(([term, line]): [string, string] => [`camera ${term}`, `${line}.`]),
    ['caution', cautionWords(brief) ?? 'None.'],
  ];
}

const stops = fc.constantFrom(0, 0.4, 1, 2, 3.3);

/** A brief of any aim, school and pins, with tested hands, taste and ceiling at times. */
const anything: fc.Arbitrary<Brief> = fc
  .record({
    brief: anyBrief,
    aim: fc.constantFrom('freeze' as const, 'trace' as const, 'streak' as const, 'pan' as const),
    school: fc.constantFrom('hush' as const, 'moment' as const, 'clean' as const, 'depth' as const),
    shutter: fc.constantFrom('mechanical' as const, 'firstCurtain' as const, 'electronic' as const),
    own: fc.option(fc.integer({ min: 1, max: 30 })),
    label: fc.constantFrom(undefined, 'A porter with a handcart', 'LED wall', 'the last runner', 'Ivo'),
    place: fc.constantFrom('open' as const, 'pit' as const, 'water' as const),
    follow: fc.boolean(),
    logged: fc.constantFrom('nothing' as const, 'speed' as const, 'light' as const, 'both' as const),
    backgroundStops: fc.constantFrom(0, 0, -4, 3, 4.5, 6),
    shadowStops: fc.constantFrom(undefined, undefined, -1 / 3, -3),
    colour: fc.constantFrom('neutral' as const, 'saturated' as const),
    swing: fc.option(fc.record({ downStops: stops, upStops: stops, periodS: fc.constantFrom(0.5, 3, 20) }), { freq: 2 }),
  })
  .map(({ brief, aim, school, shutter, own, label, place, follow, logged, backgroundStops, shadowStops, colour, swing }) => {
    const from = own === null ? undefined : { seriesId: 'a', count: own, day: own % 2 ? '2027-03-03' : null };
    const frames = { seriesId: 'log', count: own ?? 40, day: '2027-01-12' };
    const pans = aim === 'pan' && brief.subject.speedMps * Math.sin((brief.subject.directionDeg * Math.PI) / 180) < 0.01;
    return {
      ...brief,
      place,
      light: {
        ...brief.light,
        ...((logged === 'light' || logged === 'both') && { ev100From: { ...frames, ev100: brief.light.ev100 } }),
        background: { tone: 0.18, stops: backgroundStops },
        shadowStops,
        colour,
        swing: swing ?? undefined,
      },
      subject: {
        ...brief.subject,
        label,
        ...((logged === 'speed' || logged === 'both') && { speedFrom: { by: 'log' as const, errorShare: 0.2, frames } }),
      },
      hold: { ...brief.hold, follow },
      picture: {
        ...brief.picture,
        aim: pans || brief.subject.speedMps === 0 ? 'freeze' : aim,
        school,
        shutter,
        tasteFrom: from,
        isoCeilingFrom: from,
      },
    };
  });

describe('the sentences of any brief', function () {
  this.timeout(120_000);

  it('say nothing that is no word, no number or no English, over two thousand briefs', () => {
    const said = new Set<string>();
    fc.assert(
      fc.property(anything, fc.double({ min: -6, max: 16, noNaN: true }), (brief, ev100) => {
        for (const [what, sentence] of sentencesOf(brief, ev100)) {
          said.add(what);
          const wrong = faultOf(sentence);
          if (wrong) expect.fail(`${what}: ${wrong}: ${sentence}`);
        }
      }),
      { seed: 20261126, numRuns: 2000, endOnFailure: true },
    );
    // The walk is only worth something if it came by most of what can be said.
    expect(said.size).to.be.above(40);
  });

  it('would be caught if one did', () => {
    const bad = ['lower case.', 'No end', 'NaN stops.', 'It is −0 stops.', '0.00 of it.', '2\u00a0m to 2\u00a0m.', 'The the end.', '1\u00a0stops.'];
    for (const sentence of bad) expect(faultOf(sentence), sentence).not.to.equal(null);
    expect(faultOf('From 2\u00a0m to 3\u00a0m it is 1\u00a0stop.')).to.equal(null);
  }); // prettier-ignore

  it('name every figure of the setting as the setting has it', () => {
    fc.assert(
      fc.property(anything, (brief) => {
        const { camera, choice } = planWithoutLadder(brief, 0);
        const { mode, drive } = cameraLines(brief, camera);
        const names = {
          manual: [choice.labels.shutter, choice.labels.aperture],
          manualAutoIso: [choice.labels.shutter, choice.labels.aperture],
          shutterPriority: [choice.labels.shutter],
          aperturePriority: [choice.labels.aperture, choice.labels.shutter],
        };
        for (const name of names[camera.mode]) expect(mode).to.include(name);
        if (choice.burst > 1) expect(drive).to.include(`press for ${choice.burst} frames`);
      }),
      { seed: 3, numRuns: 200 },
    );
  });
});
