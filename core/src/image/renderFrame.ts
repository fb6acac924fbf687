import { normalSource, type UniformSource } from '../numerics/seededRandom.ts';
import { sinc } from '../numerics/sinc.ts';
import { outOfFocusByDepth } from './depthSlices.ts';
import { discBlur } from './discBlur.ts';
import { driftPath, PIECES, type Drift } from './drift.ts';
import type { FrameOptics } from './frameOptics.ts';
import { gaussianBlur } from './gaussianBlur.ts';
import { convolved, kernelOf, STILL_POINT, wayAlong, type Fall, type Point } from './kernel.ts';
import { countPhotons, type Collecting } from './photons.ts';
import { COLOURS, flatPlanes, type Box, type Layer, type Planes } from './picturePlanes.ts';
import { smearAlong } from './smearAlong.ts';

/** A scene as drawn, at the size it will be shown. */
export interface FrameScene {
  /** What stands still, at `backgroundTimes` the distance of the subject. */
  background: Planes;
  backgroundTimes: number;
  /** Its parts, back to front. */
  subject: readonly SubjectPart[];
  /** Millimetres on the sensor that one pixel shows. */
  mmPerPx: number;
}

/** A part of the subject that moves as one: the body, a limb. */
export interface SubjectPart {
  layer: Layer;
  /** Movement against the body's, as a share of it; its own direction where it has one (a unit vector, y down). */
  moves: number;
  along?: Drift | undefined;
  /** Whether it swings faster than the body, as limbs do. */
  limb?: boolean | undefined;
}

export interface FrameWish {
  /** Drift of the hands, in tolerances. */
  drift: Drift;
  /** How far following missed in a pan, in scales of its error. */
  miss: number;
  /** Where in the lamps' cycle the shutter opens, 0 to 1. */
  lampPhase: number;
  uniform: UniformSource;
}

/**
 * A frame as the camera would take it, in linear light before development: the subject moves and grows during the exposure, the hands
 * drift, the background is out of focus, the lens softens, then photons are counted and read. Each step is worked
 * out by what its model says, at the size shown.
 * Leaves out vignetting, flare, colour filters and how the subject turns.
 */
export class FrameRenderer {
  readonly #scene: FrameScene;
  /** The background out of focus, and the diameter of its disc in tenths of a pixel. */
  #soft: { disc: number; planes: Planes } | null = null;
  /** Parts of the subject out of focus by their depth, and the discs they were drawn for, in tenths of a pixel. */
  #deep: { discs: string; layers: readonly Layer[] } | null = null;
  /** Planes to work in, used again for every frame: fresh memory costs more than the arithmetic. */
  readonly #frame: Planes;
  #spare: Float32Array;
  #other: Float32Array;

  constructor(scene: FrameScene) {
    const { width, height } = scene.background;
    this.#scene = scene;
    this.#frame = flatPlanes(width, height);
    this.#spare = new Float32Array(width * height);
    this.#other = new Float32Array(width * height);
  }

