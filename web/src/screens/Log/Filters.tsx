import { CAUSES, LOG_FIGURE_NAMES, type LogFigure, type LogFilter } from '@hushto/contract';
import { VERDICTS } from '@hushto/core';
import { CAUSE_WORDS, VERDICT_WORDS } from '@hushto/words';
import { ListFilter, X } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Popup } from '../../components/Popup.tsx';
import { Select } from '../../components/Select.tsx';
import { TextField } from '../../components/TextField.tsx';
import { outingName } from '../../domain/logFrames.ts';
import { useLibrary } from '../../state/library.ts';
import { filterLog, useLog } from '../../state/log.ts';
import { useShelf } from '../../state/logQueries.ts';

/** Figures as they are asked for and typed, and how what is typed becomes what is kept. */
const FIGURES: Record<LogFigure, { name: string; unit: string; per?: number; inverse?: boolean }> = {
  shutterS: { name: 'Shutter', unit: 's' },
  fNumber: { name: 'Aperture', unit: 'f-number' },
  iso: { name: 'ISO', unit: 'ISO' },
  equivalentMm: { name: 'Focal length', unit: 'mm, full frame' },
  ev100: { name: 'Light', unit: 'EV' },
  hold: { name: 'Drift of the hands', unit: 'stops' },
  smear: { name: 'Smear', unit: 'px at 2048 wide', per: 2 },
  snr: { name: 'Signal-to-noise', unit: 'at 2048 wide' },
  distanceM: { name: 'Distance', unit: 'm' },
};

const VERDICT_OPTIONS = [
  { value: '', label: 'Any' },
  { value: 'none', label: 'Not judged' },
  { value: 'judged', label: 'Judged' },
  ...VERDICTS.map((verdict) => ({ value: verdict, label: VERDICT_WORDS[verdict].name })),
] as const;

const CAUSE_OPTIONS = [
  { value: '', label: 'Any' },
  { value: 'none', label: 'Not looked into' },
  ...CAUSES.map((cause) => ({ value: cause, label: CAUSE_WORDS[cause].name })),
] as const;

/** "1/125", "0.5", "6400" as a number; null where it is none. */
function readFigure(text: string): number | null {
  const [, over, under] = /^\s*(-?[\d.]+)(?:\s*\/\s*([\d.]+))?\s*$/.exec(text.replace(',', '.').replace('−', '-')) ?? [];
  const value = Number(over) / (under === undefined ? 1 : Number(under));
  return over !== undefined && Number.isFinite(value) ? value : null;
}

/** Which frames are shown: by verdict, brief, kit, or any figure from one value to another. */
export function Filters() {
  const filter = useLog((log) => log.filter);
  const briefs = useLibrary((library) => library.briefs);
  const { gear, outings } = useShelf().data ?? NOTHING;
  const set = (change: Partial<Record<keyof LogFilter, unknown>>): void => {
    const next = Object.entries({ ...filter, ...change }).filter(([, value]) => value !== undefined && value !== '');
    filterLog(Object.fromEntries(next));
  };
  const chips = chipsOf(filter, (id) => briefs.find((one) => one.id === id)?.document.title ?? 'a brief that is gone');
  const named = (kind: 'body' | 'lens') => [
    { value: '', label: 'Any' },
    ...gear.filter((one) => one.kind === kind).map(({ writtenAs }) => ({ value: writtenAs, label: writtenAs })),
  ];
  return (
    <div className="flex min-w-0 flex-wrap items-center gap-1.5">
      <Popup
        label="Which frames"
        align="start"
        trigger={(trigger) => (
          <Button size="s" {...trigger}>
            <ListFilter aria-hidden="true" /> Which frames
          </Button>
        )}
      >
        {() => (
          <div className="grid gap-2.5">
            <Select
              label="Outing"
              value={filter.outing ?? ''}
              options={[{ value: '', label: 'All' }, ...outings.map((one) => ({ value: one.id, label: outingName(one) }))]}
              onChange={(outing) => set({ outing })}
            />
            <Select label="Verdict" value={filter.verdict ?? ''} options={VERDICT_OPTIONS} onChange={(verdict) => set({ verdict })} />
            <Select label="Why it is soft" value={filter.cause ?? ''} options={CAUSE_OPTIONS} onChange={(cause) => set({ cause })} />
            <Select
              label="Taken for"
              value={filter.brief ?? ''}
              options={[{ value: '', label: 'Any' }, ...briefs.map(({ id, document }) => ({ value: id, label: document.title }))]}
              onChange={(brief) => set({ brief })}
            />
            <Select label="Body" value={filter.camera ?? ''} options={named('body')} onChange={(camera) => set({ camera })} />
            <Select label="Lens" value={filter.lens ?? ''} options={named('lens')} onChange={(lens) => set({ lens })} />
            <FigureRange filter={filter} onChange={set} />
          </div>
        )}
      </Popup>
      {chips.map(({ key, say, without }) => (
        <Button key={key} size="s" look="bare" aria-label={`Leave out: ${say}`} onClick={() => set(without)}>
          {say} <X aria-hidden="true" />
        </Button>
      ))}
    </div>
  );
} // prettier-ignore
const NOTHING = { gear: [], outings: [] };

