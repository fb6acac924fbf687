import { sensorOf, type Body, type MeasuredBody, type StoredBody } from '@hushto/contract';
import {
  measureFrames,
  sensorFrom,
  sensorNoiseOf,
  type IsoResult,
  type MeasuredSensor,
  type NamedSamples,
  type Sensor,
  type SensorAtIso,
} from '@hushto/core';
import { dayWords, gainWords, groupDigits, isoWords, patternWords, sentences, transferWords } from '@hushto/words';
import { FileDown, FileOutput, FlaskConical, Save, TriangleAlert } from 'lucide-react';
import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { DropFiles } from '../../components/DropFiles.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { RoomPage, RoomSheet } from '../../components/RoomPage.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { useToasts } from '../../components/toast.ts';
import { saveFile } from '../../components/saveFile.ts';
import { sensorCsv } from '../../domain/kitFile.ts';
import { hiddenSensor, simulatedSet, zipped } from '../../domain/simulatedSet.ts';
import { keepMeasured, type KeptMeasured } from '../../state/keepMeasured.ts';
import { useLibrary } from '../../state/library.ts';
import { readRaw } from '../../workers/raw.ts';
import { BodySelect } from './BodySelect.tsx';
import { today } from '../../quantities/today.ts';

const SensorPlots = lazy(async () => ({ default: (await import('./SensorPlots.tsx')).SensorPlots }));

/** A sensor measured from raw frames of one's own: gain, read noise and full well by photon transfer. */
export function MeasureScreen() {
  return (
    <LibraryGate what="bodies">
      <Measure />
    </LibraryGate>
  );
}

interface Reading {
  done: number;
  of: number;
}

function Measure() {
  const bodies = useLibrary((library) => library.bodies);
  const [bodyId, setBodyId] = useState(bodies[0]?.id ?? '');
  const body = bodies.find(({ id }) => id === bodyId);
  if (!body)
    return (
      <Message title="The shelf has no body">
        <p>Add one to a brief first; then measure it here.</p>
      </Message>
    );
  return (
    <RoomPage
      room="kit"
      aside={
        <>
          <BodySelect label="Body" bodies={bodies} value={bodyId} onChange={setBodyId} />
          <section aria-labelledby="how-title">
            <h2 id="how-title">How to take them</h2>
            <ol className="grid gap-1 pl-4.5 list-decimal text-quiet">
              <li>Raw files, 14 bits where the body has them, long-exposure noise reduction off.</li>
              <li>Point at something even, a lit wall or the sky, quite out of focus.</li>
              <li>At each ISO two frames about a stop and a half over what the meter wants, the same settings.</li>
              <li>Then two with the cap on, the same ISO and shutter.</li>
              <li>Four ISOs or more from base up, four frames each; six show whether it has a second gain. Convert to DNG.</li>
            </ol>
          </section>
        </>
      }
    >
      <Bench key={body.id} body={body} />
    </RoomPage>
  );
}

