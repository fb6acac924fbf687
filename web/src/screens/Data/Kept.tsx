import { KIND_NAMES, KINDS, type DataState } from '@hushto/contract';
import { useEffect, useState } from 'react';
import { useKeeping } from '../../state/library.ts';
import { waitingIn } from '../../sync/library.ts';
import { sizeText } from './sizeText.ts';
import { PANEL } from './panel.ts';

/** What is kept, on the server and in this browser. */
export function Kept({ state }: { state: DataState | null }) {
  const here = useKeeping(({ entries }) => entries.size);
  const waiting = useKeeping(waitingIn);
  const unsafe = useKeeping((keeping) => keeping.unsafe !== null);
  const lasting = useLasting();
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
      </ul>
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
