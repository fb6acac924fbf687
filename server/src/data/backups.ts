import { ApiError, type Backup } from '@hushto/contract';
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { rm } from 'node:fs/promises';
import path from 'node:path';
import type { Piscina } from 'piscina';
import { poolOf } from '../workers.ts';
import type { Soundness } from './soundness.ts';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;
const WEEK_MS = 7 * DAY_MS;
/** Ages, and how far apart those are that are kept within them. */
const TIERS = [
  { upToMs: DAY_MS, everyMs: HOUR_MS },
  { upToMs: WEEK_MS, everyMs: DAY_MS },
  { upToMs: 26 * WEEK_MS, everyMs: WEEK_MS },
] as const;
/** The newest that stay whatever their age. */
const ALWAYS_KEPT = 3;
/** `hushto-2026-01-12T18-00-00-000Z.sqlite`, with a mark where it was made before a restore; what else lies in the folder is none. */
const NAME = /^hushto-(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})-(\d{3})Z(-before-restore)?\.sqlite$/;
/** Folders of restores; one that a stop left behind goes with the next backup. */
const RESTORING = 'restoring-';
const UNFINISHED = /^hushto-.*\.unfinished(-journal|-wal|-shm)?$/;

/** What the name of a backup says. */
export interface Named {
  at: Date;
  /** Made before a restore, of what that replaced. */
  beforeRestore: boolean;
}

export const backupName = ({ at, beforeRestore }: Named): string =>
  `hushto-${at.toISOString().replace(/[:.]/g, '-')}${beforeRestore ? '-before-restore' : ''}.sqlite`;

function named(name: string): Named | null {
  const found = NAME.exec(name);
  const at = found && new Date(`${found[1]}T${found[2]}:${found[3]}:${found[4]}.${found[5]}Z`);
  return at && !Number.isNaN(at.getTime()) ? { at, beforeRestore: found[6] !== undefined } : null;
}

/**
 * The backups that have outlived their use: in each tier of age one is kept for each stretch of time, the newest in it. The newest
 * three stay, those made before a restore stay for a week, and so does what claims to be from the future: the clock may have been wrong
 * then, or be wrong now.
 * @param all there are
 */
export function outlived(all: readonly Named[], now: Date): Named[] {
  const isKept = ({ at, beforeRestore }: Named): boolean => at > now || (beforeRestore && now.getTime() - at.getTime() < WEEK_MS);
  const past = all.filter((one) => !isKept(one)).sort((a, b) => b.at.getTime() - a.at.getTime());
  const taken = new Set<string>();
  return past.filter(({ at }, i) => {
    const ageMs = now.getTime() - at.getTime();
    const tier = TIERS.find(({ upToMs }) => ageMs < upToMs);
    const stretch = tier && `${tier.everyMs} ${Math.floor(at.getTime() / tier.everyMs)}`;
    const first = stretch !== undefined && !taken.has(stretch);
    if (stretch !== undefined) taken.add(stretch);
    return i >= ALWAYS_KEPT && !first;
  });
}

/** Copies of the whole database beside it: made aside, read through, synced to the disk, and only then given their name. */
export class Backups {
  readonly file: string;
  readonly folder: string;
  readonly #now: () => Date;
  readonly #pool: Piscina;
  /** The one being made, or made last. */
  #last: Promise<unknown> = Promise.resolve();
  /** What was found of each, by name. */
  readonly #found = new Map<string, Soundness>();

  constructor(file: string, now: () => Date) {
    this.file = file;
    this.folder = path.join(path.dirname(file), 'backups');
    this.#now = now;
    this.#pool = poolOf('storage.worker', { maxThreads: 1, minThreads: 0, idleTimeout: 1000 });
  }

  /** Removes what a restore left behind that a stop cut off. For whoever has the folder to itself. */
  clearCutOff(): void {
    if (!existsSync(this.folder)) return;
    for (const name of readdirSync(this.folder))
      if (name.startsWith(RESTORING)) rmSync(path.join(this.folder, name), { recursive: true, force: true });
  }

  /** Newest first. */
  list(): Backup[] {
    return this.#names()
      .map((name) => {
        const found = this.#found.get(name);
        const { size } = statSync(path.join(this.folder, name));
        const { at, beforeRestore } = named(name)!;
        return { name, madeAt: at.toISOString(), bytes: size, sound: found ? found === 'sound' : null, beforeRestore };
      })
      .sort((a, b) => b.madeAt.localeCompare(a.madeAt));
  }

