import type { Brief } from '@hushto/core';
import { useShallow } from 'zustand/react/shallow';
import { useLastOpen } from './lastOpen.ts';
import { useLibrary } from './library.ts';

/** The shelf, the brief that was open last, and where its kit stands on the shelf: what a test begins from. @param like a kit to begin from instead */
export function useUsualKit(like?: Brief['kit']) {
  const { bodies, lenses, briefs } = useLibrary(useShallow(({ bodies, lenses, briefs }) => ({ bodies, lenses, briefs })));
  const lastOpen = useLastOpen(({ briefId }) => briefId);
  const brief = (briefs.find(({ id }) => id === lastOpen) ?? briefs[0])?.document;
  const kit = like ?? brief?.kit;
  const of = (
    shelf: readonly { id: string; document: { label: string } }[],
    own: { id?: string | undefined; label?: string | undefined } | undefined,
  ): string =>
    (shelf.find(({ id }) => id === own?.id) ?? shelf.find(({ document }) => document.label === own?.label) ?? shelf[0])?.id ?? '';
  return { bodies, lenses, brief, kit, usual: { bodyId: of(bodies, kit?.sensor), lensId: of(lenses, kit?.lens) } };
}
