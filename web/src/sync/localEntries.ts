import equal from 'fast-deep-equal';
import type { Action, Entry } from './entry.ts';

/** A change of one entry, applied to whatever is on the disk by then. */
export type Step = (entry: Entry | null) => Entry | null;
/** A step with the key of the entry it changes. */
export type KeyedStep = readonly [key: string, step: Step];

interface Written {
  key: string;
  steps: readonly Step[];
  /** As it is on the disk after them. */
  entry: Entry | null;
}

/**
 * What this window knows of every document: the entry on the disk, and the steps over it that are not written yet. Pure memory; it
 * reads and writes nothing.
 */
export class LocalEntries {
  /** As on the disk, as far as this window knows. */
  readonly #onDisk = new Map<string, Entry | null>();
  /** Steps that are not on the disk yet, in order. */
  readonly #unwritten = new Map<string, Step[]>();
  /** Which of those are actions of the user. */
  readonly #actions = new Map<Step, Action>();
  #shown: ReadonlyMap<string, Entry> = new Map();

  /** Every entry with its unwritten steps. The same map as before where nothing changed. */
  get shown(): ReadonlyMap<string, Entry> {
    return this.#shown;
  }

  view(key: string): Entry | null {
    return (this.#unwritten.get(key) ?? []).reduce((entry, step) => step(entry), this.#onDisk.get(key) ?? null);
  }

  /** @param action what the user did, where the step is that */
  stage([key, step]: KeyedStep, action?: Action): void {
    if (action) this.#actions.set(step, action);
    this.#unwritten.set(key, [...(this.#unwritten.get(key) ?? []), step]);
  }

  isUnwritten([key, step]: KeyedStep): boolean {
    return this.#unwritten.get(key)?.includes(step) ?? false;
  }

  isAction(step: Step): boolean {
    return this.#actions.has(step);
  }

  /** The first unwritten step; null where all is written. */
  firstUnwritten(): KeyedStep | null {
    const [first] = this.#unwritten;
    return first ? [first[0], first[1][0]!] : null;
  }

  countUnwritten(): number {
    let count = 0;
    for (const steps of this.#unwritten.values()) count += steps.length;
    return count;
  }

  /** What the user did that is not on the disk yet. */
  unwrittenActions(): Action[] {
    return [...this.#unwritten.values()].flat().flatMap((step) => this.#actions.get(step) ?? []);
  }

  /** The steps to write next, of at most so many entries. */
  batch(most: number): { key: string; steps: readonly Step[] }[] {
    return [...this.#unwritten].slice(0, most).map(([key, steps]) => ({ key, steps: [...steps] }));
  }

  /** Steps reached the disk. What was staged meanwhile stays unwritten. */
  markWritten(written: readonly Written[]): void {
    for (const { key, steps, entry } of written) {
      this.#onDisk.set(key, entry);
      for (const step of steps) this.#actions.delete(step);
      const rest = (this.#unwritten.get(key) ?? []).filter((step) => !steps.includes(step));
      if (rest.length > 0) this.#unwritten.set(key, rest);
      else this.#unwritten.delete(key);
    }
  }

  /** The disk has this, written by another window or before. */
  setOnDisk(key: string, entry: Entry | null): void {
    this.#onDisk.set(key, entry);
  }

  /** Works out anew what is shown of these. An entry that is equal stays the same object, so that nobody draws it again. */
  refresh(keys: Iterable<string>): void {
    let next: Map<string, Entry> | null = null;
    for (const key of keys) {
      const entry = this.view(key);
      if (equal(entry, this.#shown.get(key) ?? null)) continue;
      next ??= new Map(this.#shown);
      if (entry) next.set(key, entry);
      else next.delete(key);
    }
    if (next) this.#shown = next;
  }
}
