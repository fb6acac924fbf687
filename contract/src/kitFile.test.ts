import { Ajv } from 'ajv';
import { expect } from 'chai';
import { exampleBrief } from '../../core/test/briefs.ts';
import { withTests } from './focus.ts';
import { kitFileJsonSchema, readKitFile, writeKitFile } from './kitFile.ts';
import type { FocusSeries } from './kitTests.ts';
import { openDocument } from './kinds.ts';
import { STARTER_BODIES, STARTER_LENSES } from './starterShelf.ts';
import { glassOf, sensorOf } from './brief.ts';

const sharpness = { mtf50Cph: 900, lowCph: 880, highCph: 920, sigmaUm: 3.1, sigmaError: 0.1 };
const MEASURED_LENS = {
  ...STARTER_LENSES[0]!,
  price: 300,
  weightG: 140,
  measured: {
    day: '2027-01-14',
    body: 'APS-C 24 MP',
    focalLengthMm: 18.3,
    from: 'raw' as const,
    apertures: [{ name: 'a.dng', fNumber: 2.8, centre: sharpness, corner: null }],
  },
};
const { sensor, lens } = exampleBrief().kit;
/** A test in which light down to EV −2 locked and darker did not, as often as it takes to be sure. */
const series = (changes: Partial<FocusSeries> = {}): FocusSeries => ({
  title: 'Single, edge',
  day: '2027-01-14',
  kit: { sensor: { ...sensor, label: 'Mine' }, lens },
  mode: 'single',
  target: 'edge',
  fNumber: 2,
  darkOption: false,
  confidence: 0.9,
  simulated: null,
  counts: true,
  closed: true,
  tries: [0, 0, -1, -1, -1.5, -1.5, -2, -2, -2.5, -2.5, -3, -3].map((ev100, n) => ({
    id: `${n}`,
    at: '2027-01-14T18:00:00Z',
    ev100,
    locked: ev100 >= -2,
    seconds: null,
  })),
  ...changes,
});
const stored = (id: string, document: FocusSeries) => ({ id, revision: 1, createdAt: '', updatedAt: '', document });

const KIT = {
  bodies: [{ ...STARTER_BODIES[0]!, weightG: 600 }],
  lenses: [MEASURED_LENS],
  focusTests: [series()],
  holds: [],
  tastes: [],
};

describe('a kit file', () => {
  it('gives back exactly what was written', () => {
    const read = readKitFile(writeKitFile(KIT));
    expect('file' in read && read.file).to.deep.include(KIT);
  });
  it('is accepted by an outside validator under the published schema, and a wrong one is not', () => {
    const valid = new Ajv({ strict: false, formats: { date: true, 'date-time': true } }).compile(kitFileJsonSchema());
    expect(valid(JSON.parse(writeKitFile(KIT))), JSON.stringify(valid.errors)).to.equal(true);
    expect(valid(JSON.parse(writeKitFile(KIT).replace('"sigmaUm": 3.1', '"sigmaUm": "soft"')))).to.equal(false);
  });
  it('is refused with the line of what is wrong', () => {
    const text = writeKitFile(KIT).replace('"mtf50Cph": 900', '"mtf50Cph": -5');
    const read = readKitFile(text);
    if (!('issues' in read)) throw new Error('was read');
    const line = read.lineOf(read.issues[0]!.path.map(String));
    expect(text.split('\n')[line - 1]).to.contain('"mtf50Cph": -5');
  });
  it('holds what the earlier forms of body and lens were, without price, weight and measurements', () => {
    for (const [kind, document] of [
      ['bodies', STARTER_BODIES[1]!],
      ['lenses', STARTER_LENSES[1]!],
    ] as const)
      for (const format of [1, 2]) {
        if (kind === 'lenses' && format === 2) continue;
        expect(openDocument(kind, format, JSON.parse(JSON.stringify(document)))).to.have.property('document');
      }
  });
});

describe('what the shelf knows beside the figures', () => {
  it('does not go into a brief', () => {
    expect(glassOf(MEASURED_LENS, 'x')).to.not.have.any.keys('price', 'weightG', 'measured', 'guessed');
    expect(sensorOf({ ...STARTER_BODIES[0]!, price: 5, weightG: 4 })).to.not.have.any.keys('price', 'weightG', 'guessed');
  });
});

describe('a brief with its body’s focus tests', () => {
  const brief = { ...exampleBrief(), kit: { lens, sensor: { ...sensor, label: 'Mine' } } };
  const of = (...tests: FocusSeries[]) =>
    withTests(brief, { holds: [], focusTests: tests.map((document, n) => stored(`t${n}`, document)) }).kit.sensor;

  it('has the limit that was found, and whose it is', () => {
    const found = of(series());
    expect(found.focusLimit.fNumber).to.equal(2);
    expect(found.focusLimit.ev).to.be.within(-2.2, -1.2);
    expect(found.focusTested?.from).to.deep.equal({ seriesId: 't0', count: 12, day: '2027-01-14' });
  });
  it('knows what following costs once both were tested', () => {
    const shifted = series().tries.map((one) => ({ ...one, ev100: one.ev100 + 1.5 }));
    const found = of(series(), series({ mode: 'continuous', tries: shifted }));
    // Expected half-way between what the box says and the tries: the prior holds a little.
    expect(found.focusTested?.continuousCostEv).to.be.within(1, 2);
  });
  it('stays as it was with tests of another body, too few tries, or those that do not count', () => {
    const other = { ...series().kit, sensor: { ...sensor, label: 'Another' } };
    for (const test of [series({ kit: other }), series({ tries: series().tries.slice(0, 5) }), series({ counts: false }), series({ mode: 'continuous' })])
      expect(of(test)).to.equal(brief.kit.sensor);
  });
  it('goes by the test with the option for the dark on, where there is one, and by the latest of two alike', () => {
    const darker = series().tries.map((one) => ({ ...one, ev100: one.ev100 - 2 }));
    expect(of(series({ darkOption: true, tries: darker }), series({ day: '2027-01-20' })).focusTested?.from?.seriesId).to.equal('t0');
    expect(of(series({ day: '2027-01-20' }), series()).focusTested?.from?.seriesId).to.equal('t0');
  });
}); // prettier-ignore
