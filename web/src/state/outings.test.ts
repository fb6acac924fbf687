import { expect } from 'chai';
import Papa from 'papaparse';
import { convertIcsCalendar } from 'ts-ics';
import { RunSheetSchema, tallyFileToday, TallyFileSchema, type Place } from '@hushto/contract';
import { PORT_ALDER_BRIEFS, PORT_ALDER_PLACES, portAlderRunSheet } from '@hushto/demo';
import { momentOf } from '../sky/zoned.ts';
import { aheadOf } from '../domain/ahead.ts';
import { calendarFile, csvFile } from '../domain/exports.ts';
import { type Deck } from '../domain/decks.ts';
import { briefHere, byTake, countsOf, stopNow } from '../domain/onTheSpot.ts';
import { memoryStorage } from '../../test/memoryStorage.ts';
import { createPocket, spotOf } from './pocket.ts';
import { stretchesOf, timed } from '../domain/runSheet.ts';
import { filled } from '../domain/takeFile.ts';
import { deckOfSheet } from '../domain/decks.ts';

const at = { revision: 1, createdAt: '2027-01-01T00:00:00Z', updatedAt: '2027-01-01T00:00:00Z' };
const briefs = PORT_ALDER_BRIEFS.map((document, i) => ({ ...at, id: `brief-${i}`, document }));
const places = PORT_ALDER_PLACES.map((document, i) => ({ ...at, id: `place-${i}`, document }));
const sheet = portAlderRunSheet(briefs, places);
const [steps] = PORT_ALDER_PLACES as [Place, ...Place[]];
const MINUTE = 60_000;

describe('a run sheet', () => {
  const segments = timed(sheet, briefs, steps);

  it('of the demo is one the server takes', () => {
    expect(RunSheetSchema.safeParse(sheet).error).to.equal(undefined);
  });

  it('has its segments follow each other from its beginning, past midnight too', () => {
    expect(segments[0]!.from).to.equal('15:50');
    for (const [i, { fromMs }] of segments.entries()) if (i > 0) expect(fromMs).to.equal(segments[i - 1]!.toMs);
    const late = timed({ ...sheet, startsAt: '23:00' }, briefs, steps);
    expect(late.at(-1)!.toMs - late[0]!.fromMs).to.equal(245 * MINUTE);
    expect(late.at(-1)!.to).to.equal('03:05');
  });

  it('expects the light of the sky and the lamps at the middle of a segment', () => {
    // Under strings of bulbs that give EV 4 and lamps of EV 1: log2(2^4 + 2^1) = 4.17 when the sky has gone.
    const market = segments.find(({ segment }) => segment.id === 'market')!;
    expect(market.ev100).to.be.within(4.1, 5);
    const derby = segments.find(({ segment }) => segment.id === 'derby')!;
    expect(derby.ev100).to.equal(7.3);
    const given = { ...sheet, segments: [{ ...sheet.segments[2]!, light: { from: 'reading' as const, ev100: 3 } }] };
    expect(timed(given, briefs, steps)[0]!.ev100).to.equal(3);
    const unplaced = timed(sheet, briefs, null).find(({ segment }) => segment.id === 'market')!;
    expect(unplaced).to.include({ unplaced: true, ev100: 4 });
  });

  it('says when a brief is gone, and plans nothing for a pause', () => {
    const [gone] = timed(sheet, [], steps);
    expect(gone).to.include({ lost: true, plan: null });
    const pause = segments.find(({ segment }) => segment.id === 'walk')!;
    expect(pause).to.include({ lost: false, plan: null });
    expect(stretchesOf(segments)[1]).to.include({ pressesPerMinute: 0, minutes: 25 });
  });

  it('becomes a calendar that an independent parser reads: every time, title and setting', () => {
    const tricky = segments.map((one, i) =>
      i === 0
        ? {
            ...one,
            segment: {
              ...one.segment,
              title: 'Otters; then, “quay” \\ north',
              note: 'Line one\nline two, ' + 'long '.repeat(40),
            },
          }
        : one,
    );
    const text = calendarFile(sheet, 'sheet', tricky, 'Ferry Steps', Date.UTC(2026, 10, 25));
    expect(text.split('\r\n').every((line) => new TextEncoder().encode(line).length <= 75)).to.equal(true);
    const calendar = convertIcsCalendar(undefined, text);
    const events = calendar.events!;
    expect(events.map(({ start }) => start.date.getTime())).to.deep.equal(segments.map(({ fromMs }) => fromMs));
    expect(events.map(({ end }) => end!.date.getTime())).to.deep.equal(segments.map(({ toMs }) => toMs));
    expect(events[0]!.summary).to.equal('Otters; then, “quay” \\ north');
    expect(events[0]!.description).to.match(/Line one\nline two, long/);
    expect(events[2]!.description).to.match(/^1\/\d+ s, f\/2\.8, ISO \d+/);
    expect(new Set(events.map(({ uid }) => uid)).size).to.equal(events.length);
    expect(calendar.version).to.equal('2.0');
  });

  it('of any name becomes one calendar: a line break of any kind begins no property', () => {
    for (const end of ['\n', '\r\n', '\r', '\u2028', '\u2029', '\u0085', '\u000b', '\u0000']) {
      const title = `Evening${end}ATTACH:https://evil.example`;
      const harmed = segments.map((one, i) => (i === 0 ? { ...one, segment: { ...one.segment, title, note: title } } : one));
      const text = calendarFile({ ...sheet, title }, 'sheet', harmed, title, 0).replace(/\r\n /g, '');
      expect(text.split(/[\n\r\u2028\u2029\u0085\v]/).some((line) => line.startsWith('ATTACH'))).to.equal(false);
      expect(convertIcsCalendar(undefined, text).events).to.have.length(segments.length);
    }
  });

  it('becomes CSV that is read back cell by cell, with nothing a spreadsheet would run', () => {
    const tricky = [{ ...segments[0]!, segment: { ...segments[0]!.segment, title: '=HYPERLINK("x"), "quay"', note: 'a\nb' } }];
    const { data } = Papa.parse<Record<string, string>>(csvFile(tricky), { header: true, skipEmptyLines: true });
    expect(data).to.have.length(1);
    expect(data[0]).to.include({ from: '15:50', minutes: '50', title: '\'=HYPERLINK("x"), "quay"', note: 'a\nb' });
  });
});

