import {
  type Reason,
  briefOfTake,
  ladderFor,
  planWithoutLadder,
  reasonsAtShutter,
  shutterMarks,
  type Brief,
  type PlanAtLight,
  type Rung,
} from '@hushto/core';
import type { StoredBrief } from '@hushto/contract';
import { cautionWords, reasonWords } from '@hushto/words';
import equal from 'fast-deep-equal';
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react';
import { useShallow } from 'zustand/react/shallow';
import { Tip } from '../../components/Tip.tsx';
import { UndoRedo } from '../../components/UndoRedo.tsx';
import { useLatest } from '../../components/useLatest.ts';
import { useSettled } from '../../components/useSettled.ts';
import { isPinned } from '../../domain/pins.ts';
import { lookedAt, VALLEY_REACH } from '../../domain/valley.ts';
import { useCursor } from '../../state/cursor.ts';
import { useSettings } from '../../state/settings.ts';
import { replaceDocument, useDocument, useTyped } from '../../state/documents.ts';
import { useTested } from '../../state/useTests.ts';
import { BriefMenu } from './BriefMenu.tsx';
import { BriefText } from './BriefText.tsx';
import { Instrument } from './Instrument.tsx';
import { Ladder } from './Ladder.tsx';
import { SchoolSwitch } from './Schools.tsx';
import { adopted, Takes } from './Takes.tsx';
import { useBriefActions } from './useBriefActions.ts';

/** How long a brief has to rest before its ladder is worked out again, ms. */
const LADDER_AFTER_MS = 120;

/** One brief and its plan. The brief stands on the page; dial-in values and Valley are one instrument beside it. */
export function OpenBrief({ stored }: { stored: StoredBrief }) {
  const { typed, issues } = useTyped('briefs', stored.id);
  const good = stored.document;
  const shown = typed ?? good;
  const {
    ev100: looked,
    take,
    lookAt,
    lookAtTake,
  } = useCursor(useShallow(({ ev100, take, lookAt, lookAtTake }) => ({ ev100, take, lookAt, lookAtTake })));
  const own = useTested(good);
  const here = useMemo(() => (looked === null ? own : inLight(own, looked)), [own, looked]);
  // A take that this light or an edit has left without a setting is the plan again.
  const made = useMemo(() => (take === null ? null : briefOfTake(here, take)), [here, take]);
  const brief = made ?? here;
  const plan = useMemo(() => planWithoutLadder(brief, VALLEY_REACH), [brief]);
  // The ladder follows when a drag comes to rest.
  const written = useSettled(good, LADDER_AFTER_MS);
  const settled = useTested(written);
  const settledHere = useMemo(() => (looked === null ? settled : inLight(settled, looked)), [settled, looked]);
  const rungs = useMemo(() => ladderFor(settled), [settled]);
  const look = useCallback(
    (rung: Rung | null) => lookAt(rung && { ev100: rung.evFrom, third: shutterMarks.nearest(rung.shutterS) }),
    [lookAt],
  );
  const menuActions = useLatest(useBriefActions(stored));
  const { edit: change, ...history } = useDocument('briefs', stored.id);
  const [opened] = useState(good);
  const edit = useCallback(
    (made: (brief: Brief) => Brief): void => {
      // A change is to be seen: back from a light of the ladder to the brief's own.
      if (useCursor.getState().ev100 !== null) lookAt(null);
      change(made);
    },
    [lookAt, change],
  );
  // What is set at the instrument while a take is looked at makes the take the plan.
  const editTaken = useCallback(
    (change: (brief: Brief) => Brief): void => {
      lookAtTake(null);
      edit((before) => change(made ? adopted(before, made) : before));
    },
    [edit, lookAtTake, made],
  );
  const titleProblem = issues.find(({ path }) => path === 'title')?.message ?? null;
  const [first] = plan.reasons;
  const impossible = plan.possible || looked !== null || !first ? null : reasonWords(brief, first);
  const caution = cautionWords(good);
  return (
    <main className="grid grid-cols-[17.25rem_minmax(0,1fr)] grid-rows-[minmax(0,1fr)_auto] gap-x-5 mr-4 ml-6 min-h-[calc(100vh_-_3rem)] max-md:grid-cols-1 max-md:grid-rows-none max-md:gap-y-4 max-md:mx-3 max-md:my-0 max-sm:grid-cols-2 max-sm:gap-x-3 max-sm:gap-y-0 max-sm:m-0 max-sm:px-3.5 max-sm:pt-0 max-sm:pb-37.5 max-sm:bg-panel">
      <div className="flex flex-col gap-3.5 pt-3 pl-3 tall:h-0 tall:min-h-full max-md:contents max-sm:contents max-sm:col-span-full">
        <section
          className="max-md:order-1 max-md:px-1 max-md:pt-2 max-md:pb-0 max-sm:col-span-full max-sm:order-1 max-sm:-mx-3.5 max-sm:my-0 max-sm:px-3.5 max-sm:pt-1 max-sm:pb-2 max-sm:bg-page"
          aria-label="Brief"
        >
          <BriefMenu
            id={stored.id}
            title={shown.title}
            brief={written}
            problem={titleProblem && 'Give it a name of at least one character.'}
            asOpened={equal(opened, good) ? null : () => replaceDocument('briefs', stored.id, opened)}
            {...menuActions}
          />
          <Tip name="tokens" className="mb-2.5">
            What is underlined is yours: press it to change it. The title opens your briefs.
          </Tip>
          <BriefText
            brief={shown}
            edit={edit}
            issues={issues}
            tooDark={impossible}
            looked={looked === null ? null : { ev100: looked, back: () => lookAt(null) }}
          />
          <div className="hidden max-sm:not-empty:flex max-sm:not-empty:gap-1 max-sm:not-empty:mt-2.5">
            <UndoRedo {...history} />
          </div>
        </section>
        <section
          className="tall:flex tall:flex-col tall:min-h-0 max-md:order-4 max-md:px-1 max-md:py-0 max-sm:col-span-full max-sm:order-8 max-sm:mt-3.5"
          aria-labelledby="why-title"
        >
          <div className="flex items-center justify-between">
            <h2 id="why-title">Why</h2>
            <SchoolSwitch school={good.picture.school} brief={settled} edit={edit} />
          </div>
          <Reasons brief={brief} plan={plan} />
        </section>
      </div>
      <Instrument
        brief={brief}
        plan={plan}
        stale={issues.length > 0}
        edit={made ? editTaken : edit}
        takes={<Takes brief={settledHere} taken={made ? take : null} onTake={lookAtTake} />}
      />
      <Ladder rungs={rungs} brief={settled} caution={caution} looked={looked} ev100={good.light.ev100} onLook={look} />
    </main>
  );
}

