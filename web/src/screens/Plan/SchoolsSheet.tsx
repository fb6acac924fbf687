import { compareSchools, type Brief, type School, type SchoolRow } from '@hushto/core';
import { groupDigits, keptWords, SCHOOL_WORDS } from '@hushto/words';
import { useMemo } from 'react';
import { Button } from '../../components/Button.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { Table } from '../../components/Table.tsx';
import { percentText } from '../../quantities/quantities.ts';

interface SchoolsSheetProps {
  brief: Brief;
  onUse: (school: School) => void;
  onClose: () => void;
}

/** What each school would choose for this brief, pins kept, side by side. */
export function SchoolsSheet({ brief, onUse, onClose }: SchoolsSheetProps) {
  const rows = useMemo(() => compareSchools(brief), [brief]);
  return (
    <Sheet title="What comes first" wide onClose={onClose}>
      <Table className="max-sm:[&_tr]:grid max-sm:[&_tr]:justify-items-start max-sm:[&_tr]:py-2">
        <thead className="max-sm:hidden">
          <tr>
            <th scope="col">First</th>
            <th scope="col">Setting</th>
            <th scope="col" className="text-right">
              Lost to blur
            </th>
            <th scope="col" className="text-right">
              Lost to grain
            </th>
            <th scope="col">Against the best</th>
            <th scope="col">
              <span className="sr-only">Use</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => {
            const chosen = row.school === brief.picture.school;
            return (
              <tr key={row.school} aria-current={chosen ? 'true' : undefined}>
                <th scope="row" className="w-60 pl-2 max-sm:w-auto max-sm:border-0">
                  {SCHOOL_WORDS[row.school].label}
                  <span className="block font-normal text-quiet">{SCHOOL_WORDS[row.school].says}</span>
                </th>
                <td className="max-sm:border-0 max-sm:pl-2">
                  <b>{row.choice.labels.shutter}</b>, {row.choice.labels.aperture}, ISO {groupDigits(row.choice.labels.iso)}
                  {row.choice.labels.lift !== '0' && `, +${row.choice.labels.lift} later`}
                  <span className="block text-quiet">{givenUp(row)}</span>
                </td>
                <td className="text-right max-sm:hidden">{lostPercent(row.lostBlur)}</td>
                <td className="text-right max-sm:hidden">{lostPercent(row.lostGrain)}</td>
                <td className="max-sm:border-0 max-sm:pl-2">
                  {row.school === 'hush' ? 'is the hush point' : keptWords(row.halvings)}
                </td>
                <td className="max-sm:pl-2">
                  {chosen ? (
                    <span className="text-quiet">chosen</span>
                  ) : (
                    <Button size="s" aria-label={`Use ${SCHOOL_WORDS[row.school].label}`} onClick={() => onUse(row.school)}>
                      Use
                    </Button>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
    </Sheet>
  );
}

/** What so many halvings take of the detail. */
const lostPercent = (halvings: number): string => percentText(1 - 2 ** -Math.max(0, halvings));

function givenUp({ possible, relaxed }: SchoolRow): string {
  if (!possible) return 'nothing works; this is the nearest';
  return relaxed.length === 0 ? 'no gate given up' : `gives up ${relaxed.join(', ')}`;
}
