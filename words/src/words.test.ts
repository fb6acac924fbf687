import {
  GATE_NAMES,
  type AgainstHush,
  type Badness,
  type Brief,
  type BriefFault,
  type CameraSetting,
  type CheckItem,
  type GateName,
  type IsoResult,
  type LiftVerdict,
  type Reason,
  type Remedy,
  type RungChange,
} from '@hushto/core';
import { expect } from 'chai';
import { briefWith, exampleBrief } from '../../core/test/briefs.ts';
import { againstWords } from './against.ts';
import { briefLine, briefPhrase, keptWords, shownWords } from './brief.ts';
import { cameraLines, modeWords } from './camera.ts';
import { cautionWords } from './caution.ts';
import { checkWords } from './checklist.ts';
import { stanceWords } from './choices.ts';
import { rungWords } from './ladder.ts';
import { liftOrIsoWords } from './liftOrIso.ts';
import { count, groupDigits, isoWords, percent, plainNumber, shareRange, signedStops, stopWords } from './numbers.ts';
import { problemWords } from './problems.ts';
import { provenanceWords } from './provenance.ts';
import { reasonWords } from './reasons.ts';
import { evDigits, remedyWords } from './remedies.ts';
import { shortfallWords } from './shortfalls.ts';
import { isPlural, subjectWords } from './subject.ts';
import { capital, listed, lowerFirst } from './text.ts';
import { transferWords } from './transfer.ts';

/** What is said, with ordinary spaces, so that a reader of this file sees what a reader of the page sees. */
const plain = (sentence: string): string => sentence.replace(/[\u00a0\u202f]/g, ' ');

/** For every code the facts to say and what must come out: a code without a case does not compile. */
type Cases<Fact extends { code: string }> = {
  [Code in Fact['code']]: readonly (readonly [fact: Fact & { code: Code }, sentence: string])[];
};

function says<Fact extends { code: string }>(cases: Cases<Fact>, words: (fact: Fact) => string): void {
  for (const code of Object.keys(cases) as Fact['code'][])
    for (const [fact, sentence] of cases[code]) it(`${code}: ${sentence}`, () => expect(plain(words(fact))).to.equal(sentence));
}

const porter: Brief = {
  ...exampleBrief(),
  subject: { ...exampleBrief().subject, label: 'A porter with a handcart' },
};
const from = { seriesId: 'a', count: 18, day: '2027-03-03' };
const one = { seriesId: 'a', count: 1, day: null };

describe('numbers', () => {
  it('have the digits a photographer would say, and no minus nought', () => {
    expect([0.12, 2.6, 14.2, 640, 0.04, 0.004, 0, -0.0001, -1.2].map(plainNumber)).to.deep.equal([
      '0.1', '2.6', '14', '640', '0.04', '0', '0', '0', '−1.2',
    ]); // prettier-ignore
    expect([0, -0.04, -0.06, 12.34].map(evDigits)).to.deep.equal(['0.0', '0.0', '−0.1', '12.3']);
  });
  it('agree with their nouns', () => {
    expect([1 / 3, 2 / 3, 1, 4 / 3, 2, 0, -1, -4 / 3].map(stopWords).map(plain)).to.deep.equal([
      '⅓ stop', '⅔ stop', '1 stop', '1⅓ stops', '2 stops', '0 stops', '−1 stop', '−1⅓ stops',
    ]); // prettier-ignore
    expect([1, 2].map((n) => count(n, 'frame', 'frames'))).to.deep.equal(['1 frame', '2 frames']);
    expect([1, -2 / 3, 0.1, -0.1].map(signedStops)).to.deep.equal(['+1', '−⅔', '0', '0']);
  });
  it('never call a chance certain or hopeless that is not', () => {
    expect([0, 0.001, 0.5, 0.999, 1].map(percent).map(plain)).to.deep.equal(['0 %', 'under 1 %', '50 %', 'over 99 %', '100 %']);
    expect([shareRange(0.04, 0.12), shareRange(0.08, 0.0801)].map(plain)).to.deep.equal(['4.0 to 12 %', '8.0 %']);
  });
  it('stand apart by thousands from ten thousand up', () => {
    expect(['640', '6400', '16000', '102400', '1000000'].map(groupDigits).map(plain)).to.deep.equal([
      '640', '6400', '16 000', '102 400', '1 000 000',
    ]); // prettier-ignore
    expect(plain(isoWords(16_000))).to.equal('ISO 16 000');
  });
});

describe('phrases', () => {
  it('go on about a subject by its name, whatever it was called', () => {
    const named = (label?: string, speedMps = 1) => subjectWords({ subject: { ...porter.subject, label, speedMps } });
    expect(
      [
        'A porter with a handcart',
        'LED wall',
        'the last runner',
        'An owl gliding',
        ' Some children at play ',
        'Old Marlow the silverback',
        'Waves at the shore',
      ].map((label) => named(label)),
    ).to.deep.equal([
      'the porter',
      'the LED wall',
      'the last runner',
      'the owl gliding',
      'the children',
      'Old Marlow the silverback',
      'the waves',
    ]);
    expect([named(undefined), named(undefined, 0), named('')]).to.deep.equal(['the subject', 'the scene', 'the subject']);
  });
  it('know one from several', () => {
    expect(['Strings of bulbs', 'Street lamps', 'Candles', 'The last of the sky', 'A window'].map(isPlural)).to.deep.equal([true, true, true, false, false]); // prettier-ignore
  });
  it('say a stance, a list and whose a value is', () => {
    expect([[], ['elbows'], ['low', 'finder'], ['vehicle']].map((held) => stanceWords(held as never))).to.deep.equal([
      'standing',
      'standing, elbows in',
      'kneeling or seated, eye at the finder',
      'on a moving boat or vehicle',
    ]);
    expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map((parts) => listed(parts))).to.deep.equal([
      '',
      'a',
      'a and b',
      'a, b and c',
    ]);
    expect(listed(['a', 'b'], 'or')).to.equal('a or b');
    expect([capital('iso'), lowerFirst('Street lamps'), lowerFirst('LED lamps')]).to.deep.equal(['Iso', 'street lamps', 'LED lamps']); // prettier-ignore
    expect(provenanceWords('hold', from)).to.equal('your 18 frames of 3 March');
    expect([provenanceWords('taste', one), provenanceWords('ceiling', one)]).to.deep.equal(['your 1 choice', 'your 1 look']);
  });
});

