import { glassOf, sensorOf, type MeasuredLens, type ShelfLensDocument, type StoredBody, type StoredLens } from '@hushto/contract';
import {
  apertureLabel,
  apertureMarks,
  lensAt,
  lensTest,
  sharpestOf,
  sharpnessOfFit,
  type LensPhoto,
  type LensResult,
} from '@hushto/core';
import { cph, dayWords, LENS_FAULT_WORDS, lensWords, plainNumber } from '@hushto/words';
import { FileOutput, FlaskConical, Save, SquareDashed, TriangleAlert } from 'lucide-react';
import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { Button, buttonLook } from '../../components/Button.tsx';
import { DropFiles } from '../../components/DropFiles.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { RoomPage, RoomSheet } from '../../components/RoomPage.tsx';
import { Select } from '../../components/Select.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { useToasts } from '../../components/toast.ts';
import { lensCsv } from '../../domain/kitFile.ts';
import { hiddenLens, testApertures, type HiddenLens } from '../../domain/simulatedLens.ts';
import { keepMeasured, type KeptMeasured } from '../../state/keepMeasured.ts';
import { useUsualKit } from '../../state/useUsualKit.ts';
import { askEdges } from '../../workers/lensPhotos.ts';
import { BodySelect } from './BodySelect.tsx';
import { today } from '../../quantities/today.ts';

const LensChart = lazy(async () => ({ default: (await import('./LensChart.tsx')).LensChart }));

/** A lens measured from photos of edges: how sharp it is at each aperture, in the middle and the corners. */
export function LensScreen() {
  return (
    <LibraryGate what="lenses">
      <Chosen />
    </LibraryGate>
  );
}

function Chosen() {
  const { bodies, lenses, usual } = useUsualKit();
  const [bodyId, setBodyId] = useState(usual.bodyId);
  const [lensId, setLensId] = useState(usual.lensId);
  const body = bodies.find(({ id }) => id === bodyId);
  const lens = lenses.find(({ id }) => id === lensId);
  if (!body || !lens)
    return (
      <Message title="The shelf has no lens, or no body">
        <p>Add them to a brief first; then test the lens here.</p>
      </Message>
    );
  return (
    <RoomPage
      room="kit"
      aside={
        <>
          <Select
            label="Lens"
            value={lensId}
            options={lenses.map(({ id, document }) => ({ value: id, label: document.label }))}
            onChange={setLensId}
          />
          <BodySelect label="On the body" bodies={bodies} value={bodyId} onChange={setBodyId} />
          <section aria-labelledby="how-title">
            <h2 id="how-title">How to take them</h2>
            <ol className="grid gap-1 pl-4.5 list-decimal text-quiet">
              <li>Print the target on matt paper, or show it on a screen; light it evenly.</li>
              <li>Camera on a support, straight on, the target filling the frame. Base ISO, raw, timer.</li>
              <li>Focus by hand at 100 % on the middle square, once.</li>
              <li>One photo at each aperture: widest, and each whole stop down.</li>
            </ol>
            <p className="mt-2">
              <Link className={buttonLook({ size: 's' })} to="/kit/target">
                <SquareDashed aria-hidden="true" /> The target
              </Link>
            </p>
          </section>
        </>
      }
    >
      <Bench key={`${body.id} ${lens.id}`} body={body} lens={lens} />
    </RoomPage>
  );
}

interface Taken {
  photos: LensPhoto[];
  /** Photos whose f-number the camera did not write, waiting for it. */
  unknown: Omit<LensPhoto, 'fNumber'>[];
  problems: string[];
  focalLengthMm: number | null;
  from: MeasuredLens['from'];
  hidden: HiddenLens | null;
}
const NOTHING: Taken = { photos: [], unknown: [], problems: [], focalLengthMm: null, from: 'raw', hidden: null };

type Question = Parameters<typeof askEdges>[0] & { name: string };

