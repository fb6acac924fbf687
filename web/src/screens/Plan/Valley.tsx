import { ALIKE, shutterMarks, windowOf, type Aim, type GateName, type Gates, type PlanAtLight } from '@hushto/core';
import { capital, halvingsShare, shutterWords } from '@hushto/words';
import { memo, useId, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { cn } from '../../components/cn.ts';
import { evenScale, type Scale } from '../../domain/scale.ts';
import { smoothArea, smoothPath } from '../../domain/smoothPath.ts';
import { cursorRange, movedCursor, runsOf, valleyFrame, type ValleyFrame } from '../../domain/valley.ts';

const GATE_LABELS: Record<GateName, string> = {
  freeze: 'Freeze',
  hold: 'Hold',
  light: 'Light',
  depth: 'Depth',
  flicker: 'Flicker',
  focus: 'Focus',
};
/** Where motion is to show, the first gate is that wish. */
const gateLabel = (gate: GateName, aim: Aim): string =>
  gate === 'freeze' && aim !== 'freeze' ? capital(aim) : GATE_LABELS[gate];
const GATES = Object.keys(GATE_LABELS) as GateName[];

const GUTTER = 122;
const TOP = 8;
const AXIS = 32;
const ROW = 20;
const GATES_HEIGHT = GATES.length * ROW + 8;
const LABELLED_EVERY = 6;

/** Where things are, in px of the drawing. */
interface Layout {
  width: number;
  height: number;
  base: number;
  right: number;
  x: Scale;
  y: Scale;
}

/** The shutter scale of a Valley as wide as `width`, in thirds from 1 s; `held` keeps what lies beyond at its ends. */
export const shutterScale = (frame: ValleyFrame, width: number, held = true): Scale =>
  evenScale([frame.slow - 0.5, frame.fast + 0.5], [GUTTER, width - 6], held);

function layoutOf(frame: ValleyFrame, width: number, height: number): Layout {
  const base = height - GATES_HEIGHT - AXIS;
  return {
    width,
    height,
    base,
    right: width - 6,
    x: shutterScale(frame, width),
    y: evenScale([frame.foot, frame.top], [base, TOP]),
  };
}

interface ValleyProps {
  plan: PlanAtLight;
  aim: Aim;
  /** Where the cursor is, in thirds from 1 s. */
  third: number;
  moved: boolean;
  /** What each gate says at the cursor or under the pointer. */
  gateValues: (third: number) => Record<GateName, string>;
  gatesAt: (third: number) => Gates;
  /** How the cursor's setting compares, as read aloud. */
  spoken: string;
  view: string;
  width: number;
  height: number;
  /** How far above the drawing the stem begins, px. */
  stemUp: number;
  onMove: (third: number | null) => void;
}

/**
 * Detail lost to blur and grain against shutter speed, with the gates below on the same axis.
 * Drawn by ourselves: no chart library aligns patterned areas, a stem, a slider on the axis and gate rows on one scale.
 */
export function Valley(props: ValleyProps) {
  const { plan, aim, third, moved, gateValues, gatesAt, spoken, view, width, height, stemUp, onMove } = props;
  const svg = useRef<SVGSVGElement>(null);
  const [hovered, setHovered] = useState<number | null>(null);
  const frame = valleyFrame(plan);
  const layout = layoutOf(frame, width, height);
  const { x, base } = layout;
  const range = cursorRange(plan);
  const shown = hovered ?? third;
  const lostHere = plan.against ? frame.best : plan.figures.lostGrain + plan.figures.lostBlur;

  const thirdAt = (event: PointerEvent): number => {
    const left = svg.current?.getBoundingClientRect().left ?? 0;
    return Math.min(range.fast, Math.max(range.slow, Math.round(x.invert(event.clientX - left))));
  };
  const goTo = (to: number): void => onMove(to);
  const dragging = (event: PointerEvent): boolean => event.currentTarget.hasPointerCapture(event.pointerId);
  const keys: Record<string, number> = {
    ArrowLeft: -1,
    ArrowDown: -1,
    ArrowRight: 1,
    ArrowUp: 1,
    PageDown: -3,
    PageUp: 3,
    Home: -99,
    End: 99,
  };
  const press = (event: KeyboardEvent): void => {
    const by = keys[event.key];
    if (by === undefined) return;
    event.preventDefault();
    onMove(movedCursor(plan, moved ? third : null, event.shiftKey ? by * 3 : by));
  };
  return (
    <svg
      ref={svg}
      className="absolute inset-0 overflow-visible touch-none [contain:layout_style] valley-chart"
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      role="group"
      aria-label="Detail lost to blur and grain against shutter speed, with six gates below; press t for a table"
    >
      <Ground plan={plan} aim={aim} frame={frame} layout={layout} />
      <g className={plan.possible || plan.against ? '' : 'nearest'}>
        <line x1={x(frame.hush)} x2={x(frame.hush)} y1={-stemUp} y2={base} className="stem" />
        {lostHere < frame.top && <circle cx={x(frame.hush)} cy={layout.y(lostHere)} r="6.5" className="marble" />}
      </g>
      {shown !== frame.hush && <line x1={x(shown)} x2={x(shown)} y1={TOP} y2={height - 4} className="looked" />}
      <text x={GUTTER - 12} y={base + 23} className="end">
        {`px ${view}`}
      </text>
      <GateValues values={gateValues(shown)} gates={gatesAt(shown)} layout={layout} />
      <rect
        x={GUTTER}
        y={0}
        width={Math.max(0, layout.right - GUTTER)}
        height={height}
        className="reach"
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          goTo(thirdAt(event));
        }}
        onPointerMove={(event) => {
          if (dragging(event)) goTo(thirdAt(event));
          else if (event.pointerType === 'mouse') setHovered(thirdAt(event));
        }}
        onPointerLeave={() => setHovered(null)}
        onPointerUp={() => setHovered(null)}
      />
      <Flag
        at={x(third)}
        base={base}
        label={shutterMarks.label(third)}
        mine={moved || !plan.possible || third !== frame.hush}
        range={range}
        third={third}
        spoken={spoken}
        onKeyDown={press}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          setHovered(null);
        }}
        onPointerMove={(event) => {
          if (dragging(event)) goTo(thirdAt(event));
        }}
      />
    </svg>
  );
}