describe('a brief', () => {
  it('is one line among others, or goes on within one', () => {
    const lit = { ...porter, light: { ...porter.light, label: 'Strings of bulbs' } };
    expect([briefLine(lit), briefPhrase(lit)].map(plain)).to.deep.equal([
      'A porter with a handcart, strings of bulbs, EV 4.0',
      'a porter with a handcart, strings of bulbs, EV 4.0',
    ]);
    expect(plain(briefLine({ ...exampleBrief(), light: { ...exampleBrief().light, ev100: -0.5 } }))).to.equal(
      'A subject, in its light, EV −0.5',
    );
  });
  it('will be shown at a size that has a name, or at its own', () => {
    const shown = (viewCph: number, crop = 1) => shownWords({ viewCph, crop });
    expect([540, 683, 1080, 1203, 20_000, 8000].map((viewCph) => shown(viewCph))).to.deep.equal([
      '1080 px high', '2048 px wide', 'on a 4K screen', 'in print', 'pixel by pixel', 'pixel by pixel',
    ]); // prettier-ignore
    expect([shown(400), shown(540, 1.5)]).to.deep.equal(['800 px high', '1080 px high, cropped 1.5×']);
  });
  it('is compared with the best of the floor in shares, not halvings', () => {
    // Halvings of 0.9, 0.75, 2/3, a half, a quarter and an eighth are −log2 of them, by definition.
    const words = [0, Math.log2(1 / 0.9), Math.log2(1 / 0.86), Math.log2(1 / 0.75), Math.log2(1.5), 1, 2, 3, 5, -0.2].map(
      (halvings) => keptWords(halvings),
    );
    expect(words).to.deep.equal([
      'looks the same', 'looks the same', 'a tenth less', 'a quarter less', 'a third less', 'half the detail', 'a quarter of the detail',
      'an eighth of the detail', 'next to nothing left', 'more detail, but past a gate',
    ]); // prettier-ignore
  });
});

describe('a remedy', () =>
  says<Remedy>(
    {
      light: [[{ code: 'light', stops: 4 / 3, fromEv: -0.5 }, 'Better light: 1⅓ stops more, from EV −0.5.']],
      isoCeiling: [[{ code: 'isoCeiling', stops: 1, iso: 12_800 }, 'Let ISO rise 1 stop, to ISO 12 800.']],
      lift: [[{ code: 'lift', stops: 1 / 3, liftStops: 5 / 3 }, 'Allow 1⅔ stops to be brightened later.']],
      wider: [[{ code: 'wider', stops: 1, focalLengthMm: 14.2 }, 'A wider lens, 14 mm or less, from the same place.']],
      fasterLens: [[{ code: 'fasterLens', stops: 1, fNumber: 2 }, 'A lens that opens to f/2.']],
      filter: [
        [{ code: 'filter', stops: 2.1, why: 'everyMark' }, 'A neutral-density filter of 2⅓ stops, for every mark over-exposes.'],
        [{ code: 'filter', stops: 1, why: 'slowShutter' }, 'A neutral-density filter of 1 stop, for the shutter this asks for.'],
      ],
      follow: [[{ code: 'follow', stops: 2 }, 'Follow the porter with the camera: 2 stops less smear.']],
      brace: [[{ code: 'brace', stops: 1.5 }, 'Brace the camera on a rail, a wall or a door frame.']],
      askStill: [[{ code: 'askStill', stops: 2 }, 'Ask the porter to stand still, or wait for a pause.']],
      stillPhase: [[{ code: 'stillPhase', stops: 2 }, 'Wait for the moment the porter is still.']],
      nearer: [[{ code: 'nearer', stops: 1 }, 'Go twice as near with a lens half as long: the picture is the same and your hands matter half as much.']],
      confidence: [[{ code: 'confidence', stops: 0 }, 'Accept an even chance of a sharp frame, and shoot more of them.']],
      unpin: [[{ code: 'unpin', stops: 0 }, 'Unpin the shutter, the aperture or the ISO; it is solved round the other two.']],
      stop: [[{ code: 'stop', stops: 0 }, 'Nothing short of another light or another kit helps: let this one go.']],
    }, // prettier-ignore
    (remedy) => remedyWords(porter, remedy),
  ));

const hush = {
  shutterS: 1 / 320, fNumber: 2.8, iso: 6400, liftStops: 0, burst: 3, lostGrain: 2, lostBlur: 0.4,
  labels: { shutter: '1/320', aperture: 'f/2.8', iso: '6400', lift: '0' },
}; // prettier-ignore
const against: AgainstHush = { hush, halvings: 0.7, blur: 0.9, grain: -0.2, floor: null, by: 'pins' };

describe('an aim that is given up', () => {
  it('is said by its name where motion was to show', () => {
    const streak: Brief = { ...porter, picture: { ...porter.picture, aim: 'streak' } };
    expect(reasonWords(streak, { code: 'relaxed', gate: 'freeze', flickerStops: 0, burstChance: 1, dear: false })).to.equal(
      'It is no streak here: the porter moves too little or too much.',
    );
  });
});

describe('against the hush point', () => {
  it('the difference is split where its parts can be spoken of', () => {
    expect(plain(againstWords(against))).to.equal(
      'Your pins: two fifths less detail than at the hush point, 1/320 s at f/2.8: more blur, less grain.',
    );
    expect(plain(againstWords({ ...against, by: 'clean', halvings: 0.06, blur: 0.03, grain: 0.03 }))).to.equal(
      'Clean first: a twentieth less detail than at the hush point, 1/320 s at f/2.8.',
    );
    expect(plain(againstWords({ ...against, by: 'cursor' }))).to.match(/^Here: two fifths less detail than at the hush point/);
    expect(plain(againstWords({ ...against, by: 'depth', halvings: 0.01 }))).to.equal(
      'Depth first: the same detail as at the hush point, 1/320 s at f/2.8.',
    );
    expect(plain(againstWords({ ...against, by: 'moment', halvings: -0.4, blur: -0.4, grain: 0 }))).to.equal(
      'Moment first: a quarter more detail than at the hush point, 1/320 s at f/2.8, which keeps to its gates or is as slow as looks alike: less blur.',
    );
  });
});

const motion = { code: 'motion', px: 2, wanted: null, limbs: false, pxPerS: 644, shutterS: 1 / 320, crisp: 'crisp', limbsPx: null, follow: { followed: false, crossingS: null } } as const; // prettier-ignore
const streaking = { code: 'motion', px: 40, wanted: { from: 0.03, to: 0.08 }, aim: 'streak' } as const;
const trade = { code: 'trade', grainShare: 0.34, blurShare: 0.25, taste: null } as const;
const floor = { code: 'floor', slowestS: 1 / 160, fastestS: 1 / 640, slower: 'softer', faster: 'grainier' } as const;
const hands = {
  code: 'hands',
  how: 'free',
  confidence: 0.9,
  slowestS: 1 / 15,
  frames: 3,
  from: null,
  testBuysStops: null,
  carriedFromMm: null,
} as const;
const light = { code: 'light', fNumber: 2.8, shutterS: 1 / 320, iso: 3200, roomStops: 1, ceilingFrom: null } as const;

