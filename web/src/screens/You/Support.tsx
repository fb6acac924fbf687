import { posteriorOf, setupOf, type HoldSeries } from '@hushto/contract';
import { beyondHands, FEWEST_TESTED, slowestTrusted } from '@hushto/core';
import { heldToWords, sentences, stanceWords, supportWords } from '@hushto/words';
import { useMemo } from 'react';
import { kitWords } from '../../domain/holdSeries.ts';
import { useLibrary } from '../../state/library.ts';
import { useSays } from '../../state/logQueries.ts';

/** Nine frames in ten: where next to nothing is lost any more. */
const NOTHING_LOST = 0.9;
const EVERY_FRAME = {};

/** Whether a support is needed: what every way of holding this kit keeps, and how often the log asked for more. */
export function Support({ series }: { series: HoldSeries }) {
  const holds = useLibrary((library) => library.holds);
  const told = series.frames.length >= FEWEST_TESTED && !series.simulated;
  // Without the server nothing is said of the log.
  const { data: says } = useSays(EVERY_FRAME, told);
  const log = useMemo(
    () => (says ? beyondHands(setupOf(series), posteriorOf(series), NOTHING_LOST, says.byShutterAndFocal) : null),
    [series, says],
  );
  if (!told) return null;
  const alike = holds.filter(
    ({ document }) =>
      document.frames.length >= FEWEST_TESTED &&
      !document.simulated &&
      kitWords(document) === kitWords(series) &&
      document.stabiliserStops === series.stabiliserStops,
  );
  const held = alike.map(({ document }) => ({
    stance: stanceWords(document.conditions),
    shutterS: slowestTrusted(setupOf(document), posteriorOf(document), NOTHING_LOST).markS,
  }));
  return (
    <div>
      <h3>Is a support needed?</h3>
      <p>{sentences(heldToWords(held), supportWords(log, series.reference?.blurPx ?? null))}</p>
    </div>
  );
}
