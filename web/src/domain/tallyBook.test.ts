import { PORT_ALDER_BRIEFS, PORT_ALDER_PLACES, portAlderRunSheet } from '@hushto/demo';
import { seededRandom } from '@hushto/core';
import { TallyFileSchema, type StoredRunSheet, type Tallied, type Tally } from '@hushto/contract';
import { expect } from 'chai';
import fc from 'fast-check';
import { memoryStorage } from '../../test/memoryStorage.ts';
import { isInStep, simulatedWorld } from '../../test/simulatedWorld.ts';
import { moveEarlierTallies } from '../state/pocket.ts';
import type { DocumentSync } from '../sync/documentSync.ts';
import { keyOf, shownOf } from '../sync/entry.ts';
import { fileTallies } from '../take/fileTallies.ts';
import { deckOfBrief, deckOfSheet } from './decks.ts';
import { libraryTallies } from './libraryTallies.ts';
import { tallyFile } from './onTheSpot.ts';
import { emptyTally, sheetOfTally, tallyId, type TallyBook } from './tallyBook.ts';

const at = { revision: 1, createdAt: '2027-01-01T00:00:00Z', updatedAt: '2027-01-01T00:00:00Z' };
const briefs = PORT_ALDER_BRIEFS.map((document, i) => ({ ...at, id: `brief-${i}`, document }));
const places = PORT_ALDER_PLACES.map((document, i) => ({ ...at, id: `place-${i}`, document }));
const evening = portAlderRunSheet(briefs, places);
const sheet = deckOfSheet({ ...at, id: 'sheet', document: evening }, briefs, places, { holds: [], focusTests: [] });
const market = deckOfBrief('brief-0', PORT_ALDER_BRIEFS[0]!);
const DECKS = [sheet, market];
const DAYS = ['2027-01-14', '2027-01-15'];
const frame = (n: number, verdict: Tallied['verdict'] = 'sharp'): Tallied => ({
  id: `frame-${n}`,
  at: new Date(Date.UTC(2027, 0, 14, 18, 0, n)).toISOString(),
  verdict,
  shutterS: 1 / 250,
  fNumber: 2.8,
  iso: 6400,
  ev100: 4,
  distanceM: 5,
});

/** The book of a window over its documents. */
const bookIn = (window: DocumentSync, deck: (typeof DECKS)[number], device: number): TallyBook =>
  libraryTallies({
    deck,
    deviceId: `device ${device}`,
    tallyOf: (id) => {
      const entry = window.store.getState().entries.get(keyOf('tallies', id));
      return entry ? (shownOf(entry) as Tally | null) : null;
    },
    change: (id, { seen, after }) => window.editSafely('tallies', id, seen, after),
    isSafe: () => true,
    subscribe: (listener) => window.store.subscribe(listener),
  });

interface Event {
  what: 'count' | 'uncount' | 'send' | 'pull' | 'reload' | 'kill' | 'full' | 'room' | 'offline' | 'online';
  device: number;
  slot: number;
  deck: number;
  day: number;
  /** How many turns things take before the next event. */
  pause: number;
}
const ODDS: readonly Event['what'][] = [
  ...Array<'count'>(8).fill('count'),
  ...Array<'send'>(4).fill('send'),
  ...['uncount', 'uncount', 'pull', 'pull', 'reload', 'kill', 'full', 'room', 'offline', 'online'].map((what) => what as Event['what']), // prettier-ignore
];
const events = fc.array(
  fc.record<Event>({
    what: fc.constantFrom(...ODDS),
    device: fc.nat(1),
    slot: fc.nat(1),
    deck: fc.nat(1),
    day: fc.nat(1),
    pause: fc.oneof(fc.nat(6), fc.constant(40)),
  }),
  { minLength: 1, maxLength: 60 },
);

