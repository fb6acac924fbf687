import { count } from '@hushto/words';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Select } from '../../components/Select.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { CSV_FIELDS, framesOfCsv, guessMapping, type CsvField, type CsvTable } from '../../domain/logExchange.ts';
import { takeFramesIn, zoneAt } from '../../state/logImport.ts';

const FIELDS = Object.entries(CSV_FIELDS) as [CsvField, (typeof CSV_FIELDS)[CsvField]][];
const SHOWN = 3;

/** Which column of a table is what, and what comes of it, before anything is taken in. */
export function CsvSheet({ name, table, onClose }: { name: string; table: CsvTable; onClose: () => void }) {
  const [mapping, setMapping] = useState(() => guessMapping(table.heads));
  const { frames, bad } = framesOfCsv(table, mapping, zoneAt);
  const options = [{ value: '', label: 'No column' }, ...table.heads.map((head) => ({ value: head, label: head }))];
  return (
    <Sheet title={`Which column is what in “${name}”?`} wide onClose={onClose}>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 max-sm:grid-cols-1">
        {FIELDS.map(([field, { name: label }]) => (
          <Select
            key={field}
            label={label}
            value={mapping[field] ?? ''}
            options={options}
            onChange={(head) => {
              const { [field]: _before, ...others } = mapping;
              setMapping(head === '' ? others : { ...others, [field]: head });
            }}
          />
        ))}
      </div>
      <p role="status">
        {count(frames.length, 'line', 'lines')} of {table.lines.length} can be taken in.
      </p>
      {bad.length > 0 && (
        <ul>
          {bad.slice(0, SHOWN).map(({ line, why }) => (
            <li key={line}>
              Line {line}: {why}.
            </li>
          ))}
          {bad.length > SHOWN && <li className="text-quiet">and {bad.length - SHOWN} more</li>}
        </ul>
      )}
      <Button
        look="go"
        disabled={frames.length === 0}
        onClick={() => {
          onClose();
          void takeFramesIn(frames);
        }}
      >
        Take {count(frames.length, 'line', 'lines')} in
      </Button>
    </Sheet>
  );
}
