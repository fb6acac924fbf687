import { movingThing, type Brief } from '@hushto/core';
import { briefFrom, briefPhrase, STARTER_SITUATIONS } from '@hushto/words';
import { ChevronLeft } from 'lucide-react';
import { Button } from '../../components/Button.tsx';
import { MenuItem, MenuList } from '../../components/Menu.tsx';
import { BriefValley } from '../../components/MiniValley.tsx';

/** A dozen usual situations, each a whole brief. */
export function Situations({ onPick, onBack }: { onPick: (brief: Brief) => void; onBack?: () => void }) {
  const fields = { street: 'Street', concert: 'Concert', wildlife: 'Wildlife', action: 'Action' } as const;
  return (
    <>
      {onBack && (
        <div className="px-2 py-1">
          <Button look="bare" size="s" onClick={onBack}>
            <ChevronLeft aria-hidden="true" /> All briefs
          </Button>
        </div>
      )}
      <MenuList label="Situations to begin from">
        {STARTER_SITUATIONS.map((situation) => {
          const made = briefFrom(situation);
          const field = movingThing(situation.thing ?? undefined)?.field ?? 'street';
          return (
            <MenuItem
              key={situation.id}
              name={situation.label}
              line={`${fields[field]}: ${briefPhrase(made)}`}
              end={<BriefValley brief={made} />}
              onPick={() => onPick(made)}
            />
          );
        })}
      </MenuList>
    </>
  );
}
