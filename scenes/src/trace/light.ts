import { fineness } from '../fineness.ts';
import type { Surface } from '../material/material.ts';
import { along, dot, mirrored, type Vec } from '../vector.ts';
import { normalOf, outward, roughened, type Hit, type Stage } from './stage.ts';
import type { Thing } from './thing.ts';

/** A lamp small against its distance. */
export interface Lamp {
  at: Vec;
  /** Its light a metre away on a surface that faces it, by colour: 1 shows a white wall as white. */
  light: Vec;
  /** m; how soft its shadows are. */
  radius: number;
  /** Where it is aimed, and the cosines at which its beam ends and is whole. */
  beam?: { to: Vec; ends: number; whole: number };
}

export interface Lighting {
  lamps: readonly Lamp[];
  /** Light from all round on a surface that faces a way, by colour. */
  ambient: (normal: Vec) => Vec;
  /** What is seen where nothing is met. */
  beyond: (direction: Vec) => Vec;
}

/** Highlights are no brighter than this. */
const BRIGHTEST = 24;
/** Lamps that give less than this share of what the strongest gives are left out. */
const NEGLIGIBLE = 0.005;
/** Those that give less than this are not asked for shadows, but taken to be seen so much. */
const FAINT = 0.06;
const SEEN_OF_FAINT = 0.65;
/** Nothing farther off than this throws a shadow one would see, m. */
const SHADOW_REACH = 3.2;
/** Samples of a pixel that differ no more in distance share their shadows, m. */
const SHARED_M = 0.012;

/** Shadows found for one pixel: its other samples lie so near that they share them. */
export interface Shade {
  thing: Thing | null;
  t: number;
  /** How much of each lamp is seen; below 0 where not looked at. */
  open: Float64Array;
  hidden: number;
}

export const newShade = ({ lamps }: Lighting): Shade => ({ thing: null, t: 0, open: new Float64Array(lamps.length), hidden: 1 });

/** What a ray brings back, linear. @param shade of the pixel; null where a mirror was met */
export function seen(stage: Stage, lighting: Lighting, o: Vec, d: Vec, hit: Hit | null, shade: Shade | null, depth = 0): Vec {
  if (!hit) return lighting.beyond(d);
  return litUp(stage, lighting, along(o, d, hit.t), d, hit, shade, depth);
}

/** Light that a point of a thing sends back along a ray. */
function litUp(
  stage: Stage,
  lighting: Lighting,
  p: Vec,
  d: Vec,
  { thing, own, t }: Hit,
  shade: Shade | null,
  depth: number,
): Vec {
  const span = Math.max(0.0004, 0.00025 * t) / fineness.times;
  const smoothOwn = normalOf(thing, own, span);
  const normalOwn = roughened(thing, smoothOwn, own);
  const surface = thing.material.look(own, normalOwn);
  const smooth = outward(thing, smoothOwn);
  const n = outward(thing, normalOwn);
  if (surface.glow) return surface.glow;
  const out: [number, number, number] = [0, 0, 0];
  const off = along(p, smooth, 0.003);
  stage.standAt(p);
  if (shade && (shade.thing !== thing || Math.abs(shade.t - t) > SHARED_M)) {
    shade.thing = thing;
    shade.t = t;
    shade.open.fill(-1);
    shade.hidden = crevice(stage, p, smooth);
  }
  lampLight(out, stage, lighting.lamps, off, d, n, smooth, surface, shade);
  const hidden = shade?.hidden ?? 0.6;
  const around = lighting.ambient(n);
  for (let c = 0; c < 3; c++) out[c]! += around[c]! * surface.albedo[c]! * hidden;
  if ((surface.metal || surface.wet) && depth < 2) mirrorLight(out, stage, lighting, off, d, n, surface, hidden, depth);
  return out;
}

