import type { LogFilter, LogFrame, LogSays, StoredBrief } from '@hushto/contract';
import {
  ceilingAt,
  FROM_LOG,
  fullFrameEquivalentMm,
  planWithoutLadder,
  shutterMarks,
  speedOfLimit,
  type LogLimit,
  type Provenance,
} from '@hushto/core';
import { capital, isoWords, limitWords, listed, logWords, lostRunWords, plainNumber, shutterWords } from '@hushto/words';
import { strToU8, zipSync } from 'fflate';
import { Download, Printer, Tags } from 'lucide-react';
import { useMemo, useState } from 'react';
import { logApi, logCsvPath } from '../../api/log.ts';
import { Button, buttonLook } from '../../components/Button.tsx';
import { NoAnswer } from '../../components/NoAnswer.tsx';
import { RoomSheet } from '../../components/RoomPage.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { Select } from '../../components/Select.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { useToasts } from '../../components/toast.ts';
import { sidecarNames, sidecarOf } from '../../domain/logExchange.ts';
import { byShutter, handsFromLog, worstRun } from '../../domain/logSays.ts';
import { againstPlanned } from '../../domain/logFrames.ts';
import { distanceText, evText, speedText } from '../../quantities/quantities.ts';
import { today } from '../../quantities/today.ts';
import { addDocument, editDocument, undoDocument } from '../../state/documents.ts';
import { discard, useLibrary } from '../../state/library.ts';
import { useSettings } from '../../state/settings.ts';
import { figureAnew, filterLog, useLog } from '../../state/log.ts';
import { useSays } from '../../state/logQueries.ts';
import { said } from '../../sync/remote.ts';
import { KeeperChart } from './KeeperChart.tsx';
import { LogRoom } from './LogRoom.tsx';
import { PromiseChart } from './PromiseChart.tsx';

/** What the frames say: how many are kept at which settings, where hands, movement and grain set limits, and what plans can take over. */
export function SaysScreen() {
  return (
    <LogRoom>
      <Says />
    </LogRoom>
  );
}

/** Focal length hands are said for where several briefs are together, mm for full frame. */
const USUAL_MM = 50;

function Says() {
  const filter = useLog((log) => log.filter);
  const briefs = useLibrary((library) => library.briefs);
  const question = useSays(filter);
  const { data: says } = question;
  const brief = briefs.find(({ id }) => id === filter.brief) ?? null;
  const { show } = useToasts();
  return (
    <RoomSheet beside="wide">
      <div className="grid min-w-0 content-start gap-4">
        <div className="flex flex-wrap items-end gap-3 max-sm:contents">
          <h2 className="sr-only">What the log says</h2>
          <Select
            label="Frames taken for"
            className="w-72 max-w-full"
            value={filter.brief ?? ''}
            options={[{ value: '', label: 'Every brief' }, ...briefs.map(({ id, document }) => ({ value: id, label: document.title }))]}
            onChange={(id) => {
              const { brief: _before, ...others } = filter;
              filterLog(id === '' ? others : { ...others, brief: id });
            }}
          />
          <div className="ml-auto flex flex-wrap gap-1.5 max-sm:order-last max-sm:ml-0 print:hidden">
            <a className={buttonLook({ size: 's' })} href={logCsvPath(filter)} download>
              <Download aria-hidden="true" /> Frames as a table
            </a>
            <Button size="s" onClick={() => void saveSidecars(filter, briefs).catch((error: unknown) => show(said(error)))}>
              <Tags aria-hidden="true" /> Sidecars
            </Button>
            <Button size="s" onClick={() => window.print()}>
              <Printer aria-hidden="true" /> Print
            </Button>
          </div>
        </div>
        <NoAnswer what="what the log says" question={question} />
        {question.isPending && <p aria-busy="true">Counting</p>}
        {says && <Answers says={says} briefs={briefs} brief={brief} />}
      </div>
      {says && <Limits says={says} brief={brief} />}
    </RoomSheet>
  );
} // prettier-ignore