describe('a reason', () =>
  says<Reason>(
    {
      impossible: [
        [{ code: 'impossible', why: 'tooBright', pinned: true, overStops: 4 / 3 }, 'These three over-expose by 1⅓ stops: even mid grey clips.'],
        [{ code: 'impossible', why: 'tooBright', pinned: false, overStops: 1 }, 'Too bright: every mark over-exposes by 1 stop or more.'],
        [{ code: 'impossible', why: 'tooDark', pinned: true, liftStops: 3, allowedStops: 1 }, 'These three need 3 stops of brightening later; you allow 1 stop.'],
        [{ code: 'impossible', why: 'tooDark', pinned: true, liftStops: 1, allowedStops: 0 }, 'These three need 1 stop of brightening later; you allow none.'],
        [{ code: 'impossible', why: 'tooDark', pinned: false, missingStops: 1 }, 'Too dark by hand: 1 stop of light is missing even at the slowest shutter you can hold.'],
        [{ code: 'impossible', why: 'tooDark', pinned: false, missingStops: 2 }, 'Too dark by hand: 2 stops of light are missing even at the slowest shutter you can hold.'],
        [{ code: 'impossible', why: 'blocked', pinned: true, aim: 'freeze' }, 'These three do not go together; unpin one, and the rest is solved round the others.'],
        [{ code: 'impossible', why: 'blocked', pinned: false, aim: 'freeze' }, 'No handheld setting both freezes the porter and gets the light; this is the nearest.'],
        [{ code: 'impossible', why: 'blocked', pinned: false, aim: 'trace' }, 'No handheld setting both lets the porter leave a trace and exposes it right; this is the nearest.'],
        [{ code: 'impossible', why: 'blocked', pinned: false, aim: 'streak' }, 'No handheld setting both lets the porter leave a streak and exposes it right; this is the nearest.'],
        [{ code: 'impossible', why: 'blocked', pinned: false, aim: 'pan' }, 'No setting exposes this pan right; this is the nearest.'],
      ],
      relaxed: [
        [{ code: 'relaxed', gate: 'flicker', flickerStops: 0.5, burstChance: 0.9, dear: true }, 'Frames will differ by up to 0.5 stop in brightness; choose the best of the burst. To keep that would cost more than half of the detail.'],
        [{ code: 'relaxed', gate: 'focus', flickerStops: 0, burstChance: 0.9, dear: false }, 'Too dark for autofocus: set the distance by hand and let depth of field do the rest.'],
        [{ code: 'relaxed', gate: 'flicker', flickerStops: 0.5, burstChance: 0.9, dear: false }, 'Frames will differ by up to 0.5 stop in brightness; choose the best of the burst.'],
        [{ code: 'relaxed', gate: 'depth', flickerStops: 0, burstChance: 0.9, dear: false }, 'The whole depth cannot be sharp here; the aperture goes as far as light and hands let it.'],
        [{ code: 'relaxed', gate: 'hold', flickerStops: 0, burstChance: 0.62, dear: false }, 'Hands are the limit: 62 % sure of a sharp frame, with the whole burst.'],
        [{ code: 'relaxed', gate: 'freeze', flickerStops: 0, burstChance: 0.9, dear: false }, 'Freeze is given up here: the porter may smear.'],
      ],
      against: [[{ code: 'against', against: { ...against, halvings: 0 } }, 'Your pins: the same detail as at the hush point, 1/320 s at f/2.8.']],
      still: [[{ code: 'still' }, 'Nothing moves, so only your hands ask for a fast shutter.']],
      motion: [
        [motion, 'The porter crosses 644 px a second at 2048 wide: 2.0 px at 1/320 s, still crisp.'],
        [{ ...motion, px: 3, crisp: 'justPast', limbs: true }, 'The fastest part of the porter crosses 644 px a second at 2048 wide: 3.0 px at 1/320 s, just past crisp.'],
        [{ ...motion, px: 8, crisp: 'smeared', limbsPx: 12 }, 'The porter crosses 644 px a second at 2048 wide: 8.0 px at 1/320 s, a visible smear. Limbs smear 12 px.'],
        [{ ...motion, follow: { followed: false, crossingS: 0.4 } }, 'The porter crosses 644 px a second at 2048 wide: 2.0 px at 1/320 s, still crisp. It is through the frame in 0.4 s: following it holds it longer, and sharper.'],
        [{ ...motion, limbs: true, follow: { followed: true, backgroundPx: 31 } }, 'Followed, the fastest part of the porter still smears 644 px a second at 2048 wide: 2.0 px at 1/320 s, still crisp. What is far behind smears 31 px.'],
        [{ ...motion, follow: { followed: true, backgroundPx: 0 } }, 'Followed, the porter still smears 644 px a second at 2048 wide: 2.0 px at 1/320 s, still crisp.'],
        [{ ...streaking, share: 0.05 }, 'The porter moves over 5.0 % of the picture height, 40 px at 2048 wide: a streak is 3 to 8 %.'],
        [{ ...streaking, share: 0.02 }, 'The porter moves over 2.0 % of the picture height, 40 px at 2048 wide: less than the 3 to 8 % of a streak.'],
        [{ ...streaking, share: 0.09 }, 'The porter moves over 9.0 % of the picture height, 40 px at 2048 wide: more than the 3 to 8 % of a streak.'],
        [{ ...streaking, share: 0.2 }, 'The porter moves over 20 % of the picture height, 40 px at 2048 wide: so much that people dissolve.'],
      ],
      pan: [[
        { code: 'pan', shutterS: 1 / 40, streakShare: 0.08, trackingError: 0.1, residuePx: 16, singleChance: 0.03, burstChance: 0.26 },
        'Follow the porter: at 1/40 s the background streaks over 8.0 % of the width. Following to within 10 % leaves 16 px: 3 % of frames are usable, 26 % of bursts hold one.',
      ]],
      light: [
        [light, 'f/2.8 at 1/320 s asks for ISO 3200, 1 stop under your ceiling.'],
        [{ ...light, iso: 6400, roomStops: 0, ceilingFrom: { ...from, count: 12 } }, 'f/2.8 at 1/320 s asks for ISO 6400, your ceiling. The ceiling is from your 12 looks of 3 March.'],
      ],
      lift: [[
        { code: 'lift', fNumber: 2.8, iso: 6400, reachedS: 1 / 125, liftStops: 4 / 3, isoEquivalent: 16_000, ceilingFrom: null },
        'f/2.8 and ISO 6400 reach 1/125 s. The other 1⅓ stops are brightened later; the picture is as grainy as ISO 16 000.',
      ]],
      fromLog: [
        [{ code: 'fromLog', speed: { seriesId: 'log', count: 84, day: '2027-01-13' }, light: null }, 'The subject’s speed comes from your 84 frames of the log, 13 January.'],
        [{ code: 'fromLog', speed: null, light: { seriesId: 'log', count: 1, day: null } }, 'The light comes from your 1 frame of the log.'],
        [{ code: 'fromLog', speed: { seriesId: 'log', count: 84, day: null }, light: { seriesId: 'log', count: 90, day: null } }, 'The subject’s speed comes from your 84 frames of the log; the light from your 90 frames of the log.'],
      ],
      trade: [
        [trade, 'Grain costs a third of the detail, blur a quarter of the rest.'],
        [{ ...trade, grainShare: 0.01, blurShare: 0.97 }, 'Grain costs next to nothing of the detail, blur nearly all of the rest.'],
        [{ ...trade, taste: { stops: -2 / 3, from: { ...from, count: 16 } } }, 'Grain costs a third of the detail, blur a quarter of the rest. Grain counts ⅔ stop less, from your 16 choices of 3 March.'],
        [{ ...trade, taste: { stops: 2, from: { ...from, count: 16 } } }, 'Grain costs a third of the detail, blur a quarter of the rest. Grain counts 2 stops more, from your 16 choices of 3 March.'],
        [{ ...trade, taste: { stops: 0, from: { ...from, count: 16 } } }, 'Grain costs a third of the detail, blur a quarter of the rest. Grain counts as it is, from your 16 choices of 3 March.'],
      ],
      hands: [
        [hands, 'Your hands are no limit: in bursts of 3 they hold 1/15 s.'],
        [{ ...hands, frames: 1 }, 'Your hands are no limit: frame by frame they hold 1/15 s.'],
        [{ ...hands, how: 'limit', from }, 'Your hands set the pace: 1/15 s is the slowest they hold with 90 %, from your 18 frames of 3 March.'],
        [{ ...hands, testBuysStops: 1.12 }, 'Your hands are no limit: in bursts of 3 they hold 1/15 s. That is a guess: a test would buy about 1 stop.'],
        [{ ...hands, from, carriedFromMm: 18.3 }, 'Your hands are no limit: in bursts of 3 they hold 1/15 s, from your 18 frames of 3 March, carried from 18 mm and less sure for it.'],
        [{ ...hands, how: 'none', slowestS: null }, 'Your hands cannot promise 90 % at any speed here: brace.'],
      ],
      depth: [
        [{ code: 'depth', nearM: 3.8, farM: 4.2, neededM: 0.5, far: false, approaching: false }, 'Depth of field is 0.4 m, a little short of the 0.5 m needed.'],
        [{ code: 'depth', nearM: 2.3, farM: null, neededM: 40, far: true, approaching: true }, '2.3 m to infinity is sharp, far short of the 40 m needed, its approach included.'],
        [{ code: 'depth', nearM: 5, farM: 12, neededM: 9, far: true, approaching: false }, '5.0 m to 12 m is sharp, far short of the 9.0 m needed.'],
      ],
      focus: [
        [{ code: 'focus', headroomEv: 0.4, insteadEv: null, from: null }, 'Autofocus is near its limit, 0.4 EV to spare: aim at an edge with contrast.'],
        [{ code: 'focus', headroomEv: 0.4, insteadEv: 2, from: null }, 'Too dark for continuous autofocus: single sees 2.0 EV further, 0.4 EV to spare.'],
        [{ code: 'focus', headroomEv: 0.4, insteadEv: null, from }, 'Autofocus is near its limit, 0.4 EV to spare, from your 18 tries at focusing of 3 March: aim at an edge with contrast.'],
        [{ code: 'focus', headroomEv: 0.4, insteadEv: 1, from }, 'Too dark for continuous autofocus: single sees 1.0 EV further, 0.4 EV to spare, from your 18 tries at focusing of 3 March.'],
      ],
      floor: [
        [floor, '1/160 s to 1/640 s look alike; slower is softer, faster is only grainier. Go faster if a face may turn.'],
        [{ ...floor, slower: 'freeze', faster: 'light' }, '1/160 s to 1/640 s look alike; slower fails Freeze, faster does not get the light. Go faster if a face may turn.'],
        [{ ...floor, slower: 'hold', faster: 'flicker' }, '1/160 s to 1/640 s look alike; slower is more than your hands hold, faster differs from frame to frame. Go faster if a face may turn.'],
        [{ ...floor, slower: 'light', faster: 'depth' }, '1/160 s to 1/640 s look alike; slower over-exposes, faster fails Depth. Go faster if a face may turn.'],
        [{ ...floor, slower: 'flicker', faster: 'focus' }, '1/160 s to 1/640 s look alike; slower differs from frame to frame, faster fails Focus. Go faster if a face may turn.'],
        [{ ...floor, slower: null, faster: null }, '1/160 s to 1/640 s look alike.'],
        [{ ...floor, slowestS: 1 / 8, fastestS: 1 / 250, slower: null }, 'Anything will do: 1/8 s to 1/250 s look alike; faster is only grainier.'],
        [{ ...floor, fastestS: 1 / 160 }, 'Only 1/160 s is as sharp as it gets; slower is softer, faster is only grainier.'],
      ],
      clips: [
        [
          { code: 'clips', clipsStops: 2, heldIso: 12_800, lessLightStops: 0, remedies: ['turn', 'silhouette'] },
          'Exposed for the porter, the background clips by 2 stops: let it go, or give less ISO and brighten the porter later, as grainy as ISO 12 800. Or move so that the light is behind you or let it be a silhouette.',
        ],
        [
          { code: 'clips', clipsStops: 0.2, heldIso: 800, lessLightStops: 1, remedies: ['wait', 'reflect', 'turn'] },
          'Exposed for the porter, the background clips by ⅓ stop: let it go, or give less light and brighten the porter later, as grainy as ISO 800. Or wait until the porter stands before something darker, throw light back from a wall or a sheet that is there or move so that the light is behind you.',
        ],
      ],
      pattern: [
        [
          { code: 'pattern', pitchMm: 4, distanceM: 10, verdict: 'beats', pitchPx: 2.51, contrast: 0.5, nearerM: 6.3, fartherM: 24, longerMm: 79.4 },
          'The LED wall makes coloured waves, 2.5 pixels from one lamp to the next. They go nearer than 6.3 m, farther than 24 m, a lens of 79 mm or more, out of focus or at a slant.',
        ],
        [
          { code: 'pattern', pitchMm: 4, distanceM: 10, verdict: 'beats', pitchPx: 2.51, contrast: 0.5, nearerM: null, fartherM: null, longerMm: null },
          'The LED wall makes coloured waves, 2.5 pixels from one lamp to the next. They go out of focus or at a slant.',
        ],
        [
          { code: 'pattern', pitchMm: 4, distanceM: 2, verdict: 'resolved', pitchPx: 14, contrast: 0.9, nearerM: null, fartherM: null, longerMm: null },
          'The LED wall is drawn lamp by lamp, 14 pixels from one lamp to the next: no waves.',
        ],
        [
          { code: 'pattern', pitchMm: 1, distanceM: 60, verdict: 'blends', pitchPx: 0.3, contrast: 0.01, nearerM: null, fartherM: null, longerMm: null },
          'The LED wall is too fine to make waves, 0.3 pixels from one lamp to the next.',
        ],
      ],
      opens: [
        [{ code: 'opens', lessEv: 2 }, 'This counts on a lens that opens to focus; one that focuses stopped down sees 2.0 EV less, and is at its limit.'],
      ],
      shallow: [
        [{ code: 'shallow', depthM: 0.062, narrower: { fNumber: 2, depthM: 0.088, grainStops: 1 } }, 'Only 6.2 cm are sharp at the subject; f/2 gives 8.8 cm for 1 stop of grain.'],
        [{ code: 'shallow', depthM: 0.02, narrower: null }, 'Only 2.0 cm are sharp at the subject, at the narrowest aperture.'],
      ],
      shadow: [
        [
          { code: 'shadow', stops: 3, liftedIso: 51_200, snr: 6 },
          'The shadow that must show lies 3 stops down: brightened it looks as ISO 51 200, its grain coarse.',
        ],
      ],
      grain: [
        [{ code: 'grain', snrSubject: 14, snrShadow: 5, finish: 'plain' }, 'Grain on the subject is visible (signal to noise 14), in the shadows coarse.'],
        [{ code: 'grain', snrSubject: 14, snrShadow: 5, finish: 'light' }, 'Grain on the subject is visible (signal to noise 14), in the shadows coarse. Reduced lightly, it goes from even areas, and stays where there is texture.'],
        [{ code: 'grain', snrSubject: 4, snrShadow: 2, finish: 'strong' }, 'Grain on the subject is breaking up (signal to noise 4.0), in the shadows breaking up. Reduced strongly, it goes, and the faintest texture goes with it.'],
        [{ code: 'grain', snrSubject: 14, snrShadow: 5, finish: 'mono' }, 'Grain on the subject is visible (signal to noise 14), in the shadows coarse. In black and white it has no colour.'],
      ],
    }, // prettier-ignore
    (reason) => reasonWords(porter, reason),
  ));

