import type { StoredTally } from '@hushto/contract';
import type { ClockOffset } from '@hushto/core';
import { aloneWords, count, countedAct, countedWords, doubledWords, VERDICT_WORDS } from '@hushto/words';
import { format } from 'date-fns';
import { useEffect, useMemo, useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Checkbox } from '../../components/Checkbox.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { Select } from '../../components/Select.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { useToasts } from '../../components/toast.ts';
import {
  countsInOrder,
  framesAside,
  laidCounts,
  likeliestCamera,
  timedCounts,
  timedFrames,
  type CameraFrames,
  type LaidCount,
} from '../../domain/countsOnFrames.ts';
import { framesOfTally } from '../../domain/logExchange.ts';
import { whenOfFrame } from '../../domain/logFrames.ts';
import { dayText } from '../../sky/zoned.ts';
import { framesNear, judgeAsCounted } from '../../state/counted.ts';
import { libraryNow } from '../../state/library.ts';
import { takeFramesIn, zoneAt } from '../../state/logImport.ts';
import { said } from '../../sync/remote.ts';
import { askClocks } from '../../workers/logFiles.ts';

const MINUTE_MS = 60_000;

/** What was found beside a tally: bodies with their frames, and how far the clock of each is off. */
interface Beside {
  cameras: CameraFrames[];
  before: ReturnType<typeof framesAside>['before'];
  clocks: (ClockOffset | null)[];
}

async function lookBeside(tally: StoredTally): Promise<Beside> {
  const counts = countsInOrder(tally);
  const others = libraryNow().tallies.flatMap(({ id, document }) => (id === tally.id ? [] : document.frames));
  const { cameras, before } = framesAside(counts, others, await framesNear(tally));
  const bodies = cameras.map(({ frames }) => timedFrames(frames));
  return { cameras, before, clocks: await askClocks(timedCounts(counts), bodies) };
}

/** Lays what Pocket counted on the frames of a camera, before anything is judged by it. */
export function CountsSheet({ tallies, onClose }: { tallies: readonly StoredTally[]; onClose: () => void }) {
  const latest = [...tallies].sort((a, b) => b.document.day.localeCompare(a.document.day));
  const [id, setId] = useState(latest[0]?.id);
  const tally = latest.find((one) => one.id === id) ?? latest[0];
  return (
    <Sheet title="What Pocket counted" wide onClose={onClose}>
      {latest.length > 1 && (
        <Select
          label="Counted"
          value={tally?.id ?? null}
          options={latest.map(({ id: value, document: { title, day, frames } }) => ({
            value,
            label: `${title}, ${dayText(day)}: ${count(frames.length, 'count', 'counts')}`,
          }))}
          onChange={setId}
        />
      )}
      {tally && <BesideTally key={tally.id} tally={tally} onClose={onClose} />}
    </Sheet>
  );
}

/** Looks for the frames of a tally's time. */
function BesideTally({ tally, onClose }: { tally: StoredTally; onClose: () => void }) {
  const [beside, setBeside] = useState<Beside | string | null>(null);
  useEffect(() => {
    let left = false;
    lookBeside(tally).then(
      (found) => left || setBeside(found),
      (error: unknown) => left || setBeside(said(error)),
    );
    return () => {
      left = true;
    };
  }, [tally]);
  if (beside === null) return <p role="status">Looking for frames of that time …</p>;
  if (typeof beside === 'string') return <p role="alert">{beside}</p>;
  return <Laying tally={tally} beside={beside} onClose={onClose} />;
}