/** Where the frames are laid, and what they say. */
function Bench({ body }: { body: StoredBody }) {
  const sensor = useMemo(() => sensorOf(body.document), [body.document]);
  const [reading, setReading] = useState<Reading | null>(null);
  const [results, setResults] = useState<IsoResult[]>([]);
  const [problems, setProblems] = useState<string[]>([]);
  const [hidden, setHidden] = useState<Sensor | null>(null);
  const stopping = useRef(new AbortController());
  const { show } = useToasts();

  const take = async (
    files: readonly { name: string; bytes: () => Promise<ArrayBuffer> }[],
    from: Sensor | null,
  ): Promise<void> => {
    const { signal } = (stopping.current = new AbortController());
    setProblems([]);
    setResults([]);
    setHidden(from);
    const frames: NamedSamples[] = [];
    const refused: string[] = [];
    for (const [n, { name, bytes }] of files.entries()) {
      if (signal.aborted) break;
      setReading({ done: n, of: files.length });
      const found = await bytes()
        .then((file) => readRaw(name, file, signal))
        .catch(() => ({ problem: 'could not be read.' }));
      if ('frame' in found) frames.push(found.frame);
      else refused.push(`“${name}” ${found.problem}`);
    }
    setReading(null);
    setProblems(refused);
    if (frames.length > 0) setResults(measureFrames(frames));
  };
  const simulate = (): void => {
    const seed = crypto.getRandomValues(new Uint32Array(1))[0]!;
    const own = hiddenSensor(sensor, seed);
    const files = simulatedSet(own, seed);
    void take(
      files.map(({ name, bytes }) => ({ name, bytes: () => Promise.resolve(bytes.buffer) })),
      own,
    );
  };
  const measured = results.flatMap((result) => ('measured' in result ? [result.measured] : []));
  const kept = body.document.measured?.sets ?? [];
  const shown = measured.length > 0 ? measured : kept;
  const fit = shown.length > 0 ? sensorFrom(shown, sensorNoiseOf(sensor).pitchUm, sensor.baseIso) : null;
  return (
    <RoomSheet>
      <section className="flex flex-col min-w-0" aria-label={`Measuring ${body.document.label}`}>
        <h2>
          {measured.length > 0
            ? `What ${measured.length * 4} frames say`
            : kept.length > 0
              ? `Measured ${dayWords(body.document.measured!.day)}`
              : 'Four raw frames at each ISO'}
        </h2>
        <DropFiles
          label="Drop the DNGs here, or choose them"
          accept=".dng,.tif,.tiff,image/x-adobe-dng,image/tiff"
          onFiles={(files) => void take(fileList(files), null)}
          reading={reading}
          onStop={() => stopping.current.abort()}
          help="They are read in this browser and go nowhere."
        >
          <Button look="bare" size="s" onClick={simulate} disabled={reading !== null}>
            <FlaskConical aria-hidden="true" /> Try with the simulated camera
          </Button>
          <Button
            look="bare"
            size="s"
            onClick={() => {
              const seed = crypto.getRandomValues(new Uint32Array(1))[0]!;
              saveFile(`flats and darks ${body.document.label}`, 'zip', zipped(simulatedSet(hiddenSensor(sensor, seed), seed)));
            }}
          >
            <FileDown aria-hidden="true" /> Its DNGs as files
          </Button>
          {body.document.measured && (
            <Button
              look="bare"
              size="s"
              onClick={() =>
                saveFile(`sensor ${body.document.label}`, 'csv', sensorCsv(body.document.label, body.document.measured!))
              }
            >
              <FileOutput aria-hidden="true" /> CSV of what is kept
            </Button>
          )}
        </DropFiles>
        {problems.map((problem) => (
          <p key={problem} className="text-warn" role="alert">
            <TriangleAlert className="inline-block mr-1.5 align-[-3px]" aria-hidden="true" />
            {problem}
          </p>
        ))}
        {results.map((result) =>
          'fault' in result ? (
            <p key={result.iso} className="text-warn" role="alert">
              <TriangleAlert className="inline-block mr-1.5 align-[-3px]" aria-hidden="true" />
              {isoWords(result.iso)}: {transferWords(result)}
            </p>
          ) : null,
        )}
        {fit && (
          <>
            <Sets sets={shown} />
            <Suspense>
              <SensorPlots sets={shown} fit={fit} baseIso={sensor.baseIso} />
            </Suspense>
            <Fit fit={fit} sets={shown} body={body.document} hidden={measured.length > 0 ? hidden : null} />
            {measured.length > 0 && (
              <div className="flex flex-wrap gap-x-2 gap-y-1 items-center mt-auto pt-1.5">
                {hidden ? (
                  <p className="text-quiet">These are the simulated camera’s figures, not your body’s: they are not kept.</p>
                ) : (
                  <Button look="go" onClick={() => void saveTo(body, fit, measured).then((said) => show(said.say, said.undo))}>
                    <Save aria-hidden="true" /> Save to {body.document.label}
                  </Button>
                )}
              </div>
            )}
          </>
        )}
      </section>
    </RoomSheet>
  );
}

