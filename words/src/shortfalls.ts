import type { Badness, GateName, Shortfall } from '@hushto/core';

const FAILS: Record<GateName, string> = {
  freeze: 'Movement',
  hold: 'Hands',
  light: 'Light',
  depth: 'Depth',
  flicker: 'Lamps',
  focus: 'Focus',
};

const HOW: Record<Badness, string> = { usable: 'usable', soft: 'soft', lost: 'lost, more often than not' };

/** One gate that fails where one shoots anyway, and how badly. */
export const shortfallWords = ({ gate, how }: Shortfall): string => `${FAILS[gate]}: ${HOW[how]}.`;
