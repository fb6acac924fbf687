import { KIT_FILE_KINDS, type KitFile, type KitFileKind, type MeasuredBody, type MeasuredLens } from '@hushto/contract';
import equal from 'fast-deep-equal';
import { csvOf } from './csv.ts';

/** What stands on the shelf and among the tests, kind by kind. */
export type KitShelf = { [Kind in KitFileKind]: readonly { id: string; document: KitFile[Kind][number] }[] };

/** Tests of a person's own hands and eyes, which no friend plans by. */
const PERSONAL: readonly KitFileKind[] = ['holds', 'tastes'];

/** Everything measured as a file; without what is personal where it is passed on. Simulated cameras stay at home. */
export function kitFileOf(shelf: KitShelf, forWhom: 'me' | 'friend'): Pick<KitFile, KitFileKind> {
  const of = <Kind extends KitFileKind>(kind: Kind): KitFile[Kind] =>
    (forWhom === 'friend' && PERSONAL.includes(kind)
      ? []
      : shelf[kind].map(({ document }) => document).filter((one) => !('simulated' in one && one.simulated))) as KitFile[Kind];
  return { bodies: of('bodies'), lenses: of('lenses'), focusTests: of('focusTests'), holds: of('holds'), tastes: of('tastes') };
}

/** One document of a file that is not there yet, under the id it gets. */
export type KitAddition = { [Kind in KitFileKind]: { kind: Kind; id: string; document: KitFile[Kind][number] } }[KitFileKind];

const named = (document: object): string =>
  'label' in document ? String(document.label) : 'title' in document ? String(document.title) : '';
/**
 * What of a file is new: what is there already, as it stands in the file or as it was brought in before, is left out; a body or lens of a
 * known name with other figures comes beside it, named so. Tests of a body of the file then speak for that one here.
 */
export function kitAdditions(
  file: Pick<KitFile, KitFileKind>,
  shelf: KitShelf,
  newId: () => string,
): { added: KitAddition[]; known: number } {
  const added: KitAddition[] = [];
  let known = 0;
  // By what it is called in the file: its id here.
  const bodies = new Map<string, string>();
  for (const kind of KIT_FILE_KINDS)
    for (const from of file[kind]) {
      const name = named(from);
      const taken = 'label' in from && shelf[kind].some(({ document }) => named(document) === name);
      const document = taken ? { ...from, label: `${name} (from a file)`.slice(0, MOST_LETTERS) } : ofBody(from, bodies);
      const there = shelf[kind].find((stored) => equal(stored.document, from) || equal(stored.document, document));
      const id = there?.id ?? newId();
      if (kind === 'bodies') bodies.set(name, id);
      if (there) known += 1;
      else added.push({ kind, id, document } as KitAddition);
    }
  return { added, known };
}

/** As long as a label may be. */
const MOST_LETTERS = 120;

/** A focus test with its body's id here, where that came along. */
function ofBody<Document extends object>(document: Document, bodies: ReadonlyMap<string, string>): Document {
  if (!('tries' in document) || !('kit' in document)) return document;
  const { kit } = document as unknown as KitFile['focusTests'][number];
  const id = bodies.get(kit.sensor.label ?? '');
  return id === undefined ? document : { ...document, kit: { ...kit, sensor: { ...kit.sensor, id } } };
}

/** What photos said of a lens, aperture by aperture, as CSV (RFC 4180). */
export const lensCsv = (lens: string, { day, body, focalLengthMm, from, apertures }: MeasuredLens): string =>
  csvOf(
    apertures.map(({ name, fNumber, centre, corner }) => ({
      lens,
      day,
      body,
      focalLengthMm,
      from,
      photo: name,
      fNumber,
      mtf50Cph: centre.mtf50Cph,
      lowCph: centre.lowCph,
      highCph: centre.highCph,
      blurUm: centre.sigmaUm,
      blurErrorUm: centre.sigmaError,
      cornerMtf50Cph: corner?.mtf50Cph ?? '',
      cornerBlurUm: corner?.sigmaUm ?? '',
    })),
  );

/** What raw frames said of a sensor, ISO by ISO, as CSV (RFC 4180). */
export const sensorCsv = (body: string, { day, sets }: MeasuredBody): string =>
  csvOf(
    sets.map(({ iso, gainEPerDn, readNoiseE, fullE, signalDn, varianceDn }) => ({
      body,
      day,
      iso,
      gainEPerDn: gainEPerDn.value,
      gainError: gainEPerDn.standardError,
      readNoiseE: readNoiseE.value,
      readNoiseError: readNoiseE.standardError,
      fullE: fullE.value,
      fullError: fullE.standardError,
      signalDn,
      varianceDn,
    })),
  );
