import type { Brief } from '@hushto/core';
import { ImageUp } from 'lucide-react';
import { useShallow } from 'zustand/react/shallow';
import { Checkbox } from '../../components/Checkbox.tsx';
import { FileButton } from '../../components/FileButton.tsx';
import { NumberField } from '../../components/NumberField.tsx';
import { PickList } from '../../components/PickList.tsx';
import { useToasts } from '../../components/toast.ts';
import { useFrame } from '../../state/frame.ts';
import { lendPhoto } from '../../workers/frames.ts';
import { askPhoto } from '../../workers/photos.ts';
import { SCENE_LABELS, sceneFor, type SceneName } from '../../workers/scenes/names.ts';

/** What the frame is drawn of: a scene of ours, or a sharp photo of the user's own. */
export function ScenePanel({ brief, close }: { brief: Brief; close: () => void }) {
  const { scene, photo, set } = useFrame(useShallow(({ scene, photo, set }) => ({ scene, photo, set })));
  return (
    <>
      <PickList
        label="Scenes"
        value={photo ? undefined : (scene ?? sceneFor(brief))}
        items={(Object.keys(SCENE_LABELS) as SceneName[]).map((name) => ({ id: name, label: SCENE_LABELS[name] }))}
        onPick={(id) => {
          set({ scene: id === sceneFor(brief) ? null : (id as SceneName), photo: null });
          close();
        }}
      />
      <OwnPhoto />
    </>
  );
}

function OwnPhoto() {
  const { photo, set } = useFrame(useShallow(({ photo, set }) => ({ photo, set })));
  const { show } = useToasts();
  const take = async (file: File): Promise<void> => {
    const found = await askPhoto('picture', file);
    if ('problem' in found) return show(`“${file.name}” ${found.problem}`);
    set({
      photo: {
        id: lendPhoto(found.picture!),
        name: file.name,
        equivalentMm: photo?.equivalentMm ?? 35,
        moves: photo?.moves ?? false,
      },
    });
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
              if (mm >= 8 && mm <= 2000) set({ photo: { ...photo, equivalentMm: mm } });
            }}
          />
          <Checkbox checked={photo.moves} onChange={(moves) => set({ photo: { ...photo, moves } })}>
            All of it moves as the subject does
          </Checkbox>
        </>
      )}
      <p className="text-quiet">It stays in this browser. Take one that is sharp and clean, at low ISO.</p>
    </div>
  );
}