function lampLight(
  out: [number, number, number],
  stage: Stage,
  lamps: readonly Lamp[],
  p: Vec,
  d: Vec,
  n: Vec,
  smooth: Vec,
  surface: Surface,
  shade: Shade | null,
): void {
  const { albedo, wrap, fuzz = 0, gloss } = surface;
  let strongest = 0;
  for (const { at, light } of lamps) {
    const far = (at[0] - p[0]) ** 2 + (at[1] - p[1]) ** 2 + (at[2] - p[2]) ** 2;
    strongest = Math.max(strongest, light[0] / far);
  }
  const facing = -dot(n, d);
  for (let i = 0; i < lamps.length; i++) {
    const { at, light, radius, beam } = lamps[i]!;
    let [x, y, z] = [at[0] - p[0], at[1] - p[1], at[2] - p[2]];
    const far = Math.sqrt(x * x + y * y + z * z);
    x /= far;
    y /= far;
    z /= far;
    let strength = 1 / (far * far);
    if (beam) {
      const cosine = -(x * beam.to[0] + y * beam.to[1] + z * beam.to[2]);
      strength *= Math.min(1, Math.max(0, (cosine - beam.ends) / (beam.whole - beam.ends)));
    }
    if (strength * light[0] < NEGLIGIBLE * strongest) continue;
    const fine = n[0] * x + n[1] * y + n[2] * z;
    const broad = smooth[0] * x + smooth[1] * y + smooth[2] * z;
    if (broad < (wrap ? -0.5 : fuzz > 0 ? -0.25 : -0.02)) continue;
    const known = shade ? shade.open[i]! : -1;
    const visible =
      strength * light[0] < FAINT * strongest
        ? SEEN_OF_FAINT
        : known >= 0
          ? known
          : stage.open(p, [x, y, z], Math.min(far, SHADOW_REACH), far / radius);
    if (shade) shade.open[i] = visible;
    if (visible <= 0) continue;
    const felt = strength * visible;
    let shine = 0;
    if (gloss && fine > 0) {
      const [hx, hy, hz] = [x - d[0], y - d[1], z - d[2]];
      const half = (n[0] * hx + n[1] * hy + n[2] * hz) / (Math.sqrt(hx * hx + hy * hy + hz * hz) + 1e-9);
      if (half > 0) {
        for (const [amount, power] of gloss) shine += (amount * half ** power * (power + 8)) / 25;
        // Towards grazing everything mirrors more (Schlick).
        shine *= Math.min(1, 4 * fine) * (1 + 3 * (1 - Math.max(0, facing)) ** 5);
      }
    }
    const halo = fuzz > 0 ? fuzz * (1 - Math.max(0, facing)) ** 3 * Math.max(0, 0.6 * fine + 0.4) : 0;
    for (let c = 0; c < 3; c++) {
      // What creeps into shade is smoothed by the way it takes under the skin.
      const creep = wrap ? wrap[c]! : 0;
      const lit = wrap ? Math.max(0, (fine + (broad - fine) * Math.min(1, 2 * creep) + creep) / (1 + creep)) : Math.max(0, fine);
      out[c]! += light[c]! * Math.min(BRIGHTEST, felt * (albedo[c]! * lit + halo * (0.5 * albedo[c]! + 0.02) + shine));
    }
  }
}

function mirrorLight(
  out: [number, number, number],
  stage: Stage,
  lighting: Lighting,
  p: Vec,
  d: Vec,
  n: Vec,
  { metal, wet = 0 }: Surface,
  hidden: number,
  depth: number,
): void {
  const facing = Math.max(0, -dot(n, d));
  const grazing = (1 - facing) ** 5;
  const back = mirrored(d, n);
  const met = stage.meet(p, back, 30, 0.004);
  const found = seen(stage, lighting, p, back, met, null, depth + 1);
  for (let c = 0; c < 3; c++) {
    // Fresnel's law by Schlick (Computer Graphics Forum 13 (1994) 233, from memory); water has 0.02 straight on.
    const share = metal ? metal[c]! + (1 - metal[c]!) * grazing : wet * (0.02 + 0.98 * grazing);
    out[c]! += share * Math.min(BRIGHTEST, found[c]!) * (metal ? 1 : 0.4 + 0.6 * hidden);
  }
}

/** How open a point lies to what is round it, 0 to 1, from how near things stand along its normal. */
function crevice(stage: Stage, p: Vec, n: Vec): number {
  let sum = 0;
  let whole = 0;
  for (const [reach, weight] of REACHES) {
    const room = stage.distance(along(p, n, reach), reach);
    sum += weight * Math.min(1, Math.max(0, room / reach));
    whole += weight;
  }
  return sum / whole;
}
const REACHES = [
  [0.008, 1],
  [0.03, 0.9],
  [0.1, 0.8],
  [0.3, 0.7],
] as const;
