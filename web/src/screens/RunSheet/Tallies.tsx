import { tallyFileToday, TallyFileSchema } from '@hushto/contract';
import { fieldIssues, TAKE_NAMES } from '@hushto/words';
import { FileInput, Trash2 } from 'lucide-react';
import { Button } from '../../components/Button.tsx';
import { FileButton } from '../../components/FileButton.tsx';
import { Scrolls } from '../../components/Scrolls.tsx';
import { useToasts } from '../../components/toast.ts';
import { useDeletion } from '../../components/useDeletion.ts';
import { byTake, countsOf } from '../../domain/onTheSpot.ts';
import { joined, sheetOfTally } from '../../domain/tallyBook.ts';
import { dayText } from '../../sky/zoned.ts';
import { change, create, useLibrary } from '../../state/library.ts';

/** What was counted on the spot, by day; and the way to bring a tally back from a phone. */
export function Tallies({ runSheetId }: { runSheetId: string | null }) {
  const tallies = useLibrary((library) => library.tallies);
  const sheets = useLibrary((library) => library.runSheets);
  const { show } = useToasts();
  const shown = tallies.filter(({ document }) => document.frames.length > 0 && sheetOfTally(document, sheets) === runSheetId);
  const mine = [...shown].sort((a, b) => b.document.day.localeCompare(a.document.day));
  const bringIn = async (file: File): Promise<void> => {
    const parsed = TallyFileSchema.safeParse(
      tallyFileToday(
        await file
          .text()
          .then(JSON.parse)
          .catch(() => null),
      ),
    );
    if (!parsed.success) {
      const [first] = fieldIssues(parsed.error);
      return show(
        `Nothing was taken from “${file.name}”: ${first?.path ? `${first.path}: ${first.message}` : 'it is not a tally saved by Pocket.'}`,
      );
    }
    const before = new Map(tallies.map((stored) => [stored.id, stored.document]));
    // A file may be older than what is here: frames are added, never removed.
    const brought = parsed.data.tallies.map(({ id, tally }) => {
      const seen = before.get(id) ?? null;
      return { id, seen, after: seen ? { ...seen, frames: joined(seen.frames, tally.frames) } : tally };
    });
    const frames = brought.reduce((sum, { seen, after }) => sum + after.frames.length - (seen?.frames.length ?? 0), 0);
    await Promise.all(
      brought.map(({ id, seen, after }) => (seen ? change('tallies', id, { seen, after }) : create('tallies', after, id))),
    );
    show(frames > 0 ? `${frames} counted frames are here.` : 'These were here already; nothing is counted twice.');
  };
  const remove = useDeletion();
  return (
    <section className="max-sm:order-2 max-sm:m-0 max-sm:px-4 max-sm:pt-2 max-sm:pb-0" aria-labelledby="tallies-title">
      <h2 id="tallies-title">Counted</h2>
      {mine.length === 0 && <p className="text-quiet">Nothing yet. What you count in Pocket comes here.</p>}
      <Scrolls label="Counted frames" className="max-h-55">
        <ul className="grid gap-1.5 mt-1 mb-2">
          {mine.map((stored) => {
            const { title, day, frames } = stored.document;
            return (
              <li className="relative pr-8" key={stored.id}>
                <p>
                  <b>{title}</b>
                </p>
                {byTake(frames).map(([take, own]) => {
                  const { sharp, soft, noisy, missed } = countsOf(own);
                  return (
                    <p key={take} className="tabular-nums">
                      <span className="text-quiet">{take === null ? dayText(day) : TAKE_NAMES[take]}:</span> {sharp} sharp, {soft}{' '}
                      soft, {noisy} noisy, {missed} missed
                    </p>
                  );
                })}
                <Button
                  look="bare"
                  size="s"
                  icon
                  className="absolute top-0 right-0"
                  aria-label={`Delete the tally of ${title}`}
                  onClick={() => void remove('tallies', stored, { say: `The tally of “${stored.document.title}” is deleted.` })}
                >
                  <Trash2 aria-hidden="true" />
                </Button>
              </li>
            );
          })}
        </ul>
      </Scrolls>
      <FileButton icon={FileInput} accept=".json,application/json" onFile={(file) => void bringIn(file)}>
        Bring a tally back
      </FileButton>
    </section>
  );
}
