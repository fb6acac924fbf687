import { expect } from 'chai';
import { gainWords, patternWords } from './sensor.ts';

const plain = (text: string): string => text.replace(/[\u00a0\u202f]/g, ' ');
const set = (rowE: number, columnE: number, colours?: { red: number; blue: number }) => ({
  readNoiseE: { value: 2, standardError: 0.01 },
  pattern: { rowE, columnE, fixedE: 0 },
  colours,
});

describe('what is said of a sensor’s noise', () => {
  it('is whether stripes are seen, which way they lie, and at their worst', () => {
    expect(plain(patternWords([set(0.02, 0.05)]))).to.equal('No stripes to speak of: shadows may be brightened as far as the grain lets you.');
    expect(plain(patternWords([set(0.02, 0.05), set(0.2, 0.1)]))).to.equal('Lying stripes of 10 % of the read noise: seen only in even shadows brightened a lot.');
    expect(plain(patternWords([set(0.1, 0.8)]))).to.equal('Upright stripes of 40 % of the read noise: they stand out in brightened shadows before the grain does.');
    expect(patternWords([{ readNoiseE: { value: 2, standardError: 0.1 } }])).to.equal('');
  });
  it('is which colour is the grainiest in that light', () => {
    // A quarter of the light is two stops.
    expect(plain(patternWords([set(0, 0, { red: 0.25, blue: 0.7 })]))).to.include('In that light red gets 2.0 stops less than green: its grain is the colour speckle you see first.');
    expect(plain(patternWords([set(0, 0, { red: 1.1, blue: 0.9 })]))).to.include('In that light its colours are equally grainy.');
  });
  it('is from where a second gain reads cleaner', () => {
    expect(gainWords({})).to.equal(null);
    expect(plain(gainWords({ highGain: { fromIso: 800, readInE: 1.2, readOutE: 1 } })!)).to.equal('It has two gains: from ISO 800 on it reads with 1.2 e⁻ of noise before the amplifier, so just below that ISO is a poor choice.');
  });
}); // prettier-ignore
