import { expect } from 'chai';
import { lensAt, planBrief, widestFAt } from '@hushto/core';
import { PORT_ALDER_BRIEFS } from '@hushto/demo';
import { readFileSync } from 'node:fs';
import { BodySchema, BriefSchema, ShelfLensSchema } from './brief.ts';
import { ERRORS } from './errors.ts';
import { lensLabel, STARTER_BODIES, STARTER_LENSES } from './starterShelf.ts';

describe('what ships', () => {
  it('has sound bodies and lenses with distinct names, the wanted formats among them', () => {
    for (const body of STARTER_BODIES) BodySchema.parse(body);
    for (const lens of STARTER_LENSES) ShelfLensSchema.parse(lens);
    expect(new Set(STARTER_LENSES.map((lens) => lens.label))).to.have.length(STARTER_LENSES.length);
    // Widths of the formats a shop sells, mm: common practice. A name says the format and the megapixels, and both are true.
    const widths = { 'Full frame': 36, 'APS-C': 23.5, 'Four-thirds': 17.3, '1-inch': 13.2 };
    for (const [format, width] of Object.entries(widths)) {
      const bodies = STARTER_BODIES.filter(({ label }) => label.startsWith(format));
      expect(bodies.length, format).to.be.at.least(1);
      for (const { label, widthMm, megapixels } of bodies) {
        expect(widthMm, label).to.be.closeTo(width, 0.2);
        expect(label).to.equal(`${format} ${megapixels} MP`);
      }
    }
    expect(STARTER_LENSES.length).to.be.at.least(12);
  });
  for (const brief of PORT_ALDER_BRIEFS) {
    it(`plans ${brief.title}`, () => {
      expect(planBrief(BriefSchema.parse(brief)).possible).to.equal(true);
    });
  }
});

describe('a zoom', () => {
  const zoom = { ...STARTER_LENSES.find((lens) => lens.label === '18–55 mm f/3.5–5.6')! };
  it('opens as engraved at both ends and to the wider third between', () => {
    expect(widestFAt(zoom, 18)).to.equal(3.5);
    expect(widestFAt(zoom, 55)).to.equal(5.6);
    // Half way in log focal length is two thirds of a stop down: between f/4 and f/4.5, so f/4.5's wider neighbour or itself.
    expect(widestFAt(zoom, Math.sqrt(18 * 55))).to.be.within(4, 4.5);
    expect(() => widestFAt(zoom, 70)).to.throw(RangeError);
  });
  it('becomes the lens of a brief', () => {
    expect(lensAt(zoom, 18)).to.include({ focalLengthMm: 18, widestF: 3.5 }).and.not.have.property('focalFromMm');
  });
  it('is named by its numbers', () => {
    expect(lensLabel(18, 55, 3.5, 5.6)).to.equal('18–55 mm f/3.5–5.6');
    expect(lensLabel(85, 85, 1.8, 1.8)).to.equal('85 mm f/1.8');
  });
  it('refuses ends that do not fit, by the field', () => {
    const path = (lens: object) => ShelfLensSchema.safeParse({ ...zoom, ...lens }).error!.issues[0]!.path.join('.');
    expect(path({ focalToMm: 10 })).to.equal('focalToMm');
    expect(path({ narrowestF: 4 })).to.equal('narrowestF');
  });
});

it('documents every error of the catalogue, and no other', () => {
  const page = readFileSync(new URL('../../docs/errors.md', import.meta.url), 'utf8');
  const documented = [...page.matchAll(/^\| `([A-Z_]+)` +\| (\d+) +\|/gm)].map(([, code, status]) => `${code} ${status}`);
  expect(documented).to.have.members(Object.entries(ERRORS).map(([code, { status }]) => `${code} ${status}`));
});
