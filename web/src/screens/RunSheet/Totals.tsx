import type { RunSheet } from '@hushto/contract';
import { COMPRESSION_SHARE, type Budget, type Compression, type RunsOut } from '@hushto/core';
import { plainNumber } from '@hushto/words';
import { NumberField } from '../../components/NumberField.tsx';
import { Quantity } from '../../components/Quantity.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Token } from '../../components/Token.tsx';
import { shortNumber } from '../../quantities/quantities.ts';
import { clockPlus } from '../../sky/zoned.ts';
import { groupedNumber } from '../../domain/exports.ts';
import type { TimedSegment } from '../../domain/runSheet.ts';
import type { EditSheet } from './RunSheetSegments.tsx';

interface TotalsProps {
  sheet: RunSheet;
  segments: readonly TimedSegment[];
  budget: Budget;
  edit: EditSheet;
}

/** What the outing uses, where it runs out, and what to carry. */
export function Totals({ sheet, segments, budget, edit }: TotalsProps) {
  const { carried } = sheet;
  const has = (change: Partial<RunSheet['carried']>): void =>
    edit((before) => ({ ...before, carried: { ...before.carried, ...change } }));
  const runsOut = (what: string, out: RunsOut | null): string | null =>
    out && `${what} ${clockPlus(sheet.startsAt, Math.floor(out.atMinute))}, during “${nameOf(segments[out.stretch]!)}”`;
  const outs = [runsOut('cards are full at', budget.cardsOut), runsOut('batteries are empty at', budget.batteriesOut)].filter(
    (text) => text !== null,
  );
  const count = (n: number, one: string, many: string): string => `${n} ${n === 1 ? one : many}`;
  return (
    <section className="max-sm:m-0 max-sm:px-4 max-sm:pt-2 max-sm:pb-0" aria-labelledby="totals-title">
      <h2 id="totals-title">What it takes</h2>
      <dl className="grid grid-cols-2 gap-x-3 gap-y-1.5 mt-1 mb-2 tabular-nums">
        <div>
          <dt className="text-13 text-quiet">Frames</dt>
          <dd className="font-dial text-24 font-semibold tracking-[-0.02em]">{groupedNumber(budget.frames)}</dd>
        </div>
        <div>
          <dt className="text-13 text-quiet">On cards</dt>
          <dd className="font-dial text-24 font-semibold tracking-[-0.02em]">{plainNumber(budget.gb)} GB</dd>
        </div>
        <div>
          <dt className="text-13 text-quiet">Batteries</dt>
          <dd className="font-dial text-24 font-semibold tracking-[-0.02em]">{budget.batteries.toFixed(1)}</dd>
        </div>
        <div>
          <dt className="text-13 text-quiet">To look through</dt>
          <dd className="font-dial text-24 font-semibold tracking-[-0.02em]">{durationText(budget.cullMinutes)}</dd>
        </div>
      </dl>
      {outs.length > 0 ? (
        <p className="mb-1.5">
          Your {outs.join('; your ')}. Carry {count(budget.carry.cards, 'card', 'cards')} and{' '}
          {count(budget.carry.batteries, 'battery', 'batteries')}.
        </p>
      ) : (
        <p className="mb-1.5">What you carry lasts.</p>
      )}
      <p>
        Raws of{' '}
        <Token title="Raw files" editor={() => <RawEditor carried={carried} has={has} />}>
          {carried.bits > 12 ? `up to ${carried.bits}` : carried.bits} bits, {COMPRESSION_WORDS[carried.compression]}
        </Token>
        {sizesText(budget)}. I carry{' '}
        <Token title="Cards" editor={() => <CardEditor carried={carried} has={has} />}>
          {count(carried.cards, 'card', 'cards')} of {shortNumber(carried.cardGb)} GB
        </Token>{' '}
        and{' '}
        <Token title="Batteries" editor={() => <BatteryEditor carried={carried} has={has} />}>
          {count(carried.batteries, 'battery', 'batteries')} rated {groupedNumber(carried.ratedShots)}, at {carried.temperatureC}
          &nbsp;°C
        </Token>
        . The buffer takes{' '}
        <Token title="Buffer and card speed" editor={() => <BufferEditor carried={carried} has={has} />}>
          {groupedNumber(carried.bufferFrames)} frames, written at {groupedNumber(carried.writeMBs)} MB/s
        </Token>
        ; looking takes{' '}
        <Token
          title="Time to judge a frame"
          editor={() => (
            <NumberField
              label="Seconds a frame"
              value={carried.cullS}
              unit="s"
              onChange={(cullS) => has({ cullS: clamp(cullS, 0.1, 600) })}
            />
          )}
        >
          {shortNumber(carried.cullS)} s
        </Token>{' '}
        a frame.
      </p>
    </section>
  );
}

