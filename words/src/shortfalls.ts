import type { Badness, GateName, Shortfall } from '@hushto/core';

const FAILS: Record<GateName, string> = {
  freeze: 'The movement',
  hold: 'The hands',
  light: 'The light',
  depth: 'The depth',
  flicker: 'The lamps',
  focus: 'The focus',
};

const HOW: Record<Badness, string> = {
  usable: 'a little past the bound, usable',
  soft: 'well past it, soft',
  lost: 'far past it, lost more often than not',
};

/** One gate that fails where one shoots anyway, and how badly. */
export const shortfallWords = ({ gate, how }: Shortfall): string => `${FAILS[gate]}: ${HOW[how]}.`;