/** Counts as the events say; at rest every count is there once. */
async function live(list: readonly Event[], seed: number): Promise<void> {
  const world = simulatedWorld(seededRandom(seed));
  const { server, devices, full, openWindow, settle, calm, time } = world;
  /** Every frame counted: which tally it belongs to, and whether somebody who saw it took it back. */
  const counted = new Map<string, { tally: string; takenBack: boolean }>();
  let frames = 0;
  for (const event of list) {
    const device = devices[event.device]!;
    const window = device.windows[event.slot]!;
    const deck = DECKS[event.deck]!;
    const [stop] = deck.stops;
    const day = DAYS[event.day]!;
    const book = bookIn(window, deck, event.device);
    const id = tallyId(`device ${event.device}`, deck, stop!, day);
    switch (event.what) {
      case 'count': {
        const fresh = frame(++frames);
        counted.set(fresh.id, { tally: id, takenBack: false });
        void book.count(stop!, day, fresh);
        break;
      }
      case 'uncount': {
        const last = book.framesOf(stop!, day).at(-1);
        if (!last) break;
        counted.get(last.id)!.takenBack = true;
        void book.uncount(stop!, day, last.id);
        break;
      }
      case 'send':
        void window.send();
        break;
      case 'pull':
        void window.pull().catch(() => undefined);
        break;
      case 'reload':
        window.leave();
        openWindow(event.device, event.slot);
        break;
      case 'kill':
        openWindow(event.device, event.slot);
        break;
      case 'full':
      case 'room':
        full[event.device] = event.what === 'full';
        break;
      case 'offline':
      case 'online':
        calm(event.what === 'online');
        break;
    }
    for (let i = 0; i < event.pause; i++) await time.step();
  }
  await settle();
  isInStep(world);
  for (const { entries } of devices)
    for (const { conflict } of entries.values()) expect(conflict, 'nobody is asked').to.equal(null);
  const there = new Map<string, string[]>();
  for (const { id, document, deleted } of server.rows.values())
    if (!deleted) for (const one of (document as Tally).frames) there.set(one.id, [...(there.get(one.id) ?? []), id]);
  for (const [id, { tally, takenBack }] of counted) {
    if (takenBack) expect(there.get(id), `${id} was taken back`).to.equal(undefined);
    else expect(there.get(id), id).to.deep.equal([tally]);
  }
}

describe('counting in Pocket', () => {
  it('with two devices of two windows each, killed and cut off at any moment, has every count there once', async function () {
    this.timeout(300_000);
    const law = fc.asyncProperty(events, fc.integer(), live);
    await fc.assert(law, { numRuns: Number(process.env['RUNS'] ?? 200) });
  });

  it('two windows of one plan count in one tally, whichever was opened first', async () => {
    const world = simulatedWorld(seededRandom(1));
    const [first, second] = world.devices[0]!.windows;
    const [stop] = market.stops;
    const count = (window: DocumentSync, n: number) =>
      world.everybody(async (one) => (one === window ? bookIn(one, market, 0).count(stop!, DAYS[0]!, frame(n)) : undefined));
    world.calm(true);
    for (const [window, n] of [
      [first, 1],
      [first, 2],
      [second, 3],
      [first, 4],
      [second, 5],
      [second, 6],
    ] as const)
      // prettier-ignore
      await count(window!, n);
    await world.settle();
    const rows = [...world.server.rows.values()];
    expect(rows).to.have.length(1);
    expect((rows[0]!.document as Tally).frames.map(({ id }) => id)).to.deep.equal([1, 2, 3, 4, 5, 6].map((n) => `frame-${n}`));
  });

  it('goes on after the tally was deleted: what is counted then is a tally again, without what was deleted', async () => {
    const world = simulatedWorld(seededRandom(2));
    const [window] = world.devices[0]!.windows;
    const [stop] = market.stops;
    const book = bookIn(window!, market, 0);
    world.calm(true);
    await world.everybody(async (one) => (one === window ? book.count(stop!, DAYS[0]!, frame(1)) : undefined));
    await world.settle();
    const id = tallyId('device 0', market, stop!, DAYS[0]!);
    await world.everybody(async (one) => (one === window ? one.delete('tallies', id, { ...emptyTally(market, stop!, DAYS[0]!), frames: [frame(1)] }) : undefined)); // prettier-ignore
    await world.settle();
    expect(book.framesOf(stop!, DAYS[0]!)).to.deep.equal([]);
    await world.everybody(async (one) => (one === window ? book.count(stop!, DAYS[0]!, frame(2)) : undefined));
    await world.settle();
    isInStep(world);
    expect(book.framesOf(stop!, DAYS[0]!)).to.deep.equal([frame(2)]);
  });
});

