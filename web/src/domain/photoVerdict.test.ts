import { expect } from 'chai';
import { supportedOf, verdictOf, type JudgedPhoto } from './photoVerdict.ts';

const photo = (blurPx: number | null, said: JudgedPhoto['said'] = null): JudgedPhoto => ({ blurPx, said });

describe('the verdict on a photo of a steadiness test', () => {
  it('is what its edges show: two pixels are still crisp', () => {
    expect([photo(1.9), photo(2.1), photo(null)].map((one) => verdictOf(one, 0))).to.deep.equal(['sharp', 'soft', 'sharp']);
  });

  it('leaves out what a frame from a support shows: a lens of 1.6 px and hands of 1.8 blur to 2.4', () => {
    // Spreads add in squares: 2.4² = 1.6² + 1.8².
    expect(verdictOf(photo(2.4), 0)).to.equal('soft');
    expect(verdictOf(photo(2.4), 1.6)).to.equal('sharp');
    expect(verdictOf(photo(3), 1.6)).to.equal('soft');
  });

  it('is what the eye said, whatever the edges and the support', () => {
    expect(verdictOf(photo(0.5, 'soft'), 0.4)).to.equal('soft');
    expect(verdictOf(photo(9, 'sharp'), 0)).to.equal('sharp');
    expect(verdictOf(photo(1.6, 'support'), 1.6)).to.equal('support');
  });

  it('goes by the first frame from a support that has edges', () => {
    expect(supportedOf([photo(1), photo(null, 'support'), photo(1.5, 'support'), photo(1.7, 'support')])?.blurPx).to.equal(1.5);
    expect(supportedOf([photo(1), photo(2, 'sharp')])).to.equal(null);
  });
});