describe('a shortfall', () =>
  it('says which gate fails where one shoots anyway, and how badly', () => {
    const how = (gate: GateName, badness: Badness): string => shortfallWords({ gate, how: badness });
    expect(how('freeze', 'usable')).to.equal('Movement: usable.');
    expect(how('hold', 'soft')).to.equal('Hands: soft.');
    expect(how('light', 'lost')).to.equal('Light: lost, more often than not.');
    expect(new Set(GATE_NAMES.map((gate) => how(gate, 'soft'))).size).to.equal(GATE_NAMES.length);
  }));

const smear = { aim: 'freeze', px: 2.1, share: 0.001 } as const;
const nowhere = { shutterS: null, iso: null };

describe('a rung', () => {
  says<RungChange>(
    {
      tooBright: [
        [{ code: 'tooBright', remedy: { code: 'filter', stops: 1, why: 'everyMark' } }, 'Too bright for every mark. A neutral-density filter of 1 stop, for every mark over-exposes.'],
        [{ code: 'tooBright', remedy: null }, 'Too bright for every mark. Let this one go.'],
      ],
      past: [
        [{ code: 'past', smear, remedy: { code: 'brace', stops: 1 }, shortStops: 1 }, '2.1 px at 2048 wide. Brace the camera on a rail, a wall or a door frame. The light is 1 stop short.'],
        [{ code: 'past', smear: null, remedy: null, shortStops: null }, 'Let this one go.'],
      ],
      gaveWay: [
        [{ code: 'gaveWay', gate: 'hold' }, 'Your hands are at their limit: brace, and take the whole burst.'],
        [{ code: 'gaveWay', gate: 'depth' }, 'The whole depth is no longer sharp: focus on what matters.'],
        [{ code: 'gaveWay', gate: 'focus' }, 'Too dark for autofocus: set the distance by hand.'],
        [{ code: 'gaveWay', gate: 'flicker' }, 'Frames flicker apart: take more and choose.'],
      ],
      pastCrisp: [
        [{ code: 'pastCrisp', smear, crisp: 'justPast' }, '2.1 px at 2048 wide: just past crisp.'],
        [{ code: 'pastCrisp', smear, crisp: 'smeared' }, '2.1 px at 2048 wide: no longer crisp.'],
        [{ code: 'pastCrisp', smear: { aim: 'trace', px: 3, share: 0.004 }, crisp: 'justPast' }, '0.4 % of the height: not quite a trace.'],
      ],
      depthSoftens: [[{ code: 'depthSoftens' }, 'The edges of the depth begin to soften.']],
      liftLimit: [[{ code: 'liftLimit', onward: { shutterS: 1 / 160, iso: null } }, 'No more may be brightened later; from here the shutter slows. Down to 1/160 s.']],
      baseIso: [[{ code: 'baseIso', onward: nowhere }, 'Base ISO: only the shutter and the aperture are left.']],
      lift: [
        [{ code: 'lift', liftStops: 1 }, 'At your ceiling the rest is brightened later, 1 stop so far.'],
        [{ code: 'lift', liftStops: 0.12 }, 'At your ceiling the rest is brightened later.'],
      ],
      isoCeiling: [
        [{ code: 'isoCeiling', liftFollows: true, onward: nowhere }, 'ISO has reached your ceiling; below this, brighten later.'],
        [{ code: 'isoCeiling', liftFollows: false, onward: { shutterS: 1 / 60, iso: 6400 } }, 'ISO has reached your ceiling; from here the shutter slows. Down to 1/60 s, ISO 6400.'],
      ],
      isoFalls: [[{ code: 'isoFalls', roomStops: 2, smear: { aim: 'pan', px: 0, share: 0 } }, 'ISO is 2 stops under your ceiling; the streak stays.']],
    }, // prettier-ignore
    (change) => rungWords(porter, { change }),
  );
  it('leaves out the picture where a heading names it', () => {
    expect(plain(rungWords(porter, { change: { code: 'pastCrisp', smear, crisp: 'justPast' } }, { named: false }))).to.equal(
      '2.1 px: just past crisp.',
    );
  });
});

