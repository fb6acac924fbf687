import { USUAL_PITCH_MM, WATCHED, type Watched, type WatchItem } from '@hushto/core';
import { capital, WATCH_WORDS } from '@hushto/words';
import { Checkbox } from '../../../components/Checkbox.tsx';
import { NumberField } from '../../../components/NumberField.tsx';
import { shortNumber } from '../../../quantities/quantities.ts';
import type { EditorProps } from './editing.ts';

/** What to watch for at the place: it stands in the sentence, on arrival, and in Pocket. */
export function WatchEditor({ brief, edit }: EditorProps) {
  const watch = brief.watch ?? [];
  const set = (change: (items: WatchItem[]) => WatchItem[]): void =>
    edit((before) => {
      const items = change(before.watch ?? []);
      return { ...before, watch: items.length > 0 ? items : undefined };
    });
  const toggle = (what: Watched, on: boolean): void =>
    set((items) => (on ? [...items, { what }] : items.filter((item) => item.what !== what)));
  const pattern = watch.find(({ what }) => what === 'pattern');
  const setPattern = (change: Partial<WatchItem>): void =>
    set((items) => items.map((item) => (item.what === 'pattern' ? { ...item, ...change } : item)));
  return (
    <>
      {WATCHED.map((what) => (
        <Checkbox key={what} checked={watch.some((item) => item.what === what)} onChange={(on) => toggle(what, on)}>
          {capital(WATCH_WORDS[what].label)}
        </Checkbox>
      ))}
      {pattern && (
        <div className="grid grid-cols-2 items-start gap-3">
          <NumberField
            label="Lamp to lamp, mm"
            value={pattern.pitchMm ?? USUAL_PITCH_MM}
            unit="mm"
            format={shortNumber}
            onChange={(pitchMm) => pitchMm > 0 && setPattern({ pitchMm })}
          />
          <NumberField
            label="How far, m"
            value={pattern.distanceM ?? brief.subject.distanceM}
            unit="m"
            format={shortNumber}
            onChange={(distanceM) => distanceM > 0 && setPattern({ distanceM })}
          />
        </div>
      )}
    </>
  );
}
