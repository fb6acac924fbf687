import { plainNumber } from './numbers.ts';

/** Blurs that differ by less look alike. */
const ALIKE = 0.2;

/** What is seen where a frame really taken stands beside the simulation of it. */
export interface RealAgainstSimulated {
  /** Blur of edges in the same place, Gaussian, px as shown; null where there are too few to tell. */
  realPx: number | null;
  simulatedPx: number | null;
  /** Light the real one's settings are right for, and the brief's, EV at ISO 100. */
  settingsEv: number;
  briefEv: number;
}

/** Light that differs by less is the same light, stops. */
const SAME_LIGHT = 0.75;

/** One sentence on the edges, one on the light where it is not the brief's. */
export function realFrameWords({ realPx, simulatedPx, settingsEv, briefEv }: RealAgainstSimulated): string[] {
  const said = [edgeWords(realPx, simulatedPx)];
  if (Math.abs(settingsEv - briefEv) > SAME_LIGHT)
    said.push(
      `Its settings are right for EV ${plainNumber(settingsEv)}, this brief’s light is EV ${plainNumber(briefEv)}; it is simulated in its own.`,
    );
  return said;
}

function edgeWords(real: number | null, simulated: number | null): string {
  if (real === null || simulated === null) return 'There are too few clear edges here to compare: look elsewhere.';
  const figures = `${plainNumber(real)} px in yours, ${plainNumber(simulated)} px simulated`;
  const ratio = Math.log(real / simulated);
  if (Math.abs(ratio) < Math.log(1 + ALIKE)) return `Edges are as soft: ${figures}.`;
  return ratio > 0
    ? `Yours is softer here: ${figures}. More moved than the brief says, or focus lay elsewhere.`
    : `Yours is sharper here: ${figures}. Less moved than the brief says.`;
}
