import { KIND_NAMES, KINDS, type DataState } from '@hushto/contract';
import { useEffect, useState } from 'react';
import { logApi } from '../../api/log.ts';
import { Button } from '../../components/Button.tsx';
import { useSync } from '../../state/library.ts';
import { waitingIn } from '../../sync/library.ts';
import { sizeText } from './sizeText.ts';
import { PANEL, type Attempt } from './panel.ts';

/** What is kept, on the server and in this browser. */
export function Kept({ state, attempt }: { state: DataState | null; attempt: Attempt }) {
  const here = useSync(({ entries }) => entries.size);
  const waiting = useSync(waitingIn);
  const unsafe = useSync((state) => state.diskTrouble !== null);
  const lasting = useLasting();
  const forget = (): void =>
    void attempt(async () => {
      await logApi.dropPreviews();
      return 'The small pictures are forgotten; the frames and what was said of them stay.';
    });
  return (
    <section className={PANEL} aria-labelledby="kept-title">
      <h2 id="kept-title">What is kept</h2>
      <ul className="tabular-nums flex flex-wrap gap-x-6 gap-y-1">
        {KIND_NAMES.map((kind) => (
          <li key={kind}>
            <b>{state ? state.counts[kind] : '–'}</b>{' '}
            {state?.counts[kind] === 1 ? KINDS[kind].name.toLowerCase() : KINDS[kind].many}
          </li>
        ))}
        <li>
          <b>{state ? state.log.frames : '–'}</b> {state?.log.frames === 1 ? 'frame of the log' : 'frames of the log'}
        </li>
      </ul>
      {state && state.log.previews > 0 && (
        <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
          Of {state.log.previews} frames a small picture is kept.
          <Button size="s" onClick={forget}>
            Forget the pictures
          </Button>
        </p>
      )}
      <p>
        All of it is one file, <b>hushto.sqlite</b>
        {state?.folder ? (
          <>
            , in <span className="break-all">{state.folder}</span>
          </>
        ) : null}
        {state ? `: ${sizeText(state.bytes)}.` : '.'}
      </p>
      <p>
        {unsafe
          ? 'This browser keeps nothing: its storage is full or shut. What you change goes straight to the server; leave the page open until it is there.'
          : `This browser keeps a copy of ${here} documents, for when the server is away. ${
              waiting === 0 ? 'Nothing waits to be sent.' : `${waiting} wait to be sent.`
            }${lasting === false ? ' It has not promised to keep that for ever: let what waits reach the server before you clear its data.' : ''}`}
      </p>
    </section>
  );
}

/** Whether the browser has promised not to throw away what is kept; null while it is asked. */
function useLasting(): boolean | null {
  const [lasting, setLasting] = useState<boolean | null>(null);
  useEffect(() => {
    let here = true;
    void navigator.storage?.persisted?.().then((persisted) => here && setLasting(persisted));
    return () => {
      here = false;
    };
  }, []);
  return lasting;
}
