import { openOfAnyFormat } from '@hushto/contract';
import { type AnchoredLight, type HoldCondition, type TakeCode } from '@hushto/core';
import { createStore, type StoreApi } from 'zustand';
import type { Deck } from '../domain/decks.ts';
import { type CountedTally, type OnTheSpot } from '../domain/onTheSpot.ts';

interface Memory {
  /** The stop looked at; null follows the clock. */
  chosen: string | null;
  spots: Record<string, OnTheSpot>;
  /** The deepest dim: one dark orange on black. */
  deep: boolean;
}

export interface Pocket extends Memory {
  /** Whether the last change is safe in the browser's storage. */
  safe: boolean;
  choose: (key: string | null) => void;
  anchor: (key: string, light: AnchoredLight) => void;
  hold: (key: string, conditions: HoldCondition[]) => void;
  stand: (key: string, distanceM: number) => void;
  /** Photographs another take; null is the plan. Frames of each are counted apart. */
  take: (key: string, code: TakeCode | null) => void;
  /** Back to the light, the stance and the distance of the brief. */
  asPlanned: (key: string) => void;
  dim: (deep: boolean) => void;
}

interface PocketParts {
  deck: Deck;
  storage: () => Storage;
}

const AS_PLANNED: OnTheSpot = { ev100: null, bound: 'reading', conditions: null, distanceM: null, take: null };
const AT_FIRST: Memory = { chosen: null, spots: {}, deep: false };

export type PocketStore = StoreApi<Pocket>;

const keyOf = ({ id }: Deck): string => `hushto.pocket.${id}`;

/** Pocket's own memory: light, stance and take. Every press is written before it is shown, so that a tab killed right after loses nothing. */
export function createPocket({ deck, storage }: PocketParts): PocketStore {
  const key = keyOf(deck);
  return createStore<Pocket>()((set, get) => {
    const change = (next: Partial<Memory>): void => {
      let safe = true;
      try {
        const { chosen, spots, deep } = { ...get(), ...next };
        storage().setItem(key, JSON.stringify({ chosen, spots, deep }));
      } catch {
        safe = false;
      }
      set({ ...next, safe });
    };
    const onTheSpot = (stopKey: string, found: Partial<OnTheSpot>): void =>
      change({ spots: { ...get().spots, [stopKey]: { ...spotOf(get(), stopKey), ...found } } });
    return {
      ...read(storage, key),
      safe: true,
      choose: (chosen) => change({ chosen }),
      anchor: (stopKey, light) => onTheSpot(stopKey, { ev100: Math.min(24, Math.max(-12, light.ev100)), bound: light.bound }),
      hold: (stopKey, conditions) => onTheSpot(stopKey, { conditions }),
      stand: (stopKey, distanceM) => onTheSpot(stopKey, { distanceM }),
      take: (stopKey, take) => onTheSpot(stopKey, { take }),
      asPlanned: (stopKey) => onTheSpot(stopKey, AS_PLANNED),
      dim: (deep) => change({ deep }),
    };
  });
}

export const spotOf = ({ spots }: Pick<Pocket, 'spots'>, stopKey: string): OnTheSpot => spots[stopKey] ?? AS_PLANNED;

/** Names this browser among those that count. Storage that is forbidden gives a new name each time. */
export function deviceIdIn(storage: () => Storage, newId: () => string): string {
  const fresh = newId();
  try {
    const known = storage().getItem(DEVICE);
    if (known) return known;
    storage().setItem(DEVICE, fresh);
    return storage().getItem(DEVICE) ?? fresh;
  } catch {
    return fresh;
  }
}
const DEVICE = 'hushto.device';

/**
 * Tallies that releases up to 0.1 kept in Pocket's own memory, in today's form; one that cannot be brought to it is left out.
 * @param take keeps one where tallies belong now; when all are kept, the memory forgets them
 */
export async function moveEarlierTallies(
  { deck, storage }: PocketParts,
  take: (counted: CountedTally) => Promise<boolean>,
): Promise<void> {
  const { tallies, ...memory } = memoryIn(storage, keyOf(deck)) as Partial<Memory> & { tallies?: unknown };
  if (!Array.isArray(tallies)) return;
  let kept = true;
  for (const one of tallies as unknown[]) {
    if (typeof one !== 'object' || one === null || !('id' in one) || !('tally' in one) || typeof one.id !== 'string') continue;
    const tally = openOfAnyFormat('tallies', one.tally);
    if (tally && tally.frames.length > 0) kept = (await take({ id: one.id, tally })) && kept;
  }
  if (kept) storage().setItem(keyOf(deck), JSON.stringify(memory));
}

function read(storage: () => Storage, key: string): Memory {
  const { chosen, spots, deep } = { ...AT_FIRST, ...memoryIn(storage, key) };
  return { chosen, spots, deep };
}

function memoryIn(storage: () => Storage, key: string): Partial<Memory> {
  try {
    return (JSON.parse(storage().getItem(key) ?? '{}') as Partial<Memory> | null) ?? {};
  } catch {
    return {};
  }
}
