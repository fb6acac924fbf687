import { withHands } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { useMemo } from 'react';
import { useLibrary } from './library.ts';

/** A brief on screen with the hands of this person, as far as their tests have shown them. */
export function useHands(brief: Brief): Brief {
  const holds = useLibrary((library) => library.holds);
  return useMemo(() => withHands(brief, holds), [brief, holds]);
}
