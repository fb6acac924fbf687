import type { NaturalScene, PixelBytes } from './openScene.ts';
import { flatPlanes, COLOURS, type Box, type Layer } from './picturePlanes.ts';
import type { FrameScene } from './renderFrame.ts';
import { resampled, type RowReader, type Span } from './resample.ts';
import type { PictureCut } from './sceneFile.ts';

/** What of the scene is shown: how many of its pixels across and down, from where, on how many of the frame's. */
interface SceneWindow {
  across: Span;
  down: Span;
  width: number;
  height: number;
  mmPerPx: number;
}

/** A scene at one of its sizes: as its files hold it, or averaged over squares of 2, 4 or 8. */
interface Level {
  width: number;
  height: number;
  /** Linear light, a channel for each colour. */
  still: readonly RowReader[];
  /** Where each part lies at this size, its colours and its cover. */
  parts: readonly { cut: PictureCut; channels: readonly RowReader[] }[];
}

/** How deep a part lies, −1 to 1, at a place of its cut; filed at half its size. */
function depthOf({ data, width, height }: PixelBytes): (column: number, row: number) => number {
  return (column, row) => {
    const i = Math.min(height - 1, Math.floor(row / 2)) * width + Math.min(width - 1, Math.floor(column / 2));
    return data[4 * i]! / 127.5 - 1;
  };
}

/** Sizes made so far: a small frame is made from a small scene, or every drag would go through all its pixels. */
const levels = new WeakMap<NaturalScene, Level[]>();
const MOST_LEVELS = 4;

function levelFor(scene: NaturalScene, depth: number): Level {
  const known = levels.get(scene) ?? [asFiled(scene)];
  levels.set(scene, known);
  while (known.length <= depth) known.push(halved(known.at(-1)!));
  return known[depth]!;
}

function asFiled({ pictures: { still, lamps, parts }, parts: described, linear, code, width, height }: NaturalScene): Level {
  const lit = Float32Array.from({ length: 256 }, (_, lamp) => (code.over / 255) * lamp);
  const colourOf =
    (data: PixelBytes['data'], c: number, across: number): RowReader =>
    (line, row, from, to) =>
      lookUp(line, data, 4 * (row * across + from) + c, linear, from, to);
  return {
    width,
    height,
    still: COLOURS.map((_, c): RowReader => (line, row, from, to) => {
      const at = 4 * (row * width + from) + c;
      lookUp(line, still.data, at, linear, from, to);
      addLookedUp(line, lamps.data, at, lit, from, to);
    }),
    parts: parts.map(({ data }, n) => {
      const { cut } = described[n]!;
      const cover: RowReader = (line, row, from, to) =>
        lookUp(line, data, 4 * ((cut.height + row) * cut.width + from), SHARES, from, to);
      return { cut, channels: [...COLOURS.map((_, c) => colourOf(data, c, cut.width)), cover] };
    }),
  };
}

const SHARES = Float32Array.from({ length: 256 }, (_, byte) => byte / 255);

/** Every fourth byte from one on, by a table. */
function lookUp(line: Float32Array, data: PixelBytes['data'], at: number, table: Float32Array, from: number, to: number): void {
  for (let x = from, i = at; x < to; x++, i += 4) line[x] = table[data[i]!]!;
}

function addLookedUp(
  line: Float32Array,
  data: PixelBytes['data'],
  at: number,
  table: Float32Array,
  from: number,
  to: number,
): void {
  for (let x = from, i = at; x < to; x++, i += 4) line[x]! += table[data[i]!]!;
}

function halved({ width, height, still, parts }: Level): Level {
  const half = (size: number): number => Math.ceil(size / 2);
  return {
    width: half(width),
    height: half(height),
    // The border goes on where a side is odd; beyond a part there is nothing.
    still: still.map((channel) => halvedChannel(channel, width, height, true)),
    parts: parts.map(({ cut, channels }) => ({
      cut: { left: cut.left / 2, top: cut.top / 2, width: half(cut.width), height: half(cut.height) },
      channels: channels.map((channel) => halvedChannel(channel, cut.width, cut.height, false)),
    })),
  };
}

