import type { RunSheet, Segment, StoredBrief } from '@hushto/contract';
import { type StretchUse } from '@hushto/core';
import { cautionWords, groupDigits, plainNumber } from '@hushto/words';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, Trash2, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { Button } from '../../components/Button.tsx';
import { Caution } from '../../components/Caution.tsx';
import { EvQuantity, heldEv } from '../../components/EvQuantity.tsx';
import { MiniValley } from '../../components/MiniValley.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { PickList } from '../../components/PickList.tsx';
import { Quantity } from '../../components/Quantity.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { TextField } from '../../components/TextField.tsx';
import { Token } from '../../components/Token.tsx';
import { cn } from '../../components/cn.ts';
import type { TimedSegment } from '../../domain/runSheet.ts';
import { evText, shortNumber } from '../../quantities/quantities.ts';

export type EditSheet = (change: (sheet: RunSheet) => RunSheet) => void;

interface RunSheetSegmentsProps {
  segments: readonly TimedSegment[];
  uses: readonly StretchUse[];
  briefs: readonly StoredBrief[];
  /** Whether the sheet has a place, so that its sky can be asked. */
  placed: boolean;
  edit: EditSheet;
}

/** The stretches of an outing in their order; dragged, or moved by keyboard, the times follow. */
export function RunSheetSegments({ segments, uses, briefs, placed, edit }: RunSheetSegmentsProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = segments.map(({ segment }) => segment.id);
  const drop = ({ active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    edit((sheet) => ({
      ...sheet,
      segments: arrayMove(sheet.segments, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))),
    }));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{ announcements: readAloud(segments) }}
      onDragEnd={drop}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol className="mt-1.5 border-t border-t-edge" aria-label="Stretches">
          {segments.map((timed, i) => (
            <Row key={timed.segment.id} timed={timed} use={uses[i]!} briefs={briefs} placed={placed} edit={edit} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

/** What is read aloud while a stretch is moved: which one, and to which place. */
function readAloud(segments: readonly TimedSegment[]): Announcements {
  const name = (id: UniqueIdentifier): string => {
    const found = segments.find(({ segment }) => segment.id === id);
    return found?.segment.title || found?.brief?.title || 'The pause';
  };
  const place = (id: UniqueIdentifier): string =>
    `${segments.findIndex(({ segment }) => segment.id === id) + 1} of ${segments.length}`;
  return {
    onDragStart: ({ active }) => `${name(active.id)} picked up at ${place(active.id)}.`,
    onDragOver: ({ active, over }) => `${name(active.id)} would go to ${place((over ?? active).id)}.`,
    onDragEnd: ({ active, over }) => `${name(active.id)} put down at ${place((over ?? active).id)}.`,
    onDragCancel: ({ active }) => `${name(active.id)} stays at ${place(active.id)}.`,
  };
}

interface RowProps {
  timed: TimedSegment;
  use: StretchUse;
  briefs: readonly StoredBrief[];
  placed: boolean;
  edit: EditSheet;
}

function Row({ timed, use, briefs, placed, edit }: RowProps) {
  const { segment, from, to, brief, plan, lost } = timed;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: segment.id,
  });
  const change = (part: Partial<Segment>): void =>
    edit((sheet) => ({ ...sheet, segments: sheet.segments.map((one) => (one.id === segment.id ? { ...one, ...part } : one)) }));
  const name = segment.title || brief?.title || 'Pause';
  const caution = brief && cautionWords(brief);
  const burst = segment.burst ?? plan?.choice.burst ?? 1;
  return (
    <li
      ref={setNodeRef}
      className={cn(
        'break-inside-avoid grid grid-cols-[28px_52px_minmax(0,1fr)_148px_168px_28px] print:grid-cols-[52px_minmax(0,1fr)_148px_168px] gap-x-3 gap-y-0 items-start py-2 bg-panel border-b border-b-rule max-lg:grid-cols-[28px_52px_minmax(0,1fr)_132px_28px] max-sm:grid-cols-[44px_minmax(0,1fr)_44px] max-sm:gap-x-2 max-sm:gap-y-0',
        !brief && 'py-1',
        isDragging && 'relative z-2 shadow-pop',
      )}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className="grid size-7 cursor-grab touch-none place-items-center rounded-sm text-quiet hover:bg-sunk max-sm:size-11 print:hidden"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}; space takes it, arrows move it`}
      >
        <GripVertical aria-hidden="true" />
      </button>
      <p className="tabular-nums max-sm:flex max-sm:gap-2 max-sm:items-center max-sm:min-h-11">
        <b className="block text-15 font-strong">{from}</b>
        <span className="block text-13 text-quiet">{to}</span>
      </p>
      <div className={cn('max-sm:col-span-full max-sm:row-auto', !brief && '[&>p]:mr-2 [&>p]:inline')}>
        <p className="max-sm:leading-10">
          <Token
            title="Name of this stretch"
            editor={() => (
              <TextField label="Name" hideLabel value={segment.title} onChange={(title) => change({ title: title.trim() })} />
            )}
          >
            {name}
          </Token>{' '}
          for{' '}
          <Token title="How long" editor={() => <MinutesEditor segment={segment} change={change} />}>
            {segment.minutes} min
          </Token>
          {brief && (
            <>
              :{' '}
              <Token title="How often you press" editor={() => <PaceEditor segment={segment} change={change} />}>
                {plainRate(segment.pressesPerMinute)}
              </Token>
            </>
          )}
        </p>
        <p className="max-sm:leading-10">
          <Token
            title="Brief"
            editor={(close) => <BriefEditor segment={segment} briefs={briefs} change={change} close={close} />}
          >
            {brief ? brief.title : lost ? 'its brief is gone' : 'no brief, a pause'}
          </Token>
          {brief && (
            <>
              {' '}
              in{' '}
              <Token
                title="Light expected"
                problem={timed.unplaced ? 'The sheet has no place yet, so the sky is not known; choose one above.' : null}
                editor={() => <LightEditor timed={timed} placed={placed} change={change} />}
              >
                {evText(timed.ev100!)}
              </Token>{' '}
              <span className="text-quiet">{LIGHT_WORDS[segment.light.from]}</span>
            </>
          )}
        </p>
        {caution && <Caution className="mt-0.5">{caution}</Caution>}
      </div>
      {plan ? (
        <div className="tabular-nums max-sm:flex max-sm:col-span-full max-sm:row-auto max-sm:gap-3 max-sm:items-baseline">
          <p className="flex items-baseline gap-1.5">
            {!plan.possible && <TriangleAlert className="self-center text-warn" aria-label="Nothing works; the nearest" />}
            <b className="font-dial text-18 leading-5.5 font-semibold">{plan.choice.labels.shutter}</b>{' '}
            {plan.choice.labels.aperture}
          </p>
          <p>
            ISO {groupDigits(plan.choice.labels.iso)}
            {plan.choice.labels.lift !== '0' && `, +${plan.choice.labels.lift} later`}
          </p>
          {segment.briefId && (
            <Link to={`/plan/${segment.briefId}`} aria-label={`Why: the plan of ${name}`} className="inline-block print:hidden">
              <MiniValley plan={plan} />
            </Link>
          )}
        </div>
      ) : (
        <span />
      )}
      {plan ? (
        <div className={USE}>
          <p>{groupDigits(String(Math.round(use.frames)))} frames</p>
          {burst > 1 && (
            <p className="text-quiet">
              {groupDigits(String(Math.round(use.frames / burst)))} presses of {burst}
            </p>
          )}
          <p className="text-quiet">
            {plainNumber(use.gb)} GB, {Math.round(100 * use.battery)} % battery
          </p>
          {use.buffer !== 'keepsUp' && (
            <p className="flex gap-1 items-center text-warn">
              <TriangleAlert className="self-center text-warn" aria-hidden="true" />
              {use.buffer === 'fillsUp' ? `buffer full after ${Math.floor(use.framesUntilFull ?? 0)}` : 'buffer still writing'}
            </p>
          )}
        </div>
      ) : (
        <div className={USE}>
          {use.battery > 0.005 && <p className="text-quiet">{Math.round(100 * use.battery)} % battery</p>}
        </div>
      )}
      <Button
        look="bare"
        size="s"
        icon
        className="print:hidden max-lg:col-start-5 max-lg:row-start-1 max-sm:col-start-3 max-sm:row-start-1 max-sm:size-11"
        aria-label={`Remove ${name}`}
        onClick={() => edit((sheet) => ({ ...sheet, segments: sheet.segments.filter(({ id }) => id !== segment.id) }))}
      >
        <Trash2 aria-hidden="true" />
      </Button>
    </li>
  );
}

/** What a stretch uses: at the end of its row, under it where the row is short. */
const USE =
  'text-right tabular-nums max-lg:col-[3/-1] max-lg:row-start-2 max-lg:flex max-lg:items-baseline max-lg:gap-3 max-lg:text-left max-sm:col-span-full max-sm:row-auto print:col-auto! print:row-auto! print:block! print:text-right!';

const LIGHT_WORDS = { brief: 'as the brief says', sky: 'from sky and lamps', reading: 'as you say' } as const;

const plainRate = (perMinute: number): string =>
  perMinute === 0
    ? 'no presses'
    : perMinute < 1
      ? `a press every ${shortNumber(1 / perMinute)} min`
      : `${shortNumber(perMinute)} a minute`;

type Change = (part: Partial<Segment>) => void;

function MinutesEditor({ segment, change }: { segment: Segment; change: Change }) {
  return (
    <Quantity
      label="Minutes"
      value={segment.minutes}
      unit="min"
      min={5}
      max={240}
      steps={47}
      format={(minutes) => String(Math.round(minutes))}
      marks={['5', '2 h', '4 h']}
      onChange={(minutes) => change({ minutes: Math.min(1440, Math.max(1, Math.round(minutes))) })}
    />
  );
}

function PaceEditor({ segment, change }: { segment: Segment; change: Change }) {
  return (
    <>
      <Quantity
        label="Presses a minute"
        value={segment.pressesPerMinute}
        unit="a minute"
        min={0.1}
        max={30}
        logarithmic
        steps={40}
        format={shortNumber}
        marks={['one in ten', '2', '30']}
        onChange={(pressesPerMinute) => change({ pressesPerMinute: Math.min(600, Math.max(0, pressesPerMinute)) })}
      />
      <SegmentedControl
        label="Frames of a press"
        value={segment.burst === null ? 'plan' : 'own'}
        options={[
          { value: 'plan', label: 'As planned' },
          { value: 'own', label: 'Always' },
        ]}
        onChange={(value) => change({ burst: value === 'plan' ? null : 3 })}
      />
      {segment.burst !== null && (
        <NumberField
          label="Always so many frames"
          hideLabel
          value={segment.burst}
          unit="frames"
          onChange={(burst) => change({ burst: Math.min(30, Math.max(1, Math.round(burst))) })}
        />
      )}
    </>
  );
}

interface BriefEditorProps {
  segment: Segment;
  briefs: readonly StoredBrief[];
  change: Change;
  close: () => void;
}

function BriefEditor({ segment, briefs, change, close }: BriefEditorProps) {
  return (
    <PickList
      label="Briefs"
      value={segment.briefId ?? 'pause'}
      items={[
        ...briefs.map(({ id, document }) => ({ id, label: document.title, detail: evText(document.light.ev100) })),
        { id: 'pause', label: 'None: a pause, or the way' },
      ]}
      onPick={(id) => {
        change({ briefId: id === 'pause' ? null : id });
        close();
      }}
    />
  );
}

function LightEditor({ timed: { segment, ev100 }, placed, change }: { timed: TimedSegment; placed: boolean; change: Change }) {
  return (
    <>
      <SegmentedControl
        label="Light"
        hideLabel
        value={segment.light.from}
        options={[
          { value: 'brief', label: 'The brief’s' },
          { value: 'sky', label: 'Sky and lamps' },
          { value: 'reading', label: 'I say' },
        ]}
        onChange={(from) => change({ light: from === 'reading' ? { from, ev100: ev100! } : { from } })}
      />
      {segment.light.from === 'reading' && (
        <EvQuantity value={segment.light.ev100} onChange={(ev) => change({ light: { from: 'reading', ev100: heldEv(ev) } })} />
      )}
      {segment.light.from === 'sky' && (
        <p className="text-quiet max-sm:leading-10">
          {placed ? 'Of the sheet’s place, at the middle of this stretch.' : 'Choose a place for the sheet first.'}
        </p>
      )}
    </>
  );
}
