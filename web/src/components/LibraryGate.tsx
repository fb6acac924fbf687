import { KIND_NAMES } from '@hushto/contract';
import { noAnswerWords } from '@hushto/words';
import { useEffect, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import { api } from '../api/client.ts';
import { libraryNow, loadLibrary, useLibrary, useSync } from '../state/library.ts';
import { Button } from './Button.tsx';
import { FieldBox, Problem } from './Field.tsx';
import { Message } from './Message.tsx';
import { said } from '../sync/remote.ts';

/** What a screen stands behind until the kept things are there: loading, a failure with another try, or pairing. */
export function LibraryGate({ what, children }: { what: string; children: ReactNode }) {
  const status = useLibrary((library) => library.status);
  const failure = useLibrary((library) => library.failure);
  const server = useSync((state) => state.server);
  const { id } = useParams();
  // What the address names may have been made elsewhere since.
  const mayCome = useLibrary(
    (library) => id !== undefined && !library.heard && !KIND_NAMES.some((kind) => library[kind].some((one) => one.id === id)),
  );
  useEffect(() => {
    if (libraryNow().status === 'idle') void loadLibrary();
  }, []);
  if (status === 'ready' && !mayCome) return children;
  if (status === 'unpaired') return <PairThis onPaired={() => void loadLibrary()} />;
  if (status === 'failed') {
    return (
      <Message title={`The ${what} cannot be loaded`}>
        <p>{noAnswerWords(`your ${what}`, server === 'away' ? 'unreachable' : 'failing', failure ?? '')}</p>
        <Button look="go" onClick={() => void loadLibrary()}>
          Try again
        </Button>
      </Message>
    );
  }
  return <Message title={`Loading your ${what}`} busy />;
}

/** On a phone that the computer does not know yet. */
function PairThis({ onPaired }: { onPaired: () => void }) {
  const [code, setCode] = useState('');
  const [name, setName] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const pair = async (): Promise<void> => {
    try {
      await api.pair(code, name);
      onPaired();
    } catch (error) {
      setProblem(said(error));
    }
  };
  return (
    <Message title="Pair this phone">
      <p>
        On the computer Hushto runs on, press “Pocket”, then “Pair a phone”, and type the code it shows. It is good for two
        minutes.
      </p>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void pair();
        }}
      >
        <label className="grid gap-1">
          <span>Code</span>
          <FieldBox bad={Boolean(problem)}>
            <input
              value={code}
              inputMode="numeric"
              autoComplete="one-time-code"
              aria-invalid={problem !== null}
              onChange={(event) => setCode(event.target.value)}
            />
          </FieldBox>
        </label>
        <label className="grid gap-1">
          <span>Name of this phone, for the list on the computer</span>
          <FieldBox>
            <input value={name} maxLength={60} placeholder="Phone" onChange={(event) => setName(event.target.value)} />
          </FieldBox>
        </label>
        {problem && <Problem alert>{problem}</Problem>}
        <Button type="submit" look="go" disabled={code.trim() === ''}>
          Pair
        </Button>
      </form>
    </Message>
  );
}
