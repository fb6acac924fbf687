import type { StoredKitLook } from '@hushto/contract';
import { BLIND_CHOICES, pictureOf } from '@hushto/core';
import { blindWords, capital, shutterWords, viewOf } from '@hushto/words';
import { ChevronLeft, Trash2, Undo2 } from 'lucide-react';
import { Link, useParams } from 'react-router';
import { BlindPair } from '../../components/BlindPair.tsx';
import { Button, buttonLook } from '../../components/Button.tsx';
import { Finding } from '../../components/Finding.tsx';
import { Missing } from '../../components/Missing.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { RoomPage, RoomSheet } from '../../components/RoomPage.tsx';
import { useDeletion } from '../../components/useDeletion.ts';
import { blindJob, blindVerdictOf, nextBlindPair, withBlindChoice } from '../../domain/kitLook.ts';
import { useDocument } from '../../state/documents.ts';
import { useLibrary } from '../../state/library.ts';
import { BlindLooks } from './BlindLooks.tsx';

/** Two kits looked at blind, a dozen times. */
export function BlindScreen() {
  return (
    <LibraryGate what="blind looks">
      <Open />
    </LibraryGate>
  );
}

function Open() {
  const { id } = useParams();
  const stored = useLibrary(({ kitLooks }) => kitLooks.find((look) => look.id === id));
  if (!stored) return <Missing kind="kitLooks" at="/kit/beside/blind" room="/kit/beside" />;
  return (
    <RoomPage
      room="kit"
      aside={
        <>
          <Link className={buttonLook()} to="/kit/beside">
            <ChevronLeft aria-hidden="true" /> Back to the kits
          </Link>
          <BlindLooks openId={stored.id} />
        </>
      }
    >
      <RoomSheet>
        <Look key={stored.id} stored={stored} />
      </RoomSheet>
    </RoomPage>
  );
}

function Look({ stored }: { stored: StoredKitLook }) {
  const look = stored.document;
  const { edit } = useDocument('kitLooks', stored.id);
  const remove = useDeletion();
  const pair = nextBlindPair(look);
  const count = look.choices.length;
  const choose = (left: boolean): void => {
    if (!look.closed) edit((before) => withBlindChoice(before, nextBlindPair(before), left));
  };
  return (
    <section className="flex min-w-0 flex-col" aria-label={look.title}>
      {look.closed ? (
        <Found stored={stored} />
      ) : (
        <>
          <h2>
            Choice {count + 1} of {BLIND_CHOICES}: <span className="font-normal text-quiet">which would you keep?</span>
          </h2>
          <BlindPair jobOf={(side, size) => blindJob(look, pair, side, size)} onChoose={choose} />
          <p className="text-quiet">
            {look.first.label} and {look.second.label}, {look.title}, {shownAs(stored)}. Alike? Take either; that is an answer
            too. Which is which is not told before the end.
          </p>
        </>
      )}
      <div className="mt-auto flex flex-wrap items-center gap-2 pt-1.5">
        <Button
          look="bare"
          size="s"
          disabled={count === 0}
          onClick={() => edit((before) => ({ ...before, choices: before.choices.slice(0, -1), closed: false }))}
        >
          <Undo2 aria-hidden="true" /> {count === 0 ? 'Take back' : `Take back choice ${count}`}
        </Button>
        <Button size="s" disabled={count === 0 || look.closed} onClick={() => edit((before) => ({ ...before, closed: true }))}>
          Stop here
        </Button>
        <Button look="bare" size="s" onClick={() => void remove('kitLooks', stored, { away: '/kit/beside' })}>
          <Trash2 aria-hidden="true" /> Delete
        </Button>
      </div>
    </section>
  );
}

/** How the frames were looked at. */
function shownAs({ document: { first, view } }: StoredKitLook): string {
  const { sensor } = first.brief.kit;
  const { crop, viewCph } = first.brief.picture;
  const { sensorCph } = pictureOf(sensor.widthMm, sensor.heightMm, sensor.megapixels, crop, viewCph);
  return view === 'pixels' || viewCph >= sensorCph ? 'at 100 %' : viewOf(first.brief);
}

function Found({ stored }: { stored: StoredKitLook }) {
  const { first, second } = stored.document;
  const verdict = blindVerdictOf(stored.document);
  const [most, least] = [Math.max(verdict.tookFirst, verdict.of - verdict.tookFirst), verdict.of];
  return (
    <Finding asked={`${first.label} or ${second.label}`} value={`${most} of ${least}`}>
      {blindWords(verdict, [first.label, second.label], shownAs(stored))}{' '}
      {capital(`the first at ${shutterWords(first.shutterS)}, the second at ${shutterWords(second.shutterS)}`)}: each with the
      setting its plan chose for {stored.document.title}.
    </Finding>
  );
}
