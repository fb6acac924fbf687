import { ApiError } from '@hushto/contract';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import { createGunzip } from 'node:zlib';

/** Far above the largest document (2 MB) and the largest picture of the log, bytes. */
const LONGEST_LINE = 4_194_304;
/** Above a log of a million frames with all that belongs to them. */
const MOST_LINES = 8_000_000;
/** What an archive may unpack to, bytes: a few kilobytes can be packed so that they unpack without end. */
const LARGEST_UNPACKED = 17_179_869_184;

export const badArchive = (message: string): ApiError => new ApiError('BAD_ARCHIVE', [{ path: '', message }]);

/**
 * The lines of a packed archive, one at a time. Counted by bytes as they are unpacked: what is too much is refused before it is held.
 * @throws ApiError BAD_ARCHIVE
 */
export async function* archiveLines(file: string): AsyncGenerator<string> {
  let [lines, unpacked] = [0, 0];
  let begun: Buffer[] = [];
  let begunBytes = 0;
  for await (const chunk of unpack(file)) {
    unpacked += chunk.length;
    if (unpacked > LARGEST_UNPACKED) throw badArchive('It unpacks to more than 16 GB; no archive of Hushto does.');
    let from = 0;
    for (let end = chunk.indexOf(NEW_LINE); end >= 0; end = chunk.indexOf(NEW_LINE, from)) {
      lines += 1;
      if (lines > MOST_LINES) throw badArchive('It has more lines than any archive of Hushto.');
      begun.push(chunk.subarray(from, end));
      yield Buffer.concat(begun).toString('utf8').replace(/\r$/, '');
      [begun, begunBytes, from] = [[], 0, end + 1];
    }
    begun.push(chunk.subarray(from));
    begunBytes += chunk.length - from;
    if (begunBytes > LONGEST_LINE) throw badArchive(`Line ${lines + 1} is longer than anything Hushto keeps.`);
  }
  if (begunBytes > 0) yield Buffer.concat(begun).toString('utf8');
}

const NEW_LINE = 0x0a;
/** The first bytes of whatever is packed by gzip (RFC 1952, 2.3.1). */
const GZIP = Buffer.from([0x1f, 0x8b]);
const NOT_PACKED = 'It is not compressed as archives are (gzip), or torn.';

/** Refuses at once what is plainly no archive: nobody need be kept out for that. @throws ApiError BAD_ARCHIVE */
export async function mustBePacked(file: string): Promise<void> {
  const handle = await open(file);
  try {
    const { buffer } = await handle.read(Buffer.alloc(GZIP.length), 0, GZIP.length, 0);
    if (!buffer.equals(GZIP)) throw badArchive(NOT_PACKED);
  } finally {
    await handle.close();
  }
}

async function* unpack(file: string): AsyncGenerator<Buffer> {
  try {
    yield* createReadStream(file).pipe(createGunzip()) as AsyncIterable<Buffer>;
  } catch (error) {
    if ((error as { code?: string }).code?.startsWith('Z_')) throw badArchive(NOT_PACKED);
    throw error;
  }
}
