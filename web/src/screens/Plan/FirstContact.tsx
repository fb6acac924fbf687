import { glassOf, sensorOf, type Body, type ShelfLensDocument } from '@hushto/contract';
import { lensAt, planWithoutLadder, type Brief } from '@hushto/core';
import { briefFrom, groupDigits, isoWords, STARTER_SITUATIONS } from '@hushto/words';
import { useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { MiniValley } from '../../components/MiniValley.tsx';
import { Select } from '../../components/Select.tsx';
import { useLibrary } from '../../state/library.ts';

const CEILINGS = [1600, 3200, 6400, 12_800, 25_600] as const;

/** What a newcomer's own kit makes of a situation; null leaves what the situation has. */
interface Own {
  body: { id: string; document: Body } | null;
  lens: { id: string; document: ShelfLensDocument } | null;
  ceiling: number | null;
}

function withOwn(brief: Brief, { body, lens, ceiling }: Own): Brief {
  const { sensor, lens: shown } = brief.kit;
  const focal = shown.focalLengthMm;
  const taken = lens && lensOf(lens.document, focal);
  return {
    ...brief,
    kit: {
      sensor: body ? sensorOf(body.document, body.id) : sensor,
      lens: lens && taken ? { ...taken, id: lens.id } : shown,
    },
    picture: { ...brief.picture, isoCeiling: ceiling ?? brief.picture.isoCeiling },
  };
}

const lensOf = (shelf: ShelfLensDocument, focalMm: number) =>
  lensAt(glassOf(shelf), Math.min(shelf.focalToMm, Math.max(shelf.focalFromMm, focalMm)));

interface FirstContactProps {
  onPick: (brief: Brief) => void;
  onDemo: () => void;
}

/** Nothing is stored yet: situations with their answers, three questions that make them one's own, and the demo evening. */
export function FirstContact({ onPick, onDemo }: FirstContactProps) {
  const { bodies, lenses } = useLibrary(useShallow(({ bodies, lenses }) => ({ bodies, lenses })));
  const [bodyId, setBody] = useState('');
  const [lensId, setLens] = useState('');
  const [ceiling, setCeiling] = useState('');
  const tiles = useMemo(() => {
    const own: Own = {
      body: bodies.find(({ id }) => id === bodyId) ?? null,
      lens: lenses.find(({ id }) => id === lensId) ?? null,
      ceiling: ceiling === '' ? null : Number(ceiling),
    };
    return STARTER_SITUATIONS.map((situation) => {
      const brief = withOwn(briefFrom(situation), own);
      return { situation, brief, plan: planWithoutLadder(brief, 12) };
    });
  }, [bodies, lenses, bodyId, lensId, ceiling]);
  return (
    <main className="mx-auto flex w-full max-w-[1120px] flex-col gap-5 px-4 pt-8 pb-16">
      <h1 className="text-[24px] leading-8 font-bold">What are you about to photograph?</h1>
      <p className="max-w-[640px]">
        Press what is most like it: its plan opens, and every word of it can be changed. Three answers make the plans your own.
      </p>
      <div className="grid gap-3 sm:grid-cols-3">
        <Question
          label="Your camera"
          value={bodyId}
          options={bodies.map(({ id, document }) => [id, document.label])}
          onChange={setBody}
        />
        <Question
          label="Your lens"
          value={lensId}
          options={lenses.map(({ id, document }) => [id, document.label])}
          onChange={setLens}
        />
        <Question
          label="Your ISO ceiling"
          value={ceiling}
          options={CEILINGS.map((iso) => [String(iso), isoWords(iso)])}
          onChange={setCeiling}
        />
      </div>
      <ul aria-label="Situations to begin from" className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        {tiles.map(({ situation, brief, plan }) => (
          <li key={situation.id}>
            <button
              type="button"
              className="flex w-full cursor-pointer items-center gap-3 rounded-[6px] border border-rule bg-panel p-3 text-left hover:border-ink"
              onClick={() => onPick(brief)}
            >
              <MiniValley plan={plan} />
              <span>
                <b className="block">{situation.label}</b>
                <span className="tabular-nums">
                  {plan.possible ? '' : 'nearest: '}
                  {plan.choice.labels.shutter} {plan.choice.labels.aperture} ISO {groupDigits(plan.choice.labels.iso)}
                </span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      <Button className="self-start" onClick={onDemo}>
        See the demo evening
      </Button>
    </main>
  );
}

interface QuestionProps {
  label: string;
  value: string;
  options: readonly (readonly [value: string, label: string])[];
  onChange: (value: string) => void;
}

function Question({ label, value, options, onChange }: QuestionProps) {
  return (
    <Select
      label={label}
      value={value}
      options={[
        { value: '', label: 'as each situation has it' },
        ...options.map(([option, text]) => ({ value: option, label: text })),
      ]}
      onChange={onChange}
    />
  );
}
