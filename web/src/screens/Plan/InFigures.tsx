import { grainWord, type PlanAtShutter } from '@hushto/core';
import { plainNumber, stopWords } from '@hushto/words';
import { distanceText, signedText } from '../../quantities/quantities.ts';
import { useSettings } from '../../state/settings.ts';

/** What the shown setting means beyond what stands at its values, one figure a line, each with what it tells. */
export function InFigures({ shown, view }: { shown: Pick<PlanAtShutter, 'figures'>; view: string }) {
  const distanceUnit = useSettings(({ distanceUnit }) => distanceUnit);
  const { figures } = shown;
  const { limbs, edges, rolling } = figures;
  const px = (value: number): string => `${plainNumber(value)}\u00a0px`;
  const edge = (name: string, at: NonNullable<typeof edges>['near']): [string, string, string] => [
    `${name} edge`,
    px(at.smearViewPx),
    `of smear at ${distanceText(at.distanceM, distanceUnit)}, ${px(at.softViewPx)} out of focus`,
  ];
  const rows: [term: string, value: string, means: string][] = [
    ['Grain', plainNumber(figures.snrViewed), `signal to noise ${view}: ${grainWord(figures.snrViewed)}`],
    ['Subject', plainNumber(figures.snrSubject), `of its own tone: ${grainWord(figures.snrSubject)}`],
    ['Shadows', plainNumber(figures.snrShadow), `three stops down: ${grainWord(figures.snrShadow)}`],
    ['Highlights', stopWords(figures.highlightStops), 'above mid grey before they clip'],
    ...(limbs
      ? [['Limbs', px(limbs.smearViewPx), `of smear, ${plainNumber(limbs.factor)} times as fast`] as [string, string, string]]
      : []),
    ...(edges ? [edge('Near', edges.near), edge('Far', edges.far)] : []),
    ...(rolling
      ? [['Leaning', px(rolling.skewViewPx), `of what crosses; ${plainNumber(rolling.bands)} bands`] as [string, string, string]]
      : []),
    ['Hyperfocal', distanceText(figures.hyperfocalM, distanceUnit), 'focus there and all behind is sharp'],
    ['Autofocus', `${signedText(figures.focusHeadroomEv)}\u00a0EV`, 'above where it gives up'],
  ];
  return (
    <section className="mt-1 max-sm:col-span-full max-sm:order-6" aria-labelledby="figures-title">
      <h2 id="figures-title">In figures</h2>
      <dl className="mt-1 grid leading-5">
        {rows.map(([term, value, means]) => (
          <div className="grid grid-cols-[84px_1fr] gap-3 py-1 border-b border-b-rule last:border-b-0" key={term}>
            <dt className="text-quiet">{term}</dt>
            <dd className="text-quiet">
              <b className="font-strong tabular-nums text-ink">{value}</b> {means}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
