import { expect } from 'chai';
import fc from 'fast-check';
import { exampleBrief } from '../../test/briefs.ts';
import { ladderFor } from '../plan/planBrief.ts';
import { evFromLux } from './exposure.ts';
import { lightAhead, lightAt, rungAt, rungTimes, type LightOfPlace } from './lightAhead.ts';
import { skyIlluminanceLux } from './sky.ts';
import { sunSide } from './sunSide.ts';

const MINUTE = 60_000;

/** A sun that sinks from 10° by a degree every six minutes; about what it does at 50° of latitude in spring, but straight. */
const evening = (change: Partial<LightOfPlace> = {}): LightOfPlace => ({
  sunAltitudeDeg: (atMs) => Math.max(-90, 10 - atMs / (6 * MINUTE)),
  sky: 'clear',
  shadeStops: 0,
  floorEv: null,
  lamps: [],
  ...change,
});
const sunset = 60 * MINUTE;

describe('light ahead', () => {
  it('is the sky’s alone where there are no lamps, and a stop less for each stop of shade', () => {
    const open = lightAt(evening(), sunset);
    // 759 lx with the sun's centre on the horizon: Janiczek & DeYoung (1987), as in the sky's own tests.
    expect(open.lux).to.be.closeTo(759, 1);
    expect(open).to.include({ lampShare: 0, ev100: evFromLux(skyIlluminanceLux(0)) });
    expect(lightAt(evening({ shadeStops: 1 }), sunset).ev100).to.be.closeTo(open.ev100 - 1, 1e-12);
  });

  it('adds lamps in lux: two equal lights are a stop more than one', () => {
    const deepNight = 400 * MINUTE;
    const lamp = { fromMs: 0, toMs: 1000 * MINUTE, ev100: 4 };
    expect(lightAt(evening({ lamps: [lamp] }), deepNight).ev100).to.be.closeTo(4, 1e-3);
    expect(lightAt(evening({ floorEv: 4, lamps: [lamp] }), deepNight).ev100).to.be.closeTo(5, 1e-3);
    expect(lightAt(evening({ floorEv: 4 }), deepNight).lampShare).to.be.closeTo(1, 1e-3);
  });

  it('has lamps lit from their first minute until before their last', () => {
    const place = evening({ floorEv: 0, lamps: [{ fromMs: 400 * MINUTE, toMs: 420 * MINUTE, ev100: 4 }] });
    const lit = lightAhead(place, 390 * MINUTE, 430 * MINUTE, 10 * MINUTE).map(({ ev100 }) => ev100 > 3);
    expect(lit).to.deep.equal([false, true, true, false, false]);
  });

  it('refuses times that run backward and steps of nothing', () => {
    expect(() => lightAhead(evening(), 1, 0, 1)).to.throw(RangeError);
    expect(() => lightAhead(evening(), 0, 1, 0)).to.throw(RangeError);
  });
});

describe('the times of the rungs', () => {
  const rungs = [6, 4, 2].map((evFrom) => ({ evFrom }));
  const samplesOf = (...evs: number[]) =>
    evs.map((ev100, i) => ({ atMs: i * 10 * MINUTE, ev100, sunAltitudeDeg: 0, lux: 1, lampShare: 0 }));

  it('enter a rung at its brighter end as the light falls, and leave it there as it rises', () => {
    const times = rungTimes(samplesOf(7, 5, 1, 5), rungs);
    expect(times.map(({ atMs, ev100, rung, towards }) => [atMs / MINUTE, ev100, rung?.evFrom, towards])).to.deep.equal([
      [5, 6, 6, 'darker'],
      [12.5, 4, 4, 'darker'],
      [17.5, 2, 2, 'darker'],
      [22.5, 2, 4, 'brighter'],
      [27.5, 4, 6, 'brighter'],
    ]);
    expect(rungTimes(samplesOf(5, 7), rungs)).to.deep.equal([{ atMs: 5 * MINUTE, ev100: 6, rung: null, towards: 'brighter' }]);
  });

  it('agree with the rung a light lies on, before and after, however the light goes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -2, max: 12, noNaN: true }), { minLength: 2, maxLength: 12 }),
        fc.uniqueArray(fc.integer({ min: -3, max: 12 }), { minLength: 1, maxLength: 8 }),
        (evs, steps) => {
          const ladder = steps.sort((a, b) => b - a).map((evFrom) => ({ evFrom: evFrom + 0.0137 }));
          const samples = samplesOf(...evs);
          const times = rungTimes(samples, ladder);
          expect(times.map(({ atMs }) => atMs)).to.deep.equal([...times].map(({ atMs }) => atMs).sort((a, b) => a - b));
          const last = times.at(-1)?.rung ?? null;
          const rising = times.length === 0 ? rungAt(ladder, evs[0]!) : last;
          expect(rungAt(ladder, evs.at(-1)!)).to.equal(rising);
        },
      ),
      { numRuns: 2000 },
    );
  });

  it('of a real ladder come in its order through dusk, one each', () => {
    const ladder = ladderFor(exampleBrief(), { brighterThirds: 30, darkerThirds: 12 });
    const samples = lightAhead(evening(), 0, 150 * MINUTE, MINUTE);
    const times = rungTimes(samples, ladder);
    const reached = ladder.filter(({ evFrom }) => evFrom < samples[0]!.ev100 && evFrom >= samples.at(-1)!.ev100);
    expect(times.map(({ rung }) => rung)).to.deep.equal(reached);
    expect(times.length).to.be.above(4);
  });

  it('find the rung that begins at or above a light, and none above the ladder', () => {
    expect(rungAt(rungs, 4)?.evFrom).to.equal(4);
    expect(rungAt(rungs, 3.9)?.evFrom).to.equal(4);
    expect(rungAt(rungs, -5)?.evFrom).to.equal(2);
    expect(rungAt(rungs, 6.1)).to.equal(null);
  });
});

describe('the sun against the camera', () => {
  it('is behind the subject when the camera looks into it, behind the camera when it looks away', () => {
    expect(sunSide(20, 245, 245, 'clear')).to.include({ side: 'back', apartDeg: 0 });
    expect(sunSide(20, 65, 245, 'clear')).to.include({ side: 'front', apartDeg: 180 });
    expect(sunSide(20, 335, 245, 'clear')).to.include({ side: 'side', apartDeg: 90 });
  });

  it('knows that 350° and 10° are twenty degrees apart, whichever way they are counted', () => {
    expect(sunSide(20, 350, 10, 'clear').apartDeg).to.be.closeTo(20, 1e-9);
    expect(sunSide(20, 10, 350, 'clear').apartDeg).to.be.closeTo(20, 1e-9);
    fc.assert(
      fc.property(
        fc.double({ min: -720, max: 720, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        (azimuth, facing) => {
          const { apartDeg } = sunSide(20, azimuth, facing, 'clear');
          expect(apartDeg).to.be.within(0, 180);
          expect(sunSide(20, azimuth + 360, facing, 'clear').apartDeg).to.be.closeTo(apartDeg, 1e-6);
        },
      ),
    );
  });

  it('may need 3 to 5 stops of lift from behind (common practice), less under cloud, none after sunset', () => {
    expect(sunSide(10, 0, 0, 'clear').liftStops).to.deep.equal([3, 5]);
    expect(sunSide(10, 0, 0, 'darkOvercast').liftStops[1]).to.be.below(1);
    expect(sunSide(-1, 0, 0, 'clear')).to.deep.include({ side: 'down', liftStops: [0, 0] });
  });
});
