import type { LogFilter, LogSays, LogTally } from '@hushto/contract';
import { LIMITED_BY, limitOf, risesWith, type LimitedBy, type LogCell, type Verdict } from '@hushto/core';
import type { EntityManager } from '@mikro-orm/libsql';
import { whereOf } from './where.ts';
import { query } from '../query.ts';

/** Share of frames that shall not be lost to one fault. Common practice: four of five sharp is what people test for. */
const SHARE = 0.8;
const FAULTS = Object.keys(LIMITED_BY) as LimitedBy[];

/** One group of frames, as SQL counts them. */
interface Group {
  shutter: number | null;
  focal: number | null;
  iso: number | null;
  distance: number | null;
  brief: string | null;
  hold: number | null;
  smear: number | null;
  grain: number | null;
  verdict: Verdict | null;
  n: number;
}

/** What the frames of a filter say: counted by SQL, fitted from the counts. */
export async function logSays(em: EntityManager, filter: LogFilter): Promise<LogSays> {
  const { sql, bound } = whereOf(filter);
  const from = `log_frame f where ${sql}`;
  const groups = await query<Group[]>(em, 
    `select f.brief_id as brief, f.shutter_thirds as shutter, f.focal_halves as focal, f.iso_thirds as iso, f.distance_halves as distance,
     f.hold_thirds as hold, f.smear_thirds as smear, f.grain_thirds as grain, f.verdict, count(*) as n
     from ${from} group by 1, 2, 3, 4, 5, 6, 7, 8, 9`,
    bound,
  );
  const promised = await query<{ tenth: number; chance: number; frames: number; held: number }[]>(em, 
    `select min(9, cast(f.held_chance * 10 as integer)) as tenth, avg(f.held_chance) as chance, count(*) as frames, sum(f.verdict <> 'hands') as held
     from ${from} and f.verdict is not null and f.held_chance is not null group by 1 order by 1`,
    bound,
  );
  const taken = await query<{ brief: string; frames: number; thirds: number; ev: number | null; square: number | null }[]>(em, 
    `select f.brief_id as brief, count(*) as frames, avg(f.shutter_thirds) as thirds, avg(f.ev100) as ev, avg(f.ev100 * f.ev100) as square
     from ${from} and f.brief_id is not null and f.take is null and f.shutter_thirds is not null group by 1 order by 2 desc`,
    bound,
  );
  const cells = cellsOf(groups);
  const limits = FAULTS.flatMap((fault) => limitOf(cells, fault, SHARE) ?? []);
  const hands = limits.find(({ fault }) => fault === 'hands');
  return {
    all: tallied(groups),
    byShutterAndFocal: grouped(groups, ({ shutter, focal }) => (shutter === null || focal === null ? null : `${shutter} ${focal}`), ({ shutter, focal }) => ({ shutterS: 2 ** (shutter! / 3), equivalentMm: 2 ** (focal! / 2) })),
    byIso: grouped(groups, ({ iso }) => iso, ({ iso }) => ({ iso: 100 * 2 ** (iso! / 3) })),
    byDistance: grouped(groups, ({ distance }) => distance, ({ distance }) => ({ distanceM: 2 ** (distance! / 2) })),
    byBrief: grouped(groups, ({ brief }) => brief ?? '', ({ brief }) => ({ briefId: brief })),
    taken: taken.map(({ brief, frames, thirds, ev, square }) => ({
      briefId: brief,
      frames,
      shutterS: 2 ** (thirds / 3),
      ev100: ev,
      evSpread: ev === null || square === null ? null : Math.sqrt(Math.max(0, square - ev * ev)),
    })),
    share: SHARE,
    limits,
    together: pairs(FAULTS).flatMap(([one, other]) => {
      const correlation = risesWith(cells, one, other);
      return correlation === null ? [] : [{ one, other, correlation }];
    }),
    calibration: promised.map(({ chance, frames, held }) => ({ promised: chance, frames, held })),
    beyondHands: hands
      ? cells.reduce((sum, { hold, keepers, ...lost }) => sum + (hold !== null && hold > hands.at ? keepers + lost.hands + lost.subject + lost.focus + lost.grain : 0), 0)
      : null,
  };
} // prettier-ignore

const EMPTY: LogTally = { frames: 0, judged: 0, keeper: 0, hands: 0, subject: 0, focus: 0, grain: 0, other: 0 };

function tallied(groups: readonly Pick<Group, 'verdict' | 'n'>[]): LogTally {
  const tally = { ...EMPTY };
  for (const { verdict, n } of groups) {
    tally.frames += n;
    if (verdict === null) continue;
    tally.judged += n;
    tally[verdict] += n;
  }
  return tally;
}

/** Groups that share a key, in the order of their keys; those without one are left out. */
function grouped<Head>(
  groups: readonly Group[],
  keyOf: (group: Group) => string | number | null,
  headOf: (group: Group) => Head,
) {
  const byKey = new Map<string | number, Group[]>();
  for (const group of groups) {
    const key = keyOf(group);
    if (key === null) continue;
    const there = byKey.get(key);
    if (there) there.push(group);
    else byKey.set(key, [group]);
  }
  const ordered = [...byKey.entries()].sort(([a], [b]) => (typeof a === 'number' && typeof b === 'number' ? a - b : 0));
  return ordered.map(([, some]) => ({ ...headOf(some[0]!), ...tallied(some) }));
}

function cellsOf(groups: readonly Group[]): LogCell[] {
  const cells = new Map<string, LogCell>();
  for (const { hold, smear, grain, verdict, n } of groups) {
    if (verdict === null || verdict === 'other') continue;
    const key = `${hold} ${smear} ${grain}`;
    let cell = cells.get(key);
    if (!cell) {
      const stops = (thirds: number | null): number | null => (thirds === null ? null : thirds / 3);
      cell = { hold: stops(hold), smearStops: stops(smear), grainStops: stops(grain), keepers: 0, hands: 0, subject: 0, focus: 0, grain: 0 };
      cells.set(key, cell);
    }
    cell[verdict === 'keeper' ? 'keepers' : verdict] += n;
  }
  return [...cells.values()];
} // prettier-ignore

const pairs = <Item>(items: readonly Item[]): [Item, Item][] =>
  items.flatMap((one, i) => items.slice(i + 1).map((other): [Item, Item] => [one, other]));
