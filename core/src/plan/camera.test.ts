import { expect } from 'chai';
import fc from 'fast-check';
import { anyBrief, briefWith, exampleBrief } from '../../test/briefs.ts';
import { planBrief } from './planBrief.ts';

const cameraFor = (changes: Parameters<typeof briefWith>[0]) => planBrief(briefWith(changes)).camera;

// How the modes of cameras behave is common practice, no single make's.
describe('the words for the camera', () => {
  it('fix the exposure where the picture is lifted later, and warn that the meter will read low', () => {
    const { camera } = planBrief(exampleBrief());
    expect(camera).to.include({
      mode: 'manual',
      meter: 'Will read −1⅓: leave it there',
      drive: 'Continuous, 8/s, press for 3 frames',
    });
    expect(camera.say).to.include('1/320').and.to.include('f/2.8').and.to.include('6400');
    expect(camera.setBack).to.include('brighten the raws 1⅓');
  });
  it('let ISO float under its ceiling where nothing is lifted', () => {
    expect(cameraFor({ light: { ev100: 8 } })).to.include({ mode: 'manualAutoIso' });
    expect(cameraFor({ light: { ev100: 8 } }).say).to.match(/auto ISO up to ISO.6400$/);
  });
  it('ask for aperture priority with a slowest shutter where nothing moves', () => {
    const camera = cameraFor({ light: { ev100: 6 }, subject: { speedMps: 0 } });
    expect(camera.mode).to.equal('aperturePriority');
    expect(camera.say).to.match(/slowest shutter/);
    expect(camera.focus).to.match(/^Single/);
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
    expect(camera.meter).to.equal('Compensate −⅔, averaging');
    expect(camera.setBack).to.include('compensation');
  });
  it('ride out light that swings little, float with slow swings and hold against fast ones', () => {
    const swing = (downStops: number, upStops: number, periodS: number) =>
      cameraFor({ light: { ev100: 8, swing: { downStops, upStops, periodS } } }).mode;
    expect(swing(0.4, 0.4, 10)).to.equal('manual');
    expect(swing(1, 1, 10)).to.equal('manualAutoIso');
    expect(swing(1, 1, 0.5)).to.equal('manual');
    expect(swing(3, 2, 10)).to.equal('manual');
  });
  it('warn of mechanical curtains between 1/125 and 1/8 s, and of bands under an electronic one', () => {
    const slow = {
      light: { ev100: 3 },
      subject: { speedMps: 0 },
      picture: { shutter: 'mechanical' as const, pinned: { shutterS: 1 / 30, fNumber: null, iso: null, burst: null } },
    };
    expect(cameraFor(slow).curtain).to.match(/shakes/);
    const lamps = {
      light: { ev100: 8, flicker: { frequencyHz: 100, modulation: 0.3 } },
      picture: { shutter: 'electronic' as const },
    };
    // 100 Hz over a readout of 0.05 s.
    expect(cameraFor(lamps).curtain).to.match(/5\.0 bands/);
  });
  it('say where to focus by hand when autofocus gives up', () => {
    const camera = cameraFor({ sensor: { focusLimit: { ev: 6, fNumber: 2 } } });
    expect(camera.focus).to.match(/^By hand at 4\.0.m: 2\.3.m to 17.m/);
    expect(camera.setBack).to.include('focus mode');
  });
  it('never say anything that is no number, whatever the brief', () => {
    fc.assert(
      fc.property(anyBrief, (brief) => {
        for (const line of Object.values(planBrief(brief).camera))
          expect(line)
            .to.match(/^\S[^]*$/)
            .and.not.to.match(/NaN|undefined|Infinity/);
      }),
      { seed: 1, numRuns: 60 },
    );
  });
});