function Bench({ body, lens }: { body: StoredBody; lens: StoredLens }) {
  const sensor = useMemo(() => sensorOf(body.document, body.id), [body]);
  const [taken, setTaken] = useState<Taken>(NOTHING);
  const [reading, setReading] = useState<{ done: number; of: number } | null>(null);
  const stopping = useRef(new AbortController());
  const { show } = useToasts();
  const glass = glassOf(lens.document, lens.id);
  const focalMm = taken.focalLengthMm ?? lens.document.focalFromMm;
  const held = Math.min(glass.focalToMm, Math.max(glass.focalFromMm, focalMm));
  const own = lensAt(glass, held);
  const result = useMemo(
    () => lensTest(taken.photos, Math.max(sensor.widthMm, sensor.heightMm), own.widestF),
    [taken.photos, sensor, own.widestF],
  );

  const take = async (questions: readonly Question[], hidden: HiddenLens | null): Promise<void> => {
    const { signal } = (stopping.current = new AbortController());
    let now: Taken = { ...NOTHING, hidden };
    setTaken(now);
    for (const [n, { name, ...question }] of questions.entries()) {
      if (signal.aborted) break;
      setReading({ done: n, of: questions.length });
      const found = await askEdges(question, signal);
      if ('problem' in found) now = { ...now, problems: [...now.problems, `“${name}” ${found.problem}`] };
      else {
        const { fNumber, focalLengthMm, from, widthPx, heightPx, edges } = found;
        const photo = { name, widthPx, heightPx, edges };
        now = {
          ...now,
          focalLengthMm: now.focalLengthMm ?? focalLengthMm,
          from: from === 'developed' ? from : now.from,
          ...(fNumber ? { photos: [...now.photos, { ...photo, fNumber }] } : { unknown: [...now.unknown, photo] }),
        };
      }
      setTaken(now);
    }
    setReading(null);
  };
  const simulate = (): void => {
    const seed = crypto.getRandomValues(new Uint32Array(1))[0]!;
    const hidden = hiddenLens(own, seed);
    const questions = testApertures(own).map((fNumber, n): Question => ({
      name: `${apertureLabel(fNumber)}`,
      simulated: {
        sensor,
        lens: hidden.lens,
        shot: { fNumber, iso: sensor.baseIso, cornerTimes: hidden.cornerTimes },
        seed: seed + n,
      },
    }));
    void take(questions, hidden);
  };
  const measured = lens.document.measured;
  const fresh = result.apertures.length > 0 || result.refused.length > 0;
  const apertures = fresh ? result.apertures : (measured?.apertures ?? []);
  return (
    <RoomSheet>
      <section className="flex min-w-0 flex-col" aria-label={`Testing ${lens.document.label}`}>
        <h2 className="text-18 leading-6 font-semibold text-pretty" aria-live="polite">
          {fresh
            ? lensWords(result)
            : measured
              ? lensWords({ ...measured, sharpest: sharpestOf(measured.apertures) })
              : 'One photo of the target at each aperture'}
        </h2>
        {!fresh && measured && (
          <p className="text-quiet">
            Measured {dayWords(measured.day)} on {measured.body} at {plainNumber(measured.focalLengthMm)} mm, from{' '}
            {measured.from === 'raw' ? 'raw files' : 'developed photos'}.
          </p>
        )}
        <DropFiles
          label="Drop the photos here, or choose them"
          accept=".dng,.tif,.tiff,image/jpeg,image/png,image/x-adobe-dng,image/tiff"
          onFiles={(files) => void take(files.map((file) => ({ name: file.name, file })), null)} // prettier-ignore
          reading={reading}
          onStop={() => stopping.current.abort()}
          help="DNG is best; of JPEG the camera’s own processing is measured too. They are read in this browser and go nowhere."
        >
          <Button look="bare" size="s" onClick={simulate} disabled={reading !== null}>
            <FlaskConical aria-hidden="true" /> Try with the simulated camera
          </Button>
          {measured && (
            <Button
              look="bare"
              size="s"
              onClick={() => saveFile(`lens ${lens.document.label}`, 'csv', lensCsv(lens.document.label, measured))}
            >
              <FileOutput aria-hidden="true" /> CSV of what is kept
            </Button>
          )}
        </DropFiles>
        <Refusals result={result} problems={taken.problems} />
        {taken.unknown.map((photo, n) => (
          <Unknown
            key={`${n} ${photo.name}`}
            name={photo.name}
            onGiven={(fNumber) =>
              setTaken((before) => ({
                ...before,
                photos: [...before.photos, { ...photo, fNumber }],
                unknown: before.unknown.filter((one) => one !== photo),
              }))
            }
          />
        ))}
        {apertures.length > 0 && (
          <Suspense fallback={<div className="h-53" />}>
            <LensChart
              apertures={apertures}
              lens={result.fit?.wideOpenFactor ? sharpnessOfFit(result.fit, own.widestF) : own}
              sensor={sensor}
            />
          </Suspense>
        )}
        {result.fit && (
          <Fit result={result} lens={lens.document} hidden={taken.hidden}>
            {taken.hidden ? (
              <p className="text-quiet">This is the simulated camera’s lens, not yours: it is not kept.</p>
            ) : (
              <Button
                look="go"
                disabled={reading !== null}
                onClick={() =>
                  void saveTo(lens, result, { body: body.document.label, focalLengthMm: held, from: taken.from }).then((said) =>
                    show(said.say, said.undo),
                  )
                }
              >
                <Save aria-hidden="true" /> Save to {lens.document.label}
              </Button>
            )}
          </Fit>
        )}
        <ByAperture apertures={apertures} />
      </section>
    </RoomSheet>
  );
}

function Refusals({ result, problems }: { result: LensResult; problems: readonly string[] }) {
  const refused = result.refused.map(({ name, fault }) => `“${name}” ${LENS_FAULT_WORDS[fault]}`);
  return [...problems, ...refused].map((problem) => (
    <p key={problem} className="text-warn" role="alert">
      <TriangleAlert className="mr-1.5 inline-block align-[-3px]" aria-hidden="true" />
      {problem}
    </p>
  ));
}

