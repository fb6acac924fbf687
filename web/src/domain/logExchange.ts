import type { FrameVerdict, LogFrame, NewFrame, StoredTally } from '@hushto/contract';
import { fullFrameEquivalentMm, VERDICTS, type Verdict } from '@hushto/core';
import { VERDICT_WORDS } from '@hushto/words';
import Papa from 'papaparse';
import { readNumber } from '../quantities/quantities.ts';

/** A frame before it has its digest: what that is made of stands beside it. */
export interface Undigested {
  frame: Omit<NewFrame, 'digest'>;
  /** The same for the same frame, whenever and wherever it is read. */
  key: string;
}

/** Minutes by which clocks are ahead of UTC at a moment. */
type Zone = (atMs: number) => number;

const BLANK = { bytes: 0, widthPx: null, heightPx: null, orientation: 1, zoned: true, camera: null, lens: null, shutterS: null, fNumber: null, iso: null, focalLengthMm: null, equivalentMm: null } as const; // prettier-ignore

/** What is said on the spot, as the log says it. “Soft” and “missed” do not say what it was lost to. */
export const ON_THE_SPOT: Record<FrameVerdict, Verdict> = { sharp: 'keeper', soft: 'other', noisy: 'grain', missed: 'other' };

/** Frames counted in Pocket, without pictures. */
export function framesOfTally({ id, document }: StoredTally, zone: Zone): Undigested[] {
  const { sensor, lens } = document.brief.kit;
  return document.frames.map((tallied, i) => {
    const atMs = Date.parse(tallied.at);
    return {
      key: `tally ${id} ${tallied.id}`,
      frame: {
        ...BLANK,
        name: `${document.title}, ${i + 1}`,
        takenAt: new Date(atMs).toISOString(),
        wallClock: new Date(atMs + 60_000 * zone(atMs)).toISOString().slice(0, 19),
        camera: sensor.label ?? null,
        lens: lens.label ?? null,
        shutterS: tallied.shutterS,
        fNumber: tallied.fNumber,
        iso: tallied.iso,
        focalLengthMm: lens.focalLengthMm,
        equivalentMm: Math.round(fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm)),
        verdict: ON_THE_SPOT[tallied.verdict],
        ...(document.briefId === null ? {} : { briefId: document.briefId }),
        ...(tallied.take === undefined ? {} : { take: tallied.take }),
      },
    };
  });
}

/** What a column of a table may be, and by which heads it is guessed. */
export const CSV_FIELDS = {
  name: { name: 'Name of the frame', heads: /^(name|file( ?name)?|frame)$/i },
  taken: { name: 'When it was taken', heads: /^(taken|date|time|date ?time.*|when|clock)$/i },
  shutterS: { name: 'Shutter', heads: /shutter|exposure( ?time)?$/i },
  fNumber: { name: 'Aperture', heads: /aperture|f.?(number|stop)|^f$/i },
  iso: { name: 'ISO', heads: /^iso/i },
  focalLengthMm: { name: 'Focal length', heads: /^focal.?(length|_?mm)?$/i },
  equivalentMm: { name: 'The same for full frame', heads: /(full.?frame|35 ?mm|equivalent)/i },
  camera: { name: 'Body', heads: /^(body|camera|model)$/i },
  lens: { name: 'Lens', heads: /^lens/i },
  verdict: { name: 'What became of it', heads: /^(verdict|result|kept|keeper)$/i },
} as const;
export type CsvField = keyof typeof CSV_FIELDS;
export type CsvMapping = Partial<Record<CsvField, string>>;

/** A table as it was read: its heads, and its lines by them. */
export interface CsvTable {
  heads: string[];
  lines: Record<string, string>[];
}

/** Reads a table with heads; null where it has none, or no line. */
export function readCsv(text: string): CsvTable | null {
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
  });
  const heads = (meta.fields ?? []).filter((head) => head.trim() !== '');
  return heads.length > 0 && data.length > 0 ? { heads, lines: data } : null;
}

/** Which column is probably which: by its head, each once. */
export function guessMapping(heads: readonly string[]): CsvMapping {
  const mapping: CsvMapping = {};
  const free = new Set(heads);
  for (const field of Object.keys(CSV_FIELDS) as CsvField[]) {
    const head = [...free].find((one) => CSV_FIELDS[field].heads.test(one.trim()));
    if (head === undefined) continue;
    mapping[field] = head;
    free.delete(head);
  }
  return mapping;
}

/** A line that cannot be taken in, by its number in the file, the heads being the first. */
export interface BadLine {
  line: number;
  why: string;
}

/** Frames from the lines of a table. A line without a time, or without any setting, is no frame. */
export function framesOfCsv({ lines }: CsvTable, mapping: CsvMapping, zone: Zone): { frames: Undigested[]; bad: BadLine[] } {
  const frames: Undigested[] = [];
  const bad: BadLine[] = [];
  lines.forEach((cells, i) => {
    const cell = (field: CsvField): string => (mapping[field] === undefined ? '' : (cells[mapping[field]] ?? '').trim());
    const wallClock = clockIn(cell('taken'));
    const shutterS = ratioIn(cell('shutterS'));
    const why = wallClock === null ? 'it has no time that can be read, such as 2027-01-14 16:20:05' : shutterS === null ? 'it has no shutter speed, such as 1/125' : null;
    if (why !== null) return void bad.push({ line: i + 2, why });
    const wallMs = Date.parse(`${wallClock}Z`);
    const verdict = verdictIn(cell('verdict'));
    frames.push({
      key: `table ${JSON.stringify(Object.values(mapping).map((head) => cells[head] ?? ''))}`,
      frame: {
        ...BLANK,
        name: cell('name') || `Line ${i + 2}`,
        takenAt: new Date(wallMs - 60_000 * zone(wallMs)).toISOString(),
        wallClock,
        zoned: false,
        camera: cell('camera') || null,
        lens: cell('lens') || null,
        shutterS,
        fNumber: ratioIn(cell('fNumber').replace(/^f\s*\/?\s*/i, '')),
        iso: ratioIn(cell('iso').replace(/^iso\s*/i, '').replace(/[\s\u202f]/g, '')),
        focalLengthMm: ratioIn(cell('focalLengthMm')),
        equivalentMm: ratioIn(cell('equivalentMm')),
        ...(verdict ? { verdict } : {}),
      },
    });
  });
  return { frames, bad };
} // prettier-ignore

