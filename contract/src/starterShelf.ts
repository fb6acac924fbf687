import type { Body, ShelfLensDocument } from './brief.ts';

/** Figures nobody prints on a box: ours until the user measures them. */
const GUESSED_BODY = ['wellPerUm2', 'readInE', 'readOutE', 'readoutS'];
const GUESSED_LENS = ['bestBlurUm', 'wideOpenFactor', 'opensToFocus'];

/** What a body of one's own starts from where only format, megapixels and ISO are given. */
export const BODY_DEFAULTS: Omit<Body, 'label' | 'widthMm' | 'heightMm' | 'megapixels' | 'baseIso' | 'maxIso'> = {
  wellPerUm2: 2500,
  readInE: 1.6,
  readOutE: 4.5,
  stabiliserStops: 0,
  fastestS: 1 / 8192,
  slowestS: 30,
  framesPerSecond: 8,
  readoutS: 0.03,
  focusLimit: { ev: -3, fNumber: 2 },
  guessed: [...GUESSED_BODY, 'stabiliserStops', 'framesPerSecond', 'focusLimit', 'fastestS', 'slowestS'],
};

/** What a lens of one's own starts from where only focal range and widest apertures are given. */
export const LENS_DEFAULTS: Omit<ShelfLensDocument, 'label' | 'focalFromMm' | 'focalToMm' | 'widestFAtFrom' | 'widestFAtTo'> = {
  narrowestF: 16,
  stabiliserStops: 0,
  bestBlurUm: 2,
  wideOpenFactor: 1,
  opensToFocus: true,
  guessed: [...GUESSED_LENS, 'narrowestF', 'stabiliserStops'],
};

/** Sensor formats by their size, mm. */
export const FORMATS = [
  { id: 'fullFrame', label: 'Full frame', widthMm: 36, heightMm: 24 },
  { id: 'apsC', label: 'APS-C', widthMm: 23.5, heightMm: 15.6 },
  { id: 'fourThirds', label: 'Four-thirds', widthMm: 17.3, heightMm: 13 },
  { id: 'oneInch', label: '1-inch', widthMm: 13.2, heightMm: 8.8 },
] as const;

/** Bodies by format and numbers only. */
export const STARTER_BODIES: readonly Body[] = [
  body('Full frame 24 MP', 36, 24, 24, {
    maxIso: 204_800,
    stabiliserStops: 5,
    framesPerSecond: 10,
    readoutS: 0.03,
    focusLimit: { ev: -4, fNumber: 2 },
  }),
  body('Full frame 45 MP', 36, 24, 45, { baseIso: 64, maxIso: 102_400, stabiliserStops: 5, framesPerSecond: 9, readoutS: 0.02 }),
  body('APS-C 24 MP', 23.5, 15.6, 24, { stabiliserStops: 4, fastestS: 1 / 4096, readoutS: 0.05 }),
  body('Four-thirds 20 MP', 17.3, 13, 20, {
    baseIso: 200,
    maxIso: 25_600,
    stabiliserStops: 6,
    framesPerSecond: 15,
    readoutS: 0.02,
  }),
  body('1-inch 20 MP', 13.2, 8.8, 20, {
    baseIso: 125,
    maxIso: 25_600,
    stabiliserStops: 3,
    framesPerSecond: 20,
    readoutS: 0.015,
    focusLimit: { ev: -2, fNumber: 2 },
  }),
];

/** Lenses by focal length and widest aperture only. */
export const STARTER_LENSES: readonly ShelfLensDocument[] = [
  prime(18.3, 2.8),
  prime(20, 1.8),
  prime(24, 1.4),
  prime(25, 1.8),
  prime(28, 2),
  prime(35, 1.4),
  prime(35, 2),
  prime(50, 1.4),
  prime(50, 1.8),
  prime(85, 1.8),
  prime(135, 1.8),
  prime(400, 5.6, { stabiliserStops: 5, narrowestF: 22 }),
  zoom(16, 35, 2.8, 2.8, { narrowestF: 22 }),
  zoom(24, 70, 2.8, 2.8, { narrowestF: 22 }),
  zoom(24, 105, 4, 4, { narrowestF: 22, stabiliserStops: 4 }),
  zoom(18, 55, 3.5, 5.6, { narrowestF: 22, stabiliserStops: 4 }),
  zoom(70, 200, 2.8, 2.8, { narrowestF: 22, stabiliserStops: 5 }),
  zoom(100, 400, 4.5, 5.6, { narrowestF: 22, stabiliserStops: 4 }),
  zoom(150, 600, 5, 6.3, { narrowestF: 22, stabiliserStops: 4 }),
];

function body(label: string, widthMm: number, heightMm: number, megapixels: number, known: Partial<Body>): Body {
  return {
    ...BODY_DEFAULTS,
    label,
    widthMm,
    heightMm,
    megapixels,
    baseIso: 100,
    maxIso: 51_200,
    ...known,
    guessed: GUESSED_BODY,
  };
}

function prime(focalMm: number, widestF: number, known: Partial<ShelfLensDocument> = {}): ShelfLensDocument {
  return zoom(focalMm, focalMm, widestF, widestF, known);
}

function zoom(
  from: number,
  to: number,
  widestFAtFrom: number,
  widestFAtTo: number,
  known: Partial<ShelfLensDocument>,
): ShelfLensDocument {
  return {
    ...LENS_DEFAULTS,
    label: lensLabel(from, to, widestFAtFrom, widestFAtTo),
    focalFromMm: from,
    focalToMm: to,
    widestFAtFrom,
    widestFAtTo,
    ...known,
    guessed: GUESSED_LENS,
  };
}

/** "85 mm f/1.8", "24–70 mm f/2.8", "18–55 mm f/3.5–5.6". */
export function lensLabel(fromMm: number, toMm: number, widestAtFrom: number, widestAtTo: number): string {
  const focal = fromMm === toMm ? `${fromMm}` : `${fromMm}–${toMm}`;
  const widest = widestAtFrom === widestAtTo ? `${widestAtFrom}` : `${widestAtFrom}–${widestAtTo}`;
  return `${focal} mm f/${widest}`;
}
