import { planWithoutLadder } from '@hushto/core';
import { expect } from 'chai';
import { exampleBrief } from '../../../core/test/briefs.ts';
import { canStep, isPinned, pinCount, stepPin, togglePin, unpinned } from './pins.ts';

const brief = exampleBrief();
const { choice } = planWithoutLadder(brief);

describe('pins', () => {
  it('hold a value where it is shown, and let it go again', () => {
    const pinned = togglePin('aperture', choice)(brief);
    expect(pinned.picture.pinned.fNumber).to.be.closeTo(2.83, 0.01);
    expect(isPinned(pinned, 'aperture')).to.equal(true);
    expect(togglePin('aperture', choice)(pinned)).to.deep.equal(brief);
  });
  it('move by thirds of a stop, and by frames for the burst', () => {
    expect(stepPin('aperture', choice, 3)(brief).picture.pinned.fNumber).to.be.closeTo(4, 1e-9);
    expect(stepPin('iso', choice, -3)(brief).picture.pinned.iso).to.be.closeTo(3200, 1e-6);
    expect(stepPin('burst', choice, 1)(brief).picture.pinned.burst).to.equal(4);
    expect(stepPin('shutter', choice, -1)(brief).picture.pinned.shutterS).to.be.closeTo(2 ** (-22 / 3), 1e-9);
  });
  it('stop where lens, body and limit end', () => {
    expect(canStep(brief, 'aperture', choice, -1)).to.equal(false);
    expect(canStep(brief, 'aperture', choice, 1)).to.equal(true);
    expect(stepPin('burst', choice, 9)(brief).picture.pinned.burst).to.equal(4);
    expect(stepPin('burst', choice, -9)(brief).picture.pinned.burst).to.equal(1);
  });
  it('are counted, and all let go together', () => {
    const two = stepPin('iso', choice, -1)(togglePin('shutter', choice)(brief));
    expect(pinCount(two)).to.equal(2);
    expect(unpinned(two)).to.deep.equal(brief);
  });
});
