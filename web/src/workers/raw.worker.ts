import type { RawAsked, RawFound } from './rawProtocol.ts';
import { readRawFile } from './readRawFile.ts';

/** Reads raw files off the page's thread. */
onmessage = ({ data: { ticket, name, file } }: MessageEvent<RawAsked>) => {
  let found: RawFound;
  try {
    found = { ticket, ...readRawFile(name, file) };
  } catch {
    found = { ticket, problem: 'is no raw file Hushto can read; convert it to DNG.' };
  }
  postMessage(found, 'frame' in found ? { transfer: [(found.frame.values as Uint16Array<ArrayBuffer>).buffer] } : {});
};
