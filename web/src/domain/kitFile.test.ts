import { STARTER_BODIES, STARTER_LENSES, type KitFile } from '@hushto/contract';
import { AS_PLANNED, kitAtWork, lensTest } from '@hushto/core';
import { expect } from 'chai';
import Papa from 'papaparse';
import { exampleBrief } from '../../../core/test/briefs.ts';
import {
  briefsFocusedWith,
  focusCsv,
  focusTestOf,
  hiddenDarkest,
  hiddenFocus,
  meterShutter,
  simulatedTry,
  withTry,
} from './focusTest.ts';
import { kitAdditions, kitFileOf, lensCsv, type KitShelf } from './kitFile.ts';
import { blindJob, blindVerdictOf, newBlindLook, nextBlindPair, withBlindChoice } from './kitLook.ts';
import { aspectOf, firstKits, kitNames, kitOf, lensForView, shapeOf } from './kitsBeside.ts';
import { hiddenLens, testApertures } from './simulatedLens.ts';

const { sensor, lens } = exampleBrief().kit;
const focusTest = (simulated: KitFile['focusTests'][number]['simulated'] = null): KitFile['focusTests'][number] => ({
  title: 'Single, edge',
  day: '2027-01-14',
  kit: { sensor: { ...sensor, id: 'theirs', label: STARTER_BODIES[0]!.label }, lens },
  mode: 'single',
  target: 'edge',
  fNumber: 2,
  darkOption: false,
  confidence: 0.9,
  simulated,
  counts: true,
  closed: false,
  tries: [],
});
const stored = <Document>(id: string, document: Document) => ({ id, revision: 1, createdAt: '', updatedAt: '', document });
const EMPTY: KitShelf = { bodies: [], lenses: [], focusTests: [], holds: [], tastes: [] };
const ids = () => {
  let n = 0;
  return () => `new${++n}`;
};

describe('a kit passed on', () => {
  const own: KitShelf = {
    ...EMPTY,
    bodies: [stored('b', STARTER_BODIES[0]!)],
    focusTests: [stored('f', focusTest()), stored('g', focusTest({ seed: 1, evAtHalf: -3, slope: 3 }))],
  };

  it('leaves the simulated camera at home, and for a friend one’s own hands and eyes', () => {
    const file = kitFileOf(
      { ...own, holds: [stored('h', { simulated: null } as unknown as KitFile['holds'][number])] },
      'friend',
    );
    expect(file.focusTests).to.have.length(1);
    expect(file.holds).to.have.length(0);
    expect(
      kitFileOf({ ...own, holds: [stored('h', { simulated: null } as unknown as KitFile['holds'][number])] }, 'me').holds,
    ).to.have.length(1);
  });
  it('brings in what is new, once; the same again brings nothing', () => {
    const file = kitFileOf(own, 'friend');
    const { added, known } = kitAdditions(file, EMPTY, ids());
    expect(added.map(({ kind }) => kind)).to.deep.equal(['bodies', 'focusTests']);
    expect(known).to.equal(0);
    // The test speaks for the body as it is called here.
    const [body, test] = added;
    expect(test!.kind === 'focusTests' && test!.document.kit.sensor.id).to.equal(body!.id);
    expect(kitAdditions(file, own, ids())).to.deep.include({ known: 2 });
  });
  it('puts a body of a known name with other figures beside it, under a name of its own', () => {
    const file = { ...kitFileOf(own, 'friend'), bodies: [{ ...STARTER_BODIES[0]!, wellPerUm2: 3000 }] };
    const shelf: KitShelf = { ...own, focusTests: [] };
    const once = kitAdditions(file, shelf, ids()).added;
    const [body] = once;
    expect(body!.kind === 'bodies' && body!.document.label).to.equal(`${STARTER_BODIES[0]!.label} (from a file)`);
    // Brought in, it is known, and so is its test, though both stand here otherwise than in the file.
    const then: KitShelf = { ...shelf };
    for (const { kind, id, document } of once) Object.assign(then, { [kind]: [...then[kind], stored(id, document)] });
    expect(once.map(({ kind }) => kind)).to.deep.equal(['bodies', 'focusTests']);
    expect(kitAdditions(file, then, ids())).to.deep.equal({ added: [], known: 2 });
  });
  it('has its sharpness as CSV, a row for each aperture', () => {
    const centre = { mtf50Cph: 900, lowCph: 880, highCph: 920, sigmaUm: 3.1, sigmaError: 0.1 };
    const csv = lensCsv('28 mm f/2', {
      day: '2027-01-14',
      body: 'A',
      focalLengthMm: 28,
      from: 'raw',
      apertures: [{ name: 'a, b.dng', fNumber: 2.8, centre, corner: null }],
    });
    const { data } = Papa.parse<Record<string, string>>(csv, { header: true });
    expect(data[0]).to.include({ lens: '28 mm f/2', photo: 'a, b.dng', mtf50Cph: '900', cornerMtf50Cph: '' });
  });
});

describe('briefs with a focus test', () => {
  const tries = Array.from({ length: 8 }, (_, n) => ({
    id: `${n}`,
    at: '',
    ev100: n % 2 ? 1 : -1,
    locked: n % 2 === 1,
    seconds: null,
  }));
  const brief = stored('market', { ...exampleBrief(), kit: { sensor: { ...sensor, id: 'theirs' }, lens } });
  const single = stored('single', { ...focusTest(), tries });
  const following = stored('following', { ...focusTest(), mode: 'continuous' as const, tries });

  it('go by the one on an edge, and by what following costs against it', () => {
    const both = [single, following];
    expect(both.map(({ id }) => briefsFocusedWith(id, both, [brief]))).to.deep.equal([
      [brief.document.title],
      [brief.document.title],
    ]);
  });

  it('go by none of another body, none that is not to count, and by following alone not at all', () => {
    expect(briefsFocusedWith('following', [following], [brief])).to.deep.equal([]);
    const other = stored('other', exampleBrief());
    expect(briefsFocusedWith('single', [single], [other])).to.deep.equal([]);
    const idle = stored('idle', { ...focusTest(), tries, counts: false });
    expect(briefsFocusedWith('idle', [idle], [brief])).to.deep.equal([]);
  });
});