  /** The frame; its planes are used again by the next one. */
  render(optics: FrameOptics, { drift, miss, lampPhase, uniform }: FrameWish): Planes {
    const { mmPerPx, subject } = this.#scene;
    const normal = normalSource(uniform);
    const background = this.#background(optics);
    const frame = this.#frame;
    for (const colour of COLOURS) frame[colour].set(background[colour]);
    if (optics.streakMm > 0) this.#smear(ends(optics.streakMm / mmPerPx, 0));
    const residuePx = (optics.residueMm / mmPerPx) * miss;
    const layers = this.#byDepth(optics);
    subject.forEach((part, i) => this.#putBefore(part, layers[i]!, optics, residuePx));
    this.#shake(optics, drift, normal);
    flickered(frame, optics, lampPhase);
    countPhotons(frame, this.collecting(optics), uniform);
    return frame;
  }

  /** How a pixel of the picture collects light. */
  collecting({ pixel, pitchMm }: FrameOptics): Collecting {
    return { ...pixel, sensorPixels: (this.#scene.mmPerPx / pitchMm) ** 2 };
  }

  #background(optics: FrameOptics): Planes {
    const { background, backgroundTimes, mmPerPx } = this.#scene;
    const disc = Math.round((10 * optics.backgroundDiscMm(backgroundTimes)) / mmPerPx);
    if (this.#soft?.disc !== disc) {
      const { width, height } = background;
      const planes = { ...background };
      for (const colour of COLOURS) planes[colour] = discBlur(background[colour], width, height, disc / 10);
      this.#soft = { disc, planes };
    }
    return this.#soft.planes;
  }

  /** The subject's parts, soft where they lie nearer or farther than the focus. */
  #byDepth({ subjectDiscMm }: FrameOptics): readonly Layer[] {
    const { subject, mmPerPx } = this.#scene;
    const disc = (depth: number): number => subjectDiscMm(depth) / mmPerPx;
    const discs = [-1, 0, 1].map((depth) => Math.round(10 * disc(depth))).join(' ');
    if (this.#deep?.discs !== discs) this.#deep = { discs, layers: subject.map(({ layer }) => outOfFocusByDepth(layer, disc)) };
    return this.#deep.layers;
  }

  /** Lays a part of the subject over the frame, smeared by its movement. */
  #putBefore({ moves, along, limb }: SubjectPart, drawn: Layer, optics: FrameOptics, residuePx: number): void {
    const { mmPerPx } = this.#scene;
    const share = moves * (limb ? optics.limbFactor : 1);
    const across = (optics.acrossMm / mmPerPx) * (share - (optics.follows ? 1 : 0)) + residuePx;
    const [dx, dy] = along ? [across * along.x, across * along.y] : [across, 0];
    const growth = optics.growth * share;
    const skewed = optics.skewMm > 0 ? leaning(drawn, optics.skewMm / mmPerPx) : drawn;
    const layer = Math.abs(growth) * (skewed.box.bottom - skewed.box.top) > 1 ? grownLayer(skewed, growth) : skewed;
    const { width } = this.#frame;
    const box = reaching(layer, dx, dy);
    const smeared = this.#smearing(dx, dy, box);
    const cover = smeared(layer.cover, this.#other);
    for (const colour of COLOURS) {
      const plane = smeared(layer[colour], this.#spare);
      const target = this.#frame[colour];
      for (let y = box.top; y < box.bottom; y++) {
        for (let i = y * width + box.left, end = y * width + box.right; i < end; i++)
          target[i] = target[i]! * (1 - cover[i]!) + plane[i]!;
      }
    }
  }

  /** Averages a plane over a straight way: by a kernel as far as that is short, by running sums beyond. */
  #smearing(dx: number, dy: number, box: Box): (plane: Float32Array, out: Float32Array) => Float32Array {
    const { width, height } = this.#frame;
    const length = Math.hypot(dx, dy);
    if (length < UNSEEN_PX) return (plane) => plane;
    if (length > SHORT_PX) return (plane, out) => smearAlong(plane, width, dx, dy, box, out);
    const kernel = kernelOf(wayAlong(ends(dx, dy)));
    return (plane, out) => convolved(plane, width, height, box, kernel, out);
  }

  /** The way of the hands, and what lens, diffraction, sway and the sensor's pixels leave of every point of it. */
  #shake(optics: FrameOptics, drift: Drift, normal: () => number): void {
    const { mmPerPx } = this.#scene;
    const scale = optics.toleranceMm / mmPerPx;
    const way = driftPath(drift, optics.shutterS, normal).map(({ x, y }) => ({ x: x * scale, y: y * scale }));
    const isShort = Math.max(...way.map(({ x, y }) => Math.hypot(x, y))) <= SHORT_PX / 2;
    // A long one is drawn in fewer pieces: what is finer nobody sees in it.
    if (!isShort) this.#smear(way.length > 2 ? way.filter((_, i) => i % (PIECES / 2) === 0) : way);
    this.#soften(
      isShort && way.some(({ x, y }) => Math.hypot(x, y) > UNSEEN_PX / 2) ? wayAlong(way) : STILL_POINT,
      optics.softness.map(({ share, sigmaMm }) => ({ share, sigmaPx: sigmaMm / mmPerPx })),
      optics.pitchMm / mmPerPx,
    );
  }

