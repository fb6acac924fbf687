import type { Sensor } from '../brief/brief.ts';
import { apertureMarks } from '../light/marks.ts';
import { normalSource, type UniformSource } from '../numerics/seededRandom.ts';
import { sinc } from '../numerics/sinc.ts';
import { diffractionMtf, gaussianMtf, lensBlurMm, type LensSharpness } from '../optics/mtf.ts';
import { pictureOf } from '../optics/picture.ts';
import { sensorNoiseOf } from '../sensor/grainFigures.ts';
import { midGreySignalE, readNoiseE } from '../sensor/sensor.ts';
import type { PhotoParts } from './findEdges.ts';
import type { LinearPlane } from './slantedEdge.ts';

/** The target: dark squares on white, slanted, in the middle and towards the corners. Places and sizes in shares of the picture's height. */
export const TARGET = {
  slantDeg: 5,
  /** Half the side of a square. */
  half: 0.11,
  /** Middles of the squares, from that of the picture, for a picture half as wide again as high. */
  squares: [[0, 0], [-0.56, -0.32], [0.56, -0.32], [-0.56, 0.32], [0.56, 0.32]],
  /** Reflectance of white and dark: matt paper and ink. */
  white: 0.85,
  dark: 0.06,
} as const; // prettier-ignore

/** How a simulated photo of the target is taken. */
export interface TargetShot {
  fNumber: number;
  iso: number;
  /** Gaussian blur beside the lens, px along rows and along columns: a smear, or missed focus. */
  extraPx?: readonly [x: number, y: number];
  /** Blur of the lens towards the corners, as a factor on that in the middle. */
  cornerTimes: number;
}

/** Finest step an edge's profile is known in, px, and how far it reaches. */
const FINE = 1 / 16;
const REACH_PX = 24;
/** Frequencies an edge is made of, cycles per px. */
const STEPS = 300;
const HIGHEST = 1.5;
/** White paper lies so far above mid grey as exposed. */
const MID_GREY = 0.18;

/**
 * A photo of the target as a sensor with a lens would take it, by parts: squares whose edges are blurred by pixel, diffraction and the
 * lens's Gaussian, the two directions apart; photons and read noise upon it. Exact along the edges, not at the squares' corners; leaves out
 * the mosaic of colours, distortion and vignetting.
 */
export function targetPhoto(sensor: Sensor, lens: LensSharpness, shot: TargetShot, uniform: UniformSource): PhotoParts {
  const { pitchMm } = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, 1, 1);
  const [widthPx, heightPx] = [Math.round(sensor.widthMm / pitchMm), Math.round(sensor.heightMm / pitchMm)];
  const { fNumber, iso, extraPx = [0, 0], cornerTimes } = shot;
  const slant = (TARGET.slantDeg * Math.PI) / 180;
  const ownMm = lensBlurMm(lens, fNumber);
  const [inMiddle, inCorners] = [ownMm, cornerTimes * ownMm].map((blurMm) =>
    extraPx.map((extra) => edgeProfile(pitchMm, fNumber, Math.hypot(blurMm, extra * pitchMm), slant)),
  );
  const noise = sensorNoiseOf(sensor);
  const fullE = midGreySignalE(noise, iso) / MID_GREY;
  const readE = readNoiseE(noise, iso);
  const normal = normalSource(uniform);
  const half = TARGET.half * heightPx;
  const [cos, sin] = [Math.cos(slant), Math.sin(slant)];
  const part = (left: number, top: number, width: number, height: number): LinearPlane => {
    const values = new Float32Array(width * height);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const px = left + x - widthPx / 2;
        const py = top + y - heightPx / 2;
        const n = squareAt(px / heightPx, py / heightPx);
        const sx = px - TARGET.squares[n]![0] * heightPx;
        const sy = py - TARGET.squares[n]![1] * heightPx;
        const u = sx * cos + sy * sin;
        const v = sy * cos - sx * sin;
        const [across, down] = n === 0 ? inMiddle! : inCorners!;
        const inside = (at(across!, u + half) - at(across!, u - half)) * (at(down!, v + half) - at(down!, v - half));
        const meanE = (TARGET.white - (TARGET.white - TARGET.dark) * inside) * fullE;
        values[i] = (meanE + Math.hypot(Math.sqrt(Math.max(0, meanE)), readE) * normal()) / fullE;
      }
    return { width, height, values, white: 1 };
  };
  return { widthPx, heightPx, part };
}

/** Which square a place belongs to: halfway between two it is white all round. */
function squareAt(x: number, y: number): number {
  const [besideX] = TARGET.squares[1];
  if (Math.abs(x) < Math.abs(besideX) / 2) return 0;
  return 1 + (x > 0 ? 1 : 0) + (y > 0 ? 2 : 0);
}

/** Light across an edge from dark 0 to white 1: ½ + ∫ M(ν)·sin(2πνd)/(πν) dν, M the contrast kept at a frequency. */
function edgeProfile(pitchMm: number, fNumber: number, sigmaMm: number, slant: number): Float64Array {
  const mark = apertureMarks.value(apertureMarks.nearest(fNumber));
  const step = HIGHEST / STEPS;
  const kept = Array.from({ length: STEPS }, (_, i) => {
    const frequency = (i + 0.5) * step;
    const pixel = sinc(frequency * Math.cos(slant)) * sinc(frequency * Math.sin(slant));
    const glass = diffractionMtf(frequency / pitchMm, mark) * gaussianMtf(frequency / pitchMm, sigmaMm);
    return { frequency, share: (pixel * glass * step) / (Math.PI * frequency) };
  });
  return Float64Array.from({ length: 2 * (REACH_PX / FINE) + 1 }, (_, i) => {
    const distance = i * FINE - REACH_PX;
    return kept.reduce((sum, { frequency, share }) => sum + share * Math.sin(2 * Math.PI * frequency * distance), 0.5);
  });
}

function at(profile: Float64Array, distance: number): number {
  const place = (distance + REACH_PX) / FINE;
  if (place <= 0) return 0;
  if (place >= profile.length - 1) return 1;
  const before = Math.floor(place);
  return profile[before]! + (place - before) * (profile[before + 1]! - profile[before]!);
}
