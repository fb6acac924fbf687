import { discBlur } from './discBlur.ts';
import { COLOURS, type Layer } from './picturePlanes.ts';

/** Discs within one slice differ by no more, px; those under half of it are not drawn. */
const SLICE_PX = 1;
const UNSEEN_PX = 0.5;
const MOST_SLICES = 9;

/**
 * A cut-out whose places lie nearer and farther than what is in focus: cut into slices by depth, each out of focus by its own disc, and
 * added up again. A place between two slices belongs to both by how near it is. Leaves out what would be seen behind a near edge that
 * melts away.
 * @param discPx disc at a depth from −1, nearest, to 1, farthest
 * @returns the same layer where no disc is to be seen
 */
export function outOfFocusByDepth(layer: Layer, discPx: (depth: number) => number): Layer {
  const { depth, width, height, box } = layer;
  if (!depth) return layer;
  const [near, far] = extremes(layer, depth);
  const most = Math.max(discPx(near), discPx(far));
  if (most < UNSEEN_PX) return layer;
  const count = Math.min(MOST_SLICES, Math.max(2, Math.ceil((discPx(near) + discPx(far)) / SLICE_PX) + 1));
  const step = (far - near) / (count - 1) || 1;
  const out = Math.ceil(most / 2) + 1;
  const soft: Layer = {
    width,
    height,
    red: new Float32Array(width * height),
    green: new Float32Array(width * height),
    blue: new Float32Array(width * height),
    cover: new Float32Array(width * height),
    box: {
      left: Math.max(0, box.left - out),
      right: Math.min(width, box.right + out),
      top: Math.max(0, box.top - out),
      bottom: Math.min(height, box.bottom + out),
    },
  };
  const slice = new Float32Array(width * height);
  for (let n = 0; n < count; n++) {
    const middle = near + n * step;
    const disc = discPx(middle);
    for (const plane of [...COLOURS, 'cover'] as const) {
      const from = layer[plane];
      slice.fill(0);
      for (let y = box.top; y < box.bottom; y++)
        for (let i = y * width + box.left, end = y * width + box.right; i < end; i++)
          slice[i] = from[i]! * Math.max(0, 1 - Math.abs(depth[i]! - middle) / step);
      const blurred = discBlur(slice, width, height, disc);
      const sum = soft[plane];
      for (let y = soft.box.top; y < soft.box.bottom; y++)
        for (let i = y * width + soft.box.left, end = y * width + soft.box.right; i < end; i++) sum[i]! += blurred[i]!;
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
