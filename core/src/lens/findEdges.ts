import { cut, slantedEdge, turned, type EdgeFault, type LinearPlane, type SlantedEdge } from './slantedEdge.ts';

/** The edges of a part of a picture: the best nearly upright one, which tells the blur along rows, and the best nearly level one. */
export interface FoundEdges {
  upright: { edge: SlantedEdge } | { fault: EdgeFault };
  level: { edge: SlantedEdge } | { fault: EdgeFault };
}

/** A photo as far as it is looked at: its size, and any part of it. */
export interface PhotoParts {
  widthPx: number;
  heightPx: number;
  part: (left: number, top: number, width: number, height: number) => LinearPlane;
}

/** Where in a picture edges are looked for: in the middle, and in all four corners. */
export type PhotoEdges = Record<'centre' | 'corner', FoundEdges[]>;

/** Sides of the parts that are looked at, shares of the picture's shorter one. Ours: the squares of the target lie within. */
const MIDDLE_SHARE = 0.4;
const CORNER_SHARE = 0.36;

/** The edges of a photo, in its middle and in its corners. */
export function edgesOfPhoto({ widthPx, heightPx, part }: PhotoParts): PhotoEdges {
  const found = (x: number, y: number, share: number): FoundEdges => {
    const side = Math.round(share * Math.min(widthPx, heightPx));
    return findEdges(part(Math.round(x * (widthPx - side)), Math.round(y * (heightPx - side)), side, side));
  };
  const corners = [[0, 0], [1, 0], [0, 1], [1, 1]] as const; // prettier-ignore
  return { centre: [found(0.5, 0.5, MIDDLE_SHARE)], corner: corners.map(([x, y]) => found(x, y, CORNER_SHARE)) };
}

/** Side of the squares that are looked at, px, and how far they lie apart; a level or upright edge fills one. Ours. */
const SQUARE_PX = 96;
const STEP_PX = 32;
/** How many of the likeliest squares are measured. */
const MEASURED = 4;

/**
 * Looks for slanted edges: every square's slopes are gathered into their mean direction and how alike they are; of those that are one
 * direction two to twenty degrees off an axis the strongest are measured, and the one with the least error is taken.
 */
function findEdges(plane: LinearPlane): FoundEdges {
  const squares = squaresOf(plane);
  const best = (way: Square['way']): { edge: SlantedEdge } | { fault: EdgeFault } => {
    const likeliest = squares.filter((square) => square.way === way).sort((a, b) => b.strength - a.strength).slice(0, MEASURED);
    let taken: SlantedEdge | null = null;
    let fault: EdgeFault = 'contrast';
    for (const [n, { left, top }] of likeliest.entries()) {
      const part = cut(plane, left, top, SQUARE_PX, SQUARE_PX);
      const found = slantedEdge(way === 'upright' ? part : turned(part));
      if ('fault' in found) fault = n === 0 ? found.fault : fault;
      else if (!taken || found.edge.mtf50Error / found.edge.mtf50 < taken.mtf50Error / taken.mtf50) taken = found.edge;
    }
    return taken ? { edge: taken } : { fault };
  };
  return { upright: best('upright'), level: best('level') };
} // prettier-ignore

interface Square {
  left: number;
  top: number;
  way: 'upright' | 'level';
  strength: number;
}

/** Least share of the slopes that is of one direction; and how far off an axis it may lie, tangents. Ours. */
const ONE_DIRECTION = 0.5;
const LEAST_SLANT = Math.tan((2 * Math.PI) / 180);
const MOST_SLANT = Math.tan((18 * Math.PI) / 180);

/** Sums over the slopes of a block, or of several beside each other. */
interface Slopes {
  xx: number;
  yy: number;
  xy: number;
  /** Their middle, weighted by their squares, times that weight. */
  atX: number;
  atY: number;
}
const NONE: Slopes = { xx: 0, yy: 0, xy: 0, atX: 0, atY: 0 };

/** Blocks beside each other that make a square. */
const BLOCKS = SQUARE_PX / STEP_PX;

/** Every square that is likely to hold one slanted edge; each is put together from blocks that were summed once. */
function squaresOf(plane: LinearPlane): Square[] {
  const [across, down] = [Math.floor(plane.width / STEP_PX), Math.floor(plane.height / STEP_PX)];
  const blocks = Array.from({ length: across * down }, (_, n) =>
    slopesOf(plane, STEP_PX * (n % across), STEP_PX * Math.floor(n / across)),
  );
  const squares: Square[] = [];
  for (let row = 0; row + BLOCKS <= down; row++)
    for (let column = 0; column + BLOCKS <= across; column++) {
      let sum = NONE;
      for (let n = 0; n < BLOCKS * BLOCKS; n++) {
        const block = blocks[(row + Math.floor(n / BLOCKS)) * across + column + (n % BLOCKS)]!;
        sum = {
          xx: sum.xx + block.xx,
          yy: sum.yy + block.yy,
          xy: sum.xy + block.xy,
          atX: sum.atX + block.atX,
          atY: sum.atY + block.atY,
        };
      }
      const square = squareOf(sum, STEP_PX * column, STEP_PX * row, plane.white);
      if (square) squares.push(square);
    }
  return squares;
}

function slopesOf({ width, height, values }: LinearPlane, left: number, top: number): Slopes {
  let [xx, yy, xy, atX, atY] = [0, 0, 0, 0, 0];
  // Every second place suffices to see where an edge is.
  for (let y = Math.max(2, top); y < Math.min(height - 2, top + STEP_PX); y += 2)
    for (let x = Math.max(2, left); x < Math.min(width - 2, left + STEP_PX); x += 2) {
      const i = y * width + x;
      // Over four pixels: a soft edge is one too, and noise counts for less.
      const gx = values[i + 2]! - values[i - 2]!;
      const gy = values[i + 2 * width]! - values[i - 2 * width]!;
      const weight = gx * gx + gy * gy;
      xx += gx * gx;
      yy += gy * gy;
      xy += gx * gy;
      atX += weight * x;
      atY += weight * y;
    }
  return { xx, yy, xy, atX, atY };
}

/** A square by its slopes as one, the structure tensor. Null where they are of many directions, or of one straight along an axis. */
function squareOf({ xx, yy, xy, atX, atY }: Slopes, left: number, top: number, white: number): Square | null {
  const weight = xx + yy;
  if (!(weight > 1e-6 * white * white)) return null;
  const oneWay = Math.hypot(xx - yy, 2 * xy) / weight;
  if (oneWay < ONE_DIRECTION) return null;
  const turn = 0.5 * Math.atan2(2 * xy, xx - yy);
  const [across, along] = [Math.abs(Math.cos(turn)), Math.abs(Math.sin(turn))];
  const way = across > along ? 'upright' : 'level';
  const slant = Math.min(across, along) / Math.max(across, along);
  if (slant < LEAST_SLANT || slant > MOST_SLANT) return null;
  // One edge through its middle is worth more than two, or one at the rim.
  const half = SQUARE_PX / 2;
  const off = Math.abs(way === 'upright' ? atX / weight - left - half : atY / weight - top - half) / half;
  return { left, top, way, strength: weight * oneWay ** 4 * Math.max(0, 1 - off) };
}