/** A photo that does not say its f-number: asked for. */
function Unknown({ name, onGiven }: { name: string; onGiven: (fNumber: number) => void }) {
  const [fNumber, setFNumber] = useState(2.8);
  return (
    <p className="flex flex-wrap items-end gap-2">
      <NumberField label={`“${name}” does not say its f-number`} value={fNumber} onChange={setFNumber} />
      <Button disabled={!(fNumber >= 0.7 && fNumber <= 64)} onClick={() => onGiven(fNumber)}>
        It was f/{plainNumber(fNumber)}
      </Button>
    </p>
  );
}

function ByAperture({ apertures }: { apertures: MeasuredLens['apertures'] }) {
  if (apertures.length === 0) return null;
  return (
    <>
      <TableScroll label="Sharpness at each aperture">
        <Table heads={['Aperture', 'Middle, half contrast at', 'Corners', 'Blur of the lens']}>
          <tbody>
            {apertures.map(({ fNumber, centre, corner }, n) => (
              <tr key={n}>
                <th scope="row">{apertureLabel(fNumber)}</th>
                <td>
                  {cph(centre.mtf50Cph)}{' '}
                  <span className="text-quiet">
                    {Math.round(centre.lowCph)} to {Math.round(centre.highCph)}
                  </span>
                </td>
                <td>{corner ? cph(corner.mtf50Cph) : 'no edge there'}</td>
                <td>
                  {plainNumber(centre.sigmaUm)} µm
                  {corner && <span className="text-quiet">, corners {plainNumber(corner.sigmaUm)}</span>}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </TableScroll>
      <p className="text-quiet">
        Cycles per picture height at which half of the contrast is left, by the slanted edge of ISO 12233; intervals hold the
        truth 9 times in 10. The lens’s own blur is what pixel and diffraction do not explain.
      </p>
    </>
  );
}

interface FitProps {
  result: LensResult;
  lens: ShelfLensDocument;
  hidden: HiddenLens | null;
  children: React.ReactNode;
}

function Fit({ result: { fit }, lens, hidden, children }: FitProps) {
  const within = ({ value, standardError }: { value: number; standardError: number }): string =>
    `${value.toFixed(2)} ± ${(1.645 * standardError).toFixed(2)}`;
  const { bestBlurUm, wideOpenFactor } = fit!;
  const rows: [name: string, found: string, shelf: number, truth: number | undefined][] = [
    ['Blur stopped down, µm', within(bestBlurUm), lens.bestBlurUm, hidden?.lens.bestBlurUm],
    [
      'More of it wide open, as a share',
      wideOpenFactor ? within(wideOpenFactor) : 'needs another aperture',
      lens.wideOpenFactor,
      hidden?.lens.wideOpenFactor,
    ],
  ];
  return (
    <>
      <Table className="mt-2">
        <thead>
          <tr>
            <th scope="col">Figure plans go by</th>
            <th scope="col">Measured</th>
            <th scope="col">On the shelf</th>
            {hidden && <th scope="col">What the simulated lens hid</th>}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, found, shelf, truth]) => (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>
                <b>{found}</b>
              </td>
              <td>{shelf.toFixed(2)}</td>
              {hidden && <td>{(truth ?? 0).toFixed(2)}</td>}
            </tr>
          ))}
        </tbody>
      </Table>
      <div className="mb-2 flex flex-wrap items-center gap-2 pt-1.5">{children}</div>
    </>
  );
}

type MeasuredWith = Pick<MeasuredLens, 'body' | 'focalLengthMm' | 'from'>;

/** Keeps the figures with the lens and in the briefs that carry it. */
function saveTo(lens: StoredLens, { fit, apertures }: LensResult, withWhat: MeasuredWith): Promise<KeptMeasured> {
  const before = lens.document;
  const found = {
    bestBlurUm: fit!.bestBlurUm.value,
    ...(fit!.wideOpenFactor && { wideOpenFactor: fit!.wideOpenFactor.value }),
  };
  const measured: MeasuredLens = {
    day: today(),
    ...withWhat,
    apertures: apertures.map((one) => ({
      ...one,
      name: one.name.slice(0, 200),
      fNumber: apertureMarks.value(apertureMarks.nearest(one.fNumber)),
    })),
  };
  const guessed = before.guessed.filter((key) => !(key in found));
  const after: ShelfLensDocument = { ...before, ...found, measured, guessed };
  return keepMeasured(
    'lenses',
    lens,
    after,
    ({ kit }) => (kit.lens.id ? kit.lens.id === lens.id : kit.lens.label === before.label),
    (brief) => ({ ...brief, kit: { ...brief.kit, lens: { ...brief.kit.lens, ...found } } }),
  );
}
