import type { Material } from '../material/material.ts';
import type { Solid } from '../solids.ts';
import type { Pose, Vec } from '../vector.ts';

/** One solid of one material. Its solids are in its own axes. */
export interface Thing {
  pose: Pose;
  /** Its surface down to what a pixel shows. */
  solid: Solid;
  /** A simpler surface inside that one, for the shadows it throws. */
  plain?: Solid;
  /** A ball that holds it: the middle in its own axes, and the radius, m. */
  middle?: Vec;
  radius: number;
  /** A box that holds it more closely, in its own axes: two corners, m. */
  box?: readonly [least: Vec, most: Vec];
  /** How much of a distance may be gone at once, 0 to 1: less where the surface is rough. */
  pace?: number;
  material: Material;
  /** Lamps one looks into: they are drawn and mirrored but throw no shadow. */
  glows?: boolean;
  /** Hairs grown on it, one kind over the other. */
  coats?: readonly Coat[];
}

/** Hair, fur, fuzz: strands grown on a surface. */
export interface Coat {
  /** Strands for each square metre where density is 1. */
  perM2: number;
  /** How thickly they stand at a point of its own axes, 0 to 1. */
  density?: (x: number, y: number, z: number) => number;
  /** Which way they grow at a point with a normal, own axes; need not be a unit. */
  lie: (p: Vec, normal: Vec) => Vec;
  /** m, at a point. */
  length: (p: Vec) => number;
  /** Spread of directions, 0 none to 1. */
  wild: number;
  /** How much they curl and how far they hang, shares of the length. */
  curl: number;
  hang: number;
  /** Thickness as seen, m. */
  thick: number;
  /** Colour of one strand, linear; the number from 0 to 1 is the strand's own. */
  colour: (p: Vec, own: number) => Vec;
  /** Strength of the highlight along strands. */
  gloss: number;
  /** Strands lie in tufts of this size, m; 0 for none. */
  tuft: number;
}
