import { kindOf, type KindName, type Stored } from '@hushto/contract';
import { missingWords } from '@hushto/words';
import { Link } from 'react-router';
import { useLibrary, useSync } from '../state/library.ts';
import { buttonLook } from './Button.tsx';
import { Message } from './Message.tsx';

/** Others of the kind that are offered. */
const MOST_OFFERED = 8;

const WHY = { answers: 'gone', away: 'unreachable', fails: 'failing' } as const;

interface MissingProps {
  kind: KindName;
  /** Where documents of the kind are opened, as "/plan". */
  at: string;
  /** Where all of them are, if not there. */
  room?: string;
}

/** Where an address names a document that is not there: never another in its place. */
export function Missing({ kind, at, room = at }: MissingProps) {
  const server = useSync((state) => state.server);
  const others = useLibrary((library) => library[kind]) as readonly Stored[];
  const { title, text } = missingWords(kind, WHY[server], others.length > 0);
  const latest = [...others].sort((a, b) => b.updatedAt.localeCompare(a.updatedAt)).slice(0, MOST_OFFERED);
  return (
    <Message title={title}>
      <p>{text}</p>
      {latest.length > 0 && (
        <ul className="grid w-full">
          {latest.map(({ id, document }) => (
            <li key={id}>
              <Link className="inline-flex min-h-9 items-center underline max-sm:min-h-11" to={`${at}/${id}`}>
                {kindOf(kind).titleOf(document)}
              </Link>
            </li>
          ))}
        </ul>
      )}
      <Link className={buttonLook({ look: 'go' })} to={room}>
        {others.length > 0 ? `All ${kindOf(kind).many}` : 'Start a new one'}
      </Link>
    </Message>
  );
}
