import type { LogFrame, StoredTally, Tallied } from '@hushto/contract';
import { expect } from 'chai';
import { exampleBrief } from '../../../core/test/briefs.ts';
import { countsInOrder, framesAside, laidCounts, likeliestCamera, spanOfTally } from './countsOnFrames.ts';

const count = (id: string, at: string, verdict: Tallied['verdict'] = 'sharp'): Tallied => ({ id, at, verdict, shutterS: 1 / 60, fNumber: 2, iso: 3200, ev100: 4, distanceM: 4 }); // prettier-ignore
const frame = (id: string, takenAt: string | null, more: Partial<LogFrame> = {}): LogFrame =>
  ({ id, name: id, takenAt, shutterS: 1 / 60, widthPx: 6000, preview: true, camera: 'Grey', verdict: null, ...more }) as LogFrame;
const tally = (frames: Tallied[]): StoredTally => ({ id: 't', revision: 1, createdAt: '', updatedAt: '', document: { title: 'Market', day: '2027-01-14', briefId: 'b', runSheetId: null, brief: exampleBrief(), frames } }); // prettier-ignore

describe('what Pocket counted, laid on frames', () => {
  const counts = [count('a', '2027-01-14T17:00:08.412Z'), count('b', '2027-01-14T17:05:09.100Z', 'soft')];

  it('judges the frame of each count, and leaves what was judged at home', () => {
    const frames = [frame('1', '2027-01-14T18:00:00Z'), frame('2', '2027-01-14T18:05:00Z', { verdict: 'focus' })];
    const laid = laidCounts(counts, frames, new Map(), 3_600_000);
    expect(laid.map(({ frame: on, verdict }) => [on?.id, verdict])).to.deep.equal([['1', 'keeper'], ['2', null]]); // prettier-ignore
    expect(laidCounts(counts, frames, new Map(), 0).map(({ frame: on }) => on)).to.deep.equal([null, null]);
    expect(laidCounts(counts, [], new Map(), 0).map(({ frame: on, verdict }) => [on, verdict])).to.deep.equal([[null, null], [null, null]]); // prettier-ignore
  });

  it('knows frames it was taken in as before, and never lays a count on them', () => {
    const own = frame('own', counts[0]!.at, { widthPx: null, preview: false, camera: null });
    // Another's table has no pictures either, and a file may have the count's very second.
    const table = frame('table', '2027-01-14T17:00:00.000Z', { widthPx: null, preview: false });
    const exact = frame('exact', counts[1]!.at);
    const { cameras, before } = framesAside(counts, [], [exact, own, table, frame('untimed', null)]);
    expect([...before.values()].map(({ id }) => id)).to.deep.equal(['own']);
    expect(cameras.map(({ camera, frames }) => [camera, frames.map(({ id }) => id)])).to.deep.equal([['Grey', ['table', 'exact']]]); // prettier-ignore
    expect(laidCounts(counts, cameras[0]!.frames, before, 0).map((laid) => [laid.frame?.id, laid.before?.id])).to.deep.equal([['table', 'own'], ['exact', undefined]]); // prettier-ignore
  });

  it('takes over what was said at home of the frame without a picture, and leaves those of other tallies out', () => {
    const bare = { widthPx: null, preview: false };
    const own = frame('own', counts[0]!.at, { ...bare, verdict: 'hands' });
    const other = count('c', '2027-01-14T17:00:20.777Z');
    const { cameras, before } = framesAside(counts, [other], [own, frame('other', other.at, bare), frame('1', '2027-01-14T17:00:00Z')]);
    expect(cameras.map(({ frames }) => frames.map(({ id }) => id))).to.deep.equal([['1']]);
    expect(laidCounts(counts, cameras[0]!.frames, before, 0)[0]).to.include({ verdict: 'hands' });
  }); // prettier-ignore

  it('takes the body whose times fit, however few frames it has', () => {
    expect(likeliestCamera([null, { offsetMs: 0, matched: 5 }, { offsetMs: 0, matched: 3 }])).to.equal(1);
    expect(likeliestCamera([null, null])).to.equal(0);
    expect(likeliestCamera([])).to.equal(0);
  });

  it('looks a day and more to each side, and puts counts of several windows in order', () => {
    const mixed = tally([counts[1]!, counts[0]!]);
    expect(countsInOrder(mixed).map(({ id }) => id)).to.deep.equal(['a', 'b']);
    const { fromMs, toMs } = spanOfTally(mixed)!;
    expect(new Date(fromMs).toISOString()).to.equal('2027-01-13T15:00:08.412Z');
    expect(new Date(toMs).toISOString()).to.equal('2027-01-15T19:05:09.100Z');
    expect(spanOfTally(tally([]))).to.equal(null);
  });
});