describe('counting in a plan that was taken along as a file', () => {
  const [stop] = market.stops;
  const open = (storage: Storage, deck = market) => fileTallies({ deck, deviceId: 'phone', storage: () => storage });

  it('writes each press at once: another window adds to it, and a killed one loses nothing', () => {
    const storage = memoryStorage();
    const [one, other] = [open(storage), open(storage)];
    void one.count(stop!, DAYS[0]!, frame(1));
    void other.count(stop!, DAYS[0]!, frame(2));
    void one.count(stop!, DAYS[0]!, frame(3));
    expect(
      open(storage)
        .framesOf(stop!, DAYS[0]!)
        .map(({ id }) => id),
    ).to.deep.equal(['frame-1', 'frame-2', 'frame-3']);
    void open(storage).uncount(stop!, DAYS[0]!, 'frame-2');
    expect(open(storage).framesOf(stop!, DAYS[0]!)).to.deep.equal([frame(1), frame(3)]);
    expect(open(storage, sheet).framesOf(sheet.stops[0]!, DAYS[0]!)).to.deep.equal([]);
  });

  it('begins another tally on another day, and gives all of them as a file the server takes', () => {
    const book = open(memoryStorage());
    void book.count(stop!, DAYS[0]!, frame(1));
    void book.count(stop!, DAYS[1]!, frame(2, 'missed'));
    const file = TallyFileSchema.parse(JSON.parse(tallyFile(book.all())));
    expect(file.tallies.map(({ tally }) => [tally.day, tally.frames.length])).to.have.deep.members([[DAYS[0], 1], [DAYS[1], 1]]); // prettier-ignore
  });

  it('counts on where nothing can be kept, and says so', () => {
    const forbidden = fileTallies({
      deck: market,
      deviceId: 'phone',
      storage: () => {
        throw new Error('no storage here');
      },
    });
    expect(forbidden.isSafe()).to.equal(true);
    void forbidden.count(stop!, DAYS[0]!, frame(1));
    expect(forbidden.isSafe()).to.equal(false);
    expect(forbidden.framesOf(stop!, DAYS[0]!)).to.deep.equal([frame(1)]);
    void forbidden.uncount(stop!, DAYS[0]!, 'frame-1');
    expect(forbidden.framesOf(stop!, DAYS[0]!)).to.deep.equal([]);
  });

  it('takes over what a release up to 0.1 counted, once: its provenance was a sentence', async () => {
    const tally = { ...emptyTally(market, stop!, DAYS[0]!), frames: [frame(1)] };
    const { picture } = tally.brief;
    const old = { ...tally, brief: { ...tally.brief, picture: { ...picture, tasteFrom: { seriesId: 'a', say: 'your 16 choices of 6 March' } } } }; // prettier-ignore
    const memory = { chosen: null, deep: true, tallies: [{ id: 'old', stopKey: stop!.key, tally: old }, { id: 'broken' }, 7] };
    const storage = memoryStorage({ [`hushto.pocket.${market.id}`]: JSON.stringify(memory) });
    const book = open(storage);
    await moveEarlierTallies({ deck: market, storage: () => storage }, (counted) => book.add(counted));
    const [moved] = book.all();
    expect([moved!.id, moved!.tally.frames]).to.deep.equal(['old', [frame(1)]]);
    expect(moved!.tally.brief.picture.tasteFrom).to.deep.equal({ seriesId: 'a', count: 16, day: null });
    expect(JSON.parse(storage.getItem(`hushto.pocket.${market.id}`)!)).to.deep.equal({ chosen: null, deep: true });
  });
});

describe('the run sheet a tally stands under', () => {
  const sheetOf = (id: string, day: string, briefId = 'brief-0'): StoredRunSheet => ({
    ...at,
    id,
    document: { ...evening, day, segments: [{ ...evening.segments[0]!, briefId }] },
  });
  const tally = { ...emptyTally(market, market.stops[0]!, DAYS[0]!) };
  const sheets = [sheetOf('a', '2027-01-12'), sheetOf('b', DAYS[0]!, 'brief-9'), sheetOf('c', DAYS[0]!)];

  it('is its own, or the nearest in time with its brief, and always one alone', () => {
    expect(sheetOfTally({ ...tally, runSheetId: 'a' }, sheets)).to.equal('a');
    expect(sheetOfTally(tally, sheets)).to.equal('c');
    expect(sheetOfTally({ ...tally, runSheetId: 'gone' }, sheets.slice(0, 2))).to.equal('b');
    expect(sheetOfTally(tally, [])).to.equal(null);
  });
});
