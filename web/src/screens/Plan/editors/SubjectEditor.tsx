import { movingThing, MOVING_THINGS, SUBJECT_KINDS, type SubjectKind } from '@hushto/core';
import type { StoredSubject } from '@hushto/contract';
import { THING_NAMES, thingName } from '@hushto/words';
import { Trash2 } from 'lucide-react';
import { Disclosure } from '../../../components/Disclosure.tsx';
import { Button } from '../../../components/Button.tsx';
import { Checkbox } from '../../../components/Checkbox.tsx';
import { PickList } from '../../../components/PickList.tsx';
import { Select } from '../../../components/Select.tsx';
import { TextField } from '../../../components/TextField.tsx';
import { useToasts } from '../../../components/toast.ts';
import { useDeletion } from '../../../components/useDeletion.ts';
import { shortNumber, speedText } from '../../../quantities/quantities.ts';
import { change, create, useLibrary } from '../../../state/library.ts';
import { useSettings } from '../../../state/settings.ts';
import { patch, type EditorProps } from './editing.ts';

const FIELDS = { street: 'Street', concert: 'Concert', wildlife: 'Wildlife', action: 'Action' } as const;
const KINDS: Record<SubjectKind, string> = {
  person: 'a person',
  performer: 'a performer',
  athlete: 'an athlete',
  animal: 'an animal',
  vehicle: 'a vehicle',
  nature: 'wind or water',
};

/** What moves: the library and one's own, by any word for it, and whether its fastest parts must be sharp too. */
export function SubjectEditor({ brief, edit, close }: EditorProps & { close: () => void }) {
  const speedUnit = useSettings(({ speedUnit }) => speedUnit);
  const own = useLibrary((library) => library.subjects);
  const { subject } = brief;
  const thing = movingThing(subject.thing);
  const mine = own.find(({ id }) => id === subject.thing);
  const pick = (id: string): void => {
    const stored = own.find((candidate) => candidate.id === id);
    const { speedMps, kind } = stored?.document ?? movingThing(id)!;
    const { label, verb } = stored?.document ?? thingName(id)!;
    const limbFactor = stored ? stored.document.limbFactor : 1;
    const tone = stored ? { tone: stored.document.tone } : {};
    edit(patch('subject', { speedMps, kind, label, verb, thing: id, limbFactor, speedFrom: undefined, ...tone }));
    close();
  };
  return (
    <>
      <PickList
        label="Subjects"
        searchable
        value={subject.thing}
        items={[
          ...own.map(({ id, document: { label, speedMps } }) => ({
            id,
            label,
            group: 'Yours',
            detail: speedText(speedMps, speedUnit),
          })),
          ...MOVING_THINGS.map(({ id, field, speedMps }) => ({
            id,
            label: THING_NAMES[id].label,
            also: THING_NAMES[id].also,
            group: FIELDS[field],
            detail: speedText(speedMps, speedUnit),
          })),
        ]}
        onPick={pick}
        empty="Nothing by that name. Give it a name of your own below."
      />
      {thing && thing.limbFactor > 1 && (
        <Checkbox
          checked={subject.limbFactor > 1}
          onChange={(sharp) => edit(patch('subject', { limbFactor: sharp ? thing.limbFactor : 1 }))}
        >
          Its fastest parts must be sharp too ({shortNumber(thing.limbFactor)} times as fast)
        </Checkbox>
      )}
      {thing && <p className="text-quiet">Speed from {thing.source}.</p>}
      <Own brief={brief} edit={edit} mine={mine ?? null} />
    </>
  );
}

/** A name, a verb and a kind of one's own; kept, they are met again in every brief. */
function Own({ brief, edit, mine }: EditorProps & { mine: StoredSubject | null }) {
  const { subject } = brief;
  const { show } = useToasts();
  const label = subject.label?.trim() ?? '';
  // What is renamed is no longer the library's.
  const rename = (change: { label?: string; verb?: string; kind?: SubjectKind }): void => {
    const text = Object.fromEntries(
      Object.entries(change).map(([name, value]) => [name, value.trim() === '' ? undefined : value.trim()]),
    );
    edit(patch('subject', mine ? text : { ...text, thing: undefined }));
  };
  const document = {
    label,
    verb: subject.verb ?? 'moves',
    kind: subject.kind ?? 'person',
    speedMps: subject.speedMps,
    limbFactor: subject.limbFactor,
    tone: subject.tone,
  };
  const store = async (): Promise<void> => {
    if (mine) await change('subjects', mine.id, { seen: mine.document, after: document });
    else edit(patch('subject', { thing: (await create('subjects', document)).stored.id }));
    show(`“${document.label}” is among your subjects.`);
  };
  const remove = useDeletion();
  return (
    <Disclosure className="mt-2" title="A subject of your own" open={mine !== null}>
      <TextField label="Name, with its article" value={subject.label ?? ''} onChange={(text) => rename({ label: text })} />
      <TextField label="What it does" value={subject.verb ?? ''} onChange={(text) => rename({ verb: text })} />
      <Select
        label="It is"
        value={subject.kind ?? 'person'}
        options={SUBJECT_KINDS.map((kind) => ({ value: kind, label: KINDS[kind] }))}
        onChange={(kind) => rename({ kind })}
      />
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <Button size="s" disabled={label === ''} onClick={() => void store()}>
          {mine ? 'Keep these values' : 'Keep it as mine'}
        </Button>
        {mine && (
          <Button
            look="bare"
            size="s"
            onClick={() => void remove('subjects', mine, { say: `“${mine.document.label}” is no longer among your subjects.` })}
          >
            <Trash2 aria-hidden="true" /> Forget it
          </Button>
        )}
      </div>
    </Disclosure>
  );
}