  /** Wide softness first, by rows and columns; what is left of it with the points in one kernel. */
  #soften(fall: Fall, softness: readonly { share: number; sigmaPx: number }[], pixelPx: number): void {
    const least = Math.min(...softness.map(({ sigmaPx }) => sigmaPx));
    const before = Math.sqrt(Math.max(0, least * least - NARROW_PX * NARROW_PX));
    if (before >= NARROW_PX) this.#blur(before);
    const left = softness.map(({ share, sigmaPx }) => ({
      share,
      sigmaPx: before >= NARROW_PX ? Math.sqrt(sigmaPx * sigmaPx - before * before) : sigmaPx,
    }));
    const frame = this.#frame;
    const wide = left.filter(({ sigmaPx }) => sigmaPx > 2 * NARROW_PX);
    const narrow = left.filter(({ sigmaPx }) => sigmaPx <= 2 * NARROW_PX);
    const narrowShare = narrow.reduce((sum, { share }) => sum + share, 0);
    if (fall !== STILL_POINT || pixelPx > UNSEEN_PX || narrow.some(({ sigmaPx }) => sigmaPx > UNSEEN_PX / 3)) {
      const kernel = kernelOf(
        fall,
        narrow.map((one) => ({ sigmaPx: one.sigmaPx, share: one.share / narrowShare, pixelPx })),
      );
      const whole: Box = { left: 0, top: 0, right: frame.width, bottom: frame.height };
      for (const colour of COLOURS) {
        const still = frame[colour];
        frame[colour] = convolved(still, frame.width, frame.height, whole, kernel, this.#spare);
        this.#spare = still;
      }
    }
    const base = narrow[0]?.sigmaPx ?? 0;
    for (const { share, sigmaPx } of wide)
      for (const colour of COLOURS) {
        const plane = frame[colour];
        const haze = gaussianBlur(plane, frame.width, frame.height, Math.sqrt(sigmaPx * sigmaPx - base * base));
        for (let i = 0; i < plane.length; i++) plane[i]! += share * (haze[i]! - plane[i]!);
      }
  }

