import { KitLookSchema, withTests, type KitLook, type StoredBrief } from '@hushto/contract';
import { AS_PLANNED, kitAgainst, kitAtWork } from '@hushto/core';
import { EQUIVALENCE, kitVerdict, sentences, viewOf } from '@hushto/words';
import { EyeOff, Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useShallow } from 'zustand/react/shallow';
import { Button, buttonLook } from '../../components/Button.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { RoomPage, RoomSheet } from '../../components/RoomPage.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Select } from '../../components/Select.tsx';
import { useToasts } from '../../components/toast.ts';
import { aspectOf, firstKits, kitNames, kitOf, lensForView, SHAPES, shapeOf, type ChosenKit } from '../../domain/kitsBeside.ts';
import { newBlindLook } from '../../domain/kitLook.ts';
import { addDocument } from '../../state/documents.ts';
import { useKitsBeside } from '../../state/kitsBeside.ts';
import { useLastOpen } from '../../state/lastOpen.ts';
import { useLibrary } from '../../state/library.ts';
import { useOwnTests } from '../../state/useTests.ts';
import { BlindLooks } from './BlindLooks.tsx';
import { KitFiles } from './KitFiles.tsx';
import { KitTable, type KitColumn } from './KitTable.tsx';
import { today } from '../../quantities/today.ts';

/** Two or three kits at the same brief: what each would set, what that gives, and what it costs. */
export function BesideScreen() {
  return (
    <LibraryGate what="kits">
      <Chosen />
    </LibraryGate>
  );
}

function Chosen() {
  const briefs = useLibrary((library) => library.briefs);
  const lastOpen = useLastOpen(({ briefId }) => briefId);
  const chosen = useKitsBeside(({ briefId }) => briefId);
  const stored = [chosen, lastOpen].flatMap((id) => briefs.find((brief) => brief.id === id) ?? [])[0] ?? briefs[0];
  if (!stored)
    return (
      <Message title="Kits are set against each other at a brief">
        <p>
          What a larger sensor or a faster lens is worth depends on the subject, its light and the picture: make a brief first.
        </p>
        <Link className={buttonLook({ look: 'go' })} to="/plan">
          To your briefs
        </Link>
      </Message>
    );
  return <Beside key={stored.id} stored={stored} />;
}

/** How the frames are shown. */
const VIEWS = [
  { value: 'whole', label: 'Whole' },
  { value: 'detail', label: 'As seen' },
  { value: 'pixels', label: '100 %' },
] as const;
type View = (typeof VIEWS)[number]['value'];
const MOST_KITS = 3;

function Beside({ stored }: { stored: StoredBrief }) {
  const { briefs, bodies, lenses } = useLibrary(useShallow(({ briefs, bodies, lenses }) => ({ briefs, bodies, lenses })));
  const shelf = useMemo(() => ({ bodies, lenses }), [bodies, lenses]);
  const brief = stored.document;
  const { shape: kept, kits, set, choose } = useKitsBeside();
  const shape = kept ?? shapeOf(brief);
  const aspect = aspectOf(shape);
  const [view, setView] = useState<View>('whole');
  const tests = useOwnTests();
  const navigate = useNavigate();
  const { show } = useToasts();
  const chosen = useMemo(() => {
    const known = (kits[stored.id] ?? []).filter((kit) => kitOf(kit, shelf));
    return known.length > 0 ? known : firstKits(stored, shelf);
  }, [kits, stored, shelf]);
  const columns = useMemo((): KitColumn[] => {
    const own = chosen.flatMap((kit) => kitOf(kit, shelf) ?? []);
    const names = kitNames(own);
    const works = own.map((kit) => kitAtWork(brief, kit, aspect, (of) => withTests(of, tests)));
    return works.map((work, n) => ({
      name: names[n]!,
      chosen: chosen[n]!,
      work,
      against: n === 0 ? null : kitAgainst(work, works[0]!),
    }));
  }, [chosen, shelf, brief, aspect, tests]);
  const change = (n: number, kit: ChosenKit | null): void =>
    choose(
      stored.id,
      chosen.flatMap((one, i) => (i === n ? (kit ?? []) : one)),
    );
  const add = (): void => {
    const next = bodies.find(({ id }) => !chosen.some(({ bodyId }) => bodyId === id)) ?? bodies[0];
    const lens = next && lensForView(brief, next, shelf);
    if (next && lens) choose(stored.id, [...chosen, { bodyId: next.id, lensId: lens.id, settled: AS_PLANNED }]);
  };
  const lookBlind = (): void => {
    const [first, second] = columns;
    if (!first || !second) return;
    const seed = crypto.getRandomValues(new Uint32Array(1))[0]!;
    const shown: KitLook['view'] = view === 'pixels' ? 'pixels' : 'detail';
    const look = newBlindLook([first, second], shown, seed, today());
    // Cropped beyond what a brief may be there is nothing to look at.
    if (!KitLookSchema.safeParse(look).success) return show('One of them is cropped too far to be looked at beside the other.');
    void navigate(`/kit/beside/blind/${addDocument('kitLooks', look)}`);
  };
  const [first, ...others] = columns;
  return (
    <RoomPage
      room="kit"
      aside={
        <>
          <Select
            label="At the brief"
            value={stored.id}
            options={briefs.map(({ id, document }) => ({ value: id, label: document.title }))}
            onChange={(briefId) => set({ briefId, shape: null })}
          />
          <Select label="Shape of the picture" value={shape} options={SHAPES} onChange={(to) => set({ shape: to })} />
          <Button disabled={chosen.length >= MOST_KITS || bodies.length === 0} onClick={add}>
            <Plus aria-hidden="true" /> Add a third kit
          </Button>
          <BlindLooks openId={null} />
        </>
      }
      foot={<KitFiles />}
    >
      <RoomSheet>
        <section className="flex min-w-0 flex-col" aria-label="Kits side by side">
          <h2 className="text-18 leading-6 font-semibold text-pretty" aria-live="polite">
            {first && others.length > 0
              ? sentences(...others.map((other) => kitVerdict(other, first, other.against!)))
              : 'Choose a second kit to set against the first.'}
          </h2>
          <p className="text-quiet">
            The same subject, light, hold and view{first ? ` ${viewOf(first.work.brief)}` : ''}; each at its own plan, round what
            is settled, under ISO ceilings that are as grainy.
          </p>
          <div className="mt-1.5 mb-1.5 flex flex-wrap items-center gap-2">
            <SegmentedControl fit hideLabel label="Frames shown" value={view} options={VIEWS} onChange={setView} />
            <Button size="s" disabled={columns.length < 2} onClick={lookBlind}>
              <EyeOff aria-hidden="true" /> Choose blind, a dozen times
            </Button>
          </div>
          <KitTable columns={columns} shelf={shelf} view={view} aspect={aspect} onChange={change} />
          <section className="mt-3 border-t border-t-rule pt-2" aria-labelledby="equivalence">
            <h3 id="equivalence">What equivalence means</h3>
            <p className="max-w-[90ch]">{sentences(...EQUIVALENCE)}</p>
          </section>
        </section>
      </RoomSheet>
    </RoomPage>
  );
}