interface ReasonsProps {
  brief: Brief;
  plan: PlanAtLight;
}

/** Why the plan is what it is, or the setting under the cursor. Words may come a moment after the values: in a drag they are left out. */
function Reasons({ brief, plan }: ReasonsProps) {
  const looked = useCursor(({ third }) => third);
  const third = looked === null || isPinned(brief, 'shutter') ? null : lookedAt(plan, looked);
  const made = useMemo(() => ({ brief, plan, third }), [brief, plan, third]);
  return <ReasonList {...useDeferredValue(made)} />;
}

const ReasonList = memo(function ReasonList({ brief, plan, third }: ReasonsProps & { third: number | null }) {
  const reasons = useMemo(
    () => (third === null ? plan.reasons : reasonsAtShutter(brief, shutterMarks.value(third))),
    [brief, plan, third],
  );
  // On the first visit its line takes the place of the last reasons.
  const first = useSettings(({ tipsAway }) => !tipsAway.includes('tokens'));
  const shown = first ? firstThree(reasons) : reasons;
  return (
    // What fades under the edge can be reached by the keyboard.
    <ol
      className="grid gap-1.5 mt-0.5 leading-5 tall:pb-6 tall:min-h-0 tall:overflow-y-auto tall:[mask-image:linear-gradient(#000_calc(100%_-_24px),transparent)]"
      tabIndex={0}
      aria-labelledby="why-title"
    >
      {shown.map((reason) => (
        <li key={JSON.stringify(reason)} className="text-pretty">
          {reasonWords(brief, reason)}
        </li>
      ))}
    </ol>
  );
});

/** The three that matter most; whose hands are planned with is always one of them. */
function firstThree(reasons: readonly Reason[]): readonly Reason[] {
  const hands = reasons.findIndex(({ code }) => code === 'hands');
  return hands < 3 ? reasons.slice(0, 3) : [...reasons.slice(0, 2), reasons[hands]!];
}

const inLight = (brief: Brief, ev100: number): Brief => ({ ...brief, light: { ...brief.light, ev100 } });
