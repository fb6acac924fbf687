import type { NamedSamples } from '@hushto/core';

export interface RawAsked {
  ticket: number;
  name: string;
  file: ArrayBuffer;
}
export type RawFound = { ticket: number } & ({ frame: NamedSamples } | { problem: string });
