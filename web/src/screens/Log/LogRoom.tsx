import type { LogFilter, LogShelf } from '@hushto/contract';
import { count } from '@hushto/words';
import type { ReactNode } from 'react';
import { Button } from '../../components/Button.tsx';
import { LibraryGate } from '../../components/LibraryGate.tsx';
import { Message } from '../../components/Message.tsx';
import { NoAnswer } from '../../components/NoAnswer.tsx';
import { RoomPage } from '../../components/RoomPage.tsx';
import { Scrolls } from '../../components/Scrolls.tsx';
import { useMedia } from '../../components/useMedia.ts';
import { useToasts } from '../../components/toast.ts';
import { outingName } from '../../domain/logFrames.ts';
import { addDemo } from '../../state/library.ts';
import { filterLog, useLog } from '../../state/log.ts';
import { askLogAgain, useShelf } from '../../state/logQueries.ts';
import { said } from '../../sync/remote.ts';
import { TakeIn } from './TakeIn.tsx';

/** The room of the log: its outings beside whatever part is open. What is in it is the server's, so it is asked for anew each time the room is opened. */
export function LogRoom({ children }: { children: ReactNode }) {
  return (
    <LibraryGate what="log">
      <Room>{children}</Room>
    </LibraryGate>
  );
}

/** One column, as below the breakpoint `md`. */
const ONE_COLUMN = '(max-width: 899px)';

function Room({ children }: { children: ReactNode }) {
  const oneColumn = useMedia(ONE_COLUMN);
  const question = useShelf();
  const { data: shelf } = question;
  const { show } = useToasts();
  if (!shelf && question.error)
    return (
      <Message title="The log cannot be loaded">
        <NoAnswer what="the log" question={question} />
      </Message>
    );
  if (!shelf) return <Message title="Loading your log" busy />;
  if (shelf.frames === 0)
    return (
      <Message title="No frames yet">
        <p>
          Drop a folder of an outing here. Hushto reads how each frame was taken, finds the brief it was taken for, and asks which
          ones you would keep; then it says what your hands, your subjects and your ISO really allowed, and plans go by it. The
          pictures stay where they are.
        </p>
        <TakeIn />
        <Button
          onClick={() =>
            void addDemo()
              .then(askLogAgain)
              .catch((error: unknown) => show(said(error)))
          }
        >
          Load Port Alder’s evening
        </Button>
      </Message>
    );
  return (
    <RoomPage
      room="log"
      aside={
        oneColumn ? null : (
          <>
            <OutingList shelf={shelf} />
            {/* What goes on in the background is said over the foot of this column. */}
            <div className="pb-16">
              <TakeIn />
            </div>
          </>
        )
      }
    >
      {question.error && <NoAnswer what="the log" question={question} />}
      {children}
      {/* Below the task where there is one column; the outing is chosen among the filters there. */}
      {oneColumn && (
        <div className="max-sm:px-4 max-sm:pb-24">
          <TakeIn />
        </div>
      )}
    </RoomPage>
  );
}

function OutingList({ shelf: { outings, frames } }: { shelf: LogShelf }) {
  const filter = useLog((log) => log.filter);
  const open = (outing: string | undefined): void => {
    const { outing: _before, ...others } = filter;
    filterLog(outing === undefined ? others : ({ ...others, outing } satisfies LogFilter));
  };
  return (
    <nav aria-label="Outings" className="-ml-3 min-h-0 max-sm:ml-0">
      <Scrolls label="Outings" className="max-h-[38vh]">
      <ul>
        <Row name="All outings" line={count(frames, 'frame', 'frames')} current={filter.outing === undefined} onPick={() => open(undefined)} />
        {outings.map((outing) => (
          <Row
            key={outing.id}
            name={outingName(outing)}
            line={outing.judged === 0 ? `${count(outing.frames, 'frame', 'frames')}, none judged` : `${count(outing.frames, 'frame', 'frames')}, ${outing.keepers} of ${outing.judged} kept`}
            current={filter.outing === outing.id}
            onPick={() => open(outing.id)}
          />
        ))}
      </ul>
      </Scrolls>
    </nav>
  );
} // prettier-ignore

const Row = ({ name, line, current, onPick }: { name: string; line: string; current: boolean; onPick: () => void }) => (
  <li>
    <button
      type="button"
      aria-current={current ? 'true' : undefined}
      className="grid w-full cursor-pointer rounded-sm px-3 py-1 text-left hover:bg-sunk/60 aria-[current=true]:bg-sunk aria-[current=true]:shadow-[inset_4px_0_0_var(--ink)] max-sm:min-h-11"
      onClick={onPick}
    >
      <span className="font-strong">{name}</span>
      <span className="leading-5 text-quiet tabular-nums">{line}</span>
    </button>
  </li>
);
