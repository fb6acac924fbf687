import type { Vec } from '../vector.ts';

/** How a surface meets light at a point. Colours are linear reflectances, 0 to 1. */
export interface Surface {
  albedo: Vec;
  /** How far light creeps round into shade, by colour: skin and wax; 0 for most. */
  wrap?: Vec;
  /** Light caught by fibres that stand off the surface, seen at grazing angles. */
  fuzz?: number;
  /** Highlights: how strong and how narrow each is. */
  gloss?: readonly (readonly [strength: number, power: number])[];
  /** Share of a clear wet film that mirrors what is round, 0 to 1. */
  wet?: number;
  /** A metal mirrors in its own colour. */
  metal?: Vec;
  /** Light of its own, linear. */
  glow?: Vec;
}

/** The same material taken from elsewhere in its stuff: no two boards are alike. @param by m, own axes */
export function cutElsewhere({ relief, grainM, look }: Material, by: Vec): Material {
  return {
    grainM,
    relief: relief && ((x, y, z) => relief(x + by[0], y + by[1], z + by[2])),
    look: (p, n) => look([p[0] + by[0], p[1] + by[1], p[2] + by[2]], n),
  };
}

export interface Material {
  /** Unevenness finer than the solid has, m, along the normal; in the thing's own axes. */
  relief?: (x: number, y: number, z: number) => number;
  /** Step at which the relief's slope is taken, m: about what a pixel shows. */
  grainM?: number;
  /** @param p in the thing's own axes  @param normal there, relief included */
  look: (p: Vec, normal: Vec) => Surface;
}
