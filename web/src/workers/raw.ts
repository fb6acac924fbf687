import { answersOf } from './answers.ts';
import type { RawAsked, RawFound } from './rawProtocol.ts';

const ask = answersOf<RawAsked, RawFound>(() => new Worker(new URL('./raw.worker.ts', import.meta.url), { type: 'module' }));

/** Reads a raw file in a worker; its bytes are given away. */
export const readRaw = (name: string, file: ArrayBuffer): Promise<RawFound> => ask({ name, file }, [file]);