interface FlagProps {
  at: number;
  base: number;
  label: string;
  mine: boolean;
  range: { slow: number; fast: number };
  third: number;
  spoken: string;
  onKeyDown: (event: KeyboardEvent) => void;
  onPointerDown: (event: PointerEvent) => void;
  onPointerMove: (event: PointerEvent) => void;
}

/** The cursor's flag on the axis: teal on the hush point, ink where the user moved it. */
function Flag({ at, base, label, mine, range, third, spoken, ...handlers }: FlagProps) {
  const half = Math.max(27, 6 + label.length * 4.2);
  return (
    <g
      className={mine ? 'flag mine' : 'flag'}
      data-cursor
      tabIndex={0}
      role="slider"
      aria-label="Shutter speed"
      aria-valuemin={range.slow}
      aria-valuemax={range.fast}
      aria-valuenow={third}
      aria-valuetext={spoken}
      {...handlers}
    >
      <rect x={at - half} y={base + 4} width={2 * half} height={22} rx={4} />
      <path d={`M${at - 5} ${base + 4.5}L${at} ${base - 2}L${at + 5} ${base + 4.5}Z`} />
      <text x={at} y={base + 19.5} className="mid">
        {label}
      </text>
    </g>
  );
}

function GateValues({ values, gates, layout }: { values: Record<GateName, string>; gates: Gates; layout: Layout }) {
  return GATES.map((gate, i) => (
    <text
      key={gate}
      x={GUTTER - 12}
      y={layout.base + AXIS + 4 + i * ROW + ROW / 2 + 4.5}
      className={cn(gates[gate] === 'shut' && 'end cannot', !(gates[gate] === 'shut') && 'end')}
    >
      {gates[gate] === 'shut' ? `△ ${values[gate]}` : values[gate]}
    </text>
  ));
}

interface GroundProps {
  plan: PlanAtLight;
  aim: Aim;
  frame: ValleyFrame;
  layout: Layout;
}