const nameOf = ({ segment, brief }: TimedSegment): string => segment.title || brief?.title || 'Pause';
const clamp = (value: number, from: number, to: number): number => Math.min(to, Math.max(from, value));

/** ", are 16 to 49 MB": the bodies of the briefs differ. */
function sizesText({ stretches }: Budget): string {
  const sizes = stretches.filter(({ frames }) => frames > 0).map(({ frameMB }) => Math.round(frameMB));
  if (sizes.length === 0) return '';
  const [least, most] = [Math.min(...sizes), Math.max(...sizes)];
  return least === most ? ` are ${least} MB` : ` are ${least} to ${most} MB`;
}

function durationText(minutes: number): string {
  if (minutes < 60) return `${Math.round(minutes)} min`;
  return `${Math.floor(minutes / 60)} h ${Math.round(minutes % 60)}`;
}

const COMPRESSION_WORDS: Record<Compression, string> = { none: 'uncompressed', lossless: 'lossless', lossy: 'lossy' };

interface PartProps {
  carried: RunSheet['carried'];
  has: (change: Partial<RunSheet['carried']>) => void;
}

function RawEditor({ carried, has }: PartProps) {
  return (
    <>
      <SegmentedControl
        label="Bits"
        value={String(carried.bits)}
        options={['12', '14', '16'].map((bits) => ({ value: bits, label: bits }))}
        onChange={(bits) => has({ bits: Number(bits) })}
      />
      <SegmentedControl
        label="Compression"
        value={carried.compression}
        options={(Object.keys(COMPRESSION_SHARE) as Compression[]).map((value) => ({ value, label: COMPRESSION_WORDS[value] }))}
        onChange={(compression) => has({ compression })}
      />
      <p className="text-quiet">Lossless takes about 62 %, lossy 40 % of the plain size: starting values of ours.</p>
    </>
  );
}

const CardEditor = ({ carried, has }: PartProps) => (
  <div className="grid grid-cols-2 items-start gap-3">
    <NumberField label="Cards" value={carried.cards} onChange={(cards) => has({ cards: clamp(Math.round(cards), 1, 100) })} />
    <NumberField
      label="Each"
      value={carried.cardGb}
      unit="GB"
      onChange={(cardGb) => has({ cardGb: clamp(cardGb, 1, 100_000) })}
    />
  </div>
);

function BatteryEditor({ carried, has }: PartProps) {
  return (
    <>
      <div className="grid grid-cols-2 items-start gap-3">
        <NumberField
          label="Batteries"
          value={carried.batteries}
          onChange={(n) => has({ batteries: clamp(Math.round(n), 1, 100) })}
        />
        <NumberField
          label="Rated frames"
          value={carried.ratedShots}
          onChange={(ratedShots) => has({ ratedShots: clamp(ratedShots, 10, 100_000) })}
        />
      </div>
      <Quantity
        label="Temperature"
        value={carried.temperatureC}
        unit="°C"
        min={-20}
        max={30}
        steps={50}
        format={(celsius) => String(Math.round(celsius)).replace('-', '−')}
        marks={['−20', '0', '30']}
        onChange={(celsius) => has({ temperatureC: clamp(Math.round(celsius), -40, 50) })}
      />
      <p className="text-quiet">In the cold a battery gives about 70 % at 0 °C and half at −10 °C: common practice.</p>
    </>
  );
}

const BufferEditor = ({ carried, has }: PartProps) => (
  <>
    <NumberField
      label="Frames the buffer takes"
      value={carried.bufferFrames}
      onChange={(n) => has({ bufferFrames: clamp(n, 1, 100_000) })}
    />
    <NumberField
      label="Card is written at"
      value={carried.writeMBs}
      unit="MB/s"
      onChange={(n) => has({ writeMBs: clamp(n, 1, 20_000) })}
    />
  </>
);