function halvedChannel(read: RowReader, width: number, height: number, goesOn: boolean): RowReader {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const values = new Float32Array(w * h);
  const [upper, lower] = [new Float32Array(2 * w), new Float32Array(2 * w)];
  const readWhole = (line: Float32Array, row: number): void => {
    read(line, row, 0, width);
    if (width < line.length) line[width] = goesOn ? line[width - 1]! : 0;
  };
  for (let y = 0, i = 0; y < h; y++) {
    readWhole(upper, 2 * y);
    if (2 * y + 1 < height) readWhole(lower, 2 * y + 1);
    else if (goesOn) lower.set(upper);
    else lower.fill(0);
    for (let x = 0; x < lower.length; x += 2, i++) values[i] = (upper[x]! + upper[x + 1]! + lower[x]! + lower[x + 1]!) / 4;
  }
  return (line, row, from, to) => line.set(values.subarray(row * w + from, row * w + to), from);
}

/** How wide the finer picture of a part goes over into the whole's, in its own px. */
const SEAM_PX = 48;

interface Brighter {
  /** Factors of what stands still and of the subject. */
  still: number;
  subject: number;
}

/**
 * A scene at the size it will be shown.
 * @param close a part of it drawn finer, for windows that would enlarge the scene's own pixels
 * @throws RangeError where that is no part of this scene
 */
export function naturalAtSize(
  scene: NaturalScene,
  window: SceneWindow,
  brighter: Brighter,
  close: NaturalScene | null = null,
): FrameScene {
  const shown = atSize(scene, window, brighter);
  if (!close || !isEnlarged(window)) return shown;
  const { shows } = close;
  if (!shows || close.parts.length !== scene.parts.length) throw new RangeError('a close picture is of another scene');
  const finer = close.width / shows.width;
  const onClose = ({ from, length }: Span, begins: number): Span => ({ from: (from - begins) * finer, length: length * finer });
  const own = { ...window, across: onClose(window.across, shows.left), down: onClose(window.down, shows.top) };
  const columns = within(own.across, own.width, close.width);
  const rows = within(own.down, own.height, close.height);
  if (!columns.some((share) => share > 0) || !rows.some((share) => share > 0)) return shown;
  const fine = atSize(close, own, brighter);
  const blended = (under: Float32Array, over: Float32Array): void => {
    for (let y = 0, i = 0; y < own.height; y++)
      for (let x = 0; x < own.width; x++, i++) under[i]! += columns[x]! * rows[y]! * (over[i]! - under[i]!);
  };
  for (const colour of COLOURS) blended(shown.background[colour], fine.background[colour]);
  shown.subject.forEach(({ layer }, n) => {
    const finely = fine.subject[n]!.layer;
    for (const plane of [...COLOURS, 'cover'] as const) blended(layer[plane], finely[plane]);
    layer.box = holding(layer.box, finely.box);
  });
  return shown;
}

/** Windows that enlarge a scene by less show nothing more of a finer one. */
const WORTH = 1.1;

/** Whether a window has so many more pixels than the scene has there that having it drawn finer shows. */
export const isEnlarged = ({ across, width }: Pick<SceneWindow, 'across' | 'width'>): boolean => WORTH * across.length < width;

/** How far each pixel of a window lies inside a picture, 0 outside to 1 a seam's width from its border. */
function within({ from, length }: Span, count: number, size: number): Float32Array {
  return Float32Array.from({ length: count }, (_, i) => {
    const at = from + ((i + 0.5) * length) / count;
    const share = Math.min(1, Math.max(0, Math.min(at, size - at) / SEAM_PX));
    return share * share * (3 - 2 * share);
  });
}

function holding(a: Box, b: Box): Box {
  if (a.right <= a.left) return b;
  if (b.right <= b.left) return a;
  return {
    left: Math.min(a.left, b.left),
    top: Math.min(a.top, b.top),
    right: Math.max(a.right, b.right),
    bottom: Math.max(a.bottom, b.bottom),
  };
}

/** In place. */
function times(factor: number, plane: Float32Array): Float32Array {
  if (factor !== 1) for (let i = 0; i < plane.length; i++) plane[i]! *= factor;
  return plane;
}

