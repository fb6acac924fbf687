import { SET_BACKS, type SetBack } from '@hushto/core';
import type { StoredBody, WhereOptions } from '@hushto/contract';
import { capital, SET_BACK_WORDS } from '@hushto/words';
import { MapPin } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../components/Button.tsx';
import { Sheet } from '../../components/Sheet.tsx';
import { TextField } from '../../components/TextField.tsx';
import { useDocument } from '../../state/documents.ts';

/** Where a body's options are, in its owner's own words; said wherever a plan asks for one. */
export function WhereOptionsMenu({ body }: { body: StoredBody }) {
  const [open, setOpen] = useState(false);
  const known = Object.keys(body.document.where ?? {}).length;
  return (
    <>
      <Button className="justify-self-start" onClick={() => setOpen(true)}>
        <MapPin aria-hidden="true" /> Where its options are
        {known > 0 && <span className="font-normal text-quiet">{known} said</span>}
      </Button>
      {open && (
        <Sheet wide title={`Where the options of ${body.document.label} are`} onClose={() => setOpen(false)}>
          <Fields body={body} />
        </Sheet>
      )}
    </>
  );
}

function Fields({ body }: { body: StoredBody }) {
  const { edit } = useDocument('bodies', body.id);
  const say = (what: SetBack, words: string): void =>
    void edit((before) => ({ ...before, where: without({ ...before.where, [what]: words.trim().slice(0, 60) }) }));
  return (
    <div className="grid grid-cols-2 gap-x-6 gap-y-2.5 max-sm:grid-cols-1">
      <p className="col-span-full text-quiet">
        Once, in your own words: “second page”, “lever on top”. A plan that asks for one says where it is.
      </p>
      {SET_BACKS.map((what) => (
        <TextField
          key={what}
          label={capital(SET_BACK_WORDS[what])}
          value={body.document.where?.[what] ?? ''}
          onChange={(words) => say(what, words)}
        />
      ))}
    </div>
  );
}

/** What is said nothing of is left out, and all of it where nothing is said. */
function without(where: WhereOptions): WhereOptions | undefined {
  const said = Object.entries(where).filter(([, words]) => words !== '');
  return said.length > 0 ? Object.fromEntries(said) : undefined;
}
