import type { LogFrame } from '@hushto/contract';
import { mosaicOfPicture, withExif, writeDng, type Brief } from '@hushto/core';
import { FileDown } from 'lucide-react';
import { useState } from 'react';
import { ActionMenu } from '../../components/ActionMenu.tsx';
import { saveFile } from '../../components/saveFile.ts';
import { useToasts } from '../../components/toast.ts';
import { jobOf, takenOf } from '../../domain/simulatedFrame.ts';
import { drawnOnce } from '../../state/logWhy.ts';

/** Width of the files, px: as fine as the scenes are. */
const FILE_PX = 2048;
const JPEG_QUALITY = 0.92;

/** A frame of the simulated camera as the file it would have written. */
export function SaveFrame({ frame, brief }: { frame: LogFrame; brief: Brief }) {
  const [busy, setBusy] = useState(false);
  const { show } = useToasts();
  const [job, taken] = [jobOf(frame, brief, FILE_PX), takenOf(frame, brief)];
  if (!job || !taken) return null;
  const write = async (kind: 'jpg' | 'dng'): Promise<void> => {
    const drawn = await drawnOnce('why', job);
    if (!drawn) return show('The frame cannot be drawn here.');
    const { width, height } = drawn;
    const pixels = new Uint8ClampedArray(drawn.pixels);
    const title = frame.name.replace(/\.[^.]*$/, '');
    if (kind === 'dng') return saveFile(title, kind, writeDng(mosaicOfPicture(pixels, width, height, taken), taken));
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.putImageData(new ImageData(pixels, width, height), 0, 0);
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: JPEG_QUALITY });
    saveFile(title, kind, withExif(new Uint8Array(await blob.arrayBuffer()), taken, width, height));
  };
  const save = (kind: 'jpg' | 'dng'): void => {
    setBusy(true);
    void write(kind)
      .catch(() => show('The file could not be written.'))
      .finally(() => setBusy(false));
  };
  return (
    <ActionMenu
      title="Save it as a file"
      icon={FileDown}
      disabled={busy}
      actions={[
        { name: 'JPEG', line: 'As the simulated camera showed it, with its settings', onPick: () => save('jpg') },
        { name: 'DNG', line: 'As its sensor saw it, raw', onPick: () => save('dng') },
      ]}
    />
  );
}
