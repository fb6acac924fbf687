import { expect } from 'chai';
import { apertureLabel, apertureMarks, isoMarks, marksBetween, shutterMarks, stopsLabel, type MarkSeries } from './marks.ts';

describe('camera marks', () => {
  const series: [string, MarkSeries, number][] = [
    ['shutter', shutterMarks, 55],
    ['aperture', apertureMarks, 31],
    ['ISO', isoMarks, 43],
  ];
  for (const [name, marks, count] of series) {
    it(`prints and reads back all ${count} ${name} marks`, () => {
      const thirds = Array.from({ length: marks.last - marks.first + 1 }, (_, i) => marks.first + i);
      expect(thirds).to.have.length(count);
      for (const third of thirds) {
        expect(marks.parse(marks.label(third)), marks.label(third)).to.equal(third);
        expect(marks.nearest(marks.value(third))).to.equal(third);
      }
      expect(new Set(thirds.map((third) => marks.label(third)))).to.have.length(count);
    });
    it(`names every ${name} mark within a sixth of a stop of its exact value`, () => {
      for (let third = marks.first; third <= marks.last; third++) {
        const printed = marks.label(third).replace(/^f\//, '');
        const value = printed.startsWith('1/') ? 1 / Number(printed.slice(2)) : Number(printed);
        const stops = Math.abs(Math.log2(value / marks.value(third))) * (marks === apertureMarks ? 2 : 1);
        expect(stops, printed).to.be.below(1 / 6);
      }
    });
  }

  // How cameras print them: common practice.
  it('prints as cameras do', () => {
    expect(shutterMarks.label(25)).to.equal('1/320');
    expect(shutterMarks.label(-15)).to.equal('30');
    expect(shutterMarks.label(39)).to.equal('1/8000');
    expect(shutterMarks.label(5)).to.equal('0.3');
    expect(apertureMarks.label(apertureMarks.nearest(3.175))).to.equal('f/3.2');
    expect(isoMarks.label(isoMarks.nearest(64))).to.equal('64');
    expect(isoMarks.label(30)).to.equal('102400');
    // Beyond that cameras go on doubling: 204800, 409600. Common practice.
    expect([31, 32, 33, 36, 39].map((third) => isoMarks.label(third))).to.deep.equal([
      '128000',
      '160000',
      '204800',
      '409600',
      '819200',
    ]);
  });
  it('reads what people type', () => {
    for (const text of ['1/320', ' 1 / 320 s', '1/320s']) expect(shutterMarks.parse(text)).to.equal(25);
    for (const text of ['0.5', '0.5 s', '0.5"']) expect(shutterMarks.parse(text)).to.equal(3);
    for (const text of ['2.8', 'f/2.8', 'F2.8', '1:2.8']) expect(apertureMarks.parse(text)).to.equal(9);
    for (const text of ['12800', '12 800', '12,800', 'ISO 12800']) expect(isoMarks.parse(text)).to.equal(21);
  });
  it('takes half-stop engravings as the nearest mark and shows them as engraved', () => {
    const rows: [number, number, string][] = [
      [1.2, 1.26, 'f/1.2'],
      [1.7, 1.78, 'f/1.7'],
      [3.3, 3.17, 'f/3.3'],
      [0.95, 1, 'f/0.95'],
    ];
    for (const [engraved, computed, label] of rows) {
      const third = apertureMarks.parse(`f/${engraved}`)!;
      expect(apertureMarks.value(third)).to.be.closeTo(computed, 0.01);
      expect(apertureLabel(apertureMarks.value(third), [engraved])).to.equal(label);
    }
    expect(apertureLabel(2 ** 1.5, [2 ** 1.5])).to.equal('f/2.8');
    expect(apertureLabel(2 ** (5 / 6), [2 ** (5 / 6)])).to.equal('f/1.8');
  });
  it('finds no mark in nonsense or beyond the series', () => {
    for (const text of ['', 'fast', '1/0', '-1', 'NaN', '1/20000', '90', '1e3'])
      expect(shutterMarks.parse(text), text).to.equal(null);
    for (const text of ['f/0.7', 'f/45', 'f', '0']) expect(apertureMarks.parse(text), text).to.equal(null);
    for (const text of ['20', '3276800']) expect(isoMarks.parse(text), text).to.equal(null);
  });
  it('lists the marks between two values from slow to fast', () => {
    expect(marksBetween(shutterMarks, 1, 1 / 4000)).to.have.length(37);
    expect(marksBetween(apertureMarks, 2.8, 16).map((k) => apertureMarks.label(k))[0]).to.equal('f/2.8');
  });
  it('writes stops in thirds', () => {
    const rows: [number, string][] = [
      [0, '0'],
      [1 / 3, '⅓'],
      [4 / 3, '1⅓'],
      [1.6666, '1⅔'],
      [2, '2'],
      [-0.68, '−⅔'],
      [-0.01, '0'],
      [-2, '−2'],
    ];
    for (const [stops, text] of rows) expect(stopsLabel(stops)).to.equal(text);
  });
});
