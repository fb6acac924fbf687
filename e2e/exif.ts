/** What a camera writes into a photo. */
export interface Written {
  /** s, as a fraction. */
  exposure?: readonly [number, number];
  fNumber?: readonly [number, number];
  iso?: number;
  /** Full-frame equivalent of the focal length, mm. */
  equivalentMm?: number;
}

/** A JPEG with an EXIF block: Exif 2.3 (CIPA DC-008, from memory), big-endian TIFF with one directory that points to another. */
export function withExif(jpeg: Buffer, { exposure, fNumber, iso, equivalentMm }: Written): Buffer {
  const rationals = [exposure && { tag: 0x829a, of: exposure }, fNumber && { tag: 0x829d, of: fNumber }].filter((one) => !!one);
  const shorts = [iso && { tag: 0x8827, of: iso }, equivalentMm && { tag: 0xa405, of: equivalentMm }].filter((one) => !!one);
  const count = rationals.length + shorts.length;
  const after = 26 + 2 + 12 * count + 4;
  const tiff = Buffer.alloc(after + 8 * rationals.length);
  tiff.write('MM', 0, 'latin1');
  tiff.writeUInt16BE(42, 2);
  tiff.writeUInt32BE(8, 4);
  tiff.writeUInt16BE(1, 8);
  const entry = (at: number, tag: number, type: number): number => {
    tiff.writeUInt16BE(tag, at);
    tiff.writeUInt16BE(type, at + 2);
    tiff.writeUInt32BE(1, at + 4);
    return at + 8;
  };
  tiff.writeUInt32BE(26, entry(10, 0x8769, 4));
  tiff.writeUInt16BE(count, 26);
  rationals.forEach(({ tag, of }, i) => {
    tiff.writeUInt32BE(after + 8 * i, entry(28 + 12 * i, tag, 5));
    of.forEach((value, k) => tiff.writeUInt32BE(value, after + 8 * i + 4 * k));
  });
  shorts.forEach(({ tag, of }, i) => tiff.writeUInt16BE(of, entry(28 + 12 * (rationals.length + i), tag, 3)));
  const body = Buffer.concat([Buffer.from('Exif\0\0', 'latin1'), tiff]);
  const head = Buffer.from([0xff, 0xe1, 0, 0]);
  head.writeUInt16BE(body.length + 2, 2);
  return Buffer.concat([jpeg.subarray(0, 2), head, body, jpeg.subarray(2)]);
}
