import { posteriorOf, setupOf, type HoldSeries } from '@hushto/contract';
import { beyondHands, FEWEST_TESTED, slowestTrusted } from '@hushto/core';
import { heldToWords, sentences, stanceWords, supportWords } from '@hushto/words';
import { useEffect, useState } from 'react';
import { logApi } from '../../api/log.ts';
import { kitWords } from '../../domain/holdSeries.ts';
import { useLibrary } from '../../state/library.ts';

/** Nine frames in ten: where next to nothing is lost any more. */
const NOTHING_LOST = 0.9;

/** Whether a support is needed: what every way of holding this kit keeps, and how often the log asked for more. */
export function Support({ series }: { series: HoldSeries }) {
  const holds = useLibrary((library) => library.holds);
  const [log, setLog] = useState<{ frames: number; beyond: number } | null>(null);
  const told = series.frames.length >= FEWEST_TESTED && !series.simulated;
  useEffect(() => {
    if (!told) return undefined;
    let gone = false;
    // Without the server nothing is said of the log.
    void logApi.says({}).then(
      ({ byShutterAndFocal }) =>
        !gone && setLog(beyondHands(setupOf(series), posteriorOf(series), NOTHING_LOST, byShutterAndFocal)),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [series, told]);
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
