import { discBlur } from './discBlur.ts';
import { COLOURS, flatPlanes, type Box, type Layer } from './picturePlanes.ts';

/** Discs within one slice differ by no more, px; those under half of it are not drawn. */
const SLICE_PX = 1;
const UNSEEN_PX = 0.5;
const MOST_SLICES = 9;

/**
 * A cut-out whose places lie nearer and farther than what is in focus: cut into slices by depth, each out of focus by its own disc, and
 * added up again. A place between two slices belongs to both by how near it is. Leaves out what would be seen behind a near edge that
 * melts away.
 * What has no depth is as sharp as its middle.
 * @param discPx disc at a depth from −1, nearest, to 1, farthest
 * @returns the same layer where no disc is to be seen
 */
export function outOfFocusByDepth(layer: Layer, discPx: (depth: number) => number): Layer {
  const { depth, width, height, box } = layer;
  if (!depth) return wholeOutOfFocus(layer, discPx(0));
  const [near, far] = extremes(layer, depth);
  const [nearDisc, farDisc] = [discPx(near), discPx(far)];
  const most = Math.max(nearDisc, farDisc);
  if (most < UNSEEN_PX) return layer;
  // Where the focus lies within the subject the discs shrink to it and grow again; else they only grow or shrink.
  const isWithin = discPx((near + far) / 2) < Math.min(nearDisc, farDisc);
  const spread = isWithin ? nearDisc + farDisc : Math.abs(nearDisc - farDisc);
  const count = Math.min(MOST_SLICES, Math.max(2, Math.ceil(spread / SLICE_PX) + 1));
  const step = (far - near) / (count - 1) || 1;
  const soft = emptyLayer(width, height, grown(box, Math.ceil(most / 2) + 1, width, height));
  const [w, h] = [soft.box.right - soft.box.left, soft.box.bottom - soft.box.top];
  for (let n = 0; n < count; n++) {
    const middle = near + n * step;
    const disc = discPx(middle);
    for (const plane of [...COLOURS, 'cover'] as const) {
      const from = layer[plane];
      const slice = new Float32Array(w * h);
      for (let y = box.top; y < box.bottom; y++)
        for (let x = box.left; x < box.right; x++) {
          const i = y * width + x;
          const share = 1 - Math.abs(depth[i]! - middle) / step;
          if (share > 0) slice[(y - soft.box.top) * w + x - soft.box.left] = from[i]! * share;
        }
      add(discBlur(slice, w, h, disc), soft, plane);
    }
  }
  // Where slices of unlike softness meet they may cover a little more than all.
  for (let i = 0; i < soft.cover.length; i++) {
    const cover = soft.cover[i]!;
    if (cover <= 1) continue;
    for (const colour of COLOURS) soft[colour][i]! /= cover;
    soft.cover[i] = 1;
  }
  return soft;
}

function wholeOutOfFocus(layer: Layer, disc: number): Layer {
  if (disc < UNSEEN_PX) return layer;
  const { width, height, box } = layer;
  const soft = emptyLayer(width, height, grown(box, Math.ceil(disc / 2) + 1, width, height));
  const [w, h] = [soft.box.right - soft.box.left, soft.box.bottom - soft.box.top];
  for (const plane of [...COLOURS, 'cover'] as const) {
    const cut = new Float32Array(w * h);
    for (let y = soft.box.top; y < soft.box.bottom; y++)
      cut.set(layer[plane].subarray(y * width + soft.box.left, y * width + soft.box.right), (y - soft.box.top) * w);
    add(discBlur(cut, w, h, disc), soft, plane);
  }
  return soft;
}

function emptyLayer(width: number, height: number, box: Box): Layer {
  return { ...flatPlanes(width, height), cover: new Float32Array(width * height), box };
}

/** Adds what fills a layer's box to one of its planes. */
function add(values: Float32Array, layer: Layer, plane: (typeof COLOURS)[number] | 'cover'): void {
  const { box, width } = layer;
  const w = box.right - box.left;
  for (let y = box.top, from = 0; y < box.bottom; y++, from += w)
    for (let x = 0, to = y * width + box.left; x < w; x++, to++) layer[plane][to]! += values[from + x]!;
}

const grown = ({ left, right, top, bottom }: Box, by: number, width: number, height: number): Box => ({
  left: Math.max(0, left - by),
  right: Math.min(width, right + by),
  top: Math.max(0, top - by),
  bottom: Math.min(height, bottom + by),
});

/** Least and most depth where the layer covers anything. */
function extremes({ cover, box, width }: Layer, depth: Float32Array): [number, number] {
  let [near, far] = [1, -1];
  for (let y = box.top; y < box.bottom; y++)
    for (let i = y * width + box.left, end = y * width + box.right; i < end; i++) {
      if (cover[i]! < 0.02) continue;
      near = Math.min(near, depth[i]!);
      far = Math.max(far, depth[i]!);
    }
  return near <= far ? [near, far] : [0, 0];
}
