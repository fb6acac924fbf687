import { polished } from '../material/building.ts';
import { box, drum, melt, rod, type Solid } from '../solids.ts';
import type { Thing } from '../trace/thing.ts';
import type { Pose } from '../vector.ts';

const BRASS = polished([0.88, 0.62, 0.28]);
/** Radius of the loops of tube, m. */
const LOOP = 0.035;
const TUBE = 0.0063;

/** A trumpet: the mouthpiece's rim at 0, the bell towards y, its valves upright along z. */
export function trumpet(pose: Pose): Thing[] {
  const bow = (x: number, y: number, z: number, side: number, at: number, forward: boolean): number => {
    const [across, up] = [y - at, z + LOOP];
    const round = Math.hypot(Math.hypot(across, up) - LOOP, x - side) - TUBE;
    return (forward ? across : -across) > 0 ? round : 1;
  };
  const tubes: Solid = (x, y, z) => {
    let d = rod(x, y, z, 0.017, 0.02, 0, 0.017, 0.45, 0, TUBE);
    d = Math.min(d, bow(x, y, z, 0.017, 0.45, true), rod(x, y, z, 0.017, 0.33, -2 * LOOP, 0.017, 0.45, -2 * LOOP, TUBE));
    d = Math.min(d, bow(x, y, z, -0.017, 0.16, false), rod(x, y, z, -0.017, 0.16, -2 * LOOP, -0.017, 0.28, -2 * LOOP, TUBE));
    d = Math.min(d, rod(x, y, z, -0.017, 0.16, 0, -0.017, 0.42, 0, TUBE, 0.009));
    for (const at of [0.22, 0.38]) d = Math.min(d, rod(x, y, z, -0.017, at, 0, 0.017, at, 0, 0.003));
    // Ferrules.
    for (const [side, at] of [[0.017, 0.06], [0.017, 0.4], [0.017, 0.45], [-0.017, 0.16]] as const)
      d = Math.min(d, drum(x - side, y - at, z, 0.0085, 0.009, 0.002));
    // The third valve's slide, and the water key's.
    d = Math.min(d, rod(x, y, z, 0.012, 0.345, -0.05, 0.05, 0.43, -0.05, 0.0055));
    return d;
  }; // prettier-ignore
  const flare = (y: number): number => 0.009 + 0.0525 * Math.max(0, (y - 0.4) / 0.2) ** 3.1 + 0.008 * Math.max(0, y - 0.4);
  const bell: Solid = (x, y, z) => {
    const out = Math.hypot(x + 0.017, z);
    const shell = Math.abs(out - flare(y)) - 0.0012;
    const slope = 1 + 0.8 * Math.max(0, (y - 0.48) / 0.12);
    const rim = Math.hypot(out - flare(0.6), y - 0.6) - 0.0022;
    return Math.min(Math.max(shell / slope, 0.4 - y, y - 0.6), rim);
  };
  const valves: Solid = (x, y, z) => {
    let d = 1;
    for (let i = 0; i < 3; i++) {
      const at = 0.28 + 0.0265 * i;
      const [px, py] = [x, y - at];
      d = Math.min(d, drum(px, z + 0.032, py, 0.0118, 0.064, 0.002));
      for (const cap of [-0.092, 0.028]) d = Math.min(d, drum(px, z - cap, py, 0.0135, 0.008, 0.002));
      d = Math.min(d, rod(px, z, py, 0, 0.03, 0, 0, 0.055 - 0.01 * (i % 2), 0, 0.0028));
      d = Math.min(d, drum(px, z - 0.057 + 0.01 * (i % 2), py, 0.0085, 0.0028, 0.0015));
    }
    return Math.min(d, box(x, y - 0.307, z + 0.05, 0.008, 0.03, 0.006, 0.003));
  };
  const mouth: Solid = (x, y, z) => {
    const out = Math.hypot(x - 0.017, z);
    const cup = Math.abs(y - 0.012) < 0.014 ? 0.0135 - 0.3 * Math.max(0, y - 0.004) : 0.005;
    return (
      melt(Math.max(out - cup, Math.abs(y - 0.012) - 0.013), rod(x, y, z, 0.017, 0.02, 0, 0.017, 0.09, 0, 0.0042), 0.006) * 0.8
    );
  };
  const of = (solid: Solid, middle: number, radius: number): Thing => ({
    pose,
    solid,
    middle: [0, middle, -0.02],
    radius,
    pace: 0.8,
    material: BRASS,
  });
  return [of(tubes, 0.27, 0.29), of(bell, 0.5, 0.15), of(valves, 0.307, 0.12), of(mouth, 0.04, 0.08)];
}
