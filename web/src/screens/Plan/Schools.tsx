import { compareSchools, SCHOOLS, type Brief, type School, type SchoolRow } from '@hushto/core';
import { groupDigits, keptWords, SCHOOL_WORDS } from '@hushto/words';
import { Columns3, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { memo, useMemo, useState } from 'react';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { percentText } from '../../quantities/quantities.ts';
import { patch, type EditorProps } from './editors/editing.ts';

const SHORT: Record<School, string> = { hush: 'Hush', moment: 'Moment', clean: 'Clean', depth: 'Depth' };

/** What is given up last: one gesture to change it, one to see the schools side by side. */
export const SchoolSwitch = memo(function SchoolSwitch({ school: chosen, brief, edit }: EditorProps & { school: School }) {
  const [open, setOpen] = useState(false);
  return (
    <div className="schools">
      <SegmentedControl
        label="What comes first"
        hideLabel
        value={chosen}
        options={SCHOOLS.map((school) => ({
          value: school,
          label: SHORT[school],
          title: `${SCHOOL_WORDS[school].label}. ${SCHOOL_WORDS[school].says}`,
        }))}
        onChange={(school) => edit(patch('picture', { school }))}
      />
      <Dialog.Root open={open} onOpenChange={setOpen}>
        <Dialog.Trigger
          className="btn s bare icon"
          aria-label="What comes first, side by side"
          title="What comes first, side by side"
        >
          <Columns3 className="i" aria-hidden="true" />
        </Dialog.Trigger>
        <Dialog.Portal>
          <Dialog.Overlay className="veil" />
          <Dialog.Content className="pop sheet wide" aria-describedby={undefined}>
            <div className="row">
              <Dialog.Title asChild>
                <h2>What comes first</h2>
              </Dialog.Title>
              <Dialog.Close className="tip-x" aria-label="Close">
                <X className="i" aria-hidden="true" />
              </Dialog.Close>
            </div>
            <SideBySide
              brief={brief}
              onUse={(school) => {
                edit(patch('picture', { school }));
                setOpen(false);
              }}
            />
          </Dialog.Content>
        </Dialog.Portal>
      </Dialog.Root>
    </div>
  );
});

/** A small table of what each school would choose for this brief, pins kept. */
function SideBySide({ brief, onUse }: { brief: Brief; onUse: (school: School) => void }) {
  const rows = useMemo(() => compareSchools(brief), [brief]);
  return (
    <table className="beside">
      <thead>
        <tr>
          <th scope="col">First</th>
          <th scope="col">Setting</th>
          <th scope="col" className="r">
            Lost to blur
          </th>
          <th scope="col" className="r">
            Lost to grain
          </th>
          <th scope="col">Against the best</th>
          <th scope="col">
            <span className="vh">Use</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.school} aria-current={row.school === brief.picture.school ? 'true' : undefined}>
            <th scope="row">
              {SCHOOL_WORDS[row.school].label}
              <span className="quiet">{SCHOOL_WORDS[row.school].says}</span>
            </th>
            <td>
              <b>{row.choice.labels.shutter}</b>, {row.choice.labels.aperture}, ISO {groupDigits(row.choice.labels.iso)}
              {row.choice.labels.lift !== '0' && `, +${row.choice.labels.lift} later`}
              <span className="quiet">{givenUp(row)}</span>
            </td>
            <td className="r">{lostPercent(row.lostBlur)}</td>
            <td className="r">{lostPercent(row.lostGrain)}</td>
            <td>{row.school === 'hush' ? 'is the hush point' : keptWords(row.halvings)}</td>
            <td>
              {row.school === brief.picture.school ? (
                <span className="quiet">chosen</span>
              ) : (
                <button
                  type="button"
                  className="btn s"
                  aria-label={`Use ${SCHOOL_WORDS[row.school].label}`}
                  onClick={() => onUse(row.school)}
                >
                  Use
                </button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What so many halvings take of the detail. */
const lostPercent = (halvings: number): string => percentText(1 - 2 ** -Math.max(0, halvings));

function givenUp({ possible, relaxed }: SchoolRow): string {
  if (!possible) return 'nothing works; this is the nearest';
  return relaxed.length === 0 ? 'no gate given up' : `gives up ${relaxed.join(', ')}`;
}