describe('a thing to do', () =>
  says<CheckItem>(
    {
      kit: [
        [{ code: 'kit', body: 'APS-C 24 MP', lens: '18.3 mm f/2.8' }, 'APS-C 24 MP and 18.3 mm f/2.8'],
        [{ code: 'kit', body: null, lens: 18.3 }, 'The body and the 18 mm'],
      ],
      batteries: [
        [{ code: 'batteries', count: 1 }, '1 battery charged, the spare ones in an inner pocket if it is cold'],
        [{ code: 'batteries', count: 3 }, '3 batteries charged, the spare ones in an inner pocket if it is cold'],
      ],
      cards: [
        [{ code: 'cards', count: 1, gb: 64 }, '1 card of 64 GB, copied and emptied'],
        [{ code: 'cards', count: 2, gb: 128 }, '2 cards of 128 GB, copied and emptied'],
      ],
      set: [
        [{ code: 'set', body: 'APS-C', bits: 14, shutter: 'firstCurtain', ceilingIso: 6400, stabiliser: true, darkFocus: false }, 'APS-C: raw of 14 bits, shutter electronic first, auto ISO up to 6400, stabiliser on'],
        [{ code: 'set', body: null, bits: 12, shutter: 'electronic', ceilingIso: 12_800, stabiliser: false, darkFocus: true }, 'The body: raw of 12 bits, shutter electronic, auto ISO up to 12 800, low-light autofocus on, and know how to set the distance by hand'],
      ],
      venue: [[{ code: 'venue' }, 'Ask the venue: which songs may be photographed, from where, and must the shutter be silent']],
      meter: [
        [{ code: 'meter', light: 'Tube lamps' }, 'Read tube lamps at the subject, and the background'],
        [{ code: 'meter', light: null }, 'Read the light at the subject, and the background'],
      ],
      flicker: [[{ code: 'flicker', shutterS: 1 / 320 }, 'Take five frames at 1/320 s and compare them: do the lamps flicker?']],
      watch: [
        [{ code: 'watch', what: 'heads' }, 'Find a gap between heads and phones, or go to the side or up'],
        [{ code: 'watch', what: 'sun' }, 'Do not look at the sun through an optical finder'],
      ],
      look: [[{ code: 'look' }, 'Look at the first frames at 100 %: shake, movement, focus or noise?']],
      caution: [[{ code: 'caution', caution: { code: 'own', words: 'Mind the step.' } }, 'Mind the step.']],
      setBack: [[{ code: 'setBack', what: 'fixedIso' }, 'Set back: fixed ISO']],
      brighten: [
        [{ code: 'brighten', title: 'Quay', thirds: 4 }, 'Brighten the raws of Quay by 1⅓ stops'],
        [{ code: 'brighten', title: 'Quay', thirds: 2 }, 'Brighten the raws of Quay by ⅔ stop'],
      ],
      copy: [
        [{ code: 'copy', frames: 200 }, 'Copy the cards twice before emptying them; about 200 frames'],
        [{ code: 'copy', frames: 1 }, 'Copy the cards twice before emptying them; about 1 frame'],
      ],
      charge: [[{ code: 'charge' }, 'Charge the batteries']],
      tally: [[{ code: 'tally' }, 'Bring the tally back, and write down what the light read']],
    }, // prettier-ignore
    checkWords,
  ));

