import {
  glassOf,
  sensorOf,
  withTests,
  type OwnTests,
  type StoredBody,
  type StoredLens,
  type StoredRunSheet,
} from '@hushto/contract';
import {
  leavingHome,
  lensForSegment,
  setOfLenses,
  smallestSet,
  type Brief,
  type LensForSegment,
  type LensTable,
} from '@hushto/core';
import { bagWords, leavingWords, lensFails, listed, weightWords } from '@hushto/words';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { buttonLook } from '../../components/Button.tsx';
import { Checkbox } from '../../components/Checkbox.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { RoomPage, RoomSheet } from '../../components/RoomPage.tsx';
import { Select } from '../../components/Select.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { timed } from '../../domain/runSheet.ts';
import { useLibrary } from '../../state/library.ts';
import { useOwnTests } from '../../state/useTests.ts';
import { BodySelect } from './BodySelect.tsx';

/** Which lenses an outing needs, and what leaving one at home costs. */
export function CarryScreen() {
  return (
    <LibraryGate what="outings">
      <Chosen />
    </LibraryGate>
  );
}

function Chosen() {
  const runSheets = useLibrary((library) => library.runSheets);
  const [sheetId, setSheetId] = useState(runSheets[0]?.id ?? '');
  const stored = runSheets.find(({ id }) => id === sheetId) ?? runSheets[0];
  if (!stored)
    return (
      <Message title="No outing to pack for">
        <p>Make a run sheet of the briefs you are going to shoot; then it is worked out here which lenses it takes.</p>
        <Link className={buttonLook({ look: 'go' })} to="/outings">
          To your outings
        </Link>
      </Message>
    );
  return <Carry key={stored.id} stored={stored} sheets={runSheets} onSheet={setSheetId} />;
}

interface Stretch {
  title: string;
  brief: Brief;
}

interface CarryProps {
  stored: StoredRunSheet;
  sheets: readonly StoredRunSheet[];
  onSheet: (id: string) => void;
}

function Carry({ stored, sheets, onSheet }: CarryProps) {
  const { briefs, places, bodies, lenses } = useLibrary(
    useShallow(({ briefs, places, bodies, lenses }) => ({ briefs, places, bodies, lenses })),
  );
  const tests = useOwnTests();
  const place = places.find(({ id }) => id === stored.document.placeId)?.document ?? null;
  const stretches = useMemo(
    (): Stretch[] =>
      timed(stored.document, briefs, place).flatMap(({ brief, segment }) =>
        brief ? [{ brief, title: segment.title || brief.title }] : [],
      ),
    [stored.document, briefs, place],
  );
  const [bodyId, setBodyId] = useState(() => bodyOf(stretches, bodies.map(({ id, document }) => ({ id, label: document.label })))); // prettier-ignore
  const body = bodies.find(({ id }) => id === bodyId) ?? bodies[0];
  // Null: whatever is on the shelf may go along.
  const [taken, setTaken] = useState<readonly string[] | null>(null);
  const worked = useLensTable(stretches, body, lenses, tests);
  const aside = (
    <>
      <Select
        label="For the outing"
        value={stored.id}
        options={sheets.map(({ id, document }) => ({ value: id, label: document.title }))}
        onChange={onSheet}
      />
      {body && <BodySelect label="With the body" bodies={bodies} value={body.id} onChange={setBodyId} />}
      <p className="text-quiet">
        A lens does for a stretch where a setting works, the view is the brief’s to a twentieth, and no more than 2.5× is cropped
        to it.
      </p>
    </>
  );
  return (
    <RoomPage room="kit" aside={aside}>
      <RoomSheet>
        {worked.table && stretches.length > 0 ? (
          <Bag
            table={worked.table}
            stretches={stretches}
            lenses={lenses}
            taken={taken}
            onTaken={setTaken}
            title={stored.document.title}
          />
        ) : (
          <section aria-label="Working it out">
            <h2>{stretches.length === 0 ? 'This outing has no briefs yet' : 'Working out every lens at every stretch'}</h2>
            {stretches.length > 0 && (
              <progress className="mt-2 w-80 max-w-full" value={worked.done} max={lenses.length} aria-label="Lenses worked out" />
            )}
          </section>
        )}
      </RoomSheet>
    </RoomPage>
  );
}

/** The body most stretches are planned with. */
function bodyOf(stretches: readonly Stretch[], bodies: readonly { id: string; label: string }[]): string {
  const used = stretches.map(({ brief: { kit } }) => bodies.find(({ id, label }) => (kit.sensor.id ? id === kit.sensor.id : label === kit.sensor.label))?.id);
  const counted = bodies.map(({ id }) => ({ id, times: used.filter((one) => one === id).length }));
  return counted.reduce((a, b) => (b.times > a.times ? b : a), { id: '', times: -1 }).id;
} // prettier-ignore

