import { expect } from 'chai';
import { briefWith } from '../../test/briefs.ts';
import { planWithoutLadder } from './planBrief.ts';

const FULL_FRAME = { widthMm: 36, heightMm: 24, megapixels: 24, focusLimit: { ev: -3, fNumber: 2 } };
/** A runner coming on, ten metres off, through 200 mm at f/2.8. */
const runner = (changes: Parameters<typeof briefWith>[0] = {}) =>
  briefWith({
    ...changes,
    subject: { speedMps: 8, directionDeg: 0, distanceM: 10, depthM: 0.2, ...changes.subject },
    light: { ev100: 9, ...changes.light },
    sensor: { ...FULL_FRAME, ...changes.sensor },
    lens: { focalLengthMm: 200, ...changes.lens },
    // Wide open, whatever depth the plan would like.
    picture: {
      viewCph: 1080,
      isoCeiling: 25_600,
      pinned: { shutterS: null, fNumber: 2.8, iso: null, burst: null },
      ...changes.picture,
    },
  });
const focusOf = (brief: ReturnType<typeof runner>) => {
  const { figures, camera } = planWithoutLadder(brief);
  return { ...figures.focusing, headroomEv: figures.focusHeadroomEv, gate: figures.gates.focus, code: camera.focus.code };
};

describe('how to focus', () => {
  // Depth of field at 10 m, 200 mm, f/2.8 and c 0.0222 mm: 2·2.83·0.0222·10²/0.2² mm = 0.31 m; in 0.1 s the runner comes 0.8 m nearer.
  it('is continuous where the subject leaves the depth of field between focus and shutter', () =>
    expect(focusOf(runner())).to.include({ mode: 'continuous', code: 'continuous', gate: 'open' }));
  it('is single where it stays inside, and for what crosses or stands still', () => {
    expect(focusOf(runner({ subject: { speedMps: 1 } }))).to.include({ mode: 'single', code: 'single' });
    expect(focusOf(runner({ subject: { directionDeg: 90 } }))).to.include({ mode: 'single' });
    expect(focusOf(runner({ subject: { speedMps: 0 } }))).to.include({ mode: 'single' });
  });
  it('is single instead where continuous, two EV blinder, cannot see', () => {
    // At f/2.8 the limit is EV −2: EV 9 with a limit eight EV higher leaves 3 EV for single and 1 for continuous, one EV darker 0.
    const dim = (ev: number) => focusOf(runner({ sensor: { ...FULL_FRAME, focusLimit: { ev, fNumber: 2 } } }));
    expect(dim(5)).to.include({ mode: 'continuous', instead: false });
    const blind = dim(6.5);
    expect(blind).to.include({ mode: 'single', instead: true, code: 'singleInstead' });
    expect(blind.headroomEv).to.be.closeTo(9 - 7.5, 1e-9);
  });
  it('keeps to a choice of one’s own: continuous stays blind, zone and by hand ask nothing of autofocus', () => {
    const sensor = { ...FULL_FRAME, focusLimit: { ev: 6.5, fNumber: 2 } };
    const chosen = (focus: 'continuous' | 'zone' | 'manual' | 'single') => focusOf(runner({ sensor, picture: { focus } }));
    expect(chosen('continuous').gate).to.equal('shut');
    expect(chosen('single')).to.include({ gate: 'open', instead: false });
    expect(chosen('zone')).to.include({ gate: 'open', code: 'zone' });
    expect(chosen('manual')).to.include({ gate: 'open', code: 'byHand' });
  });
  it('is set back where it was taken out of the camera’s hands', () => {
    const back = (focus: 'zone' | 'single') => planWithoutLadder(runner({ picture: { focus } })).camera.setBack.what;
    expect(back('zone')).to.include('focusMode');
    expect(back('single')).not.to.include('focusMode');
  });
});