function Answers({ says, briefs, brief }: { says: LogSays; briefs: readonly StoredBrief[]; brief: StoredBrief | null }) {
  const rows = useMemo(() => byShutter(says.byShutterAndFocal), [says]);
  const focals = useMemo(() => [...new Set(says.byShutterAndFocal.map(({ equivalentMm }) => equivalentMm))].sort((a, b) => a - b), [says]);
  // A focal length that is no longer among them means all.
  const [wished, setWished] = useState<number | null>(null);
  const focal = wished !== null && focals.includes(wished) ? wished : null;
  const shown = useMemo(() => (focal === null ? rows : byShutter(says.byShutterAndFocal.filter(({ equivalentMm }) => equivalentMm === focal))), [says, rows, focal]);
  const run = useMemo(() => brief && worstRun(rows, brief.document), [rows, brief]);
  if (says.all.judged === 0)
    return (
      <p>
        None of these frames is judged yet. Under Frames, say of each whether you would keep it, or what it is lost to: a letter or
        a press each.
      </p>
    );
  const [first, ...others] = logWords(says);
  return (
    <>
      <div className="grid max-w-180 gap-1.5">
        <p className="text-18 font-strong">{first}</p>
        {run && <p>{lostRunWords(run)}</p>}
        {others.map((line) => (
          <p key={line}>{line}</p>
        ))}
        {!brief && says.byBrief.length > 1 && (
          <p className="text-quiet">Several briefs are together here; each has its own light, distance and stance. Choose one above.</p>
        )}
      </div>
      {focals.length > 1 && (
        <Select
          label="Focal length, for full frame"
          className="max-w-60"
          value={focal === null ? '' : String(focal)}
          options={[{ value: '', label: 'All' }, ...focals.map((mm) => ({ value: String(mm), label: `about ${Math.round(mm)} mm` }))]}
          onChange={(mm) => setWished(mm === '' ? null : Number(mm))}
        />
      )}
      <KeeperChart rows={shown} />
      <PlannedAgainstTaken says={says} briefs={briefs} />
      <Counts says={says} briefs={briefs} />
    </>
  );
} // prettier-ignore