  #blur(sigmaPx: number): void {
    const frame = this.#frame;
    for (const colour of COLOURS) frame[colour].set(gaussianBlur(frame[colour], frame.width, frame.height, sigmaPx));
  }

  /** Smears the whole frame over the pieces of a way, as long on each. */
  #smear(way: readonly Point[]): void {
    const frame = this.#frame;
    const { width, height } = frame;
    const whole: Box = { left: 0, top: 0, right: width, bottom: height };
    for (const colour of COLOURS) {
      const still = frame[colour];
      if (way.length === 2) {
        const smeared = this.#smearing(way[1]!.x - way[0]!.x, way[1]!.y - way[0]!.y, whole)(still, this.#spare);
        if (smeared !== still) [frame[colour], this.#spare] = [smeared, still];
        continue;
      }
      const sum = this.#other.fill(0);
      for (let i = 1; i < way.length; i++) {
        const [from, to] = [way[i - 1]!, way[i]!];
        const smeared = smearAlong(still, width, to.x - from.x, to.y - from.y, whole, this.#spare);
        addShifted(sum, smeared, width, height, (from.x + to.x) / 2, (from.y + to.y) / 2, 1 / (way.length - 1));
      }
      [frame[colour], this.#other] = [sum, still];
    }
  }
}

/** Ways and pixels shorter than this leave 99 % of the finest contrast, Gaussians of less than a third of it too, px. */
const UNSEEN_PX = 0.15;
/** Ways up to so long are drawn by a kernel, px. */
const SHORT_PX = 16;
/** Gaussians wider than this are drawn by rows and columns, px. */
const NARROW_PX = 0.8;

/** A straight way round the middle. */
const ends = (dx: number, dy: number): [Point, Point] => [
  { x: -dx / 2, y: -dy / 2 },
  { x: dx / 2, y: dy / 2 },
];

/** Where a layer may reach when smeared. */
function reaching({ box, width, height }: Layer, dx: number, dy: number): Box {
  const [outX, outY] = [Math.ceil(Math.abs(dx) / 2) + 5, Math.ceil(Math.abs(dy) / 2) + 5];
  return {
    left: Math.max(0, box.left - outX),
    right: Math.min(width, box.right + outX),
    top: Math.max(0, box.top - outY),
    bottom: Math.min(height, box.bottom + outY),
  };
}

/** Pictures averaged over the growth of an approaching subject. */
const MOST_SIZES = 16;

/** The layer averaged over sizes from 1 − growth/2 to 1 + growth/2 of its own, about its middle. */
function grownLayer(layer: Layer, growth: number): Layer {
  const { box, width, height } = layer;
  const [centreX, centreY] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const half = Math.max(box.right - box.left, box.bottom - box.top) / 2;
  const sizes = Math.min(MOST_SIZES, Math.max(2, Math.ceil(Math.abs(growth) * half)));
  const outPx = Math.ceil((Math.abs(growth) / 2) * half) + 1;
  const outBox = {
    left: Math.max(0, box.left - outPx),
    right: Math.min(width, box.right + outPx),
    top: Math.max(0, box.top - outPx),
    bottom: Math.min(height, box.bottom + outPx),
  };
  const grown: Layer = { ...layer, box: outBox };
  for (const plane of [...COLOURS, 'cover'] as const) {
    const source = layer[plane];
    const out = new Float32Array(source.length);
    for (let n = 0; n < sizes; n++) {
      const size = 1 + growth * ((n + 0.5) / sizes - 0.5);
      for (let y = outBox.top; y < outBox.bottom; y++) {
        const v = Math.round((y + 0.5 - centreY) / size + centreY - 0.5);
        if (v < 0 || v >= height) continue;
        for (let x = outBox.left; x < outBox.right; x++) {
          const u = (x + 0.5 - centreX) / size + centreX - 0.5;
          const at = Math.floor(u);
          if (at < 0 || at >= width - 1) continue;
          const part = u - at;
          out[y * width + x]! += (source[v * width + at]! * (1 - part) + source[v * width + at + 1]! * part) / sizes;
        }
      }
    }
    grown[plane] = out;
  }
  return grown;
}

/** Rows read one after the other: what crosses leans. @param skewPx over the whole height */
function leaning(layer: Layer, skewPx: number): Layer {
  const { width, height } = layer;
  const leant: Layer = {
    ...layer,
    box: {
      ...layer.box,
      left: Math.max(0, layer.box.left - Math.ceil(skewPx)),
      right: Math.min(width, layer.box.right + Math.ceil(skewPx)),
    },
  };
  for (const plane of [...COLOURS, 'cover'] as const) {
    const source = layer[plane];
    const out = new Float32Array(source.length);
    for (let y = layer.box.top; y < layer.box.bottom; y++) {
      const by = Math.round(skewPx * (y / height - 0.5));
      for (let x = Math.max(0, by); x < Math.min(width, width + by); x++) out[y * width + x] = source[y * width + x - by]!;
    }
    leant[plane] = out;
  }
  return leant;
}

/** Adds a picture moved by whole pixels, its border going on. */
function addShifted(
  sum: Float32Array,
  plane: Float32Array,
  width: number,
  height: number,
  x: number,
  y: number,
  share: number,
): void {
  const byX = Math.max(-width, Math.min(width, Math.round(x)));
  const byY = Math.round(y);
  for (let row = 0; row < height; row++) {
    const from = Math.min(height - 1, Math.max(0, row - byY)) * width;
    const to = row * width;
    const [first, last] = [plane[from]! * share, plane[from + width - 1]! * share];
    const [begin, end] = [Math.max(0, byX), Math.min(width, width + byX)];
    for (let column = 0; column < begin; column++) sum[to + column]! += first;
    for (let column = begin; column < end; column++) sum[to + column]! += share * plane[from + column - byX]!;
    for (let column = end; column < width; column++) sum[to + column]! += last;
  }
}

/** Lamps that brighten and darken while the rows are exposed one after the other: bands, or a whole frame off. In place. */
function flickered(frame: Planes, { flicker, shutterS }: FrameOptics, phase: number): void {
  const depth = flicker.modulation * Math.abs(sinc(flicker.frequencyHz * shutterS));
  if (depth < 0.002) return;
  const { width, height } = frame;
  for (let y = 0; y < height; y++) {
    const gain = 1 + depth * Math.cos(2 * Math.PI * (phase + (flicker.frequencyHz * flicker.readoutS * y) / height));
    for (const colour of COLOURS) {
      const plane = frame[colour];
      for (let i = y * width; i < (y + 1) * width; i++) plane[i]! *= gain;
    }
  }
}
