import {
  apertureLabel,
  apertureMarks,
  AS_PLANNED,
  isoMarks,
  isSettled,
  kitCost,
  marksBetween,
  shutterMarks,
  type KitAgainst,
  type KitAtWork,
  type MarkSeries,
  type Settled,
} from '@hushto/core';
import {
  aheadWords,
  backgroundWords,
  costWords,
  equivalentWords,
  isoWords,
  percent,
  plainNumber,
  rangeWords,
  shutterWords,
  viewWords,
  weightWords,
} from '@hushto/words';
import { Scale, X } from 'lucide-react';
import { useRef, type ReactNode } from 'react';
import { Button } from '../../components/Button.tsx';
import { Picture, useDrawn } from '../../components/DrawnFrame.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { Popup } from '../../components/Popup.tsx';
import { Select } from '../../components/Select.tsx';
import { Table } from '../../components/Table.tsx';
import { useSize } from '../../components/useSize.ts';
import { cn } from '../../components/cn.ts';
import { kitJob } from '../../domain/kitLook.ts';
import type { ChosenKit, Shelf } from '../../domain/kitsBeside.ts';
import { useDocument } from '../../state/documents.ts';
import type { FrameJob, FrameSlot } from '../../workers/frameProtocol.ts';

/** A kit as it is shown: against the first, which stands against nothing. */
export interface KitColumn {
  name: string;
  chosen: ChosenKit;
  work: KitAtWork;
  against: KitAgainst | null;
}

interface KitTableProps {
  columns: readonly KitColumn[];
  shelf: Shelf;
  view: FrameJob['view'];
  aspect: number;
  /** Null takes the kit away. */
  onChange: (n: number, kit: ChosenKit | null) => void;
}

const SLOTS: readonly FrameSlot[] = ['left', 'right', 'kept'];

