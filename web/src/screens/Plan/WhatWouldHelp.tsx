import type { Brief, PlanAtLight, Remedy } from '@hushto/core';
import { remedyWords, stopWords } from '@hushto/words';

/** What would make an impossible brief possible, nearest at hand first. */
export function WhatWouldHelp({ brief, remedies }: { brief: Brief } & Pick<PlanAtLight, 'remedies'>) {
  return (
    <section className="mt-2 max-sm:order-6 max-sm:col-span-full max-sm:mt-3.5" aria-labelledby="help-title">
      <h2 id="help-title">What would help</h2>
      <ul className="mt-1 columns-2 gap-x-6 leading-5 max-sm:columns-1">
        {remedies.map((remedy) => (
          <li className="mb-1.5 break-inside-avoid border-l-3 border-l-ink pl-2.5 text-pretty" key={remedy.code}>
            {remedyWords(brief, remedy)} {isWorthStops(remedy) && <span className="text-quiet">{stopWords(remedy.stops)}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Remedies whose sentence does not name its stops itself. */
const UNSAID: readonly Remedy['code'][] = ['brace', 'askStill', 'stillPhase', 'wider', 'fasterLens', 'nearer'];
const isWorthStops = ({ code, stops }: Remedy): boolean => UNSAID.includes(code) && Math.round(3 * stops) !== 0;