/** "2027-01-14T16:20:05", "2027:01:14 16:20", as the clock showed it; a zone behind it is left out. Null where it is no time. */
function clockIn(text: string): string | null {
  const parts = /^(\d{4})[-:/.](\d\d?)[-:/.](\d\d?)[T ]+(\d\d?):(\d\d)(?::(\d\d))?/.exec(text);
  if (!parts) return null;
  const [year, month, day, hour, minute, second] = parts.slice(1).map((part: string | undefined) => (part ?? '0').padStart(2, '0'));
  const clock = `${year}-${month}-${day}T${hour}:${minute}:${second}`;
  const at = new Date(`${clock}Z`);
  return Number.isNaN(at.getTime()) || at.toISOString().slice(0, 19) !== clock ? null : clock;
} // prettier-ignore

/** "1/125", "0.5 s", "35 mm": a number above zero, its unit left out. */
function ratioIn(text: string): number | null {
  const [over = '', under = '1'] = text.replace(/\s*(s|sec|mm|")$/i, '').split('/');
  const [a, b] = [readNumber(over), readNumber(under)];
  return a !== null && b !== null && a > 0 && b > 0 ? a / b : null;
}

function verdictIn(text: string): Verdict | null {
  const wanted = text.toLowerCase();
  return VERDICTS.find((verdict) => verdict === wanted || VERDICT_WORDS[verdict].name.toLowerCase() === wanted) ?? null;
}

/** Stars as other programs read them: a keeper has four, a lost frame one, one that nobody judged none. Ours. */
const STARS: Record<Verdict, number> = { keeper: 4, hands: 1, subject: 1, focus: 1, grain: 1, other: 1 };

/** A file beside the picture that says its rating and keywords: XMP, ISO 16684-1 (from memory), which also gives its spaces their names. */
export function sidecarOf(frame: Pick<LogFrame, 'verdict' | 'take'>, briefTitle: string | null): string {
  const { verdict } = frame;
  const words = [verdict && VERDICT_WORDS[verdict].name, briefTitle].filter((word) => word !== null);
  const keywords = words.map((word) => `     <rdf:li>${escaped(word)}</rdf:li>`).join('\n');
  return `<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>
<x:xmpmeta xmlns:x="adobe:ns:meta/">
 <rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">
  <rdf:Description rdf:about="" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:dc="http://purl.org/dc/elements/1.1/" xmp:Rating="${verdict === null ? 0 : STARS[verdict]}">
   <dc:subject>
    <rdf:Bag>
${keywords}
    </rdf:Bag>
   </dc:subject>
  </rdf:Description>
 </rdf:RDF>
</x:xmpmeta>
<?xpacket end="w"?>
`;
}

/** What XML may hold (XML 1.0, 2.2), with its signs written out. */
const escaped = (text: string): string =>
  text
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD\u{10000}-\u{10FFFF}]/gu, '')
    .replace(/[<>&"]/g, (sign) => ({ '<': '&lt;', '>': '&gt;', '&': '&amp;', '"': '&quot;' })[sign]!);

/** The name of a sidecar: the picture's, with another ending. */
const sidecarName = (name: string): string => `${name.replace(/\.[^./]+$/, '')}.xmp`;

/** A name that leads nowhere else and that every system can write. */
function safeName(name: string): string {
  const plain = name.normalize('NFC').replace(/[\p{Cc}\p{Surrogate}<>:"/\\|?*\u2028\u2029]+/gu, '_').replace(/^\.+/, '_').replace(/[. ]+$/, ''); // prettier-ignore
  return plain === '' ? '_' : plain;
}

/**
 * Names of sidecars in one archive, each its own: as the picture is called; where a raw and a JPEG share that, with their endings; where
 * two folders share those, in a folder of the day, and numbered at last.
 */
export function sidecarNames(frames: readonly Pick<LogFrame, 'name' | 'wallClock'>[]): string[] {
  const ways: ((frame: Pick<LogFrame, 'name' | 'wallClock'>) => string)[] = [
    ({ name }) => sidecarName(safeName(name)),
    ({ name }) => `${safeName(name)}.xmp`,
    ({ name, wallClock }) => `${wallClock?.slice(0, 10) ?? 'undated'}/${safeName(name)}.xmp`,
  ];
  const names: (string | null)[] = frames.map(() => null);
  const taken = new Set<string>();
  for (const way of ways) {
    const wanted = frames.map((frame, i) => (names[i] === null ? way(frame) : null));
    // Systems that do not tell capitals apart would write one over the other.
    const counts = new Map<string, number>();
    for (const name of wanted) if (name !== null) counts.set(name.toLowerCase(), (counts.get(name.toLowerCase()) ?? 0) + 1);
    wanted.forEach((name, i) => {
      if (name === null || counts.get(name.toLowerCase())! > 1 || taken.has(name.toLowerCase())) return;
      names[i] = name;
      taken.add(name.toLowerCase());
    });
  }
  return frames.map((frame, i) => names[i] ?? ways[2]!(frame).replace(/\.xmp$/, ` ${i + 1}.xmp`));
}