/** The counts beside their frames, what may be put right, and what is done with them. */
function Laying({ tally, beside: { cameras, before, clocks }, onClose }: { tally: StoredTally; beside: Beside; onClose: () => void }) {
  const [at, setAt] = useState(() => likeliestCamera(clocks));
  const [typedMin, setTypedMin] = useState<number | null>(null);
  const [takesRest, setTakesRest] = useState<boolean | null>(null);
  const { show } = useToasts();
  const clock = clocks[at] ?? null;
  const offsetMs = typedMin === null ? (clock?.offsetMs ?? 0) : typedMin * MINUTE_MS;
  const laid = useMemo(
    () => laidCounts(countsInOrder(tally), cameras[at]?.frames ?? [], before, offsetMs),
    [tally, cameras, at, before, offsetMs],
  );
  const matched = laid.filter(({ frame }) => frame !== null).length;
  const rest = laid.filter((one) => one.frame === null && one.before === null);
  const judged = laid.filter(({ verdict }) => verdict !== null).length;
  const doubled = laid.filter((one) => one.frame !== null && one.before !== null).length;
  const takesIn = rest.length > 0 && (takesRest ?? cameras.length === 0);
  const act = async (): Promise<void> => {
    onClose();
    const own = new Set(rest.map((one) => one.count.id));
    try {
      if (judged + doubled > 0) {
        const undo = await judgeAsCounted(laid, tally.document.briefId);
        show(`${count(judged, 'frame', 'frames')} judged as Pocket counted.`, { label: 'Undo', run: () => void undo().catch((error: unknown) => show(said(error))) });
      }
      if (takesIn) await takeFramesIn(framesOfTally(tally, zoneAt).filter((_, i) => own.has(tally.document.frames[i]!.id)));
    } catch (error) {
      show(said(error));
    }
  }; // prettier-ignore
  const does = countedAct(judged, takesIn ? rest.length : 0) ?? (doubled > 0 ? 'Remove the doubles' : null);
  return (
    <>
      {cameras.length === 0 ? (
        <p role="status">No frames of that time are here. Take their folder in first, or take the counts in without pictures.</p>
      ) : (
        <>
          <div className="grid grid-cols-2 items-start gap-x-4 gap-y-2 max-sm:grid-cols-1">
            {cameras.length > 1 && (
              <Select
                label="Frames of"
                value={`${at}`}
                options={cameras.map(({ camera, frames }, i) => ({
                  value: `${i}`,
                  label: `${camera ?? 'a body that is not written'}: ${count(frames.length, 'frame', 'frames')}`,
                }))}
                onChange={(value) => {
                  setAt(Number(value));
                  setTypedMin(null);
                }}
              />
            )}
            <NumberField
              label="The camera’s clock is fast by"
              unit="min"
              value={offsetMs / MINUTE_MS}
              format={(minutes) => String(Number(minutes.toFixed(2)))}
              onChange={setTypedMin}
            />
          </div>
          <p role="status">
            {countedWords({
              offsetMs,
              from: typedMin !== null ? 'typed' : clock ? 'times' : 'nothing',
              matched,
              counts: laid.length,
            })}
          </p>
        </>
      )}
      <TableScroll label="Counts and their frames" bounded className="max-h-[min(340px,40vh)]">
        <Table size="s" heads={['Counted at', 'Counted as', 'Frame', 'Becomes']}>
          <tbody>
            {laid.map((one) => (
              <CountRow key={one.count.id} {...one} />
            ))}
          </tbody>
        </Table>
      </TableScroll>
      {rest.length > 0 && cameras.length > 0 && (
        <Checkbox checked={takesIn} onChange={setTakesRest}>
          {aloneWords(rest.length, matched > 0)}
        </Checkbox>
      )}
      {doubled > 0 && <p>{doubledWords(doubled)}</p>}
      <Button look="go" disabled={does === null} onClick={() => void act()}>
        {does ?? 'Nothing to judge'}
      </Button>
    </>
  );
} // prettier-ignore

/** One count: when, as what, the frame it lies on, and what that becomes. */
function CountRow({ count: { at, verdict: counted }, frame, verdict, before }: LaidCount) {
  return (
    <tr>
      <th scope="row">{format(new Date(at), 'd MMM HH:mm:ss')}</th>
      <td>{counted}</td>
      <td className="wrap-anywhere">
        {frame ? (
          <>
            {frame.name} <span className="text-quiet">{whenOfFrame(frame)}</span>
          </>
        ) : before ? (
          <span className="text-quiet">{before.name}, without a picture</span>
        ) : (
          <span className="text-quiet">no frame near</span>
        )}
      </td>
      <td>
        {verdict
          ? VERDICT_WORDS[verdict].name
          : frame?.verdict && <span className="text-quiet">stays “{VERDICT_WORDS[frame.verdict].name}”, as judged</span>}
      </td>
    </tr>
  );
}
