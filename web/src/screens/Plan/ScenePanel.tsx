import { fullFrameEquivalentMm, type Brief } from '@hushto/core';
import { plainNumber } from '@hushto/words';
import { Brush, ImageUp, Scale } from 'lucide-react';
import { useShallow } from 'zustand/react/shallow';
import { Button } from '../../components/Button.tsx';
import { FileButton } from '../../components/FileButton.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { PickList } from '../../components/PickList.tsx';
import { SegmentedControl } from '../../components/SegmentedControl.tsx';
import { useToasts } from '../../components/toast.ts';
import { photoOf, useFrame, type OwnPhoto as Photo } from '../../state/frame.ts';
import { changePhoto, letGoOfPhoto, takePhoto } from '../../state/ownPhoto.ts';
import { askPhoto } from '../../workers/photos.ts';
import { SCENE_LABELS, sceneFor, type SceneName } from '../../workers/scenes/names.ts';
import { closeRows } from '../../domain/closeLook.ts';

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
          letGoOfPhoto();
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
    const taken = await takePhoto(brief, file);
    if ('problem' in taken) show(`“${file.name}” ${taken.problem}`);
    else if (!taken.kept) show(`This browser keeps nothing: “${file.name}” is here until the page is loaded anew.`);
  };
  const check = async (file: File): Promise<void> => {
    const found = await askPhoto('picture', file);
    if ('problem' in found) return show(`“${file.name}” ${found.problem}`);
    const { shutterS, fNumber, iso } = found.exif;
    useFrame.getState().set({ real: { picture: found.picture!, name: file.name, shutterS, fNumber, iso } });
    close();
  };
  return (
    <div className="grid gap-2 justify-items-start pt-2">
      <FileButton icon={ImageUp} accept={PICTURES} onFile={(file) => void take(file)}>
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
              if (mm >= 8 && mm <= 2000) changePhoto({ equivalentMm: mm, known: 'own' });
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
              changePhoto({ moves });
              if (moves === 'brushed' && photo.mask === 0) brush();
            }}
          />
          {photo.moves === 'brushed' && (
            <Button onClick={brush}>
              <Brush aria-hidden="true" /> Paint what moves
            </Button>
          )}
          {fitToJudge(brief, photo)}
          <FileButton icon={Scale} accept={PICTURES} onFile={(file) => void check(file)}>
            Check against one really taken
          </FileButton>
        </>
      )}
      <p className="text-quiet">It stays in this browser. Take one that is sharp and clean, at low ISO.</p>
    </div>
  );
}

const PICTURES = 'image/jpeg,image/png,image/webp,image/avif';

const KNOWN: Record<Photo['known'], string> = {
  written: 'As its camera wrote it.',
  guessed: 'It does not say: taken to be of this brief’s body. Set it right where that is wrong.',
  own: 'As you set it.',
};

/** Softness that nobody sees, px as it will be seen. */
const SHARP_PX = 0.8;

/** Said where the close look wants more pixels than the photo has, or finer edges. */
function fitToJudge(brief: Brief, { height, equivalentMm, softPx }: Photo) {
  const { sensor, lens } = brief.kit;
  const zoom = Math.max(
    1,
    fullFrameEquivalentMm(lens.focalLengthMm, sensor.widthMm, sensor.heightMm, brief.picture.crop) / equivalentMm,
  );
  const [has, wants] = [Math.round(height / zoom), Math.round(closeRows(brief, 'detail'))];
  const soft = softPx === null ? 0 : (softPx * wants) / has;
  return (
    <>
      {has < 0.98 * wants && (
        <p>
          <b className="font-strong">It is too small to judge by:</b> {has} px high{zoom > 1.02 && ' as this lens sees it'}, where
          the picture will be seen at {wants}. Detail finer than that is not in it.
        </p>
      )}
      {soft > SHARP_PX && (
        <p>
          <b className="font-strong">Its own edges are soft:</b> {plainNumber(soft)} px as it will be seen. Blur finer than that
          cannot be judged by it.
        </p>
      )}
    </>
  );
}
