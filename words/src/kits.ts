import {
  isSettled,
  type BlindVerdict,
  type KitAgainst,
  type KitAtWork,
  type KitCost,
  type KitView,
  type LensForSegment,
} from '@hushto/core';
import { count, detailShare, groupDigits, isoWords, metres, percent, plainNumber, shareWords, stopWords } from './numbers.ts';
import { listed } from './text.ts';
import { viewOf } from './viewing.ts';

/** Detail that differs by less than this looks the same, share: a tenth is just seen side by side. */
const SAME = 0.05;
/** Light nobody can set, stops. */
const NO_LIGHT = 1 / 6;

interface Named {
  name: string;
  work: KitAtWork;
}

/** Which of two kits gives more at one brief, and what that is worth in light. */
export function kitVerdict(first: Named, second: Named, { detail, stops }: KitAgainst): string {
  const failing = [first, second].filter(({ work }) => !work.plan.possible).map(({ name }) => name);
  if (failing.length === 2) return `Neither ${listed(failing, 'nor')} has a setting that works here.`;
  const view = viewOf(second.work.brief);
  if (failing.length === 1) {
    const share = failing[0] === first.name ? detail : 1 / detail;
    const settled = isSettled((failing[0] === first.name ? first : second).work.brief.picture.pinned);
    const none = settled ? 'does not work here at what is settled' : 'has no setting that works here';
    const keeps = share < 0.97 ? `; ${settled ? 'it' : 'the nearest'} keeps ${detailShare(share)} of the other’s detail` : '';
    return `${failing[0]!} ${none}${keeps}.`;
  }
  if (Math.abs(detail - 1) < SAME) return `${first.name} and ${second.name} keep the same detail ${view}.`;
  const [ahead, behind, times] = detail > 1 ? [first, second, detail] : [second, first, 1 / detail];
  const more = `${ahead.name} keeps ${moreDetail(times)} ${behind.name} ${view}`;
  const worth = stops === null ? 'more than six stops of light' : `${stopWords(Math.abs(stops))} of light`;
  return stops !== null && Math.abs(stops) < NO_LIGHT ? `${more}.` : `${more}: worth ${worth}.`;
}

/** "a third more detail than", "2.4 times the detail of". @param times above 1 */
function moreDetail(times: number): string {
  if (times > 1.9) return `${plainNumber(times)} times the detail of`;
  return `${detailShare(times - 1)} more detail than`;
}

/** What a kit is ahead of another in light, as a cell of a table. */
export function aheadWords({ stops }: KitAgainst): string {
  if (stops === null) return 'over 6 stops';
  if (Math.abs(stops) < NO_LIGHT) return 'the same';
  return `${stopWords(Math.abs(stops))} ${stops > 0 ? 'ahead' : 'behind'}`;
}

/** How a kit comes to the view: its focal length, and what is cut away or missing. */
export function viewWords({ focalLengthMm, crop, kept, shown }: KitView): string {
  const focal = `${plainNumber(focalLengthMm)}\u00a0mm`;
  if (shown < 0.99) return `${focal}, too long: shows ${percent(shown)} of the width`;
  const cuts = [
    ...(kept < 0.995 ? [`cut to shape, ${percent(1 - kept)} goes`] : []),
    ...(crop > 1.02 ? [`cropped ${plainNumber(crop)}×`] : []),
  ];
  return [focal, ...cuts].join(', ');
}

/** "3.6 to 4.5 m"; "2.3 m to infinity". */
export const rangeWords = ({ nearM, farM }: KitAtWork['depthOfField']): string =>
  farM === null ? `${metres(nearM)} to infinity` : `${plainNumber(nearM)} to ${metres(farM)}`;

/** What a lamp far behind becomes. */
export const backgroundWords = ({ share, viewPx }: KitAtWork['background']): string =>
  viewPx < 2 ? 'sharp to the horizon' : `far lamps are discs of ${shareWords(share)} of the height`;

/** What full frame would use for the same picture. */
export const equivalentWords = ({ focalLengthMm, fNumber, iso }: KitAtWork['equivalent']): string =>
  `${plainNumber(focalLengthMm)}\u00a0mm, f/${plainNumber(fNumber)}, ${isoWords(iso)}`;

/** What the difference in price buys. */
export function costWords({ more, perStop, perTenth }: KitCost): string {
  if (Math.abs(more) < 0.5) return 'the same price';
  if (more < 0) return `${money(-more)} less`;
  const per = [
    ...(perStop === null ? [] : [`${money(perStop)} a stop`]),
    ...(perTenth === null ? [] : [`${money(perTenth)} for each tenth more detail`]),
  ];
  return per.length > 0 ? `${money(more)} more: ${listed(per)}` : `${money(more)} more, for nothing here`;
}

const money = (value: number): string => groupDigits(String(Math.round(value)));

/** What equivalence means, and what it does not. */
export const EQUIVALENCE: readonly string[] = [
  'At the same view, shutter and depth of field, every format takes in the same light, and so gives the same grain: the f-number, times the size of the sensor, decides.',
  'A larger sensor is ahead where its lens opens wider than that, and where you can do without the depth.',
  'It does not make pixels, autofocus, hands or glass alike: those are in the figures here, each as it is.',
];

/** What a dozen blind choices said. @param names of first and second  @param view "at 2048 wide" */
export function blindWords(
  { of, tookFirst, byChance, preferred }: BlindVerdict,
  [first, second]: readonly [string, string],
  view: string,
): string {
  if (of === 0) return 'Nothing was chosen yet.';
  const [name, took] = 2 * tookFirst >= of ? [first, tookFirst] : [second, of - tookFirst];
  const counted = `You took ${name} ${took} times in ${of}`;
  if (preferred === null) return `${counted}: you could not tell them apart ${view}, or did not mind.`;
  return `${counted} ${view}: guessing does that once in ${Math.round(1 / byChance)} looks.`;
}

/** Why a lens does not do for a stretch; null where it does. */
export function lensFails({ shown, fails }: Pick<LensForSegment, 'shown' | 'fails'>): string | null {
  switch (fails) {
    case null:
      return null;
    case 'long':
      return `shows ${percent(shown)}`;
    case 'short':
      return 'too short';
    case 'setting':
      return 'no setting';
  }
}

const quoted = (title: string): string => `“${title}”`;

/** What leaving a lens at home costs, over the stretches of an outing. @param kept share of the detail kept by stretch, null where nothing works any more */
export function leavingWords(kept: readonly (number | null)[], titles: readonly string[]): string {
  const gone = titles.filter((_, i) => kept[i] === null);
  const worse = titles.flatMap((title, i) => {
    const share = kept[i];
    return share !== null && share !== undefined && share < 1 - SAME ? [`${detailShare(1 - share)} of the detail at ${quoted(title)}`] : [];
  });
  if (gone.length === 0 && worse.length === 0) return 'costs nothing';
  return [...(gone.length > 0 ? [`nothing works at ${listed(gone.map(quoted))}`] : []), ...(worse.length > 0 ? [`costs ${listed(worse)}`] : [])].join('; ');
} // prettier-ignore

/** "2 lenses, 1.3 kg". @param grams null where a weight is not known */
export const bagWords = (lenses: number, grams: number | null): string =>
  `${count(lenses, 'lens', 'lenses')}${grams === null ? '' : `, ${weightWords(grams)}`}`;

/** "640 g", "1.3 kg". */
export const weightWords = (grams: number): string => (grams < 1000 ? `${Math.round(grams)}\u00a0g` : `${plainNumber(grams / 1000)}\u00a0kg`); // prettier-ignore