/** Kits beside each other, one below the other's head: what is chosen, the frame, and every figure. */
export function KitTable({ columns, shelf, view, aspect, onChange }: KitTableProps) {
  const most = Math.max(...columns.map(({ work }) => work.detailBits));
  const carried = columns.map(({ chosen }) => carriedOf(chosen, shelf));
  const rows: [head: string, cell: (column: KitColumn, n: number) => ReactNode][] = [
    ['Setting', ({ work }) => <Setting work={work} />],
    ['Detail', ({ work }) => <Detail share={work.detailBits / most} possible={work.plan.possible} />],
    ['In light', ({ against }) => (against ? aheadWords(against) : 'what the others are held against')],
    ['Seen through', ({ work }) => viewWords(work.view)],
    ['Depth of field', ({ work }) => rangeWords(work.depthOfField)],
    ['Background', ({ work }) => backgroundWords(work.background)],
    [
      'Focus and burst',
      ({ work: { plan } }) =>
        `${focusText(plan.figures.focusHeadroomEv)}; ${plan.choice.burst === 1 ? 'one frame is' : `of ${plan.choice.burst} frames one is`} steady ${percent(Math.min(plan.figures.burstProbability, 0.9999))} of the time`,
    ],
    ['As full frame', ({ work }) => equivalentWords(work.equivalent)],
    [
      'Weight, price',
      ({ against }, n) => {
        const { grams, price } = carried[n]!;
        if (grams === null && price === null) return 'not entered';
        const texts = [
          grams === null ? '' : weightWords(grams),
          price === null ? '' : priceText(price, carried[0]!.price, against),
        ];
        return texts.filter((text) => text !== '').join('; ');
      },
    ],
  ];
  return (
    <Table
      className={cn(
        'table-fixed max-sm:[&_tr]:grid max-sm:[&_tr]:gap-x-2 max-sm:[&_th[scope=row]]:col-span-full max-sm:[&_th[scope=row]]:border-0 max-sm:[&_th[scope=row]]:pb-0',
        columns.length > 2 ? 'max-sm:[&_tr]:grid-cols-3' : 'max-sm:[&_tr]:grid-cols-2',
      )}
    >
      <thead className="max-sm:block">
        <tr>
          <th scope="col" className="w-32 max-sm:hidden">
            <span className="sr-only">Figure</span>
          </th>
          {columns.map(({ chosen, work }, n) => (
            <th key={n} scope="col" className="min-w-0 border-0 whitespace-normal">
              <KitPicker
                n={n}
                few={columns.length < 3}
                chosen={chosen}
                work={work}
                shelf={shelf}
                onChange={(kit) => onChange(n, kit)}
                onAway={columns.length > 1 ? () => onChange(n, null) : null}
              />
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row" className="max-sm:sr-only">
            Frame
          </th>
          {columns.map(({ name, work }, n) => (
            <td key={n}>
              <KitFrame slot={SLOTS[n]!} name={name} work={work} view={view} aspect={aspect} />
            </td>
          ))}
        </tr>
        {rows.map(([head, cell]) => (
          <tr key={head}>
            <th scope="row" className="font-normal text-quiet">
              {head}
            </th>
            {columns.map((column, n) => (
              <td key={n}>{cell(column, n)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

function Setting({ work: { brief, plan } }: { work: KitAtWork }) {
  const { choice, possible } = plan;
  return (
    <>
      <b>{shutterWords(choice.shutterS)}</b>, {choice.labels.aperture}, {isoWords(choice.iso)}
      {choice.labels.lift !== '0' && <>, +{choice.labels.lift} later</>}
      {!possible && (
        <span className="block text-warn">
          {isSettled(brief.picture.pinned) ? 'does not work here' : 'the nearest; none works'}
        </span>
      )}
    </>
  );
}

/** A share with a bar as long. */
function Detail({ share, possible }: { share: number; possible: boolean }) {
  return (
    <span className="grid grid-cols-[3.5rem_minmax(0,1fr)] items-center gap-2">
      <span className={possible ? 'font-strong' : 'text-quiet'}>{Math.round(100 * share)} %</span>
      <i className="block h-1.5 rounded-xs bg-ink" style={{ width: `${100 * share}%` }} aria-hidden="true" />
    </span>
  );
}

const focusText = (ev: number): string =>
  ev >= 0 ? `${plainNumber(ev)} EV to spare` : `${plainNumber(-ev)} EV too dark for autofocus`;

interface Carried {
  price: number | null;
  grams: number | null;
}

/** Price and weight of body and lens together; null while one of them is not entered. */
function carriedOf({ bodyId, lensId }: ChosenKit, { bodies, lenses }: Shelf): Carried {
  const body = bodies.find(({ id }) => id === bodyId)?.document;
  const lens = lenses.find(({ id }) => id === lensId)?.document;
  const both = (a: number | undefined, b: number | undefined): number | null =>
    a === undefined || b === undefined ? null : a + b;
  return { price: both(body?.price, lens?.price), grams: both(body?.weightG, lens?.weightG) };
}

function priceText(own: number, first: number | null, against: KitAgainst | null): string {
  if (against === null || first === null) return plainNumber(own);
  return costWords(kitCost(against, own - first));
}

interface KitFrameProps {
  slot: FrameSlot;
  name: string;
  work: KitAtWork;
  view: FrameJob['view'];
  aspect: number;
}

/** The frame a kit would bring home. */
function KitFrame({ slot, name, work, view, aspect }: KitFrameProps) {
  const box = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(box);
  const ratio = Math.min(2, globalThis.devicePixelRatio || 1);
  // All of it in its shape; close, as much of it as there is room for.
  const shown = view === 'whole' ? Math.min(width, height * aspect) : width;
  const size = { width: Math.round(shown * ratio), height: Math.round((view === 'whole' ? shown / aspect : height) * ratio) };
  const drawn = useDrawn(slot, shown > 8 ? kitJob(work, view, size) : null);
  return (
    <div
      ref={box}
      className={cn(
        'grid items-center justify-start overflow-hidden',
        view === 'whole' ? 'max-h-[max(9rem,25dvh)] w-full' : 'h-[max(9rem,25dvh)]',
      )}
      style={view === 'whole' ? { aspectRatio: aspect } : undefined}
    >
      <Picture
        drawn={drawn.picture}
        label={`The frame of ${name}`}
        className={
          view === 'whole' ? 'max-h-full max-w-full rounded-sm dim:brightness-86' : 'size-full rounded-sm dim:brightness-86'
        }
      />
      {drawn.failed !== null && <p className="p-2">{drawn.failed}</p>}
    </div>
  );
}

interface KitPickerProps {
  n: number;
  /** Whether there is room for body and lens beside each other. */
  few: boolean;
  chosen: ChosenKit;
  work: KitAtWork;
  shelf: Shelf;
  onChange: (kit: ChosenKit) => void;
  onAway: (() => void) | null;
}

const BY_PLAN = 'plan';
/** A field that gives way where there is little room. */
const SHRINKS = 'min-w-0 grid-cols-[minmax(0,1fr)]';
const ORDER = ['First', 'Second', 'Third'] as const;

/** What a kit is made of. */
function KitPicker({ n, few, chosen, work, shelf, onChange, onAway }: KitPickerProps) {
  return (
    <div
      className={cn(
        'grid gap-x-2 gap-y-1.5 text-left text-15 font-normal text-ink max-lg:grid-cols-1',
        few ? 'grid-cols-2' : 'grid-cols-1',
      )}
    >
      <Select
        hideLabel
        className={SHRINKS}
        label={`${ORDER[n]!} body`}
        value={chosen.bodyId}
        options={shelf.bodies.map(({ id, document }) => ({ value: id, label: document.label }))}
        onChange={(bodyId) => onChange({ ...chosen, bodyId })}
      />
      <Select
        hideLabel
        className={SHRINKS}
        label={`${ORDER[n]!} lens`}
        value={chosen.lensId}
        options={shelf.lenses.map(({ id, document }) => ({ value: id, label: document.label }))}
        onChange={(lensId) => onChange({ ...chosen, lensId, settled: { ...chosen.settled, fNumber: null } })}
      />
      <div className="col-span-full flex items-center gap-1.5 max-sm:flex-wrap">
        <Popup
          headed
          label={`Setting of kit ${n + 1}`}
          trigger={(trigger) => (
            <Button
              className="min-w-0 flex-1 max-sm:basis-full"
              aria-label={`Setting of kit ${n + 1}: ${settledText(chosen.settled)}`}
              {...trigger}
            >
              {settledText(chosen.settled)}
            </Button>
          )}
        >
          {() => (
            <Settles {...work.brief.kit} settled={chosen.settled} onChange={(settled) => onChange({ ...chosen, settled })} />
          )}
        </Popup>
        <Popup
          headed
          label={`Price and weight of kit ${n + 1}`}
          trigger={(trigger) => (
            <Button icon aria-label={`Price and weight of kit ${n + 1}`} {...trigger}>
              <Scale aria-hidden="true" />
            </Button>
          )}
        >
          {() => <Carries chosen={chosen} shelf={shelf} />}
        </Popup>
        {onAway && (
          <Button look="bare" icon aria-label={`Take kit ${n + 1} away`} onClick={onAway}>
            <X aria-hidden="true" />
          </Button>
        )}
      </div>
    </div>
  );
}

/** What of a setting may be settled, with its marks. */
const SETTLES: readonly { of: keyof Settled; label: string; marks: MarkSeries; text: (value: number) => string }[] = [
  { of: 'shutterS', label: 'Shutter', marks: shutterMarks, text: shutterWords },
  { of: 'fNumber', label: 'Aperture', marks: apertureMarks, text: apertureLabel },
  { of: 'iso', label: 'ISO', marks: isoMarks, text: isoWords },
];

function settledText(settled: Settled): string {
  const said = SETTLES.flatMap(({ of, text }) => (settled[of] === null ? [] : [text(settled[of])]));
  return said.length > 0 ? said.join(', ') : 'As planned';
}

interface SettlesProps extends Pick<KitAtWork['brief']['kit'], 'sensor' | 'lens'> {
  settled: Settled;
  onChange: (settled: Settled) => void;
}

/** What a kit is used at, whatever its plan: each left to the plan, or settled. */
function Settles({ sensor, lens, settled, onChange }: SettlesProps) {
  const ends: Record<keyof Settled, [number, number]> = {
    shutterS: [sensor.slowestS, sensor.fastestS],
    fNumber: [lens.widestF, lens.narrowestF],
    iso: [sensor.baseIso, sensor.maxIso],
  };
  return (
    <div className="grid gap-2">
      {SETTLES.map(({ of, label, marks, text }) => {
        const value = settled[of];
        return (
          <Select
            key={of}
            label={label}
            value={value === null ? BY_PLAN : String(marks.nearest(value))}
            options={[
              { value: BY_PLAN, label: 'As planned' },
              ...marksBetween(marks, ...ends[of]).map((mark) => ({ value: String(mark), label: text(marks.value(mark)) })),
            ]}
            onChange={(mark) => onChange({ ...settled, [of]: mark === BY_PLAN ? null : marks.value(Number(mark)) })}
          />
        );
      })}
      <Button look="bare" className="justify-self-start" disabled={!isSettled(settled)} onClick={() => onChange(AS_PLANNED)}>
        All as planned
      </Button>
      <p className="max-w-72 text-quiet">What is settled stays; the plan finds the rest.</p>
    </div>
  );
}

function Carries({ chosen, shelf }: { chosen: ChosenKit; shelf: Shelf }) {
  const body = shelf.bodies.find(({ id }) => id === chosen.bodyId)?.document;
  const lens = shelf.lenses.find(({ id }) => id === chosen.lensId)?.document;
  const editBody = useDocument('bodies', chosen.bodyId).edit;
  const editLens = useDocument('lenses', chosen.lensId).edit;
  const given = (value: number): number | undefined => (value > 0 ? value : undefined);
  const field = (label: string, value: number | undefined, unit: string | null, set: (value: number | undefined) => void) => (
    <NumberField label={label} value={value ?? 0} {...(unit ? { unit } : {})} onChange={(typed) => set(given(typed))} />
  );
  return (
    <div className="grid grid-cols-2 gap-2">
      {field('Price of the body', body?.price, null, (price) => void editBody((before) => ({ ...before, price })))}
      {field('Its weight', body?.weightG, 'g', (weightG) => void editBody((before) => ({ ...before, weightG })))}
      {field('Price of the lens', lens?.price, null, (price) => void editLens((before) => ({ ...before, price })))}
      {field('Its weight', lens?.weightG, 'g', (weightG) => void editLens((before) => ({ ...before, weightG })))}
      <p className="col-span-full text-quiet">In whatever money you think in; 0 means not entered.</p>
    </div>
  );
}
