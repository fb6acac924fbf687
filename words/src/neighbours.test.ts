import { expect } from 'chai';
import { neighbourWords, type Neighbour } from './neighbours.ts';

const plain = (sentence: string): string => sentence.replace(/[\u00a0\u202f]/g, ' ');
type Setting = NonNullable<Neighbour['setting']>;
const set = (shutter: string, shutterS: number, aperture = 'f/2.8', iso = '6400', lift = '0'): Setting => ({
  shutterS,
  labels: { shutter, aperture, iso, lift },
});
const NOW = set('1/250', 1 / 250);

describe('what neighbouring values would give', () => {
  const said = (...settings: (Setting | null)[]): string =>
    plain(
      neighbourWords(
        settings.map((setting, i) => ({ at: ['3 m', '6 m'][i]!, setting })),
        NOW,
      ),
    );
  it('is the shutter where that changes', () =>
    expect(said(set('1/400', 1 / 400), set('1/200', 1 / 200))).to.equal('At 3 m, 1/400 s; at 6 m, 1/200 s.'));
  it('is the aperture, the ISO or what is brightened later where the shutter stays', () => {
    expect(said(NOW, set('1/250', 1 / 250, 'f/2'))).to.equal('At 3 m, f/2.8; at 6 m, f/2.');
    expect(said(set('1/250', 1 / 250, 'f/2.8', '12800'), NOW)).to.equal('At 3 m, ISO 12 800; at 6 m, ISO 6400.');
    expect(said(NOW, set('1/250', 1 / 250, 'f/2.8', '6400', '⅔'))).to.equal(
      'At 3 m, nothing to brighten later; at 6 m, +⅔ later.',
    );
  });
  it('says where nothing changes, and where nothing works', () =>
    expect(said(NOW, null)).to.equal('At 3 m the same; at 6 m nothing works.'));
});
