import { expect } from 'chai';
import Papa from 'papaparse';
import {
  posteriorOf,
  seriesFor,
  withHands,
  HoldSeriesSchema,
  STARTER_BODIES,
  TasteSeriesSchema,
  type HoldSeries,
  type StoredHold,
} from '@hushto/contract';
import { isoLabel, measureFrames, seededRandom, shutterLabel, simulatedRaw, writeDng, type NamedSamples } from '@hushto/core';
import { provenanceWords } from '@hushto/words';
import { PORT_ALDER_BRIEFS, PORT_ALDER_HOLDS, PORT_ALDER_TASTES } from '@hushto/demo';
import { hiddenSensor, simulatedSet } from './simulatedSet.ts';
import { readRawFile } from '../workers/readRawFile.ts';
import { briefsWith, hiddenShutter, holdCsv, holdTestOf, signBrief, signJob, withFrame, withoutLast } from './holdSeries.ts';
import {
  ceilingDiffersIn,
  ceilingJob,
  ceilingStateOf,
  pairJob,
  settingsFor,
  takesFrom,
  tasteStateOf,
  withAnswer,
  withChoice,
  withTaste,
  type CeilingTest,
  type TasteTest,
} from './tasteSeries.ts';

const at = { revision: 1, createdAt: '2027-01-01T00:00:00Z', updatedAt: '2027-01-01T00:00:00Z' };
const holds: StoredHold[] = PORT_ALDER_HOLDS.map((document, i) => ({ ...at, id: `hold-${i}`, document }));
const briefs = PORT_ALDER_BRIEFS.map((document, i) => ({ ...at, id: `brief-${i}`, document }));
const [market] = PORT_ALDER_BRIEFS as [(typeof PORT_ALDER_BRIEFS)[number]];
const empty: HoldSeries = { ...PORT_ALDER_HOLDS[0]!, frames: [], closed: false };

describe('the hands a brief plans with', () => {
  it('are those of the nearest test by itself: the same stance and stabiliser before others', () => {
    expect(seriesFor(market, holds)?.id).to.equal('hold-0');
    const leaning = { ...market, hold: { ...market.hold, conditions: ['elbows' as const, 'wall' as const] } };
    expect(seriesFor(leaning, holds)?.id).to.equal('hold-2');
  });

  it('are those of a named test, or the starting value where that is wanted', () => {
    expect(seriesFor({ ...market, hold: { ...market.hold, seriesId: 'hold-1' } }, holds)?.id).to.equal('hold-1');
    const start = { ...market, hold: { ...market.hold, seriesId: null } };
    expect(withHands(start, holds)).to.equal(start);
    expect(seriesFor({ ...market, hold: { ...market.hold, seriesId: 'gone' } }, holds)).to.equal(null);
  });

  it('are never the simulated camera’s, nor those of a test of a few frames', () => {
    const few = [{ ...holds[0]!, document: { ...PORT_ALDER_HOLDS[0]!, frames: PORT_ALDER_HOLDS[0]!.frames.slice(0, 5) } }];
    expect(seriesFor(market, few)).to.equal(null);
    expect(seriesFor(market, [holds[3]!])).to.equal(null);
  });

  it('come with the words of whose they are, and which briefs a series changes is known', () => {
    expect(withHands(market, holds).hold.tested?.from).to.deep.equal({
      seriesId: 'hold-0',
      count: 18,
      day: PORT_ALDER_HOLDS[0]!.day,
    });
    const titles = holds.flatMap(({ id }) => briefsWith(id, holds, briefs));
    expect(titles).to.have.members(briefs.map(({ document }) => document.title));
  });
});

