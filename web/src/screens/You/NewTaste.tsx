import { withTests, type TasteSeries } from '@hushto/contract';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Problem } from '../../components/Field.tsx';
import { Select } from '../../components/Select.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { ViewSelect } from '../../components/ViewSelect.tsx';
import { settingsFor } from '../../domain/tasteSeries.ts';
import { addDocument } from '../../state/documents.ts';
import { useLastOpen } from '../../state/lastOpen.ts';
import { useLibrary } from '../../state/library.ts';
import { useOwnTests } from '../../state/useTests.ts';
import { sceneFor } from '../../workers/scenes/names.ts';
import { today } from '../../quantities/today.ts';

interface NewTasteProps {
  kind: TasteSeries['kind'];
  onClose: () => void;
  onMade: (id: string) => void;
}

/** Which brief the frames are of, and how large they will be looked at. */
export function NewTaste({ kind, onClose, onMade }: NewTasteProps) {
  const briefs = useLibrary((library) => library.briefs);
  const tests = useOwnTests();
  const lastOpen = useLastOpen(({ briefId }) => briefId);
  const [briefId, setBriefId] = useState(() => (briefs.find(({ id }) => id === lastOpen) ?? briefs[0])?.id ?? '');
  const stored = briefs.find(({ id }) => id === briefId);
  const written = stored?.document;
  const [viewCph, setViewCph] = useState<number | null>(null);
  const brief = written && { ...written, picture: { ...written.picture, viewCph: viewCph ?? written.picture.viewCph } };
  const taste = kind === 'taste';
  // Nothing to choose from where every faster frame is as good as the slower.
  const few = brief && taste ? settingsFor(withTests(brief, tests)).length < 4 : false;
  const start = (): void => {
    if (!brief) return;
    const common = {
      title: taste ? brief.title : (brief.kit.sensor.label ?? 'A body'),
      day: today(),
      brief: withTests(brief, tests),
      scene: sceneFor(brief),
      seed: crypto.getRandomValues(new Uint32Array(1))[0]!,
      closed: false,
    };
    onMade(
      addDocument('tastes', taste ? { ...common, kind: 'taste', choices: [] } : { ...common, kind: 'ceiling', answers: [] }),
    );
  };
  return (
    <Sheet title={taste ? 'A taste test' : 'An ISO ceiling'} onClose={onClose}>
      <div className="grid gap-3">
        <p className="text-quiet">
          {taste
            ? 'Two frames of one scene, one with more blur, one with more grain. You take the one you would keep; about sixteen times.'
            : 'One frame at rising ISO, still and sharp. You say whether you would show it; about a dozen times.'}
        </p>
        {briefs.length === 0 ? (
          <Problem>It needs a brief to take its scene, kit and light from: make one under Plan.</Problem>
        ) : (
          <Select
            label="Scene, kit and light of"
            value={briefId}
            options={briefs.map(({ id, document }) => ({ value: id, label: document.title }))}
            onChange={setBriefId}
          />
        )}
        {brief && <ViewSelect label="Looked at" viewCph={brief.picture.viewCph} onChange={setViewCph} />}
        {few && <Problem alert>This brief leaves too few shutter speeds to choose between; take another.</Problem>}
        <Button look="go" disabled={!brief || few} onClick={start}>
          <Plus aria-hidden="true" /> Start
        </Button>
      </div>
    </Sheet>
  );
}