function FigureRange({ filter, onChange }: { filter: LogFilter; onChange: (change: Record<string, number | undefined>) => void }) {
  const [figure, setFigure] = useState<LogFigure>('shutterS');
  const { unit, per = 1 } = FIGURES[figure];
  const end = (side: 'from' | 'to') => {
    const value = filter[`${figure}.${side}`];
    return (
      <TextField
        key={`${figure}${side}`}
        label={side === 'from' ? 'From' : 'To'}
        value={value === undefined ? '' : String(Number((value * per).toPrecision(4)))}
        onChange={(text) => {
          const typed = readFigure(text);
          if (typed !== null || text.trim() === '') onChange({ [`${figure}.${side}`]: typed === null ? undefined : typed / per });
        }}
      />
    );
  };
  return (
    <fieldset className="grid gap-1.5">
      <Select
        label="A figure"
        value={figure}
        options={LOG_FIGURE_NAMES.map((name) => ({ value: name, label: FIGURES[name].name }))}
        onChange={setFigure}
      />
      <div className="grid grid-cols-2 gap-2">
        {end('from')}
        {end('to')}
      </div>
      <p className="text-quiet">{figure === 'shutterS' ? 'As 1/125 or 0.5, in seconds.' : `In ${unit}.`}</p>
    </fieldset>
  );
} // prettier-ignore

function chipsOf(filter: LogFilter, briefTitle: (id: string) => string): { key: string; say: string; without: Record<string, undefined> }[] {
  const chips: { key: string; say: string; without: Record<string, undefined> }[] = [];
  const add = (key: string, say: string | undefined, ...keys: string[]): void => {
    if (say !== undefined) chips.push({ key, say, without: Object.fromEntries([key, ...keys].map((name) => [name, undefined])) });
  };
  add('verdict', VERDICT_OPTIONS.find(({ value }) => value === filter.verdict)?.label);
  add('cause', filter.cause && `By the picture: ${CAUSE_OPTIONS.find(({ value }) => value === filter.cause)!.label}`);
  add('brief', filter.brief && briefTitle(filter.brief));
  add('camera', filter.camera);
  add('lens', filter.lens);
  for (const name of LOG_FIGURE_NAMES) {
    const [from, to] = [filter[`${name}.from`], filter[`${name}.to`]];
    if (from === undefined && to === undefined) continue;
    const { name: called, per = 1 } = FIGURES[name];
    const text = (value: number): string => (name === 'shutterS' && value < 0.3 ? `1/${Math.round(1 / value)}` : String(Number((value * per).toPrecision(3)))); // prettier-ignore
    const range = from !== undefined && to !== undefined ? `${text(from)} to ${text(to)}` : from !== undefined ? `from ${text(from)}` : `to ${text(to!)}`; // prettier-ignore
    add(`${name}.from`, `${called} ${range}`, `${name}.to`);
  }
  return chips;
} // prettier-ignore
