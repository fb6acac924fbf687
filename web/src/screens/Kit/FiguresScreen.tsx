import { sensorOf, type StoredBody } from '@hushto/contract';
import {
  bodiesCompared,
  coarserBitsCost,
  DEEP_STOPS,
  cropCostStops,
  freeToLiftFrom,
  grainAtIso,
  isoLabel,
  isoStopsOf,
  liftRow,
  sensorNoiseOf,
  VIEWING_CPH,
  type Sensor,
} from '@hushto/core';
import { capital, dayWords, groupDigits, isoWords, plainNumber, stopWords, VIEW_OPTIONS } from '@hushto/words';
import { Table2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { Button, buttonLook } from '../../components/Button.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { RoomPage, RoomSheet } from '../../components/RoomPage.tsx';
import { SaidSlider } from '../../components/Slider.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { ViewSelect } from '../../components/ViewSelect.tsx';
import { cn } from '../../components/cn.ts';
import { useShortcuts } from '../../components/useShortcuts.ts';
import { ceilingStateOf } from '../../domain/tasteSeries.ts';
import { shortNumber } from '../../quantities/quantities.ts';
import { useDocument } from '../../state/documents.ts';
import { useLastOpen } from '../../state/lastOpen.ts';
import { useLibrary } from '../../state/library.ts';
import { BodySelect } from './BodySelect.tsx';
import { GrainSwatches } from './GrainSwatches.tsx';
import { KitFiles } from './KitFiles.tsx';
import { WhereOptionsMenu } from './WhereOptions.tsx';

/** What a body gives at every ISO and size, what lifting costs, and which of two bodies is ahead. */
export function FiguresScreen() {
  return (
    <LibraryGate what="bodies">
      <Figures />
    </LibraryGate>
  );
}

const VIEW_LIST = VIEW_OPTIONS.map(({ value }) => VIEWING_CPH[value]);

function Figures() {
  const { bodies, briefs } = useLibrary(useShallow(({ bodies, briefs }) => ({ bodies, briefs })));
  const lastOpen = useLastOpen(({ briefId }) => briefId);
  const stored = briefs.find(({ id }) => id === lastOpen) ?? briefs[0] ?? null;
  const brief = stored?.document;
  const [table, setTable] = useState(false);
  useShortcuts({ t: ['Table or swatches', () => setTable(!table)] });
  const [bodyId, setBodyId] = useState(
    () => (bodies.find(({ document }) => document.label === brief?.kit.sensor.label) ?? bodies[0])?.id ?? '',
  );
  const [otherId, setOtherId] = useState('');
  const [viewCph, setViewCph] = useState<number>(brief?.picture.viewCph ?? VIEWING_CPH.wide2048);
  const [crop, setCrop] = useState(1);
  const body = bodies.find(({ id }) => id === bodyId);
  const other = bodies.find(({ id }) => id === otherId && id !== bodyId) ?? null;
  if (!body)
    return (
      <Message title="The shelf has no body">
        <p>Add one to a brief first: its format and megapixels are enough to begin with.</p>
        <Link className={buttonLook({ look: 'go' })} to="/plan">
          To your briefs
        </Link>
      </Message>
    );
  const sensor = sensorOf(body.document);
  return (
    <RoomPage
      room="kit"
      aside={
        <>
          <BodySelect label="Body" bodies={bodies} value={bodyId} onChange={setBodyId} />
          <Origin body={body} />
          <WhereOptionsMenu body={body} />
          <ViewSelect label="Looked at" viewCph={viewCph} onChange={setViewCph} />
          <div>
            <SaidSlider
              says={crop > 1.005 ? `Cropped ${shortNumber(crop)}×` : 'Whole frame'}
              label="Crop"
              value={crop}
              min={1}
              max={4}
              steps={30}
              marks={['1×', '4×']}
              onChange={(value) => setCrop(Math.round(value * 10) / 10)}
            />
            <p className="text-quiet">
              {crop > 1.005
                ? `That costs ${stopWords(cropCostStops(crop))} of light at the same picture size.`
                : 'A crop of 1.4× costs a stop of light, 2× costs two.'}
            </p>
          </div>
        </>
      }
      foot={<KitFiles />}
    >
      <RoomSheet beside="narrow">
        <section aria-labelledby="by-iso" className="flex flex-col min-w-0">
          <div className="flex items-center justify-between">
            <h2 id="by-iso">Grain by ISO</h2>
            <Button look="bare" size="s" aria-pressed={table} data-hint="Table (t)" onClick={() => setTable(!table)}>
              <Table2 aria-hidden="true" /> Table
            </Button>
          </div>
          {table ? (
            <GrainTable body={body} sensor={sensor} viewCph={viewCph} crop={crop} />
          ) : (
            <GrainSwatches sensor={sensor} viewCph={viewCph} crop={crop} stored={stored} />
          )}
          <Compare body={body} other={other} bodies={bodies} otherId={otherId} onOther={setOtherId} viewCph={viewCph} />
        </section>
        <LiftSide sensor={sensor} viewCph={viewCph} crop={crop} />
      </RoomSheet>
    </RoomPage>
  );
}

/** Where the figures come from. */
function Origin({ body }: { body: StoredBody }) {
  const { measured, guessed } = body.document;
  if (measured)
    return (
      <p className="text-quiet">
        Measured {dayWords(measured.day)} at {measured.sets.length} ISO{measured.sets.length === 1 ? '' : 's'}.
      </p>
    );
  if (!guessed.some((key) => ['wellPerUm2', 'readInE', 'readOutE'].includes(key))) return null;
  return (
    <p className="text-quiet">
      Well and read noise are our guess. <Link to="/kit/measure">Measure yours</Link>
    </p>
  );
}

interface TableProps {
  body: StoredBody;
  sensor: Sensor;
  viewCph: number;
  crop: number;
}

/** Signal, noise and words for each ISO; the column looked at stands out. */
function GrainTable({ body, sensor, viewCph, crop }: TableProps) {
  const tastes = useLibrary((library) => library.tastes);
  const rows = isoStopsOf(sensor).map((iso) => grainAtIso(sensor, iso, VIEW_LIST, crop));
  const ceiling = tastes
    .flatMap(({ document }) => (document.kind === 'ceiling' ? [document] : []))
    .filter(({ brief }) => brief.kit.sensor.label === body.document.label && Math.abs(brief.picture.viewCph - viewCph) < 1)
    .map((test) => ceilingStateOf(test).markIso)
    .at(-1);
  return (
    <>
      <TableScroll label="Grain by ISO and size">
        <Table
          size="dense"
          heads={[
            'ISO',
            'Signal',
            'Read noise',
            ...VIEW_OPTIONS.map(({ value, label }) => ({
              says: label,
              className: Math.abs(VIEWING_CPH[value] - viewCph) < 1 ? 'shadow-[inset_0_-2px_0_var(--ink)]' : undefined,
            })),
          ]}
        >
          <tbody>
            {rows.map(({ iso, signalE, readE, views }, n) => {
              const last = ceiling !== undefined && iso <= ceiling * 1.01 && (rows[n + 1]?.iso ?? Infinity) > ceiling * 1.01;
              return (
                <tr key={iso} className={cn(last && '[&>*]:border-b-2 [&>*]:border-hush')}>
                  <th scope="row">{groupDigits(isoLabel(iso))}</th>
                  <td className="text-quiet">{groupDigits(String(Math.round(signalE)))} e⁻</td>
                  <td className="text-quiet">{plainNumber(readE)} e⁻</td>
                  {views.map(({ viewCph: cph, snr, word, shadow }) => (
                    <td key={cph} className={cn(Math.abs(cph - viewCph) < 1 && 'pl-1.5 bg-sunk')}>
                      <b className="font-semibold" data-word={word}>
                        {word}
                      </b>{' '}
                      <span className="text-13 text-quiet">{plainNumber(snr)}</span>
                      <span className="block text-13 leading-3.75 text-quiet">{shadow}</span>
                    </td>
                  ))}
                </tr>
              );
            })}
          </tbody>
        </Table>
      </TableScroll>
      <p className="text-quiet">
        Signal to noise at the size looked at: 40 and more is clean, 20 fine, 10 visible, 5 coarse; the small word is the
        shadows’.
        {ceiling !== undefined && ` The line is your ceiling, ${isoWords(ceiling)}.`}
      </p>
    </>
  );
}

const LIFTS = [0, 1, 2, 3, 4, 5] as const;
const LIFT_FROM = [1, 2, 4, 8, 16, 32, 64];
/** ISO the verdicts are told for: a usual one at night. */
const WANTED_ISO = 6400;

/** Lifted shadows, lift against ISO, and raw bits. */
function LiftSide({ sensor, viewCph, crop }: Omit<TableProps, 'body'>) {
  const isos = LIFT_FROM.map((times) => times * sensor.baseIso).filter((iso) => iso <= sensor.maxIso);
  const wanted = Math.min(WANTED_ISO, sensor.maxIso);
  const free = freeToLiftFrom(sensorNoiseOf(sensor), sensor.baseIso, wanted);
  const headroom = Math.log2(wanted / free);
  const base = coarserBitsCost(sensor, sensor.baseIso);
  const enough = isoStopsOf(sensor).find((iso) => coarserBitsCost(sensor, iso) < 0.1);
  return (
    <section className="flex flex-col gap-2.5" aria-labelledby="lifted">
      <div>
        <h2 id="lifted">
          Brightened shadows <span className="font-normal text-quiet">look like ISO</span>
        </h2>
        <Table size="s" className="[&_td]:text-right [&_th]:text-right">
          <thead>
            <tr>
              <th scope="col">ISO</th>
              {LIFTS.map((lift) => (
                <th key={lift} scope="col">
                  +{lift}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {isos.map((iso) => (
              <tr key={iso}>
                <th scope="row">{isoLabel(iso)}</th>
                {liftRow(sensor, iso, LIFTS).map(({ liftStops, effectiveIso, costStops }) => (
                  <td
                    key={liftStops}
                    data-word={grainAtIso(sensor, effectiveIso, [viewCph], crop).views[0]!.word}
                    data-hint={
                      liftStops === 0
                        ? undefined
                        : `${capital(isoWords(effectiveIso))}; against raising ISO it costs ${plainNumber(costStops)} stop of grain`
                    }
                  >
                    {thousands(effectiveIso)}
                    {costStops >= 0.1 && <sup className="text-[11px] leading-[0]">+</sup>}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
        <p className="text-quiet">
          A <sup className="text-[11px] leading-[0]">+</sup> is grainier still than that ISO in camera, by a tenth of a stop or
          more.
        </p>
      </div>
      <div>
        <h3 className="mb-0.5">Brighten later or raise ISO</h3>
        <p>
          {headroom >= 1
            ? `Free to brighten later: ${isoWords(free)} brightened ${stopWords(headroom)} is as clean as ${isoWords(wanted)} within a tenth of a stop, and keeps ${stopWords(headroom)} of highlights.`
            : `Raise ISO: only from ${isoWords(free)} up does brightening to ${isoWords(wanted)} cost less than a tenth of a stop.`}
        </p>
      </div>
      <div>
        <h3 className="mb-0.5">12 or 14 bits</h3>
        <p>
          {base < 0.1
            ? '12 bits lose nothing on this sensor, not even at base ISO.'
            : `At ISO ${isoLabel(sensor.baseIso)} 12 bits cost ${plainNumber(base)} stop of grain in shadows ${DEEP_STOPS} stops down${enough ? `; from ${isoWords(enough)} on they lose nothing` : ''}. Below ISO 800 take 14.`}
        </p>
      </div>
    </section>
  );
}

/** 6400 as "6400", 102 400 as "102k": a table of them stays narrow. */
const thousands = (iso: number): string => {
  const value = Number(isoLabel(iso));
  return value >= 10_000 ? `${Math.round(value / 1000)}k` : String(value);
};

interface CompareProps {
  body: StoredBody;
  other: StoredBody | null;
  bodies: readonly StoredBody[];
  otherId: string;
  onOther: (id: string) => void;
  viewCph: number;
}

/** Two bodies at the same picture, in stops, and what a stop costs where both prices are known. */
function Compare({ body, other, bodies, otherId, onOther, viewCph }: CompareProps) {
  return (
    <section className="mt-3 pt-2 border-t border-t-rule" aria-labelledby="two-bodies">
      <h2 id="two-bodies">Two bodies at the same picture</h2>
      <div className="grid grid-cols-[1.4fr_1fr_1fr] gap-x-4 gap-y-2 mt-1 mb-2 max-sm:grid-cols-1">
        <BodySelect
          label={`${body.document.label} against`}
          bodies={bodies.filter(({ id }) => id !== body.id)}
          value={otherId}
          none="choose another body"
          onChange={onOther}
        />
        <Price key={body.id} body={body} />
        {other && <Price key={other.id} body={other} />}
      </div>
      {other && <Verdict body={body} other={other} viewCph={viewCph} />}
    </section>
  );
}

function Price({ body }: { body: StoredBody }) {
  const { edit } = useDocument('bodies', body.id);
  return (
    <NumberField
      label={`Price of ${body.document.label}`}
      value={body.document.price ?? 0}
      format={(price) => (price === 0 ? '0' : String(price))}
      onChange={(price) => edit((before) => ({ ...before, price: price > 0 ? price : undefined }))}
    />
  );
}

/** ISOs the bodies are set against each other at: where the light begins to fail, and where it has. */
const COMPARED_AT = [800, 6400, 25_600] as const;

function Verdict({ body, other, viewCph }: { body: StoredBody; other: StoredBody; viewCph: number }) {
  const [a, b] = [sensorOf(body.document), sensorOf(other.document)];
  const isos = COMPARED_AT.filter((iso) => iso <= Math.min(a.maxIso, b.maxIso));
  const rows = isos.map((iso) => ({ iso, ...bodiesCompared(a, b, iso, viewCph) }));
  const [middle] = rows.filter(({ iso }) => iso === 6400).concat(rows);
  if (!middle) return null;
  const ahead = middle.sameFNumber >= 0 ? other : body;
  const behind = ahead === other ? body : other;
  const stops = Math.abs(middle.sameFNumber);
  const [dearer, cheaper] = [ahead.document.price, behind.document.price];
  const factor = middle.depthFactor;
  return (
    <>
      <p>
        {stops < 1 / 6 ? (
          <>The two are level at the same f-number.</>
        ) : (
          <>
            <b>
              {ahead.document.label} is {stopWords(stops)} ahead
            </b>{' '}
            at the same f-number and shutter, at {isoWords(middle.iso)}.
          </>
        )}{' '}
        At the same depth of field, f/{plainNumber(2.8 * factor)} on {other.document.label} against f/2.8,{' '}
        {Math.abs(middle.sameDepth) < 1 / 6
          ? 'neither is.'
          : `${(middle.sameDepth > 0 ? other : body).document.label} is, by ${stopWords(Math.abs(middle.sameDepth))}.`}
        {dearer !== undefined && cheaper !== undefined && stops >= 1 / 6 && ` ${priceWords(dearer - cheaper, stops)}`}
      </p>
      <Table size="s" className="mt-1.5">
        <thead>
          <tr>
            <th scope="col">Where {body.document.label} needs</th>
            <th scope="col">{other.document.label} needs, same f-number</th>
            <th scope="col">and same depth of field</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ iso, sameFNumber, sameDepth }) => (
            <tr key={iso}>
              <th scope="row">{isoWords(iso)}</th>
              <td>
                {signed(sameFNumber)}, as at {isoWords(iso * 2 ** sameFNumber)}
              </td>
              <td>{signed(sameDepth)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}

/** "1⅓ stops less light". */
const signed = (stops: number): string =>
  Math.abs(stops) < 1 / 6 ? 'the same light' : `${stopWords(Math.abs(stops))} ${stops > 0 ? 'less' : 'more'} light`;

const priceWords = (difference: number, stops: number): string =>
  difference > 0
    ? `That costs ${groupDigits(String(Math.round(difference)))} more, ${groupDigits(String(Math.round(difference / (Math.round(3 * stops) / 3))))} a stop.`
    : difference < 0
      ? `And it costs ${groupDigits(String(Math.round(-difference)))} less.`
      : 'For the same price.';
