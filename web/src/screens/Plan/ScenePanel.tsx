import { fullFrameEquivalentMm, type Brief } from '@hushto/core';
import { Brush, ImageUp } from 'lucide-react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { FileButton } from '../../components/FileButton.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { PickList } from '../../components/PickList.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { useToasts } from '../../components/toast.ts';
import { photoOf, setPhoto, useFrame, type OwnPhoto as Photo } from '../../state/frame.ts';
import { takeIn } from '../../workers/ownPhotos.ts';
import { askPhoto } from '../../workers/photos.ts';
import { SCENE_LABELS, sceneFor, type SceneName } from '../../workers/scenes/names.ts';
import { closeRows } from './Inset.tsx';

/** What the frame is drawn of: a scene of ours, or a sharp photo of the user's own. */
export function ScenePanel({ brief, close }: { brief: Brief; close: () => void }) {
  const { scene, set } = useFrame(useShallow(({ scene, set }) => ({ scene, set })));
  const photo = useFrame(photoOf);
  return (
    <>
      <PickList
        label="Scenes"
        value={photo ? undefined : (scene ?? sceneFor(brief))}
        items={(Object.keys(SCENE_LABELS) as SceneName[]).map((name) => ({ id: name, label: SCENE_LABELS[name] }))}
        onPick={(id) => {
          set({ scene: id === sceneFor(brief) ? null : (id as SceneName), spot: null });
          setPhoto(null);
          close();
        }}
      />
      <OwnPhoto brief={brief} photo={photo} close={close} />
    </>
  );
}

function OwnPhoto({ brief, photo, close }: { brief: Brief; photo: Photo | null; close: () => void }) {
  const { show } = useToasts();
  const brush = (): void => {
    useFrame.getState().set({ brushing: true });
    close();
  };
  const take = async (file: File): Promise<void> => {
    const found = await askPhoto('picture', file);
    if ('problem' in found) return show(`“${file.name}” ${found.problem}`);
    const { sensor, lens } = brief.kit;
    const written = found.exif.equivalentMm;
    // Without it, the brief's own body and lens are the best guess there is.
    const taken = found.exif.focalLengthMm ?? lens.focalLengthMm;
    setPhoto({
      id: await takeIn(found.picture!),
      name: file.name,
      width: found.width,
      height: found.height,
      equivalentMm: written ?? Math.round(fullFrameEquivalentMm(taken, sensor.widthMm, sensor.heightMm, 1)),
      known: written === null ? 'guessed' : 'written',
      moves: 'all',
      mask: 0,
    });
    useFrame.getState().set({ spot: null });
  };
  return (
    <div className="grid gap-2 justify-items-start pt-2">
      <FileButton icon={ImageUp} accept="image/jpeg,image/png,image/webp,image/avif" onFile={(file) => void take(file)}>
        {photo ? 'Another photo' : 'A sharp photo of yours'}
      </FileButton>
      {photo && (
        <>
          <NumberField
            label="Taken with, full-frame equivalent"
            value={photo.equivalentMm}
            unit="mm"
            format={(mm) => String(Math.round(mm))}
            onChange={(mm) => {
              if (mm >= 8 && mm <= 2000) setPhoto({ ...photo, equivalentMm: mm, known: 'own' });
            }}
          />
          <p className="text-quiet">{KNOWN[photo.known]}</p>
          <SegmentedControl
            fit
            label="What moves as the subject does"
            value={photo.moves}
            options={[
              { value: 'all', label: 'Everything' },
              { value: 'brushed', label: 'What I paint' },
              { value: 'none', label: 'Nothing' },
            ]}
            onChange={(moves) => {
              setPhoto({ ...photo, moves });
              if (moves === 'brushed' && photo.mask === 0) brush();
            }}
          />
          {photo.moves === 'brushed' && (
            <Button onClick={brush}>
              <Brush aria-hidden="true" /> Paint what moves
            </Button>
          )}
          {pixelsShort(brief, photo)}
        </>
      )}
      <p className="text-quiet">It stays in this browser. Take one that is sharp and clean, at low ISO.</p>
    </div>
  );
}

const KNOWN: Record<Photo['known'], string> = {
  written: 'As its camera wrote it.',
  guessed: 'It does not say: taken to be of this brief’s body. Set it right where that is wrong.',
  own: 'As you set it.',
};

/** Said where the close look wants more pixels than the photo has. */
function pixelsShort(brief: Brief, { height, equivalentMm }: Photo) {
  const { sensor, lens } = brief.kit;
  const zoom = Math.max(
    1,
    fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm, brief.picture.crop) / equivalentMm,
  );
  const [has, wants] = [Math.round(height / zoom), Math.round(closeRows(brief, 'detail'))];
  return (
    has < 0.98 * wants && (
      <p>
        <b className="font-strong">It is too small to judge by:</b> {has} px high{zoom > 1.02 && ' as this lens sees it'}, where
        the picture will be seen at {wants}. Detail finer than that is not in it.
      </p>
    )
  );
}
