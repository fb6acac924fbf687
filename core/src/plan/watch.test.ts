import { expect } from 'chai';
import { briefWith } from '../../test/briefs.ts';
import type { Brief } from '../brief/brief.ts';
import { planWithoutLadder } from './planBrief.ts';
import type { Reason } from './reasons.ts';

const about = <Code extends Reason['code']>(brief: Brief, code: Code) =>
  planWithoutLadder(brief).reasons.find((reason): reason is Extract<Reason, { code: Code }> => reason.code === code);

describe('what a place asks to be watched for', () => {
  const stage: Brief = {
    ...briefWith({ light: { ev100: 8 }, lens: { focalLengthMm: 35 } }),
    watch: [{ what: 'heads' }, { what: 'pattern', pitchMm: 4, distanceM: 12 }],
  };
  it('says what a pattern makes of the chosen aperture, the lens and the pixels', () => {
    // 35 mm at 12 m: 4 mm become 11.7 µm, and a pixel is 3.91 µm; nearer than 35·(1 + 4/0.01563) mm = 9 m there are four of them.
    const pattern = about(stage, 'pattern')!;
    expect(pattern.pitchPx).to.be.closeTo(2.99, 0.01);
    expect(pattern.verdict).to.equal('beats');
    expect(pattern.nearerM).to.be.closeTo(8.99, 0.03);
  });
  it('says nothing of one that is not there', () =>
    expect(about({ ...stage, watch: [{ what: 'heads' }] }, 'pattern')).to.equal(undefined));
});

describe('focus as a decision', () => {
  const close = briefWith({
    subject: { speedMps: 0, distanceM: 1.2, depthM: 0 },
    light: { ev100: 5 },
    lens: { focalLengthMm: 85, widestF: 1.4 },
    sensor: { widthMm: 36, heightMm: 24 },
  });
  it('is told in centimetres where there are few, with what a stop down gives and costs', () => {
    const { depthM, narrower } = about(close, 'shallow')!;
    const { nearM, farM } = planWithoutLadder(close).figures;
    expect(depthM).to.be.closeTo(farM! - nearM, 1e-12);
    expect(depthM).to.be.below(0.1);
    // Depth of field grows with the f-number: a stop is √2 in depth, and a stop of ISO at the same shutter.
    expect(narrower!.depthM / depthM).to.be.closeTo(Math.SQRT2, 0.01);
    expect(narrower!.grainStops).to.be.closeTo(1, 1e-9);
  });
  it('is not, where there is more', () => expect(about(briefWith({}), 'shallow')).to.equal(undefined));
  it('asks whether the lens opens to focus only where autofocus would be at its limit without', () => {
    const stopped = { shutterS: null, fNumber: 8, iso: null, burst: null };
    const dark = briefWith({ subject: { speedMps: 0 }, light: { ev100: 0 }, picture: { pinned: stopped, isoCeiling: 51_200 } });
    expect(about(dark, 'opens')!.lessEv).to.be.closeTo(3, 1e-9);
    const bright = briefWith({ subject: { speedMps: 0 }, light: { ev100: 8 }, picture: { pinned: stopped } });
    expect(about(bright, 'opens')).to.equal(undefined);
  });
  it('sets what helps it, and puts each on the list to set back', () => {
    const low = planWithoutLadder(
      briefWith({ subject: { speedMps: 0, lowContrast: true }, light: { ev100: -1.5 }, picture: { isoCeiling: 51_200 } }),
    );
    expect(low.figures.gates.focus).not.to.equal('open');
    expect(low.camera.focusOptions).to.include('lowLight');
    const lifted = planWithoutLadder(briefWith({}));
    expect(lifted.camera.mode).to.equal('manual');
    expect(lifted.camera.focusOptions).to.deep.equal(['previewOff']);
    const street = planWithoutLadder(
      briefWith({ light: { ev100: 11 }, picture: { pinned: { shutterS: null, fNumber: 8, iso: null, burst: null } } }),
    );
    expect(street.camera.focusOptions).to.deep.equal(['release']);
    for (const { camera } of [low, lifted, street])
      for (const option of camera.focusOptions) expect(camera.setBack.what).to.include(option);
  });
});
