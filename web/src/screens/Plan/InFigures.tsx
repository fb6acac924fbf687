import { grainWord, plainNumber, stopsLabel, stopWords, type Plan, type PlanAtShutter } from '@hushto/core';
import { distanceText, percentText, signedText } from '../../quantities/quantities.ts';
import { useSettings } from '../../state/settings.ts';

/** What the shown setting means, one figure a line, each with what it tells. */
export function InFigures({ shown, view }: { shown: Pick<PlanAtShutter, 'choice' | 'figures'>; view: string }) {
  const { distanceUnit } = useSettings();
  const { figures, choice } = shown;
  const rows: [term: string, value: string, means: string][] = [
    ['Smear', `${plainNumber(figures.subjectBlurViewPx)}\u00a0px ${view}`, figures.subjectBlurViewPx <= 2.05 ? 'crisp' : 'shows'],
    [
      'Hands',
      percentText(figures.holdProbability),
      `for one frame; ${percentText(figures.burstProbability)} for ${choice.burst}`,
    ],
    ['Grain', plainNumber(figures.snrViewed), `signal to noise ${view}: ${grainWord(figures.snrViewed)}`],
    ['Shadows', plainNumber(figures.snrShadow), `three stops down: ${grainWord(figures.snrShadow)}`],
    ['Highlights', stopWords(stopsLabel(figures.highlightStops)), 'above mid grey before they clip'],
    ['Meter', `${signedText(figures.compensationStops)}\u00a0EV`, meterWords(figures.compensationStops)],
    ['Hyperfocal', distanceText(figures.hyperfocalM, distanceUnit), 'focus there and all behind is sharp'],
    ['Autofocus', `${signedText(figures.focusHeadroomEv)}\u00a0EV`, 'above where it gives up'],
  ];
  return (
    <section className="figures" aria-labelledby="figures-title">
      <h2 id="figures-title">In figures</h2>
      <dl>
        {rows.map(([term, value, means]) => (
          <div key={term}>
            <dt>{term}</dt>
            <dd>
              <b>{value}</b> {means}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function meterWords(stops: number): string {
  if (Math.abs(stops) < 1 / 6) return 'the averaging meter is right here';
  return stops < 0 ? 'or the meter brightens the picture' : 'or the meter darkens the picture';
}

/** What would make an impossible brief possible, nearest at hand first. */
export function WhatWouldHelp({ remedies }: Pick<Plan, 'remedies'>) {
  return (
    <section className="figures" aria-labelledby="help-title">
      <h2 id="help-title">What would help</h2>
      <ul className="helps">
        {remedies.map(({ code, say, stops }) => (
          <li key={code}>
            {say} {stops > 0.05 && !say.includes('stop') && <span className="quiet">{stopWords(stopsLabel(stops))}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