describe('the light ahead of a place', () => {
  it('falls through the evening, steps up when the bulbs are lit, and names the rungs in time', () => {
    const { samples, times, sun, against, fromMs } = aheadOf(steps, '2027-01-14', 'evening', briefs[0]!.document);
    const lit = momentOf('2027-01-14', '16:30', 'Etc/GMT-1');
    const [before, after] = [samples.find(({ atMs }) => atMs === lit - MINUTE)!, samples.find(({ atMs }) => atMs === lit)!];
    expect(after.ev100).to.be.above(before.ev100);
    expect(samples.at(-1)!.ev100).to.be.closeTo(Math.log2(16 + 2), 0.01);
    expect(times.length).to.be.above(2);
    expect(times[0]!.atMs).to.equal(fromMs);
    expect(times.map(({ atMs }) => atMs)).to.deep.equal([...times.map(({ atMs }) => atMs)].sort((a, b) => a - b));
    expect(sun.sunsetMs).to.be.within(fromMs, samples.at(-1)!.atMs);
    // In January the sun sets in the south-west, where the camera looks.
    expect(against!.side).to.equal('back');
  });

  it('says at every change what exposes its light rightly, falling and rising', () => {
    // 100·N²/(t·2^EV) is the ISO a mid grey asks for (ISO 2720:1974, from memory); ISO and lift together give it within a third.
    for (const [stretch, { document }] of [
      ['evening', briefs[0]!],
      ['morning', briefs[0]!],
      ['whole', briefs[3]!],
    ] as const) {
      const { times } = aheadOf({ ...steps, facingDeg: null }, '2027-01-14', stretch, document);
      const shown = times.filter(({ rung }) => rung && rung.state !== 'past');
      expect(shown.length).to.be.above(1);
      for (const { ev100, rung } of shown) {
        const asked = (100 * rung!.fNumber ** 2) / (rung!.shutterS * 2 ** ev100);
        expect(Math.abs(Math.log2(asked / (rung!.iso * 2 ** rung!.liftStops))), `${stretch} at ${ev100}`).to.be.below(0.34);
      }
    }
  });

  it('goes by the clock where the sun does not set or rise', () => {
    const north: Place = { ...steps, latitudeDeg: 75, lamps: [], floorEv: null };
    for (const [day, polar] of [
      ['2027-06-21', 'day'],
      ['2027-12-21', 'night'],
    ] as const) {
      const { sun, samples, against } = aheadOf(north, day, 'evening', null);
      expect(sun.polar).to.equal(polar);
      expect(samples).to.have.length(8 * 60 + 1);
      expect(samples.every(({ ev100 }) => Number.isFinite(ev100))).to.equal(true);
      expect(against === null).to.equal(polar === 'night');
    }
  });

  it('is a day of 23 or 25 hours where summer time begins or ends', () => {
    const city: Place = { ...steps, timeZone: 'Europe/Berlin' };
    const hours = (day: string): number => {
      const { fromMs, toMs } = aheadOf(city, day, 'whole', null);
      return (toMs - fromMs) / 3_600_000;
    };
    expect(['2026-03-28', '2026-10-24', '2026-06-01'].map(hours)).to.deep.equal([23, 25, 24]);
  });
});