/** A scene at the size it will be shown, from its own pixels. */
function atSize(scene: NaturalScene, window: SceneWindow, brighter: Brighter): FrameScene {
  const { width, height, mmPerPx } = window;
  const scale = Math.min(window.across.length / width, window.down.length / height);
  const depth = Math.min(MOST_LEVELS - 1, Math.max(0, Math.floor(Math.log2(scale))));
  const level = levelFor(scene, depth);
  const at = ({ from, length }: Span): Span => ({ from: from / 2 ** depth, length: length / 2 ** depth });
  const shown = { ...window, across: at(window.across), down: at(window.down) };
  const background = flatPlanes(width, height);
  COLOURS.forEach((colour, c) => {
    background[colour] = times(brighter.still, resampled(level.still[c]!, level, shown.across, shown.down, width, height));
  });
  return {
    background,
    backgroundTimes: scene.backgroundTimes,
    mmPerPx,
    subject: level.parts.map(({ cut, channels }, n) => {
      const { moves, limb, along } = scene.parts[n]!;
      const layer = cutOut(channels, cut, shown, brighter.subject);
      const filed = scene.pictures.depths[n];
      return {
        layer: filed ? { ...layer, depth: depths(filed, scene.parts[n]!.cut, window, layer.box) } : layer,
        moves,
        limb,
        along,
      };
    }),
  };
}

/** Depths of a part where it belongs: smooth enough to be taken at each pixel's middle. */
function depths(filed: PixelBytes, cut: PictureCut, { across, down, width, height }: SceneWindow, box: Box): Float32Array {
  const of = depthOf(filed);
  const [sx, sy] = [across.length / width, down.length / height];
  const out = new Float32Array(width * height);
  const held = (at: number, most: number): number => Math.min(most - 1, Math.max(0, at));
  for (let y = box.top; y < box.bottom; y++)
    for (let x = box.left; x < box.right; x++)
      out[y * width + x] = of(
        held(across.from + (x + 0.5) * sx - cut.left, cut.width),
        held(down.from + (y + 0.5) * sy - cut.top, cut.height),
      );
  return out;
}

/** A part laid where it belongs. */
function cutOut(
  channels: readonly RowReader[],
  cut: PictureCut,
  { across, down, width, height }: SceneWindow,
  brighter: number,
): Layer {
  // Where it falls on the frame, with a margin for the kernel.
  const [sx, sy] = [across.length / width, down.length / height];
  const box = {
    left: Math.max(0, Math.floor((cut.left - across.from) / sx) - 2),
    right: Math.min(width, Math.ceil((cut.left + cut.width - across.from) / sx) + 2),
    top: Math.max(0, Math.floor((cut.top - down.from) / sy) - 2),
    bottom: Math.min(height, Math.ceil((cut.top + cut.height - down.from) / sy) + 2),
  };
  const layer: Layer = { ...flatPlanes(width, height), cover: new Float32Array(width * height), box };
  const [w, h] = [box.right - box.left, box.bottom - box.top];
  if (w <= 0 || h <= 0) return { ...layer, box: { left: 0, right: 0, top: 0, bottom: 0 } };
  // Beyond the cut is nothing, not its border going on.
  const inside = { width: cut.width + 2, height: cut.height + 2 };
  const spans = [
    { from: across.from + box.left * sx - cut.left + 1, length: w * sx },
    { from: down.from + box.top * sy - cut.top + 1, length: h * sy },
  ] as const;
  const put = (plane: Float32Array, read: RowReader, gain: number): void => {
    const own: RowReader = (line, row, from, to) => {
      line.fill(0, from, to);
      // Its first column is the second here.
      if (row > 0 && row <= cut.height) read(line.subarray(1), row - 1, Math.max(0, from - 1), Math.min(cut.width, to - 1));
    };
    const part = times(gain, resampled(own, inside, ...spans, w, h));
    for (let row = 0; row < h; row++) plane.set(part.subarray(row * w, (row + 1) * w), (box.top + row) * width + box.left);
  };
  COLOURS.forEach((colour, c) => put(layer[colour], channels[c]!, brighter));
  put(layer.cover, channels[3]!, 1);
  for (let y = box.top; y < box.bottom; y++)
    for (let i = y * width + box.left, end = y * width + box.right; i < end; i++)
      layer.cover[i] = Math.min(1, Math.max(0, layer.cover[i]!));
  return layer;
}
