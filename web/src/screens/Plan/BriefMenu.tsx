import { lazy, memo, Suspense } from 'react';
import { Problem } from '../../components/Field.tsx';
import { TitleMenu } from '../../components/Menu.tsx';
import type { OpenedBrief } from './useBriefActions.ts';

const BriefPanel = lazy(async () => ({ default: (await import('./BriefPanel.tsx')).BriefPanel }));

interface BriefMenuProps extends OpenedBrief {
  problem: string | null;
}

/** The brief's title, which opens the list of briefs and what can be done with this one. */
export const BriefMenu = memo(function BriefMenu({ problem, ...props }: BriefMenuProps) {
  return (
    <>
      <TitleMenu title={props.title || 'Without a name'} opens="Open the list of briefs" label="Briefs">
        {(close) => (
          <Suspense>
            <BriefPanel {...props} close={close} />
          </Suspense>
        )}
      </TitleMenu>
      {problem && <Problem>{problem}</Problem>}
    </>
  );
});