describe('Pocket', () => {
  const deck: Deck = deckOfSheet({ ...at, id: 'sheet', document: sheet }, briefs, places, { holds: [], focusTests: [] });
  const open = (storage = memoryStorage()) => createPocket({ deck, storage: () => storage });

  it('has the stop that is on by the clock, the next between two, the last afterwards, and the chosen one always', () => {
    const [first, second] = deck.stops;
    expect(stopNow(deck, null, first!.fromMs! - MINUTE).key).to.equal('otters');
    expect(stopNow(deck, null, first!.toMs! + MINUTE).key).to.equal(second!.key);
    expect(stopNow(deck, null, Infinity).key).to.equal(deck.stops.at(-1)!.key);
    expect(stopNow(deck, 'derby', 0).key).to.equal('derby');
  });

  it('plans by what was found on the spot, until told to go by the plan again', () => {
    const store = open();
    const stop = deck.stops[0]!;
    store.getState().anchor(stop.key, { ev100: 5, bound: 'orDarker' });
    store.getState().stand(stop.key, 12);
    store.getState().hold(stop.key, ['rail']);
    const brief = briefHere(stop, spotOf(store.getState(), stop.key));
    expect([brief.light.ev100, brief.subject.distanceM, brief.hold.conditions]).to.deep.equal([5, 12, ['rail']]);
    store.getState().asPlanned(stop.key);
    expect(briefHere(stop, spotOf(store.getState(), stop.key))).to.deep.equal({
      ...stop.brief,
      light: { ...stop.brief.light, ev100: stop.ev100 },
    });
  });

  it('keeps to the planned distance where the lens or the depth cannot have the new one', () => {
    const stop = deck.stops[0]!;
    const here = briefHere(stop, { ev100: null, bound: 'reading', conditions: null, distanceM: 0.2 });
    expect(here.subject.distanceM).to.equal(stop.brief.subject.distanceM);
  });

  it('groups frames by take, the plan’s own first', () => {
    const frame = { id: 'a', at: '2027-01-14T18:00:00.000Z', shutterS: 0.01, fNumber: 2, iso: 800, ev100: 4, distanceM: 5 };
    const frames = [
      { ...frame, verdict: 'sharp' as const, take: 'streak' as const },
      { ...frame, verdict: 'sharp' as const },
      { ...frame, verdict: 'soft' as const, take: 'streak' as const },
    ];
    expect(byTake(frames).map(([take, own]) => [take, countsOf(own)])).to.deep.equal([
      [null, { sharp: 1, soft: 0, noisy: 0, missed: 0 }],
      ['streak', { sharp: 1, soft: 1, noisy: 0, missed: 0 }],
    ]);
  });

  it('has every press on disk at once, finds it after the tab was killed, and forgets the take with the rest of the spot', () => {
    const storage = memoryStorage();
    const stop = deck.stops[1]!;
    open(storage).getState().anchor(stop.key, { ev100: 3, bound: 'reading' });
    open(storage).getState().take(stop.key, 'streak');
    const again = open(storage);
    expect(spotOf(again.getState(), stop.key)).to.include({ ev100: 3, take: 'streak' });
    again.getState().asPlanned(stop.key);
    expect(spotOf(open(storage).getState(), stop.key)).to.include({ ev100: null, take: null });
  });

  it('reads a tally file of the first version', () => {
    const [stop] = deck.stops;
    const { picture } = stop!.brief;
    const brief = { ...stop!.brief, picture: { ...picture, tasteFrom: { seriesId: 'a', say: 'your 16 choices of 6 March' } } };
    const frame = { id: 'a', at: '2027-01-14T18:00:00.000Z', verdict: 'sharp', shutterS: 0.01, fNumber: 2, iso: 800, ev100: 4, distanceM: 5 }; // prettier-ignore
    const tally = { title: 'Otters', day: '2027-01-14', briefId: null, runSheetId: null, brief, frames: [frame] };
    const first = { format: 'hushto-tally', version: 1, tallies: [{ id: '00000000-0000-4000-8000-000000000001', tally }] };
    const [counted] = TallyFileSchema.parse(tallyFileToday(first)).tallies;
    expect(counted!.tally.brief.picture.tasteFrom).to.deep.equal({ seriesId: 'a', count: 16, day: null });
    for (const none of [null, 3, { version: 1, tallies: 3 }, { version: 9, tallies: [] }])
      expect(TallyFileSchema.safeParse(tallyFileToday(none)).success).to.equal(false);
  });

  it('says when nothing can be kept, and goes on', () => {
    const store = createPocket({
      deck,
      storage: () => {
        throw new Error('no storage here');
      },
    });
    store.getState().stand(deck.stops[0]!.key, 7);
    expect(store.getState().safe).to.equal(false);
    expect(spotOf(store.getState(), deck.stops[0]!.key).distanceM).to.equal(7);
  });

  it('goes into a file of its own without ending the script it stands in', () => {
    const template = '<script type="application/json" id="taken">null</script><script>1</script>';
    const title = '</script><script>alert(1)</script> $& $1 \u2028';
    const html = filled(template, { ...deck, title });
    expect(html.match(/<\/script>/g)).to.have.length(2);
    const json = /id="taken">(.*?)<\/script>/s.exec(html)![1]!;
    expect((JSON.parse(json) as Deck).title).to.equal(title);
  });
});