  /** One after the other. @throws Error when the copy could not be made or is not whole; then there is none */
  make(): Promise<Backup> {
    return this.#inTurn(async () => {
      const backup = await this.#make(false);
      await this.#rotate();
      return backup;
    });
  }

  /**
   * Puts a backup in the place of all contents. It is set aside before anything else, and nothing is thinned out until it is done: no
   * backup can go on the way. What was there is backed up too, and that backup kept for a week.
   * @param alone keeps writers out, from before the backup of what is there until its contents are replaced
   * @throws ApiError NOT_FOUND, BACKUP_UNSOUND, BUSY; nothing was changed then
   */
  restore(name: string, alone: (work: () => Promise<void>) => Promise<void>): Promise<void> {
    return this.#inTurn(async () => {
      if (!this.#names().includes(name)) throw new ApiError('NOT_FOUND');
      const aside = mkdtempSync(path.join(this.folder, RESTORING));
      try {
        const copy = path.join(aside, 'copy.sqlite');
        const found = await this.#run('setAside', { file: path.join(this.folder, name), copy });
        this.#found.set(name, found);
        if (found !== 'sound') throw new ApiError('BACKUP_UNSOUND');
        await alone(async () => {
          await this.#make(true);
          await this.#pool.run({ file: this.file, copy, nowMs: this.#now().getTime() }, { name: 'replaceContents' });
        });
      } finally {
        // Of a large file even forgetting takes a while: not here.
        await rm(aside, { recursive: true, force: true });
      }
      await this.#rotate();
    });
  }

  #inTurn<Result>(work: () => Promise<Result>): Promise<Result> {
    const next = this.#last.then(work, work);
    this.#last = next.catch(() => undefined);
    return next;
  }

  async #make(beforeRestore: boolean): Promise<Backup> {
    mkdirSync(this.folder, { recursive: true, mode: 0o700 });
    this.#clear();
    const name = this.#freeName(beforeRestore);
    const unfinished = path.join(this.folder, `${name}.unfinished`);
    try {
      const soundness = await this.#run('copyDatabase', { file: this.file, copy: unfinished });
      if (soundness !== 'sound') throw new ApiError('DATA_DAMAGED');
      renameSync(unfinished, path.join(this.folder, name));
      this.#syncFolder();
      this.#found.set(name, soundness);
    } catch (error) {
      rmSync(unfinished, { force: true });
      throw error;
    }
    return this.list().find((backup) => backup.name === name)!;
  }

  /** Reads the database itself through, with nothing else done with whole files meanwhile. */
  readThrough(): Promise<Soundness> {
    return this.#inTurn(() => this.#run('lookThrough', { file: this.file }));
  }

  /** The newest that is whole, having read through as many as it takes; null where there is none. */
  async newestSound(): Promise<Backup | null> {
    for (const backup of this.list()) if ((await this.#look(backup.name)) === 'sound') return { ...backup, sound: true };
    return null;
  }

  /** Once the one that is being made is done. */
  async close(): Promise<void> {
    await this.#last;
    await this.#pool.destroy();
  }

  #names(): string[] {
    try {
      return readdirSync(this.folder).filter((name) => named(name) !== null);
    } catch {
      return [];
    }
  }

  /** Two within a millisecond are told apart. */
  #freeName(beforeRestore: boolean): string {
    const taken = new Set(this.#names().map((name) => named(name)!.at.getTime()));
    let at = this.#now();
    while (taken.has(at.getTime())) at = new Date(at.getTime() + 1);
    return backupName({ at, beforeRestore });
  }

  async #look(name: string): Promise<Soundness> {
    const found = await this.#run('lookThrough', { file: path.join(this.folder, name) });
    this.#found.set(name, found);
    return found;
  }

  /** Does something else with a database file in the thread of backups: one thing at a time is done with whole files. */
  inThread<Result>(task: 'bringArchive', what: object): Promise<Result> {
    return this.#pool.run(what, { name: task }) as Promise<Result>;
  }

  #run(task: 'copyDatabase' | 'setAside' | 'lookThrough', what: object): Promise<Soundness> {
    return this.#pool.run(what, { name: task }) as Promise<Soundness>;
  }

  /** What a stop in the middle left behind. */
  #clear(): void {
    for (const name of readdirSync(this.folder)) if (UNFINISHED.test(name)) rmSync(path.join(this.folder, name));
  }

  async #rotate(): Promise<void> {
    const newest = this.list().find(({ sound }) => sound)?.name;
    const names = new Map(this.#names().map((name) => [named(name)!, name]));
    for (const one of outlived([...names.keys()], this.#now())) {
      const name = names.get(one)!;
      if (name === newest) continue;
      await rm(path.join(this.folder, name));
      this.#found.delete(name);
    }
  }

  #syncFolder(): void {
    const handle = openSync(this.folder, 'r');
    try {
      fsyncSync(handle);
    } finally {
      closeSync(handle);
    }
  }
}