describe('a problem of a brief', () =>
  says<BriefFault>(
    {
      insideLens: [[{ code: 'insideLens', distanceM: 0.015, focalLengthMm: 18, leastM: 0.0189 }, '0.015 m is inside the 18 mm lens; it needs more than 0.019 m.']],
      depthReachesCamera: [[{ code: 'depthReachesCamera', depthM: 8, distanceM: 4, underM: 7.96 }, 'A depth of 8.0 m reaches back to the camera; at 4.0 m keep it under 8.0 m.']],
      aperturesSwapped: [[{ code: 'aperturesSwapped', widestF: 8, narrowestF: 4 }, "f/4 is wider than the lens's widest, f/8; swap them."]],
      shuttersSwapped: [[{ code: 'shuttersSwapped' }, 'The fastest shutter is slower than the slowest; swap them.']],
      isosSwapped: [[{ code: 'isosSwapped', baseIso: 100 }, 'The top ISO lies under the base ISO of 100.']],
      ceilingUnderBase: [[{ code: 'ceilingUnderBase', isoCeiling: 50, baseIso: 100 }, "A ceiling of ISO 50 lies under the body's base ISO of 100; set it to that or more."]],
      shutterOutside: [[{ code: 'shutterOutside', fastestS: 1 / 4096, slowestS: 30 }, 'This body goes from 30 to 1/4000 s; pin a shutter between them.']],
      apertureOutside: [[{ code: 'apertureOutside', widestF: 2.8, narrowestF: 16 }, 'This lens goes from f/2.8 to f/16; pin an aperture between them.']],
      isoOutside: [[{ code: 'isoOutside', baseIso: 100, maxIso: 51_200 }, 'This body goes from ISO 100 to 51200; pin an ISO between them.']],
      burstOverLimit: [[{ code: 'burstOverLimit', burst: 9, maxBurst: 4 }, 'The pinned burst of 9 is over your limit of 4; raise the limit or unpin it.']],
      nothingMoves: [[{ code: 'nothingMoves' }, 'Nothing moves, so nothing can show its movement: choose another aim or a subject that moves.']],
      nothingToPanWith: [[{ code: 'nothingToPanWith' }, 'Nothing moves across the frame, so there is nothing to pan with: choose another aim or direction.']],
      streakOutOfReach: [
        [{ code: 'streakOutOfReach', share: 0.08, shutterS: 45, fastestS: 1 / 4096, slowestS: 30 }, 'A streak of 8.0 % of the width would take 45 s; this body goes from 30 to 1/4000 s. Ask for a shorter streak.'],
        [{ code: 'streakOutOfReach', share: 0.02, shutterS: 1 / 6000, fastestS: 1 / 4096, slowestS: 30 }, 'A streak of 2.0 % of the width would take 1/6000 s; this body goes from 30 to 1/4000 s. Ask for a longer streak.'],
      ],
      testedLengthsDiffer: [[{ code: 'testedLengthsDiffer' }, 'thetas, slopes and weights must have the same length.']],
      testedWithoutWeight: [[{ code: 'testedWithoutWeight' }, 'At least one weight must be above 0.']],
    }, // prettier-ignore
    problemWords,
  ));