/** What was planned, what was set, where they parted, and the light it was really taken in. */
function PlannedAgainstTaken({ says, briefs }: { says: LogSays; briefs: readonly StoredBrief[] }) {
  const rows = useMemo(
    () =>
      says.taken.flatMap(({ briefId, ...row }) => {
        const brief = briefs.find(({ id }) => id === briefId);
        return brief ? [{ brief, ...row, planned: planWithoutLadder(brief.document, 0).choice }] : [];
      }),
    [says, briefs],
  );
  if (rows.length === 0) return null;
  return (
    <TableScroll label="Planned against taken" className="max-h-none">
      <Table
        caption="Planned against taken: frames of the plan itself, its other takes left out"
        heads={['Brief', 'Planned', 'Taken, as a mean', 'Light planned', 'Light metered']}
      >
        <tbody>
          {rows.map(({ brief, frames, shutterS, ev100, evSpread, planned }) => (
            <tr key={brief.id}>
              <th scope="row">{brief.document.title}</th>
              <td>{shutterWords(planned.shutterS)}</td>
              <td>
                {shutterWords(shutterMarks.value(shutterMarks.nearest(shutterS)))},{' '}
                {againstPlanned(shutterS, planned.shutterS) ?? 'as planned'} ({frames})
              </td>
              <td>{evText(brief.document.light.ev100)}</td>
              <td>
                {ev100 === null ? '–' : `${evText(ev100)}${evSpread && evSpread >= 0.1 ? ` ± ${plainNumber(evSpread)}` : ''}`}{' '}
                {ev100 !== null && <TakeLight brief={brief} ev100={ev100} frames={frames} />}
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </TableScroll>
  );
}

/** Gives a brief the light its frames were taken in. */
function TakeLight({ brief: { id, document }, ev100, frames }: { brief: StoredBrief; ev100: number; frames: number }) {
  const { show } = useToasts();
  const rounded = Math.round(ev100 * 10) / 10;
  if (Math.abs(rounded - document.light.ev100) < 1 / 6) return null;
  return (
    <Button
      size="s"
      look="bare"
      className="print:hidden"
      onClick={() => {
        editDocument('briefs', id, (before) => ({
          ...before,
          light: { ...before.light, ev100: rounded, ev100From: { ...fromFrames(frames), ev100: rounded } },
        }));
        show(`“${document.title}” plans for ${evText(rounded)} now.`, { label: 'Undo', run: () => undoDocument('briefs', id) });
      }}
    >
      Plan for it
    </Button>
  );
}

/** Most sidecars in one file. */
const MOST_SIDECARS = 20_000;
const AT_ONCE = 500;

/** A file beside each picture of the filter with its rating and keywords, all in one archive. */
async function saveSidecars(filter: LogFilter, briefs: readonly StoredBrief[]): Promise<void> {
  const all: LogFrame[] = [];
  for (let offset = 0; offset < MOST_SIDECARS; offset += AT_ONCE) {
    const { frames } = await logApi.page(filter, offset, AT_ONCE);
    all.push(...frames);
    if (frames.length < AT_ONCE) break;
  }
  const titles = new Map(briefs.map(({ id, document }) => [id, document.title]));
  const names = sidecarNames(all);
  const files = Object.fromEntries(
    all.map((frame, i) => [names[i]!, strToU8(sidecarOf(frame, titles.get(frame.briefId ?? '') ?? null))]),
  );
  saveFile('sidecars of the log', 'zip', zipSync(files));
}

/** By ISO, distance and brief, in one table with heads between. */
function Counts({ says, briefs }: { says: LogSays; briefs: readonly StoredBrief[] }) {
  const title = (id: string | null): string =>
    id === null ? 'No brief' : (briefs.find((one) => one.id === id)?.document.title ?? 'A brief that is gone');
  const groups = [
    ['By brief', says.byBrief.map(({ briefId, ...row }) => ({ name: title(briefId), ...row }))],
    ['By ISO', says.byIso.map(({ iso, ...row }) => ({ name: isoWords(iso), ...row }))],
    ['By distance', says.byDistance.map(({ distanceM, ...row }) => ({ name: `about ${distanceText(distanceM, 'm')}`, ...row }))],
  ] as const;
  return (
    <TableScroll label="Frames counted" className="max-h-none">
      <Table heads={['Frames', 'Judged', 'Kept', 'Hands', 'Moved', 'Focus', 'Grain', 'Other']}>
        {groups.map(([head, rows]) => (
          <tbody key={head}>
            <tr>
              <th scope="rowgroup" colSpan={8} className="pt-3 text-13 text-quiet">
                {head}
              </th>
            </tr>
            {rows.map(({ name, judged, keeper, hands, subject, focus, grain, other }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                {[judged, keeper, hands, subject, focus, grain, other].map((n, i) => (
                  <td key={i} className={n === 0 ? 'text-quiet' : undefined}>
                    {n}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        ))}
      </Table>
    </TableScroll>
  );
} // prettier-ignore

/** The limits, each with what plans can take over from it. */
function Limits({ says, brief }: { says: LogSays; brief: StoredBrief | null }) {
  const equivalentMm = focalFor(brief);
  const missing = (['hands', 'subject', 'grain'] as const).filter((fault) => !says.limits.some((limit) => limit.fault === fault));
  return (
    <section aria-label="Limits" className="grid content-start gap-3 lg:border-l lg:border-rule lg:pl-5">
      <h2 className="text-18 font-strong">Where your limits lie</h2>
      {says.limits.map((limit) => (
        <div key={limit.fault} className="grid gap-1.5">
          <p>{limitWords(limit, says.share, equivalentMm)}</p>
          {brief && limit.fault === 'hands' && <TakeHands brief={brief} />}
          {brief && limit.fault === 'subject' && <TakeSpeed brief={brief} limit={limit} />}
          {brief && limit.fault === 'grain' && <TakeCeiling brief={brief} snr={2 ** -limit.at} frames={limit.frames} />}
        </div>
      ))}
      {missing.length > 0 && (
        <p className="text-quiet">
          {capital(listed(missing.map((fault) => ({ hands: 'hands', subject: 'movement', grain: 'grain' })[fault])))}: too few frames were lost to
          say a limit. That is good news, or they were not judged yet.
        </p>
      )}
      {!brief && says.limits.length > 0 && <p className="text-quiet">Choose one brief to let its plans take these over.</p>}
      <Promises says={says} />
    </section>
  );
} // prettier-ignore

/** The focal length of a brief, for full frame; where several are together, a usual one. */
function focalFor(brief: StoredBrief | null): number {
  if (!brief) return USUAL_MM;
  const { lens, sensor } = brief.document.kit;
  return Math.round(fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm));
}

/** Makes a steadiness test of the frames, which plans go by from then on. */
function TakeHands({ brief }: { brief: StoredBrief }) {
  const { show } = useToasts();
  const take = async (): Promise<void> => {
    // The latest judged ones, whatever became of them: chosen by outcome, they would say another chance than they had.
    const { frames } = await logApi.page({ brief: brief.id, verdict: 'judged' }, 0, 500);
    const series = handsFromLog(frames, brief.document, today());
    if (!series) return show('Too few of these frames say something of your hands.');
    const id = addDocument('holds', series);
    show(`Plans with this kit and stance go by ${series.frames.length} frames of your log now.`, {
      label: 'Undo',
      run: () => void discard('holds', id),
    });
  };
  return (
    <Button size="s" className="justify-self-start" onClick={() => void take().catch((error: unknown) => show(said(error)))}>
      Let plans use these hands
    </Button>
  );
} // prettier-ignore

/** The frames of the log a value is taken over from. */
const fromFrames = (count: number): Provenance => ({ seriesId: FROM_LOG, count, day: today() });

/** A speed is worth taking over from a quarter of a stop on. */
const WORTH_STOPS = 1 / 4;

/** Makes the brief's subject as fast as its frames show. */
function TakeSpeed({ brief: { id, document }, limit }: { brief: StoredBrief; limit: LogLimit }) {
  const { show } = useToasts();
  const unit = useSettings((settings) => settings.speedUnit);
  const { speedMps } = document.subject;
  if (speedMps === 0 || Math.abs(limit.at) < WORTH_STOPS) return null;
  const { value: speed, errorShare } = speedOfLimit(speedMps, limit);
  const take = (): void => {
    editDocument('briefs', id, (before) => ({
      ...before,
      subject: { ...before.subject, speedMps: speed, speedFrom: { by: 'log', errorShare, frames: fromFrames(limit.frames) } },
    }));
    const figured = figureAnew(id).catch((error: unknown) => show(said(error)));
    const undo = async (): Promise<void> => {
      await figured;
      undoDocument('briefs', id);
      await figureAnew(id);
    };
    show(`“${document.title}” plans for ${speedText(speed, unit)} now.`, { label: 'Undo', run: () => void undo() });
  };
  return (
    <Button size="s" className="justify-self-start print:hidden" onClick={take}>
      Plan for {speedText(speed, unit)}, not {speedText(speedMps, unit)}
    </Button>
  );
}

/** Sets the brief's ISO ceiling to where its grain was still kept. */
function TakeCeiling({ brief, snr, frames }: { brief: StoredBrief; snr: number; frames: number }) {
  const { show } = useToasts();
  const { document, id } = brief;
  const iso = ceilingAt(document.kit.sensor, snr);
  const take = (): void => {
    editDocument('briefs', id, (before) => ({
      ...before,
      picture: {
        ...before.picture,
        isoCeiling: iso,
        isoCeilingFrom: fromFrames(frames),
      },
    }));
    show(`“${document.title}” goes up to ${isoWords(iso)} now.`, { label: 'Undo', run: () => undoDocument('briefs', id) });
  };
  if (Math.abs(Math.log2(iso / document.picture.isoCeiling)) < 1 / 6)
    return <p className="text-quiet">That is {isoWords(iso)} with this body: the ceiling the brief has.</p>;
  return (
    <Button size="s" className="justify-self-start" onClick={take}>
      Make {isoWords(iso)} the ceiling
    </Button>
  );
}

/** What plans promised of the hands, against what came. */
function Promises({ says: { calibration } }: { says: LogSays }) {
  if (calibration.length === 0) return null;
  return (
    <>
      <PromiseChart calibration={calibration} />
      <Table>
        <caption>Promised against achieved, of 100 frames without shake</caption>
        <thead>
          <tr>
            <th scope="col">Promised</th>
            <th scope="col">Came</th>
            <th scope="col">Frames</th>
          </tr>
        </thead>
        <tbody>
          {calibration.map(({ promised, frames, held }) => (
            <tr key={promised}>
              <td>{plainNumber(Math.round(promised * 100))}</td>
              <td>{plainNumber(Math.round((held / frames) * 100))}</td>
              <td>{frames}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </>
  );
}
