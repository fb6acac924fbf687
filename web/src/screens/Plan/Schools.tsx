import { SCHOOLS, type School } from '@hushto/core';
import { SCHOOL_WORDS } from '@hushto/words';
import { Columns3 } from 'lucide-react';
import { lazy, memo, Suspense, useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { patch, type EditorProps } from './editors/editing.ts';

const SchoolsSheet = lazy(async () => ({ default: (await import('./SchoolsSheet.tsx')).SchoolsSheet }));

const SHORT: Record<School, string> = { hush: 'Hush', moment: 'Moment', clean: 'Clean', depth: 'Depth' };

/** What is given up last: one gesture to change it, one to see the schools side by side. */
export const SchoolSwitch = memo(function SchoolSwitch({ school: chosen, brief, edit }: EditorProps & { school: School }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="flex gap-0.5 items-center">
      <SegmentedControl
        fit
        label="What comes first"
        hideLabel
        value={chosen}
        options={SCHOOLS.map((school) => ({
          value: school,
          label: SHORT[school],
          hint: `${SCHOOL_WORDS[school].label}. ${SCHOOL_WORDS[school].says}`,
        }))}
        onChange={(school) => edit(patch('picture', { school }))}
      />
      <Button
        look="bare"
        size="s"
        icon
        className="-mr-2"
        aria-label="What comes first, side by side"
        data-hint="What comes first, side by side"
        onClick={() => setOpen(true)}
      >
        <Columns3 aria-hidden="true" />
      </Button>
      {open && (
        <Suspense>
          <SchoolsSheet
            brief={brief}
            onClose={() => setOpen(false)}
            onUse={(school) => {
              edit(patch('picture', { school }));
              setOpen(false);
            }}
          />
        </Suspense>
      )}
    </div>
  );
});