describe('a hold test', () => {
  it('asks, counts a frame, takes it back, and closes by itself', () => {
    expect(holdTestOf(empty).next).to.be.above(0);
    const random = seededRandom(4);
    let series = empty;
    while (!series.closed) series = withFrame(series, { shutterS: holdTestOf(series).next!, sharp: random() < 0.6, how: 'seen' });
    expect(series.frames.length).to.be.within(6, 20);
    expect(HoldSeriesSchema.safeParse(series).error).to.equal(undefined);
    expect(withoutLast(series)).to.deep.include({ closed: false });
    expect(withoutLast(series).frames).to.have.length(series.frames.length - 1);
    // A frame more than was needed does not shut what was opened again.
    const again = withFrame(
      { ...series, closed: false, frames: series.frames.slice(0, 3) },
      { shutterS: 0.25, sharp: true, how: 'seen' },
    );
    expect(again.closed).to.equal(false);
  });

  it('shows the same frame again after a reload, another after each verdict, lit alike at every speed', () => {
    const simulated = { ...empty, simulated: { seed: 7, theta: 5, slope: 2 } };
    const job = signJob(simulated, 1 / 8, 300, 300);
    expect(signJob(structuredClone(simulated), 1 / 8, 300, 300)).to.deep.equal(job);
    const next = withFrame(simulated, { shutterS: 1 / 8, sharp: true, how: 'seen' });
    expect(signJob(next, 1 / 8, 300, 300).seed).not.to.equal(job.seed);
    const isoAt = (shutterS: number): number => {
      const { light, kit } = signBrief(simulated, shutterS);
      return (100 * kit.lens.widestF ** 2) / (shutterS * 2 ** light.ev100);
    };
    expect(isoAt(1)).to.be.closeTo(800, 1e-6);
    expect(isoAt(1 / 1000)).to.be.closeTo(800, 1e-6);
  });

  it('comes within its interval of what the simulated camera hid', () => {
    const simulated = { ...PORT_ALDER_HOLDS[3]!, closed: true };
    const { trusted } = holdTestOf(simulated);
    expect(hiddenShutter(simulated)).to.be.within(trusted.fastS, trusted.slowS);
  });

  it('is out as CSV, a row for each frame, and text that looks like a formula stays text', () => {
    const csv = holdCsv({ ...PORT_ALDER_HOLDS[0]!, title: '=1+1' });
    const { data, errors } = Papa.parse<Record<string, string>>(csv.trim(), { header: true });
    expect(errors).to.deep.equal([]);
    expect(data).to.have.length(18);
    expect(data[0]!.shutter).to.equal(shutterLabel(PORT_ALDER_HOLDS[0]!.frames[0]!.shutterS));
    expect(data[0]!.title).to.equal("'=1+1");
  });

  it('with no frame is the starting value, and its posterior is worked out once for each state', () => {
    expect(posteriorOf(empty)).to.equal(posteriorOf(empty));
    expect(holdTestOf(empty)).to.deep.include({ done: false });
  });
});

describe('a taste test', () => {
  const begun: TasteTest = { ...(PORT_ALDER_TASTES[0] as TasteTest), choices: [], closed: false };

  it('shows pairs blind: sides by lot but the same after a reload, every fifth again with sides changed', () => {
    let test = begun;
    const random = seededRandom(3);
    while (!test.closed) {
      const { pair } = tasteStateOf(test);
      expect(tasteStateOf(structuredClone(test)).pair).to.deep.equal(pair);
      test = withChoice(test, pair!, random() < 0.5);
    }
    expect(test.choices.length).to.be.within(12, 20);
    const again = test.choices.filter(({ repeats }) => repeats !== null);
    expect(again.length).to.equal(Math.floor(test.choices.length / 5));
    for (const choice of again) {
      const first = test.choices.find(({ id }) => id === choice.repeats)!;
      expect([first.slowerS, first.fasterS, !first.slowerLeft]).to.deep.equal([
        choice.slowerS,
        choice.fasterS,
        choice.slowerLeft,
      ]);
    }
    const sides = new Set(test.choices.map(({ slowerLeft }) => slowerLeft));
    expect(sides.size).to.equal(2);
    expect(TasteSeriesSchema.safeParse(test).error).to.equal(undefined);
    expect(tasteStateOf(test)).to.deep.include({ repeated: again.length });
  });

  it('of somebody who always takes the cleaner frame says that grain bothers more, and the reverse', () => {
    const always = (slower: boolean): number => {
      let test = begun;
      for (let n = 0; n < 12; n++) {
        const { pair } = tasteStateOf(test);
        test = withChoice({ ...test, closed: false }, pair!, pair!.slowerLeft === slower);
      }
      return tasteStateOf(test).estimate.median;
    };
    expect(always(true)).to.be.above(1);
    expect(always(false)).to.be.below(-1);
    expect(settingsFor(market).length).to.be.above(6);
  });

  it('gives briefs a taste and a ceiling with where they come from', () => {
    const [taste, ceiling] = PORT_ALDER_TASTES as [TasteTest, CeilingTest];
    const tasted = withTaste(market, 't', taste);
    expect(provenanceWords('taste', tasted.picture.tasteFrom!)).to.equal('your 16 choices of 6 March');
    expect(takesFrom(tasted, 't')).to.equal(true);
    const held = withTaste(market, 'c', ceiling);
    expect(isoLabel(held.picture.isoCeiling)).to.equal(isoLabel(ceilingStateOf(ceiling).markIso));
    expect(provenanceWords('ceiling', held.picture.isoCeilingFrom!)).to.equal('your 12 looks of 6 March');
    const low = withTaste({ ...market, kit: { ...market.kit, sensor: { ...market.kit.sensor, maxIso: 3200 } } }, 'c', ceiling);
    expect(low.picture.isoCeiling).to.equal(3200);
  });

  it('goes on showing the scene it began on, whatever its brief would be shown by', () => {
    const size = { width: 100, height: 80 };
    const test: TasteTest = { ...(PORT_ALDER_TASTES[0] as TasteTest), scene: 'wildlife' };
    expect(pairJob(test, tasteStateOf(test).pair!, 'left', size).subject).to.deep.equal({ kind: 'drawn', name: 'wildlife' });
    const ceiling = { ...(PORT_ALDER_TASTES.find(({ kind }) => kind === 'ceiling') as CeilingTest), scene: undefined };
    expect(ceilingJob(ceiling, 800, size).subject).to.deep.equal({ kind: 'drawn', name: 'street' });
  });

  it('says in what a brief is not what a ceiling was found for', () => {
    const ceiling = PORT_ALDER_TASTES.find(({ kind }) => kind === 'ceiling') as CeilingTest;
    const { brief } = ceiling;
    expect(ceilingDiffersIn(brief, ceiling)).to.deep.equal([]);
    expect(ceilingDiffersIn({ ...brief, picture: { ...brief.picture, finish: 'plain' } }, ceiling)).to.deep.equal([]);
    expect(ceilingDiffersIn({ ...brief, picture: { ...brief.picture, viewCph: 540, finish: 'mono' } }, ceiling)).to.deep.equal([
      'size',
      'finish',
    ]);
    const sensor = { ...brief.kit.sensor, readInE: brief.kit.sensor.readInE + 1, label: 'Another' };
    expect(ceilingDiffersIn({ ...brief, kit: { ...brief.kit, sensor } }, ceiling)).to.deep.equal(['body']);
    // A name alone makes no other grain.
    const renamed = { ...brief.kit.sensor, label: 'The same by another name' };
    expect(ceilingDiffersIn({ ...brief, kit: { ...brief.kit, sensor: renamed } }, ceiling)).to.deep.equal([]);
  });

  it('rises in ISO and closes when the ceiling is known', () => {
    let test: CeilingTest = { ...(PORT_ALDER_TASTES[1] as CeilingTest), answers: [], closed: false };
    while (!test.closed) {
      const { next } = ceilingStateOf(test);
      test = withAnswer(test, next!, next! < 5000);
    }
    expect(test.answers.length).to.be.within(8, 16);
    const { lowIso, highIso } = ceilingStateOf(test);
    expect(lowIso).to.be.below(5000);
    expect(highIso).to.be.above(4000);
  });
});