type Fault = Extract<IsoResult, { fault: string }>;

describe('frames that say nothing', () => {
  const said: Record<Fault['fault'], string> = {
    count: 'Two flat and two dark frames are needed; here are 1 alike and 2 dark.',
    sizes: 'The four frames are not of one size.',
    isos: 'The four frames are not all at one ISO.',
    exposures: 'The two flat frames differ in shutter or aperture.',
    few: 'The frames have under 20 000 photosites; take whole ones.',
    clipped: 'The flat frames are too bright and clip; give about half of the exposure.',
    dark: 'The flat frames are too dark; give more light, or take the cap off.',
    lightChanged: 'The two flat frames are not equally bright: the light changed between them.',
    notFlat: 'The flat frames are not flat; point at something even and out of focus.',
    copies: 'The flat frames are no noisier than the dark ones; are they copies of one another?',
  };
  for (const [fault, sentence] of Object.entries(said))
    it(sentence, () =>
      expect(plain(transferWords({ iso: 100, names: [], fault, flats: 1, darks: 2 } as Fault))).to.equal(sentence),
    );
});

describe('whether to raise or to lift', () => {
  const verdict: LiftVerdict = { wins: 'either', freeFromIso: 640, headroomStops: 2, firstStopCost: 0.4, wantedIso: 2560, atBase: false, bright: null }; // prettier-ignore
  for (const [change, sentence] of [
    [{ atBase: true }, 'At base ISO there is nothing to raise and nothing to brighten.'],
    [{ wins: 'iso' }, 'Raise ISO rather than brighten later: the first stop of that would cost 0.4 stop of grain on this body.'],
    [
      { wins: 'iso', firstStopCost: 1.4 },
      'Raise ISO rather than brighten later: the first stop of that would cost 1.4 stops of grain on this body.',
    ],
    [
      {},
      'This body may be brightened later instead: ISO 640 in raws of 14 bits brightened 2 stops is as clean as ISO 2500 within a tenth of a stop, and keeps 2 stops of highlights. Hold back where lamps or signs are in the frame.',
    ],
    [
      { freeFromIso: 1280, headroomStops: 1 },
      'This body may be brightened later instead: ISO 1250 brightened 1 stop is as clean as ISO 2500 within a tenth of a stop, and keeps 1 stop of highlights. Hold back where lamps or signs are in the frame.',
    ],
    [{ wins: 'yours' }, 'This body could be brightened later as cleanly as its ISO is raised, but you allow none of it.'],
    [
      { bright: 'background', headroomStops: 1 },
      'This body may be brightened later instead: ISO 640 in raws of 14 bits brightened 1 stop is as clean as ISO 2500 within a tenth of a stop, and keeps 1 stop of highlights. The bright lights behind argue for it.',
    ],
    [
      { bright: 'phases' },
      'This body may be brightened later instead: ISO 640 in raws of 14 bits brightened 2 stops is as clean as ISO 2500 within a tenth of a stop, and keeps 2 stops of highlights. The bright phases of this light argue for it.',
    ],
    [
      { bright: 'channels' },
      'This body may be brightened later instead: ISO 640 in raws of 14 bits brightened 2 stops is as clean as ISO 2500 within a tenth of a stop, and keeps 2 stops of highlights. Saturated lamps, which clip one channel early, argue for it.',
    ],
  ] as const)
    // prettier-ignore
    it(sentence, () => expect(plain(liftOrIsoWords({ ...verdict, ...change }))).to.equal(sentence));
});

