import { KINDS, type Aside } from '@hushto/contract';
import { unreadableWords } from '@hushto/words';
import { Download, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { asidePath } from '../../api/client.ts';
import { Button, buttonLook } from '../../components/Button.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { strangeEntries } from '../../state/library.ts';
import { PANEL } from './panel.ts';

/** What cannot be read, on the server or in this browser: named, with why, and to be taken out as it is. */
export function AsideList({ aside, looking }: { aside: readonly Aside[] | null; looking: boolean }) {
  const [strange, setStrange] = useState<readonly unknown[]>([]);
  useEffect(() => {
    let here = true;
    void strangeEntries.read().then(
      (found) => here && setStrange(found),
      () => undefined,
    );
    return () => {
      here = false;
    };
  }, []);
  if (!aside?.length && strange.length === 0)
    return (
      <section className={PANEL} aria-labelledby="aside-title">
        <h2 id="aside-title">Set aside</h2>
        <p>
          {aside
            ? 'Nothing: everything that is kept can be read.'
            : looking
              ? 'Looking…'
              : 'Not known: the server did not answer.'}
        </p>
      </section>
    );
  return (
    <section className={PANEL} aria-labelledby="aside-title">
      <h2 id="aside-title">Set aside</h2>
      <p>These cannot be read. They stay as they are, out of the way of everything else.</p>
      <ul className="grid gap-3">
        {aside?.map(({ kind, id, title, why, issues }) => (
          <li key={`${kind}${id}`} className="flex items-start justify-between gap-4">
            <span>
              <b>{title || 'Without a name'}</b> <span className="text-13 text-quiet">{KINDS[kind].name}</span>
              <br />
              <span>{unreadableWords({ why, issues })}</span>
            </span>
            <a
              className={buttonLook({ look: 'bare', size: 's' })}
              href={asidePath(kind, id)}
              download
              aria-label={`Take out ${title}`}
            >
              <Download aria-hidden="true" /> Take out
            </a>
          </li>
        ))}
        {strange.length > 0 && (
          <li className="flex items-start justify-between gap-4">
            <span>
              <b>{strange.length === 1 ? 'One change' : `${strange.length} changes`} of this browser</b>
              <br />
              <span>Not in a form that Hushto understands, so never sent.</span>
            </span>
            <span>
              <Button look="bare" size="s" onClick={() => saveFile('hushto set aside', 'json', JSON.stringify(strange, null, 2))}>
                <Download aria-hidden="true" /> Take out
              </Button>
              <Button look="bare" size="s" onClick={() => void strangeEntries.clear().then(() => setStrange([]))}>
                <Trash2 aria-hidden="true" /> Let go
              </Button>
            </span>
          </li>
        )}
      </ul>
    </section>
  );
}
