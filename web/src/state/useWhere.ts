import type { WhereOptions } from '@hushto/contract';
import { useMemo } from 'react';
import { useLibrary } from './library.ts';

/** Where the options of a body are, by its name; nothing where several are meant or it is not on the shelf. */
export function useWhere(labels: readonly string[]): WhereOptions {
  const bodies = useLibrary((library) => library.bodies);
  const [only, other] = new Set(labels);
  return useMemo(
    () => (other === undefined ? bodies.find(({ document }) => document.label === only)?.document.where : undefined) ?? {},
    [bodies, only, other],
  );
}
