/** What of the dark frames is the same in each, e−: standard deviations of rows, columns and photosites against each other. */
export interface Pattern {
  rowE: number;
  columnE: number;
  fixedE: number;
}

interface Samples {
  values: ArrayLike<number>;
}

/**
 * Pattern of a sensor from two frames with the cap on: what both have in common. Rows' and columns' means scatter by more than the noise of
 * their photosites explains, and the product of both frames' deviations leaves out what changes from one to the other; after EMVA
 * Standard 1288, DSNU (from memory). Leaves out stripes that change from frame to frame.
 * @param width photosites in a row  @param gainEPerDn electrons for one number
 */
export function patternOf([a, b]: readonly [Samples, Samples], width: number, gainEPerDn: number): Pattern {
  const height = Math.floor(a.values.length / width);
  const [one, other] = [centred(a.values), centred(b.values)];
  const rows = (values: Float64Array): Float64Array => means(values, height, width, width, 1);
  const columns = (values: Float64Array): Float64Array => means(values, width, height, 1, width);
  const [rowA, rowB, columnA, columnB] = [rows(one), rows(other), columns(one), columns(other)];
  let shared = 0;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) shared += (one[i]! - rowA[y]! - columnA[x]!) * (other[i]! - rowB[y]! - columnB[x]!);
  const inE = (variance: number): number => gainEPerDn * Math.sqrt(Math.max(0, variance));
  return {
    rowE: inE(covariance(rowA, rowB)),
    columnE: inE(covariance(columnA, columnB)),
    fixedE: inE(shared / (width * height - 1)),
  };
}

function centred(values: ArrayLike<number>): Float64Array {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]!;
  const mean = sum / values.length;
  return Float64Array.from({ length: values.length }, (_, i) => values[i]! - mean);
}

/** Means of `count` lines of `length` values each. @param stride from line to line  @param step within one */
function means(values: Float64Array, count: number, length: number, stride: number, step: number): Float64Array {
  return Float64Array.from({ length: count }, (_, line) => {
    let sum = 0;
    for (let i = 0; i < length; i++) sum += values[line * stride + i * step]!;
    return sum / length;
  });
}

/** Of two lists of mean 0. */
function covariance(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum / Math.max(1, a.length - 1);
}

/** Stripes against the noise of one photosite: from where they show at all, and from where in any brightened shadow. Ours. */
const SHOWS = 0.05;
const STANDS_OUT = 0.15;
/** Light a colour may have less than green before its grain shows first, stops. Ours. */
const WEAK_STOPS = 0.3;

/** The strongest stripes of a sensor, as a share of its read noise there, and whether they are seen. */
export interface Stripes {
  share: number;
  way: 'lying' | 'upright';
  seen: 'none' | 'shows' | 'standsOut';
}

/** Of what several ISOs gave; null where places were not known. */
export function stripesOf(sets: readonly { pattern?: Pattern | undefined; readNoiseE: { value: number } }[]): Stripes | null {
  let most: Stripes | null = null;
  for (const { pattern, readNoiseE } of sets) {
    if (!pattern) continue;
    const way = pattern.rowE > pattern.columnE ? 'lying' : 'upright';
    const share = Math.max(pattern.rowE, pattern.columnE) / readNoiseE.value;
    const seen = share < SHOWS ? 'none' : share < STANDS_OUT ? 'shows' : 'standsOut';
    if (!most || share > most.share) most = { share, way, seen };
  }
  return most;
}

/** The colour that gets least light of grey, and how much less than green, stops: balanced to grey its grain is amplified by as much. */
export interface WeakColour {
  colour: 'red' | 'blue';
  stops: number;
  /** Whether its grain is what one sees first. */
  seen: boolean;
}

export function weakColourOf({ red, blue }: { red: number; blue: number }): WeakColour {
  const [colour, least] = red < blue ? (['red', red] as const) : (['blue', blue] as const);
  const stops = -Math.log2(Math.min(1, least));
  return { colour, stops, seen: stops >= WEAK_STOPS };
}