const fileList = (files: readonly File[]): { name: string; bytes: () => Promise<ArrayBuffer> }[] =>
  files.map((file) => ({ name: file.name, bytes: () => file.arrayBuffer() }));

/** "5.67 ± 0.05": a 95 % interval. */
const within = ({ value, standardError }: SensorAtIso['fullE'], digits: (value: number) => string): string =>
  `${digits(value)} ± ${twoDigits(1.96 * standardError)}`;

const twoDigits = (value: number): string => (value >= 10 ? groupDigits(String(Math.round(value))) : value.toPrecision(2));

function Sets({ sets }: { sets: readonly SensorAtIso[] }) {
  return (
    <TableScroll label="What each ISO gave">
      <Table heads={['ISO', 'Gain, e⁻ a number', 'Read noise, e⁻', 'Until it clips, e⁻']}>
        <tbody>
          {sets.map((set) => (
            <tr key={set.iso}>
              <th scope="row">{isoWords(set.iso)}</th>
              <td>{within(set.gainEPerDn, (value) => value.toPrecision(3))}</td>
              <td>{within(set.readNoiseE, (value) => value.toFixed(2))}</td>
              <td>{within(set.fullE, (value) => groupDigits(String(Math.round(value))))}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="text-quiet">Intervals hold the truth 19 times in 20. Photon transfer after EMVA Standard 1288.</p>
    </TableScroll>
  );
}

interface FitProps {
  fit: MeasuredSensor;
  sets: readonly SensorAtIso[];
  body: Body;
  hidden: Sensor | null;
}

function Fit({ fit, sets, body, hidden }: FitProps) {
  const words = sentences(gainWords(fit), patternWords(sets));
  const rows: [string, number, number, number | undefined][] = [
    ['Well, e⁻ a square micrometre at ISO 100', fit.wellPerUm2, body.wellPerUm2, hidden?.wellPerUm2],
    ['Read noise before the amplifier, e⁻', fit.readInE, body.readInE, hidden?.readInE],
    ['Read noise after it at base ISO, e⁻', fit.readOutE, body.readOutE, hidden?.readOutE],
  ];
  return (
    <>
      <Table className="mt-2">
        <thead>
          <tr>
            <th scope="col">Figure of the body</th>
            <th scope="col">Measured</th>
            <th scope="col">On the shelf</th>
            {hidden && <th scope="col">What the simulated camera hid</th>}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, value, before, truth]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>
                <b>{figure(value)}</b>
              </td>
              <td>{figure(before)}</td>
              {hidden && <td>{figure(truth ?? 0)}</td>}
            </tr>
          ))}
        </tbody>
      </Table>
      {words !== '' && <p className="mt-1.5">{words}</p>}
    </>
  );
}

const figure = (value: number): string => (value >= 100 ? String(Math.round(value)) : value.toFixed(2));

const MEASURED = ['wellPerUm2', 'readInE', 'readOutE', 'highGain'] as const;

/** Keeps the figures with the body and in the briefs that carry it. */
function saveTo(body: StoredBody, fit: MeasuredSensor, sets: readonly SensorAtIso[]): Promise<KeptMeasured> {
  const measured: MeasuredBody = { day: today(), sets: [...sets] };
  const before = body.document;
  const found = Object.fromEntries(MEASURED.map((key) => [key, fit[key]])) as unknown as MeasuredSensor;
  const guessed = before.guessed.filter((key) => !(MEASURED as readonly string[]).includes(key));
  const after: Body = { ...before, ...found, measured, guessed };
  return keepMeasured(
    'bodies',
    body,
    after,
    ({ kit: { sensor } }) => (sensor.id ? sensor.id === body.id : sensor.label === before.label),
    (brief) => ({ ...brief, kit: { ...brief.kit, sensor: { ...brief.kit.sensor, ...found } } }),
  );
}