describe('the setting of a camera', () => {
  const setting: CameraSetting = {
    mode: 'manual', shutterS: 1 / 320, fNumber: 2.8, iso: 6400, ceilingIso: 6400, rawBits: 12, focusOptions: [], stabiliser: 'on',
    meter: { code: 'reads', stops: -4 / 3, channels: false }, focus: { code: 'single' }, drive: { code: 'single' },
    curtain: { code: 'electronicFirst' }, setBack: { what: ['exposureMode'], brightenStops: 0 },
  }; // prettier-ignore
  const line = (term: keyof ReturnType<typeof cameraLines>, change: Partial<CameraSetting>): string =>
    plain(cameraLines(porter, { ...setting, ...change })[term]);
  it('says where a thing is on this body where its owner has said so, and for nothing that is not set', () => {
    const where = {
      exposureMode: 'dial on the left',
      compensation: 'thumb wheel',
      drive: 'lever',
      lowLight: 'second page',
      stabiliser: 'on the lens',
    };
    const lines = cameraLines(porter, { ...setting, focusOptions: ['lowLight', 'release'], setBack: { what: ['exposureMode', 'lowLight'], brightenStops: 0 } }, where); // prettier-ignore
    expect(plain(lines.mode)).to.equal('Manual: 1/320 s, f/2.8, ISO fixed at 6400 (dial on the left)');
    expect(lines.drive).to.equal('One frame at a time (lever)');
    expect(lines.options).to.equal('Low-light focus on (second page); release before focus: depth of field does the rest');
    expect(lines.setBack).to.equal('Exposure mode (dial on the left) and low-light focus (second page)');
    expect(plain(lines.meter)).to.equal('Will read −1⅓: leave it there');
    const compensated = cameraLines(porter, { ...setting, meter: { code: 'compensates', stops: 1, channels: false } }, where);
    expect(compensated.meter).to.equal('Compensate +1, averaging (thumb wheel)');
    expect(checkWords({ code: 'setBack', what: 'lowLight' }, where)).to.equal('Set back: low-light focus (second page)');
    expect(checkWords({ code: 'setBack', what: 'release' }, where)).to.equal('Set back: focus before release');
  });
  for (const [term, change, sentence] of [
    ['mode', {}, 'Manual: 1/320 s, f/2.8, ISO fixed at 6400'],
    ['mode', { mode: 'manualAutoIso' }, 'Manual: 1/320 s, f/2.8; auto ISO up to ISO 6400'],
    ['mode', { mode: 'shutterPriority' }, 'Shutter priority at 1/320 s, auto ISO up to ISO 6400'],
    ['mode', { mode: 'aperturePriority' }, 'Aperture priority at f/2.8, slowest shutter 1/320 s, auto ISO up to ISO 6400'],
    ['meter', {}, 'Will read −1⅓: leave it there'],
    ['meter', { meter: { code: 'reads', stops: 0.1, channels: true } }, 'Will read 0; watch each channel, one clips early'],
    ['meter', { meter: { code: 'compensates', stops: 1, channels: false } }, 'Compensate +1, averaging'],
    ['meter', { meter: { code: 'compensates', stops: 0, channels: false } }, 'No compensation'],
    [
      'meter',
      { meter: { code: 'floats', stops: 0, isoFrom: 1600, isoTo: 1600, heldBackStops: 0, clipsStops: 0 } },
      'Spot, on the subject',
    ],
    [
      'meter',
      { meter: { code: 'floats', stops: -2 / 3, isoFrom: 1600, isoTo: 6400, heldBackStops: 2 / 3, clipsStops: 1 / 3 } },
      'Spot, on the subject, compensated −⅔; ISO goes between 1600 and 6400 as the light swings; ⅔ stop held back for the bright phases; they clip by ⅓ stop',
    ],
    [
      'meter',
      { meter: { code: 'offDial', stops: 0, averagingStops: 4 } },
      'Spot, on the subject: averaging would need +4, more than the dial has',
    ],
    [
      'meter',
      { meter: { code: 'offDial', stops: -2, averagingStops: -4 } },
      'Spot, on the subject, compensated −2: averaging would need −4, more than the dial has',
    ],
    [
      'meter',
      { meter: { code: 'brightPhase', upStops: 0, share: 0.31 } },
      'For the bright phase; shoot on the peaks, 31 % of the time, let dark frames go',
    ],
    [
      'meter',
      { meter: { code: 'brightPhase', upStops: 1, share: 0.31 } },
      'For the bright phase, 1 stop above your reading; shoot on the peaks, 31 % of the time, let dark frames go',
    ],
    ['focus', { focus: { code: 'byHand', distanceM: 4, nearM: 2.3, farM: 17 } }, 'By hand at 4.0 m: 2.3 m to 17 m is sharp'],
    ['focus', { focus: { code: 'byHand', distanceM: 20, nearM: 19.8, farM: 20.2 } }, 'By hand at 20 m: hardly more is sharp'],
    [
      'focus',
      { focus: { code: 'byHand', distanceM: 4, nearM: 2.3, farM: null } },
      'By hand at 4.0 m: 2.3 m to infinity is sharp',
    ],
    ['focus', { focus: { code: 'following' } }, 'Continuous, on the subject before and while you follow it'],
    ['focus', { focus: { code: 'zone', distanceM: 4, nearM: 2.3, farM: 17 } }, 'Zone focus at 4.0 m: 2.3 m to 17 m is sharp'],
    ['focus', { focus: { code: 'singleInstead' } }, 'Single: continuous cannot see here. A small point on an edge with contrast'],
    ['focus', { focus: { code: 'onAnEdge' } }, 'Single, a small point on an edge with contrast'],
    ['focus', { focus: { code: 'continuous' } }, 'Continuous, a small point on the subject'],
    ['focus', {}, 'Single, a small point on the subject'],
    ['options', {}, 'As they are'],
    [
      'options',
      { focusOptions: ['lowLight', 'previewOff', 'release'] },
      'Low-light focus on; preview of the exposure off, so that the finder stays bright; release before focus: depth of field does the rest',
    ],
    ['drive', {}, 'One frame at a time'],
    ['drive', { drive: { code: 'timer' } }, 'Two-second timer, one frame'],
    ['drive', { drive: { code: 'burst', frames: 3, perSecond: 8 } }, 'Continuous, 8/s, press for 3 frames'],
    ['drive', { drive: { code: 'burst', frames: 2, perSecond: 2.46 } }, 'Continuous, 2.5/s, press for 2 frames'],
    ['stabiliser', { stabiliser: 'none' }, 'None: your stance is all there is'],
    ['stabiliser', { stabiliser: 'panning' }, 'In its panning mode: it must not fight the swing'],
    ['stabiliser', { stabiliser: 'notTheSubject' }, 'On; it steadies you, not the porter'],
    ['stabiliser', {}, 'On'],
    ['curtain', { curtain: { code: 'mechanical' } }, 'Mechanical'],
    ['curtain', { curtain: { code: 'mechanicalShakes' } }, 'Mechanical shakes at this speed: electronic first is steadier'],
    ['curtain', {}, 'Electronic first'],
    [
      'curtain',
      { curtain: { code: 'mechanicalForDiscs' } },
      'Mechanical: so fast and wide, electronic first spoils soft backgrounds',
    ],
    ['curtain', { curtain: { code: 'electronic', bands: null, leanPx: null } }, 'Electronic, silent'],
    [
      'curtain',
      { curtain: { code: 'electronic', bands: 5, leanPx: 3 } },
      'Electronic, silent: about 5.0 bands from the lamps, what crosses leans by 3.0 px',
    ],
    [
      'curtain',
      { curtain: { code: 'electronic', bands: 0.6, leanPx: null } },
      'Electronic, silent: about 0.6 band from the lamps',
    ],
    ['raw', {}, '12 bits are enough: grain hides the rest'],
    ['raw', { rawBits: 14 }, '14 bits'],
    ['setBack', {}, 'Exposure mode'],
    [
      'setBack',
      { setBack: { what: ['isoCeiling', 'drive', 'stabiliser'], brightenStops: 4 / 3 } },
      'ISO ceiling, drive and stabiliser; brighten the raws 1⅓ stops',
    ],
  ] as const)
    // prettier-ignore
    it(`${term}: ${sentence}`, () => expect(line(term, change as Partial<CameraSetting>)).to.equal(sentence));

  it('names the aperture as it is engraved on the lens', () => {
    const half = briefWith({ lens: { widestF: 1.7 } });
    expect(modeWords(half, { ...setting, fNumber: 2 ** (5 / 6) })).to.include('f/1.7');
  });
});

describe('a caution', () => {
  it('is the photographer’s own first, then the place’s, then that of wild animals', () => {
    expect(cautionWords({ ...porter, place: 'pit', caution: 'Mind the cables.' })).to.equal('Mind the cables.');
    expect(cautionWords({ ...porter, place: 'pit' })).to.match(/^Performers .* last word\.$/);
    expect(cautionWords(briefWith({ subject: { kind: 'animal' } }))).to.match(/^Keep your distance from wild/);
    expect(cautionWords(porter)).to.equal(null);
  });
});
