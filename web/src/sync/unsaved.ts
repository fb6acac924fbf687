import { openOfAnyFormat } from '@hushto/contract';
import { ActionSchema, keyOf, type Action } from './entry.ts';

/** A key for each action: two windows that go at once do not overwrite each other's. */
const PREFIX = 'hushto.unsaved.';
/** Where releases up to 0.1 left them all, in another form. */
const EARLIER_KEY = 'hushto.unwritten';

/** What must not be lost with this page, in local storage: that takes it at once, where the database would answer too late. */
export interface Unsaved {
  /** Saves actions that are not on the disk yet. What local storage does not take is not saved; the page has said so all along. */
  save(actions: readonly Action[]): void;
  /** They are on the disk now. */
  clear(actions: readonly Action[]): void;
  /** What pages that went had not written, in today's form, in the order it was done. */
  read(): Action[];
}

export function unsavedIn(storage: () => Storage): Unsaved {
  return {
    save: (actions) => {
      for (const action of actions) attempt(() => storage().setItem(keyOfAction(action), JSON.stringify(action)));
    },
    clear: (actions) => {
      for (const action of actions) attempt(() => storage().removeItem(keyOfAction(action)));
      attempt(() => storage().removeItem(EARLIER_KEY));
    },
    read: () =>
      (attempt(() => readIn(storage())) ?? [])
        .flatMap((one) => {
          const { data } = ActionSchema.safeParse(one);
          return (data && usable(data)) ?? [];
        })
        .sort((a, b) => timeOf(a) - timeOf(b)),
  };
}

/** Drafts have no tag: the last of a document is the one that counts. */
const keyOfAction = (action: Action): string =>
  `${PREFIX}${action.type === 'draft' ? keyOf(action.kind, action.id) : `${action.tag}.${keyOf(action.kind, action.id)}`}`;
/** A draft comes after the edits it was typed on. */
const timeOf = (action: Action): number => (action.type === 'draft' ? Infinity : action.atMs);

/** An action with its documents in today's form; null where they cannot be opened, for nobody could send it. */
function usable(action: Action): Action | null {
  if (action.type === 'edit') {
    const after = openOfAnyFormat(action.kind, action.after);
    const seen = action.seen === null ? null : openOfAnyFormat(action.kind, action.seen);
    return after === null || (action.seen !== null && seen === null) ? null : { ...action, after, seen };
  }
  if (action.type !== 'bringBack') return action;
  const document = openOfAnyFormat(action.kind, action.document);
  return document === null ? null : { ...action, document };
}

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null;

/** An action as releases up to 0.1 left it: what it is about stood under a name of its own. */
function fromEarlier(one: unknown): unknown {
  if (!isFields(one)) return one;
  const { did, edit, at, back, clash, keep, ...rest } = one;
  const flat: Fields = { ...rest, ...(isFields(edit) ? { draft: null, ...edit } : {}), ...(isFields(at) ? at : {}), ...(isFields(back) ? back : {}) }; // prettier-ignore
  if (did === 'delete') return { ...flat, type: did, conflict: flat['clashing'] };
  return { ...flat, type: did, ...(did === 'choose' ? { conflict: clash, choice: keep } : {}) };
}

function readIn(storage: Storage): unknown[] {
  const earlier = parsed(storage.getItem(EARLIER_KEY));
  const keys = Object.keys(storage).filter((key) => key.startsWith(PREFIX));
  return [
    ...(Array.isArray(earlier) ? earlier.map(fromEarlier) : []),
    ...keys.sort(byStep).map((key) => parsed(storage.getItem(key))),
  ];
}

/** By the number of the step within one window, so that steps of one millisecond keep their order. */
const byStep = (a: string, b: string): number => stepIn(a) - stepIn(b);
const stepIn = (key: string): number => Number(/\.(\d+)\.[^.]*$/.exec(key)?.[1] ?? 0);

function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return null;
  }
}

/** Local storage may be full or forbidden; asking alone fails then. */
function attempt<Result>(work: () => Result): Result | null {
  try {
    return work();
  } catch {
    return null;
  }
}
