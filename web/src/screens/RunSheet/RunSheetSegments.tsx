import type { RunSheet, Segment, StoredBrief } from '@hushto/contract';
import { type StretchUse } from '@hushto/core';
import { cautionWords, groupDigits, plainNumber } from '@hushto/words';
import { MiniValley } from '../../components/MiniValley.tsx';
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
import { GripVertical, Info, Trash2, TriangleAlert } from 'lucide-react';
import { Link } from 'react-router';
import { EvQuantity, heldEv } from '../../components/EvQuantity.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { PickList } from '../../components/PickList.tsx';
import { Quantity } from '../../components/Quantity.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { TextField } from '../../components/TextField.tsx';
import { Token } from '../../components/Token.tsx';
import { evText, shortNumber } from '../../quantities/quantities.ts';
import type { TimedSegment } from '../../domain/runSheet.ts';

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
        <ol className="segments">
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
      className={`${isDragging ? 'dragged' : ''} ${brief ? '' : 'pause'}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className="grip"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}; space takes it, arrows move it`}
      >
        <GripVertical className="i" aria-hidden="true" />
      </button>
      <p className="when num">
        <b>{from}</b>
        <span>{to}</span>
      </p>
      <div className="what">
        <p>
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
        <p className="small">
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
              <span className="quiet">{LIGHT_WORDS[segment.light.from]}</span>
            </>
          )}
        </p>
        {caution && (
          <p className="caution">
            <Info className="i" aria-hidden="true" />
            <span>{caution}</span>
          </p>
        )}
      </div>
      {plan ? (
        <div className="dialled num">
          <p>
            {!plan.possible && <TriangleAlert className="i" aria-label="Nothing works; the nearest" />}
            <b>{plan.choice.labels.shutter}</b> {plan.choice.labels.aperture}
          </p>
          <p className="small">
            ISO {groupDigits(plan.choice.labels.iso)}
            {plan.choice.labels.lift !== '0' && `, +${plan.choice.labels.lift} later`}
          </p>
          {segment.briefId && (
            <Link to={`/plan/${segment.briefId}`} aria-label={`Why: the plan of ${name}`} className="inline-block">
              <MiniValley plan={plan} />
            </Link>
          )}
        </div>
      ) : (
        <span />
      )}
      {plan ? (
        <div className="use num">
          <p>{groupDigits(String(Math.round(use.frames)))} frames</p>
          {burst > 1 && (
            <p className="small quiet">
              {groupDigits(String(Math.round(use.frames / burst)))} presses of {burst}
            </p>
          )}
          <p className="small quiet">
            {plainNumber(use.gb)} GB, {Math.round(100 * use.battery)} % battery
          </p>
          {use.buffer !== 'keepsUp' && (
            <p className="small warn">
              <TriangleAlert className="i" aria-hidden="true" />
              {use.buffer === 'fillsUp' ? `buffer full after ${Math.floor(use.framesUntilFull ?? 0)}` : 'buffer still writing'}
            </p>
          )}
        </div>
      ) : (
        <div className="use num">
          {use.battery > 0.005 && <p className="small quiet">{Math.round(100 * use.battery)} % battery</p>}
        </div>
      )}
      <button
        type="button"
        className="btn s bare icon"
        aria-label={`Remove ${name}`}
        onClick={() => edit((sheet) => ({ ...sheet, segments: sheet.segments.filter(({ id }) => id !== segment.id) }))}
      >
        <Trash2 className="i" aria-hidden="true" />
      </button>
    </li>
  );
}

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
        <p className="help">
          {placed ? 'Of the sheet’s place, at the middle of this stretch.' : 'Choose a place for the sheet first.'}
        </p>
      )}
    </>
  );
}
