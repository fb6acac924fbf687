import { expect } from 'chai';
import fc from 'fast-check';
import { seededRandom } from '../numerics/seededRandom.ts';
import { clockOffset, framesCounted, type TimedFrame } from './countedFrames.ts';

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const SHUTTERS = [1 / 250, 1 / 125, 1 / 60, 1 / 30];

/** An evening as people have it: bursts, pauses, frames deleted in the camera, counts that were forgotten, some late, some for nothing. */
function evening(seed: number, offsetMs: number) {
  const random = seededRandom(seed);
  const frames: (TimedFrame & { name: number })[] = [];
  const counts: (TimedFrame & { of: readonly [first: number, last: number] | null })[] = [];
  let at = Date.UTC(2027, 0, 14, 16);
  for (let scene = 0, name = 0; scene < 30; scene++) {
    // Pauses of a minute to a quarter of an hour.
    at += MINUTE * (1 + 14 * random() ** 2);
    const shutterS = SHUTTERS[Math.floor(random() * SHUTTERS.length)]!;
    const burst = random() < 0.5 ? 1 : 2 + Math.floor(5 * random());
    const first = name + 1;
    for (let i = 0; i < burst; i++, at += 300 + 900 * random()) {
      name += 1;
      if (random() > 0.2) frames.push({ atMs: Math.floor((at + offsetMs) / 1000) * 1000, shutterS: random() < 0.1 ? null : shutterS, name });
    }
    if (random() < 0.7) counts.push({ atMs: Math.round(at + 2000 + 25_000 * random() ** 2), shutterS: random() < 0.3 ? 1 / 125 : shutterS, of: [first, name] });
    // Pressed for nothing that was kept.
    if (random() < 0.1) counts.push({ atMs: Math.round(at + 50_000), shutterS, of: null });
  }
  return { frames, counts };
} // prettier-ignore

/** Most pairs by augmenting paths (Kuhn's algorithm, from memory): a count is up to a minute after its frame, or 5 s before. */
function mostPairs(counts: readonly TimedFrame[], frames: readonly TimedFrame[]): number {
  const countOf = new Map<number, number>();
  const find = (count: number, tried: Set<number>): boolean =>
    frames.some(({ atMs }, frame) => {
      const afterMs = counts[count]!.atMs - atMs;
      if (afterMs < -5000 || afterMs > 60_000 || tried.has(frame)) return false;
      tried.add(frame);
      const other = countOf.get(frame);
      if (other !== undefined && !find(other, tried)) return false;
      countOf.set(frame, count);
      return true;
    });
  return counts.filter((_, count) => find(count, new Set())).length;
}

describe('counts on the spot', () => {
  it('lie each on a frame of its own, the last before it', () => {
    const frames = [0, 1000, 2000, 90_000].map((atMs) => ({ atMs, shutterS: null }));
    const counts = [6000, 9000, 200_000].map((atMs) => ({ atMs, shutterS: null }));
    expect(framesCounted(counts, frames, 0)).to.deep.equal([1, 2, null]);
    expect(framesCounted(counts, [], 0)).to.deep.equal([null, null, null]);
    // An hour off, nothing is near, and with the hour known everything is.
    const late = frames.map((frame) => ({ ...frame, atMs: frame.atMs + HOUR }));
    expect(framesCounted(counts, late, 0)).to.deep.equal([null, null, null]);
    expect(framesCounted(counts, late, HOUR)).to.deep.equal([1, 2, null]);
  });

  it('lie on as many frames as they can, by any way of laying them', () => {
    const times = fc.array(fc.integer({ min: 0, max: 400 }), { maxLength: 12 }).map((seconds) =>
      seconds.sort((a, b) => a - b).map((second): TimedFrame => ({ atMs: 1000 * second, shutterS: null })),
    ); // prettier-ignore
    fc.assert(
      fc.property(times, times, (counts, frames) => {
        const laid = framesCounted(counts, frames, 0).filter((frame) => frame !== null);
        expect(new Set(laid).size).to.equal(laid.length);
        expect(laid.length).to.equal(mostPairs(counts, frames));
      }),
    );
  });

  for (const [name, offsetMs] of [
    ['goes right', 0],
    ['was left on winter time', -HOUR],
    ['has another continent’s zone', 9.5 * HOUR],
    ['is four minutes fast', 4 * MINUTE],
    ['is an hour and 37 s slow', -HOUR - 37_000],
  ] as const)
    it(`find out that a camera’s clock ${name}, on untidy evenings`, () => {
      let told = 0;
      for (let seed = 1; seed <= 20; seed++) {
        const { frames, counts } = evening(seed, offsetMs);
        const found = clockOffset(counts, frames);
        if (!found) continue;
        told += 1;
        // Whole quarters are preferred where they fit as well: what is off by seconds beside is within a count’s minute.
        expect(Math.abs(found.offsetMs - offsetMs), `seed ${seed}`).to.be.at.most(45_000);
        const laid = framesCounted(counts, frames, found.offsetMs);
        const right = laid.filter((frame, i) => {
          const [first, last] = counts[i]!.of ?? [Infinity, 0];
          return frame !== null && frames[frame]!.name >= first && frames[frame]!.name <= last;
        }).length;
        expect(right / found.matched, `seed ${seed}`).to.be.above(0.75);
      }
      expect(told).to.be.at.least(18);
    }); // prettier-ignore

  it('tell no clock from another day’s frames, from too few, or where any clock fits', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const { counts } = evening(seed, 0);
      expect(clockOffset(counts, evening(seed + 100, 0).frames), `seed ${seed}`).to.equal(null);
      expect(clockOffset(counts.slice(0, 4), evening(seed, 0).frames)).to.equal(null);
    }
    const without = Array.from({ length: 3000 }, (_, i) => ({ atMs: 10_000 * i, shutterS: 1 / 60 }));
    const some = Array.from({ length: 20 }, (_, i) => ({ atMs: 10_000_000 + 300_000 * i, shutterS: 1 / 60 }));
    expect(clockOffset(some, without)).to.equal(null);
  });
});