describe('raw files of the simulated camera', () => {
  const body = { ...STARTER_BODIES[2]! };

  it('read as files give the hidden sensor back within 3 %', () => {
    const hidden = hiddenSensor(body, 5);
    const frames = simulatedSet(hidden, 5).map(({ name, bytes }) => {
      const read = readRawFile(name, bytes.buffer);
      if ('problem' in read) throw new Error(read.problem);
      return read.frame;
    });
    const results = measureFrames(frames);
    expect(results.map(({ iso }) => iso)).to.deep.equal([100, 200, 400, 800, 1600, 6400]);
    for (const result of results) {
      if ('fault' in result) throw new Error(result.fault);
      const range = (hidden.wellPerUm2 * (body.widthMm * body.heightMm * 1e6) * 100) / (body.megapixels * 1e6) / result.iso;
      expect(result.measured.fullE.value / range).to.be.within(0.97, 1.03);
      const gain = hidden.highGain && result.iso >= hidden.highGain.fromIso ? hidden.highGain : hidden;
      const read = Math.hypot(gain.readInE, (gain.readOutE * body.baseIso) / result.iso);
      expect(result.measured.readNoiseE.value / read).to.be.within(0.97, 1.03);
    }
  });

  it('that are no raw picture, or lack a frame, are refused with the reason', () => {
    const dng = writeDng(
      simulatedRaw(body, { iso: 100, level: 0.4, shutterS: 1 / 64, fNumber: 4, width: 300, height: 280 }, seededRandom(1)),
    );
    // Photometric interpretation turned into RGB.
    const view = new DataView(dng.buffer);
    for (let at_ = 8; at_ < 400; at_ += 2)
      if (view.getUint16(at_, true) === 262) {
        view.setUint16(at_ + 8, 2, true);
        break;
      }
    expect(readRawFile('x.dng', dng.buffer)).to.have.property('problem');
    const sample = (level: number): NamedSamples => ({
      name: `${level}`,
      values: Uint16Array.from({ length: 30_000 }, (_, i) => 512 + level * 8000 + (i % 50)),
      iso: 100,
      shutterS: 1,
      fNumber: 4,
      whiteLevel: 16_383,
    });
    const [result] = measureFrames([sample(1), sample(1), sample(0)]);
    expect(result).to.deep.include({ fault: 'count' });
  });
});
