import { expect } from 'chai';
import fc from 'fast-check';
import {
  article,
  distanceText,
  evText,
  percentText,
  readNumber,
  sharpText,
  shortNumber,
  signedText,
  speedText,
  steadyText,
} from './quantities.ts';

describe('quantities at the screen’s edge', () => {
  it('tell what is sharp by its ends, or by its length where they would round to one figure', () => {
    expect(sharpText(2.3, 17, 'm')).to.equal('2.3–17\u00a0m');
    expect(sharpText(5.2, null, 'm')).to.equal('5.2\u00a0m–∞');
    expect(sharpText(1.9, 2.14, 'm')).to.equal('24\u00a0cm deep');
    expect(sharpText(1.9, 1.9254, 'ft')).to.equal('1\u00a0in deep');
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 60, noNaN: true }), fc.double({ min: 1e-3, max: 40, noNaN: true }), (near, more) => {
        const [from, to] = sharpText(near, near + more, 'm')
          .replace('\u00a0m', '')
          .split('–');
        expect(from).not.to.equal(to);
      }),
    );
  });
  it('are said in the digits a photographer would use', () => {
    expect([0.354, 4, 12.34, 25.4].map((metres) => distanceText(metres, 'm'))).to.deep.equal([
      '0.35\u00a0m',
      '4\u00a0m',
      '12\u00a0m',
      '25\u00a0m',
    ]);
    // One foot is 0.3048 m and one mile 1609.344 m, by definition (international yard and pound agreement, 1959).
    expect(distanceText(3.048, 'ft')).to.equal('10\u00a0ft');
    expect(speedText(1609.344 / 3600, 'mph')).to.equal('1\u00a0mph');
    expect(speedText(10, 'km/h')).to.equal('36\u00a0km/h');
    expect([evText(-3), signedText(-1.24), signedText(0.4)]).to.deep.equal(['EV\u00a0−3.0', '−1.2', '+0.4']);
  });
  it('read back what they print, with comma or point', () => {
    fc.assert(
      fc.property(fc.integer({ min: -999, max: 999 }), (tenths) => {
        expect(readNumber(shortNumber(tenths / 100))).to.be.closeTo(tenths / 100, 0.051);
      }),
    );
    expect(readNumber('1,5')).to.equal(1.5);
    for (const none of ['', 'four', '1/0', 'NaN', '1e9', 'Infinity']) expect(readNumber(none), none).to.equal(null);
  });
  it('never call a chance certain', () => {
    expect([0.5, 0.934, 0.9991, 0.99951].map(percentText)).to.deep.equal([
      '50\u00a0%',
      '93\u00a0%',
      '99.9\u00a0%',
      '>99.9\u00a0%',
    ]);
  });
  it('take the article their sound asks for', () => {
    expect(
      ['APS-C 24 MP', '85 mm f/1.8', '18.3 mm f/2.8', '18–55 mm', 'Full frame', '180 mm', '28 mm', '1-inch'].map(article),
    ).to.deep.equal(['an', 'an', 'an', 'an', 'a', 'a', 'a', 'a']);
  });

  it('says halves and thirds of a stop as what they are', () => {
    expect([0.5, -1.5, 1 / 3, 1, -1, 1.5].map(steadyText)).to.deep.equal(['+½', '−1½', '+⅓', '+1', '−1', '+1½']);
  });
});
