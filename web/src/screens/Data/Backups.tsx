import type { Backup } from '@hushto/contract';
import { format, formatDistanceToNow } from 'date-fns';
import { CopyCheck, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { api } from '../../api/client.ts';
import { Button } from '../../components/Button.tsx';
import { Question } from '../../components/Question.tsx';
import { loadLibrary } from '../../state/library.ts';
import { PANEL, type Attempt } from './panel.ts';
import { sizeText } from './sizeText.ts';

interface BackupsProps {
  /** Null as long as they are not known. */
  backups: readonly Backup[] | null;
  looking: boolean;
  attempt: Attempt;
}

/** Copies of the whole database, with their age, and the way back to one. */
export function Backups({ backups, looking, attempt }: BackupsProps) {
  const [asked, setAsked] = useState<Backup | null>(null);
  const [busy, setBusy] = useState(false);
  const run = (work: () => Promise<string | null>): void => {
    setBusy(true);
    void attempt(work).finally(() => setBusy(false));
  };
  const restore = (backup: Backup): void => {
    setAsked(null);
    run(async () => {
      await api.restoreBackup(backup.name);
      await loadLibrary();
      return `Everything is as it was on ${momentText(backup.madeAt)}. What there was before is a backup too, kept for a week.`;
    });
  };
  const newest = backups?.[0];
  return (
    <section className={PANEL} aria-labelledby="backups-title">
      <div className="flex items-center justify-between gap-4">
        <h2 id="backups-title">Backups</h2>
        <Button
          size="s"
          disabled={busy}
          onClick={() => run(async () => api.backUp().then(() => 'A backup is made, read through and whole.'))}
        >
          <CopyCheck aria-hidden="true" /> Back up now
        </Button>
      </div>
      <p>
        <b>
          {newest
            ? `The newest is ${ageText(newest.madeAt)} old.`
            : backups
              ? 'There is none yet.'
              : looking
                ? 'Looking…'
                : 'Not known: the server did not answer.'}
        </b>{' '}
        One is made at every start after a change, hourly while you change things, and before an update changes the file. Each is
        read through before it counts.
      </p>
      {backups && backups.length > 0 && (
        <table className="w-full text-left">
          <thead>
            <tr className="text-13 text-quiet">
              <th scope="col">Made</th>
              <th scope="col" className="max-sm:hidden">
                Age
              </th>
              <th scope="col">Size</th>
              <th scope="col">
                <span className="sr-only">Restore</span>
              </th>
            </tr>
          </thead>
          <tbody className="tabular-nums">
            {backups.map((backup) => (
              <tr key={backup.name} className="border-t border-rule">
                <th scope="row" className="py-1 font-normal">
                  {momentText(backup.madeAt)}
                  {backup.beforeRestore && <span className="text-13 text-quiet"> before a restore</span>}
                </th>
                <td className="max-sm:hidden">{ageText(backup.madeAt)}</td>
                <td>{sizeText(backup.bytes)}</td>
                <td className="text-right">
                  {backup.sound === false ? (
                    <span className="text-warn">
                      <TriangleAlert aria-hidden="true" /> not whole
                    </span>
                  ) : (
                    <Button
                      look="bare"
                      size="s"
                      disabled={busy}
                      aria-label={`Restore ${momentText(backup.madeAt)}`}
                      onClick={() => setAsked(backup)}
                    >
                      Restore
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {asked && (
        <Question
          title={`Back to ${momentText(asked.madeAt)}?`}
          yes="Restore it"
          no="Leave it"
          onYes={() => restore(asked)}
          onClose={() => setAsked(null)}
        >
          Everything will be as it was then. What there is now is backed up first and kept for a week, so this can be undone by
          restoring that. Paired phones stay as they are.
        </Question>
      )}
    </section>
  );
}

const momentText = (at: string): string => format(new Date(at), 'd MMM yyyy, HH:mm');
const ageText = (at: string): string => formatDistanceToNow(new Date(at));