describe('a simulated focus test', () => {
  it('ends by itself, near the hidden limit, and is the same after a reload', () => {
    let near = 0;
    for (let seed = 1; seed <= 20; seed++) {
      let series = focusTest(hiddenFocus(seed, -3));
      for (let n = 0; !series.closed && n < 40; n++) {
        const ev = focusTestOf(series).next;
        expect(simulatedTry(series, ev)).to.deep.equal(simulatedTry(series, ev));
        series = withTry(series, simulatedTry(series, ev));
      }
      expect(series.closed).to.equal(true);
      near += Math.abs(focusTestOf(series).trusted.ev - hiddenDarkest(series)) < 1 ? 1 : 0;
      const { data } = Papa.parse<Record<string, string>>(focusCsv(series), { header: true, skipEmptyLines: true });
      expect(data).to.have.length(series.tries.length);
    }
    expect(near).to.be.at.least(18);
  });
  it('names what a meter reads there: EV 0 is a second at f/1 and ISO 100', () => {
    expect(meterShutter(0, 1, 100)).to.equal(1);
    expect(meterShutter(-3, 2, 3200)).to.equal(1);
  });
});

describe('kits beside each other', () => {
  const shelf = {
    bodies: STARTER_BODIES.map((document, n) => stored(`b${n}`, document)),
    lenses: STARTER_LENSES.map((document, n) => stored(`l${n}`, document)),
  };
  const brief = {
    ...exampleBrief(),
    kit: { lens: { ...lens, label: '18.3 mm f/2.8' }, sensor: { ...sensor, label: 'APS-C 24 MP' } },
  };

  it('begin with the brief’s own and the next larger one, at its view', () => {
    const kits = firstKits(stored('x', brief), shelf).map((kit) => kitOf(kit, shelf)!);
    expect(kitNames(kits)).to.deep.equal(['APS-C 24 MP', 'Full frame 24 MP']);
    // 18.3 mm on 15.6 mm of height is 28.2 mm on 24.
    expect(kits[1]!.lens.focalFromMm).to.equal(28);
    expect(lensForView(brief, shelf.bodies[2]!, shelf)!.document.label).to.equal('18.3 mm f/2.8');
  });
  it('are told apart by their lens where the body is one', () => {
    const kit = (lensId: string) => kitOf({ bodyId: 'b0', lensId, settled: AS_PLANNED }, shelf)!;
    expect(kitNames([kit('l0'), kit('l4')])).to.deep.equal([
      'Full frame 24 MP with 18.3 mm f/2.8',
      'Full frame 24 MP with 28 mm f/2',
    ]);
    expect(kitOf({ bodyId: 'gone', lensId: 'l0', settled: AS_PLANNED }, shelf)).to.equal(null);
  });
  it('are shown in the shape nearest to the sensor’s until another is wished', () => {
    expect(shapeOf(brief)).to.equal('3:2');
    expect(shapeOf({ ...brief, kit: { ...brief.kit, sensor: { ...sensor, widthMm: 17.3, heightMm: 13 } } })).to.equal('4:3');
    expect(aspectOf('16:9')).to.be.closeTo(16 / 9, 1e-12);
  });
  it('are chosen between blind, sides by lot, and counted by kit, not by side', () => {
    const works = firstKits(stored('x', brief), shelf).map((kit) => ({
      name: kit.bodyId,
      work: kitAtWork(brief, kitOf(kit, shelf)!, 1.5),
    }));
    let look = newBlindLook(works, 'detail', 7, '2027-01-14');
    const sides = new Set<boolean>();
    while (!look.closed) {
      const pair = nextBlindPair(look);
      expect(nextBlindPair(look)).to.deep.equal(pair);
      sides.add(pair.firstLeft);
      const left = blindJob(look, pair, 'left', { width: 10, height: 10 });
      expect(left.brief).to.equal((pair.firstLeft ? look.first : look.second).brief);
      // Always the second, wherever it stands.
      look = withBlindChoice(look, pair, !pair.firstLeft);
    }
    expect(sides).to.deep.equal(new Set([false, true]));
    expect(blindVerdictOf(look)).to.deep.include({ of: 12, tookFirst: 0, preferred: 'second' });
  });
});

describe('the simulated lens', () => {
  it('is tested at whole stops from its widest, as far as it closes', () => {
    expect(testApertures({ widestF: 1.4, narrowestF: 16 }).map((f) => Math.round(10 * f) / 10)).to.deep.equal([1.4, 2, 2.8, 4, 5.7, 8]);
    expect(testApertures({ widestF: 8, narrowestF: 11 })).to.have.length(2);
    expect(testApertures({ widestF: 2.8, narrowestF: 22 })).to.have.length(6);
    const { lens: hidden } = hiddenLens({ ...lens, widestF: 2 }, 3);
    expect(hidden.widestF).to.equal(2);
    expect(hidden.bestBlurUm).to.be.within(1.3, 3.1);
    expect(lensTest([], 36, 2).fit).to.equal(null);
  });
}); // prettier-ignore
