import { LOG_FIGURE_NAMES, LogFilterSchema, type LogFilter, type LogFrame, type LogPage, type LogSays } from '@hushto/contract';
import { VERDICTS } from '@hushto/core';
import { expect } from 'chai';
import fc from 'fast-check';
import { testServer, type TestServer } from './helpers.ts';

/** Whether a frame is one of a filter's, by what the filter's words mean. */
function isMeant(frame: LogFrame, filter: LogFilter): boolean {
  const { outing, brief, burst, take, verdict, camera, lens, cause } = filter;
  const same: boolean[] = [
    outing === undefined || frame.outingId === outing,
    brief === undefined || frame.briefId === brief,
    burst === undefined || frame.burstId === burst,
    take === undefined || (take === 'plan' ? frame.briefId !== null && frame.take === null : frame.take === take),
    verdict === undefined ||
      (verdict === 'none' ? frame.verdict === null : verdict === 'judged' ? frame.verdict !== null : frame.verdict === verdict),
    camera === undefined || frame.camera === camera,
    lens === undefined || frame.lens === lens,
    cause === undefined || (cause === 'none' ? frame.cause === null : frame.cause === cause),
    filter.undrawn === undefined || (frame.seed !== null && !frame.preview),
    filter['taken.from'] === undefined || (frame.takenAt !== null && frame.takenAt >= filter['taken.from']),
    filter['taken.to'] === undefined || (frame.takenAt !== null && frame.takenAt <= filter['taken.to']),
  ];
  const within = LOG_FIGURE_NAMES.every((name) => {
    const [value, from, to] = [frame[name], filter[`${name}.from`], filter[`${name}.to`]];
    if (from === undefined && to === undefined) return true;
    // A mark that is a millionth beside a bound is on it: thirds of stops are no round numbers.
    const hair = 1e-6 * Math.abs(value ?? 0);
    return value !== null && value >= (from ?? -Infinity) - hair && value <= (to ?? Infinity) + hair;
  });
  return within && same.every(Boolean);
}

describe('filters of the log', () => {
  let server: TestServer;
  let all: LogFrame[];
  const asked = async <Body>(at: string, filter: object): Promise<Body> => {
    const query = new URLSearchParams(Object.entries(filter).map(([name, value]) => [name, String(value)]));
    const { status, body } = await server.send('GET', `${at}?${query.toString()}`);
    expect(status, JSON.stringify(body)).to.equal(200);
    return body as Body;
  };
  before(async function () {
    this.timeout(20_000);
    server = await testServer({ demo: true, frames: true });
    all = (await asked<LogPage>('/api/log/frames', { limit: 500 })).frames;
  });
  after(() => server.close());

  /** A filter of things frames have, so that most of them find some: bounds are figures of two of them. */
  const anyFilter = (): fc.Arbitrary<LogFilter> => {
    const values = (name: keyof LogFrame): unknown[] => [
      ...new Set(all.map((frame) => frame[name]).filter((value) => value !== null)),
    ];
    const oneOf = (name: keyof LogFrame, ...more: string[]) => fc.constantFrom(...values(name), ...more);
    const bounds = fc
      .subarray([...LOG_FIGURE_NAMES], { maxLength: 2 })
      .chain((names) =>
        fc.tuple(
          ...names.map((name) =>
            fc.tuple(oneOf(name), oneOf(name), fc.boolean(), fc.boolean()).map(([a, b, hasFrom, hasTo]) => {
              const [from, to] = [Math.min(a as number, b as number), Math.max(a as number, b as number)];
              return { ...(hasFrom && { [`${name}.from`]: from }), ...(hasTo && { [`${name}.to`]: to }) };
            }),
          ),
        ),
      )
      .map((parts): object => Object.assign({}, ...parts) as object);
    const words = fc.record(
      {
        outing: oneOf('outingId'),
        brief: oneOf('briefId'),
        take: oneOf('take', 'plan'),
        verdict: fc.constantFrom(...VERDICTS, 'none', 'judged'),
        camera: oneOf('camera'),
        lens: oneOf('lens'),
        cause: fc.constantFrom('none', 'hands', 'unsure'),
        undrawn: fc.constant('yes'),
        'taken.from': oneOf('takenAt'),
        'taken.to': oneOf('takenAt'),
      },
      { requiredKeys: [] },
    );
    // One or two words at once: with all of them nothing is left.
    const some = fc.tuple(words, fc.nat(), fc.nat()).map(([all, first, second]) => {
      const entries = Object.entries(all);
      return Object.fromEntries([entries[first % Math.max(1, entries.length)], entries[second % Math.max(1, entries.length)]].filter((entry) => entry !== undefined));
    }); // prettier-ignore
    return fc.tuple(bounds, some).map(([figures, said]) => LogFilterSchema.parse({ ...figures, ...said }));
  };

  it('find of the demo evening those that a look at every frame finds, in the order of time', async () => {
    let found = 0;
    await fc.assert(
      fc.asyncProperty(anyFilter(), async (filter) => {
        const wanted = all.filter((frame) => isMeant(frame, filter));
        const { total, frames } = await asked<LogPage>('/api/log/frames', { ...filter, limit: 500 });
        expect(frames.map(({ id }) => id)).to.deep.equal(wanted.map(({ id }) => id));
        expect(total).to.equal(wanted.length);
        if (total > 0) found++;
      }),
      { numRuns: 120 },
    );
    expect(found, 'filters that found something').to.be.above(20);
  });

  it('are what statistics are of: each count is that of the frames they find', async () => {
    await fc.assert(
      fc.asyncProperty(anyFilter(), async (filter) => {
        const wanted = all.filter((frame) => isMeant(frame, filter));
        const says = await asked<LogSays>('/api/log/says', filter);
        const judged = wanted.filter(({ verdict }) => verdict !== null);
        expect(says.all).to.include({ frames: wanted.length, judged: judged.length });
        for (const name of VERDICTS)
          expect(says.all[name], name).to.equal(judged.filter(({ verdict }) => verdict === name).length);
        // Every frame of a class is in one, and none in two.
        const inClasses = says.byIso.reduce((sum, { frames }) => sum + frames, 0);
        expect(inClasses).to.equal(wanted.filter(({ iso }) => iso !== null).length);
        expect(says.byBrief.reduce((sum, { frames }) => sum + frames, 0)).to.equal(wanted.length);
      }),
      { numRuns: 60 },
    );
  });

  it('come in pages that join to the whole, wherever they are cut', async () => {
    await fc.assert(
      fc.asyncProperty(anyFilter(), fc.nat({ max: 420 }), fc.integer({ min: 1, max: 500 }), async (filter, offset, limit) => {
        const wanted = all.filter((frame) => isMeant(frame, filter));
        const { total, frames } = await asked<LogPage>('/api/log/frames', { ...filter, offset, limit });
        expect(frames.map(({ id }) => id)).to.deep.equal(wanted.slice(offset, offset + limit).map(({ id }) => id));
        expect(total).to.equal(wanted.length);
      }),
      { numRuns: 60 },
    );
  });
});