/** All that does not change with the cursor. */
const Ground = memo(
  function Ground({ plan, aim, frame, layout }: GroundProps) {
    const id = useId();
    const { base, right, y } = layout;
    const points = plan.curve
      .map((point) => ({
        third: shutterMarks.nearest(point.shutterS),
        blur: point.lostBlur,
        lost: point.lostBlur + point.lostGrain,
      }))
      .filter(({ third }) => third >= frame.slow - 1 && third <= frame.fast + 1);
    // One third past either end may lie outside the axis: it is drawn there and clipped.
    const unheld = shutterScale(frame, right + 6, false);
    const through = (value: (point: (typeof points)[number]) => number) =>
      points.map((point) => [unheld(point.third), value(point)] as const);
    const [blurLine, lostLine] = [through(({ blur }) => y(blur)), through(({ lost }) => y(lost))];
    const blurArea = smoothArea(
      blurLine,
      through(() => base),
    );
    const grainArea = smoothArea(lostLine, blurLine);
    const seam = smoothPath(blurLine);
    const total = smoothPath(lostLine);
    return (
      <>
        <defs>
          <pattern id={`${id}s`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line className="pat-s" x1="3" y1="-1" x2="3" y2="7" />
          </pattern>
          <pattern id={`${id}d`} width="6" height="6" patternUnits="userSpaceOnUse">
            <circle className="pat-d" cx="1.5" cy="1.5" r="1.05" />
            <circle className="pat-d" cx="4.5" cy="4.5" r="1.05" />
          </pattern>
          <clipPath id={`${id}c`}>
            <rect x={GUTTER} y={TOP} width={Math.max(0, right - GUTTER)} height={Math.max(0, base - TOP + 1)} />
          </clipPath>
        </defs>
        <Levels frame={frame} layout={layout} possible={plan.possible} />
        <g clipPath={`url(#${id}c)`}>
          <path d={blurArea} className="a-blur-wash" />
          <path d={blurArea} fill={`url(#${id}s)`} />
          <path d={grainArea} className="a-grain-wash" />
          <path d={grainArea} fill={`url(#${id}d)`} />
          <path d={seam} className="l-seam" />
          <path d={total} className="l-top" />
        </g>
        <AreaNames points={points} layout={layout} frame={frame} />
        <line x1={GUTTER} x2={right} y1={base} y2={base} className="axis" />
        <Floor plan={plan} frame={frame} layout={layout} />
        <Marks frame={frame} layout={layout} />
        <FlickerSafe plan={plan} frame={frame} layout={layout} />
        <GateRows plan={plan} aim={aim} frame={frame} layout={layout} />
      </>
    );
  },
  (before, after) =>
    before.plan === after.plan &&
    before.aim === after.aim &&
    before.layout.width === after.layout.width &&
    before.layout.height === after.layout.height,
);

/** The least that words beside the axis need, px. */
const LINE = 16;

/** Levels of detail in the words of the readout. */
function Levels({ frame, layout, possible }: { frame: ValleyFrame; layout: Layout; possible: boolean }) {
  const { y, right } = layout;
  // The first has its place; those between come where a line of words fits.
  const levels = [
    { at: frame.best, say: possible ? 'the best' : 'least lost' },
    { at: frame.top, say: 'three quarters less' },
    { at: frame.best + 1, say: 'half the detail' },
    { at: frame.best + Math.log2(4 / 3), say: 'a quarter less' },
  ].filter(({ at }, i, all) => all.slice(0, i).every((placed) => Math.abs(y(placed.at) - y(at)) >= LINE));
  return (
    <>
      {levels.map(({ at, say }) => (
        <g key={say}>
          <line x1={GUTTER} x2={right} y1={y(at)} y2={y(at)} className="grid" />
          <text x={GUTTER - 8} y={y(at) + 4.5} className={at === frame.best && possible ? 'end hushlab' : 'end'}>
            {say}
          </text>
        </g>
      ))}
      {y(frame.foot) - y(frame.best) > 26 && (
        <text x={GUTTER - 8} y={y(frame.foot) - 5} className="end">
          {frame.foot === 0 ? 'nothing lost' : `${halvingsShare(frame.foot)} lost`}
        </text>
      )}
    </>
  );
}

/** The run that looks alike, as a flat line with two ends at its rim; the hush point stands at its slow one. */
function Floor({ plan, frame, layout }: Omit<GroundProps, 'aim'>) {
  const { plateau } = plan.figures;
  if (!plateau || !plan.possible) return null;
  const { x, y } = layout;
  const rim = y(plateau.lost + Math.log2(1 / ALIKE));
  const [from, to] = [x(shutterMarks.nearest(plateau.slowestS)), x(shutterMarks.nearest(plateau.fastestS))];
  // Labels stand clear of the curve either side of the stem.
  const clear = (fromPx: number, toPx: number): number =>
    Math.min(
      rim,
      ...plan.curve
        .map((point) => ({ at: x(shutterMarks.nearest(point.shutterS)), top: y(point.lostBlur + point.lostGrain) }))
        .filter(({ at }) => at > fromPx && at < toPx)
        .map(({ top }) => top),
    ) - 12;
  const hushX = x(frame.hush);
  // Both lines where there is room beside the curve, else the name alone.
  const both = clear(hushX, hushX + 138);
  const name = both > TOP + 32 && from !== to ? both - 17 : clear(hushX, hushX + 90);
  return (
    <>
      <path d={`M${from} ${rim - 5}V${rim + 5}M${from} ${rim}H${to}M${to} ${rim - 5}V${rim + 5}`} className="floor" />
      {name > TOP + 15 && (
        <text x={hushX + 10} y={name} className="hushlab">
          Hush point
        </text>
      )}
      {both > TOP + 32 && from !== to && (
        <text x={hushX + 10} y={both} className="hushlab">
          {`${shutterMarks.label(frame.hush)} to ${shutterMarks.label(shutterMarks.nearest(plateau.fastestS))} alike`}
        </text>
      )}
    </>
  );
}

/** "Blur" and "Grain" where their areas are tallest, if there is room. */
function AreaNames({
  points,
  layout,
  frame,
}: {
  points: readonly { third: number; blur: number; lost: number }[];
  layout: Layout;
  frame: ValleyFrame;
}) {
  const { x, y, base } = layout;
  const inside = points.slice(3, -3).filter(({ third }) => third >= frame.slow + 3 && third <= frame.fast - 3);
  const tallest = (height: (point: (typeof points)[number]) => number) =>
    inside.reduce<(typeof points)[number] | null>(
      (best, point) => (best === null || height(point) > height(best) ? point : best),
      null,
    );
  const top = (value: number): number => Math.max(TOP, y(value));
  const blur = tallest((p) => base - top(p.blur));
  const grain = tallest((p) => Math.min(top(p.blur), base) - top(p.lost));
  return (
    <>
      {blur && base - top(blur.blur) > 34 && (
        <text x={x(blur.third)} y={(base + top(blur.blur)) / 2 + 6} className="area cb mid">
          Blur
        </text>
      )}
      {grain && Math.min(top(grain.blur), base) - top(grain.lost) > 34 && (
        <text x={x(grain.third)} y={(Math.min(top(grain.blur), base) + top(grain.lost)) / 2 + 6} className="area cg mid">
          Grain
        </text>
      )}
    </>
  );
}

/** Ticks for whole stops, every second one labelled. */
function Marks({ frame, layout }: { frame: ValleyFrame; layout: Layout }) {
  const { x, base } = layout;
  const thirds = Array.from({ length: frame.fast - frame.slow + 1 }, (_, i) => frame.slow + i).filter(
    (third) => third % 3 === 0 && third <= shutterMarks.last && third >= shutterMarks.first,
  );
  return thirds.map((third) => (
    <g key={third}>
      <line x1={x(third)} x2={x(third)} y1={base} y2={base + 4} className="axis" />
      {third % LABELLED_EVERY === 0 && Math.abs(x(third) - x(frame.hush)) > 46 && (
        <text x={x(third)} y={base + 19} className="mid">
          {shutterMarks.label(third)}
        </text>
      )}
    </g>
  ));
}

/** Rings on the axis at the shutters that take in whole beats of the lamps, where the lamps flicker at all. */
function FlickerSafe({ plan, frame, layout }: Omit<GroundProps, 'aim'>) {
  if (plan.gateRows.every(({ gates }) => gates.flicker === 'open')) return null;
  const safe = plan.gateRows
    .filter(({ gates }) => gates.flicker === 'open')
    .map(({ shutterS }) => shutterMarks.nearest(shutterS))
    .filter((third) => third >= frame.slow && third <= frame.fast);
  return (
    <g role="img" aria-label={`Safe from flicker: ${safe.map((third) => shutterMarks.label(third)).join(', ') || 'none'}`}>
      {safe.map((third) => (
        <circle key={third} cx={layout.x(third)} cy={layout.base} r={3} className="safe" />
      ))}
    </g>
  );
}

/** One thin bar per gate: solid where it is open, broken where it is marginal, absent where it is shut; their overlap outlined. */
function GateRows({ plan, aim, frame, layout }: GroundProps) {
  const { x, base } = layout;
  const from = base + AXIS + 4;
  const rows = plan.gateRows.filter(({ shutterS }) => {
    const third = shutterMarks.nearest(shutterS);
    return third >= frame.slow && third <= frame.fast;
  });
  const window = windowOf(rows, plan.choice.shutterS);
  const span = ([a, b]: [number, number]) => ({ x1: x(a - 0.5), x2: x(b + 0.5) });
  return (
    <>
      {window && (
        <rect
          x={x(shutterMarks.nearest(window.slowestS) - 0.5)}
          width={x(shutterMarks.nearest(window.fastestS) + 0.5) - x(shutterMarks.nearest(window.slowestS) - 0.5)}
          y={from - 2}
          height={GATES.length * ROW + 4}
          rx={3}
          className="win"
        />
      )}
      {GATES.map((gate, i) => {
        const y = from + i * ROW + ROW / 2;
        return (
          <g key={gate}>
            <text x={0} y={y + 4.5} className="strong">
              {gateLabel(gate, aim)}
            </text>
            {runsOf(rows, ({ gates }) => gates[gate] === 'marginal').map((run) => (
              <line key={run[0]} {...span(run)} y1={y} y2={y} className="gate part" />
            ))}
            {runsOf(rows, ({ gates }) => gates[gate] === 'open').map((run) => (
              <line key={run[0]} {...span(run)} y1={y} y2={y} className="gate" />
            ))}
          </g>
        );
      })}
    </>
  );
}

/** Why the window ends where it does, in a sentence. */
export function windowWords(plan: PlanAtLight, aim: Aim, view: string, liftCeiling: string): { lead: string; rest: string } {
  const window = windowOf(plan.gateRows, plan.choice.shutterS);
  if (!window) {
    return plan.possible
      ? {
          lead: 'No window.',
          rest: `No shutter passes every gate: ${plan.relaxed.map((gate) => gateLabel(gate, aim)).join(' and ')} had to give way.`,
        }
      : { lead: 'No window.', rest: 'No shutter passes every gate.' };
  }
  const ends: Record<GateName, string> = {
    freeze: aim === 'freeze' ? `the smear passes 4\u00a0px ${view}` : `it is no ${aim} any more`,
    hold: 'your hands no longer hold it',
    light: liftCeiling,
    depth: 'the depth is no longer sharp',
    flicker: 'frames flicker apart',
    focus: 'autofocus gives up',
  };
  const slower = window.slower ? `Slower, ${ends[window.slower]}` : 'Slower, the marks end or over-expose';
  const faster = window.faster ? `faster, ${ends[window.faster]}` : 'faster, nothing stops you';
  const [from, to] = [shutterMarks.label(shutterMarks.nearest(window.slowestS)), shutterWords(window.fastestS)];
  const lead =
    from === shutterMarks.label(shutterMarks.nearest(window.fastestS)) ? `Window ${to} alone.` : `Window ${from} to ${to}.`;
  const rings = plan.gateRows.some(({ gates }) => gates.flicker !== 'open') ? ' Rings on the axis are safe from flicker.' : '';
  return { lead, rest: `${slower}; ${faster}.${rings}` };
}