/** Every lens at every stretch, one lens after the other, so that the page stays alive. */
function useLensTable(
  stretches: readonly Stretch[],
  body: StoredBody | undefined,
  lenses: readonly StoredLens[],
  tests: OwnTests,
): { table: LensTable | null; done: number } {
  const [done, setDone] = useState<{ key: unknown; rows: LensForSegment[][] }>({ key: null, rows: [] });
  const sensor = useMemo(() => body && sensorOf(body.document, body.id), [body]);
  const key = useMemo(() => ({ stretches, sensor, lenses, tests }), [stretches, sensor, lenses, tests]);
  useEffect(() => {
    let [stopped, timer] = [false, 0];
    const rows: LensForSegment[][] = [];
    const next = (): void => {
      const lens = key.lenses[rows.length];
      if (stopped || !key.sensor || !lens) return;
      const glass = glassOf(lens.document, lens.id);
      rows.push(key.stretches.map(({ brief }) => lensForSegment(brief, key.sensor!, glass, (of) => withTests(of, key.tests))));
      setDone({ key, rows: [...rows] });
      timer = window.setTimeout(next);
    };
    timer = window.setTimeout(next);
    return () => {
      stopped = true;
      clearTimeout(timer);
    };
  }, [key]);
  const own = done.key === key ? done.rows : [];
  return { table: own.length === lenses.length && lenses.length > 0 ? own : null, done: own.length };
}

interface BagProps {
  table: LensTable;
  stretches: readonly Stretch[];
  lenses: readonly StoredLens[];
  taken: readonly string[] | null;
  onTaken: (ids: readonly string[] | null) => void;
  title: string;
}

function Bag({ table, stretches, lenses, taken, onTaken, title }: BagProps) {
  const smallest = useMemo(() => smallestSet(table), [table]);
  const own = taken?.map((id) => lenses.findIndex((lens) => lens.id === id)).filter((n) => n >= 0) ?? smallest.lenses;
  const bag = setOfLenses(table, own);
  const titles = stretches.map((stretch) => stretch.title);
  const label = (n: number): string => lenses[n]!.document.label;
  const grams = own.map((n) => lenses[n]!.document.weightG);
  const weight = grams.every((one) => one !== undefined) ? grams.reduce<number>((sum, one) => sum + one, 0) : null;
  const lost = titles.filter((_, i) => !bag.best[i]);
  const never = titles.filter((_, i) => !smallest.best[i]);
  const toggle = (n: number, on: boolean): void =>
    onTaken((on ? [...own, n] : own.filter((one) => one !== n)).map((one) => lenses[one]!.id));
  return (
    <section className="flex min-w-0 flex-col gap-2" aria-label="Which lenses to carry">
      <h2 className="text-18 leading-6 font-semibold text-pretty" aria-live="polite">
        {smallest.lenses.length === 0
          ? `No lens on the shelf does for any of ${title} with this body.`
          : `${listed(smallest.lenses.map(label))} ${smallest.lenses.length === 1 ? 'does' : 'do'} for all of ${title}${never.length > 0 ? ` but ${listed(never)}, where no lens works` : ''}.`}
      </h2>
      <p>
        {own.length === 0
          ? 'Tick the lenses you would carry.'
          : `Ticked: ${bagWords(own.length, weight)}. ${lost.length > 0 ? `Nothing works at ${listed(lost)}.` : 'Every stretch has a setting that works.'}`}
      </p>
      {own.length > 1 && (
        <ul className="grid gap-0.5">
          {own.map((n) => (
            <li key={n}>
              <b>{label(n)}</b> left at home: {leavingWords(leavingHome(table, bag, n), titles)}.
            </li>
          ))}
        </ul>
      )}
      <TableScroll label="Lenses by stretch">
        <Table className="max-sm:[&_tbody_tr]:grid max-sm:[&_tbody_tr]:py-1 max-sm:[&_td]:border-0 max-sm:[&_td]:py-0 max-sm:[&_td]:pl-7 max-sm:[&_th]:border-0 max-sm:[&_th]:pb-0">
          <thead className="max-sm:sr-only">
            <tr>
              <th scope="col">Lens</th>
              {titles.map((one, n) => (
                <th key={n} scope="col" className="whitespace-normal">
                  {one}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lenses.map((lens, n) => (
              <tr key={lens.id}>
                <th scope="row" className="whitespace-nowrap">
                  <Checkbox checked={own.includes(n)} onChange={(on) => toggle(n, on)}>
                    {lens.document.label}
                    {lens.document.weightG !== undefined && (
                      <span className="font-normal text-quiet">, {weightWords(lens.document.weightG)}</span>
                    )}
                  </Checkbox>
                </th>
                {titles.map((one, segment) => (
                  <td key={segment}>
                    <span className="text-quiet sm:hidden">{one}: </span>
                    <Cell
                      one={table[n]![segment]!}
                      most={Math.max(...table.map((row) => (row[segment]!.fails === null ? row[segment]!.detailBits : 0)))}
                      best={bag.best[segment]?.lens === n}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      </TableScroll>
      <p className="text-quiet">
        Shares are of the detail the best lens of the shelf would give at that stretch; in bold, the one you would take there.
        “Shows 80 %” is too long for the view.
      </p>
    </section>
  );
}

/** What a lens does at a stretch. */
function Cell({ one, most, best }: { one: LensForSegment; most: number; best: boolean }) {
  const fails = lensFails(one);
  if (fails) return <span className="text-quiet">{fails}</span>;
  const share = `${Math.round((100 * one.detailBits) / most)} %`;
  return best ? <b>{share}</b> : <>{share}</>;
}
