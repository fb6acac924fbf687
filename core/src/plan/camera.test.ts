import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, briefWith, exampleBrief } from '../../test/briefs.ts';
import { planBrief, planWithoutLadder } from './planBrief.ts';

const cameraFor = (changes: Parameters<typeof briefWith>[0]) => planWithoutLadder(briefWith(changes)).camera;

// How the modes of cameras behave is common practice, no single make's.
describe('the setting of the camera', () => {
  it('fix the exposure where the picture is lifted later, and warn that the meter will read low', () => {
    const { camera } = planWithoutLadder(exampleBrief());
    expect(camera).to.include({ mode: 'manual', rawBits: 12 });
    expect(camera.iso).to.be.closeTo(6400, 1);
    expect(camera.meter.code).to.equal('reads');
    expect((camera.meter as { stops: number }).stops).to.be.closeTo(-2 / 3, 1 / 6);
    expect(camera.drive).to.deep.equal({ code: 'burst', frames: 3, perSecond: 8 });
    expect(camera.setBack.brightenStops).to.be.closeTo(2 / 3, 1 / 6);
  });
  it('let ISO float under its ceiling where nothing is lifted', () => {
    expect(cameraFor({ light: { ev100: 8 } })).to.include({ mode: 'manualAutoIso' });
    expect(cameraFor({ light: { ev100: 8 } }).ceilingIso).to.equal(6400);
    // A ceiling under the base is no ceiling a camera has.
    expect(cameraFor({ light: { ev100: 8 }, picture: { isoCeiling: 50 } }).ceilingIso).to.equal(100);
  });
  it('ask for aperture priority with a slowest shutter where nothing moves', () => {
    const camera = cameraFor({ light: { ev100: 6 }, subject: { speedMps: 0 } });
    expect(camera.mode).to.equal('aperturePriority');
    expect(camera.focus).to.deep.equal({ code: 'single' });
  });
  it('follow what is pinned', () => {
    const pinned = { shutterS: null, fNumber: null, iso: null, burst: null };
    expect(cameraFor({ light: { ev100: 8 }, picture: { pinned: { ...pinned, shutterS: 1 / 500 } } }).mode).to.equal(
      'shutterPriority',
    );
    expect(cameraFor({ light: { ev100: 8 }, picture: { pinned: { ...pinned, fNumber: 4 } } }).mode).to.equal('aperturePriority');
    expect(cameraFor({ light: { ev100: 8 }, picture: { pinned: { ...pinned, iso: 1600 } } }).mode).to.equal('manual');
  });
  it('keep a black animal black: about −⅔ where it fills half the frame', () => {
    const camera = cameraFor({ light: { ev100: 8 }, subject: { tone: 0.045, frameFill: 0.5 } });
    expect(camera.meter).to.include({ code: 'compensates', channels: false });
    expect((camera.meter as { stops: number }).stops).to.be.closeTo(-2 / 3, 1 / 6);
    expect(camera.setBack.what).to.include('compensation');
  });
  it('ride out light that swings little, float with slow swings and hold against fast ones', () => {
    const swing = (downStops: number, upStops: number, periodS: number) =>
      cameraFor({ light: { ev100: 8, swing: { downStops, upStops, periodS } } }).mode;
    expect(swing(0.4, 0.4, 10)).to.equal('manual');
    expect(swing(1, 1, 10)).to.equal('manualAutoIso');
    expect(swing(1, 1, 0.5)).to.equal('manual');
    expect(swing(3, 2, 10)).to.equal('manual');
  });
  it('are planned on the peaks of light that cannot be followed, as if it stood there', () => {
    const swing = { downStops: 3, upStops: 2, periodS: 1 };
    const plan = planBrief(briefWith({ light: { ev100: 5, swing } }));
    const onPeaks = planWithoutLadder(briefWith({ light: { ev100: 7 } }));
    expect(plan.choice).to.deep.equal(onPeaks.choice);
    expect(plan.figures.focusHeadroomEv).to.be.closeTo(onPeaks.figures.focusHeadroomEv, 1e-9);
    // Within half a stop of the peak of a sine of amplitude 2.5: acos(1 − 0.5/2.5)/π.
    expect(plan.camera.meter).to.deep.include({ code: 'brightPhase', upStops: 2 });
    expect((plan.camera.meter as { share: number }).share).to.be.closeTo(Math.acos(0.8) / Math.PI, 1e-12);
    expect(plan.ladder.find(({ now }) => now)!.evFrom).to.equal(5);
  });
  it('hold back for brighter phases what base ISO and lift allow, and say what clips', () => {
    const swing = { downStops: 0, upStops: 3, periodS: 10 };
    // 2.98 stops of highlights less 1⅓ of a saturated channel leave 1.65: 1.35 are missing, and are lifted later.
    const held = briefWith({ light: { ev100: 7, colour: 'saturated', swing }, picture: { liftCeilingStops: 2 } });
    const plan = planWithoutLadder(held);
    expect(plan.figures.heldBackStops).to.be.closeTo(3 - (Math.log2(1 / 0.127) - 4 / 3), 1e-9);
    expect(plan.figures.highlightStops).to.be.closeTo(0, 1e-9);
    expect(plan.camera).to.deep.include({ mode: 'manualAutoIso' });
    const { meter } = plan.camera as { meter: { clipsStops: number; isoTo: number; isoFrom: number; stops: number } };
    expect(meter.clipsStops).to.equal(0);
    expect(meter.stops).to.be.closeTo(-plan.figures.heldBackStops, 1e-9);
    expect(meter.isoTo).to.be.at.most(6400);
    const kept = planWithoutLadder({ ...held, picture: { ...held.picture, liftCeilingStops: 0 } });
    expect(kept.figures.heldBackStops).to.equal(0);
    expect((kept.camera.meter as { clipsStops: number }).clipsStops).to.be.closeTo(plan.figures.heldBackStops, 1e-9);
  });
  it('turn to the spot where an averaging meter would need more than a dial has', () => {
    const camera = cameraFor({ light: { ev100: 8, background: { tone: 0.18, stops: 5 } }, subject: { frameFill: 0.1 } });
    // log2(0.1 + 0.9·32) = 4.85 stops.
    expect(camera.meter).to.deep.include({ code: 'offDial', stops: 0 });
    expect((camera.meter as { averagingStops: number }).averagingStops).to.be.closeTo(4.85, 0.01);
  });
  it('warn of mechanical curtains between 1/125 and 1/8 s, and of bands under an electronic one', () => {
    const slow = {
      light: { ev100: 3 },
      subject: { speedMps: 0 },
      picture: { shutter: 'mechanical' as const, pinned: { shutterS: 1 / 30, fNumber: null, iso: null, burst: null } },
    };
    expect(cameraFor(slow).curtain).to.deep.equal({ code: 'mechanicalShakes' });
    const lamps = {
      light: { ev100: 8, flicker: { frequencyHz: 100, modulation: 0.3 } },
      picture: { shutter: 'electronic' as const },
    };
    // 100 Hz over a readout of 0.05 s.
    expect((cameraFor(lamps).curtain as { bands: number }).bands).to.be.closeTo(5, 1e-9);
  });
  it('say where to focus by hand when autofocus gives up', () => {
    const camera = cameraFor({ sensor: { focusLimit: { ev: 6, fNumber: 2 } } });
    expect(camera.focus).to.include({ code: 'byHand', distanceM: 4 });
    const { nearM, farM } = camera.focus as { nearM: number; farM: number };
    expect([nearM.toFixed(1), farM.toFixed(0)]).to.deep.equal(['2.3', '17']);
    expect(camera.setBack.what).to.include('focusMode');
  });
  it('is all numbers, whatever the brief', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        const { camera } = planWithoutLadder(brief);
        expect(JSON.parse(JSON.stringify(camera)), 'nothing is lost on the way as JSON').to.deep.equal(camera);
        expect(camera.setBack.what.length).to.be.at.least(1);
      }),
      { seed: 1, numRuns: 60 },
    );
  });
});
