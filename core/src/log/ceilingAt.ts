import type { Sensor } from '../brief/brief.ts';
import { isoMarks } from '../light/marks.ts';
import { grainAtIso } from '../sensor/grainFigures.ts';
import { LOG_VIEW_CPH } from './takenFigures.ts';

/** The highest mark at which a body's grain keeps to a signal-to-noise ratio at 2048 wide; its base where none does. */
export function ceilingAt(sensor: Sensor, snr: number): number {
  let found = sensor.baseIso;
  for (let mark = isoMarks.first; mark <= isoMarks.last; mark++) {
    const iso = isoMarks.value(mark);
    if (iso < sensor.baseIso || iso > sensor.maxIso) continue;
    if (grainAtIso(sensor, iso, [LOG_VIEW_CPH]).views[0]!.snr >= snr) found = iso;
  }
  return found;
}
