import { withTests, type OwnTests } from '@hushto/contract';
import type { Brief } from '@hushto/core';
import { useMemo } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { useLibrary } from './library.ts';

/** Tests of one's own that plans go by. */
export const useOwnTests = (): OwnTests => useLibrary(useShallow(({ holds, focusTests }) => ({ holds, focusTests })));

/** A brief on screen with the hands of this person and the autofocus of the body, as far as their tests have shown them. */
export function useTested(brief: Brief): Brief {
  const tests = useOwnTests();
  return useMemo(() => withTests(brief, tests), [brief, tests]);
}
