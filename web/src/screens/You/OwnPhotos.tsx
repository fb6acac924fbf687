import type { HoldSeries } from '@hushto/contract';
import { plainNumber, shutterWords } from '@hushto/words';
import { Check, X } from 'lucide-react';
import { useRef, useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { DropFiles } from '../../components/DropFiles.tsx';
import { Problem } from '../../components/Field.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { Table, TableScroll } from '../../components/Table.tsx';
import { withFrame, type EditSeries } from '../../domain/holdSeries.ts';
import { supportedOf, verdictOf, type PhotoVerdict } from '../../domain/photoVerdict.ts';
import { readTestPhoto, type TestPhoto } from './testPhotos.ts';

/** Photos of the test dropped in: read, measured, and proposed; nothing counts before it is confirmed. */
export function OwnPhotos({ series, edit }: { series: HoldSeries; edit: EditSeries }) {
  const [reading, setReading] = useState<{ done: number; of: number } | null>(null);
  const [photos, setPhotos] = useState<TestPhoto[]>([]);
  const [problems, setProblems] = useState<string[]>([]);
  const stopping = useRef(new AbortController());
  const take = async (files: readonly File[]): Promise<void> => {
    const { signal } = (stopping.current = new AbortController());
    setPhotos([]);
    setProblems([]);
    const read: TestPhoto[] = [];
    for (const [n, file] of files.entries()) {
      if (signal.aborted) break;
      setReading({ done: n, of: files.length });
      const photo = await readTestPhoto(file, series, signal).catch(() => ({
        name: file.name,
        problem: 'could not be measured.',
      }));
      if ('problem' in photo) setProblems((all) => [...all, `“${photo.name}” ${photo.problem}`]);
      else read.push(photo);
    }
    setReading(null);
    setPhotos(read.sort((a, b) => (a.takenAt?.getTime() ?? 0) - (b.takenAt?.getTime() ?? 0)));
  };
  // A frame from a support changes what the others show of the hands, but for what was said by eye.
  const supported = supportedOf(photos);
  const verdict = (photo: TestPhoto): PhotoVerdict => verdictOf(photo, supported?.blurPx ?? series.reference?.blurPx ?? 0);
  const confirm = (): void => {
    const rounded = (px: number): number => Math.round(px * 100) / 100;
    edit((before) =>
      photos
        .filter((photo) => verdict(photo) !== 'support')
        .reduce(
          (grown, photo) => {
            const { shutterS, blurPx, takenAt } = photo;
            return withFrame(
              grown,
              {
                shutterS,
                sharp: verdict(photo) === 'sharp',
                how: 'photo',
                ...(blurPx === null ? {} : { blurPx: rounded(blurPx) }),
              },
              takenAt ?? new Date(),
            );
          },
          supported
            ? {
                ...before,
                reference: { at: (supported.takenAt ?? new Date()).toISOString(), blurPx: rounded(supported.blurPx) },
              }
            : before,
        ),
    );
    setPhotos([]);
  };
  return (
    <>
      <DropFiles
        label="Or drop the photos in"
        accept="image/jpeg,image/tiff,image/heic,image/avif"
        onFiles={(files) => void take(files)}
        reading={reading}
        onStop={() => stopping.current.abort()}
        help="Speed from each file, verdict proposed from its edges. They stay in this browser."
      />
      {problems.map((problem) => (
        <Problem key={problem} alert>
          {problem}
        </Problem>
      ))}
      {photos.length > 0 && (
        <Sheet title={`${photos.length} ${photos.length === 1 ? 'photo' : 'photos'} read`} wide onClose={() => setPhotos([])}>
          <p className="text-quiet">
            Two pixels as viewed are still crisp. Change what your eyes see otherwise. One frame of the same from a support says
            how much of it is lens and focus; that is taken off the others.
          </p>
          <TableScroll label="Photos and verdicts">
            <Table heads={['Photo', 'Shutter', 'Edges smear', 'Verdict', 'Leave out']}>
              <tbody>
                {photos.map((photo, n) => (
                  <tr key={`${photo.name}${n}`}>
                    <th scope="row">{photo.name}</th>
                    <td>{shutterWords(photo.shutterS)}</td>
                    <td>
                      {photo.blurPx === null ? 'unknown' : `${plainNumber(photo.blurPx)} px`}
                      {photo.doubt && <span className="text-quiet"> {photo.doubt}</span>}
                    </td>
                    <td>
                      <SegmentedControl
                        fit
                        label={`Verdict on ${photo.name}`}
                        hideLabel
                        value={verdict(photo)}
                        options={[
                          { value: 'sharp', label: 'Sharp' },
                          { value: 'soft', label: 'Soft' },
                          { value: 'support', label: 'From a support' },
                        ]}
                        onChange={(said) => setPhotos(photos.map((other, i) => (i === n ? { ...other, said } : other)))}
                      />
                    </td>
                    <td>
                      <Button
                        look="bare"
                        size="s"
                        icon
                        aria-label={`Leave ${photo.name} out`}
                        onClick={() => setPhotos(photos.filter((_, i) => i !== n))}
                      >
                        <X aria-hidden="true" />
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
          </TableScroll>
          <Button look="go" onClick={confirm}>
            <Check aria-hidden="true" /> Count {photos.length === 1 ? 'it' : `these ${photos.length}`}
          </Button>
        </Sheet>
      )}
    </>
  );
}
