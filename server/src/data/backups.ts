import { ApiError, type Backup } from '@hushto/contract';
import { closeSync, fsyncSync, mkdirSync, openSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs';
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
/** `hushto-2026-01-12T18-00-00-000Z.sqlite`; what else lies in the folder is none. */
const NAME = /^hushto-(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})-(\d{3})Z\.sqlite$/;
const UNFINISHED = /^hushto-.*\.unfinished(-journal|-wal|-shm)?$/;

export const backupName = (at: Date): string => `hushto-${at.toISOString().replace(/[:.]/g, '-')}.sqlite`;

function timeOf(name: string): Date | null {
  const found = NAME.exec(name);
  const at = found && new Date(`${found[1]}T${found[2]}:${found[3]}:${found[4]}.${found[5]}Z`);
  return at && !Number.isNaN(at.getTime()) ? at : null;
}

/**
 * The backups that have outlived their use: in each tier of age one is kept for each stretch of time, the newest in it. The newest
 * three stay, and so does what claims to be from the future: the clock may have been wrong then, or be wrong now.
 * @param times of all there are
 */
export function outlived(times: readonly Date[], now: Date): Date[] {
  const past = times.filter((at) => at <= now).sort((a, b) => b.getTime() - a.getTime());
  const taken = new Set<string>();
  return past.filter((at, i) => {
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

  /** Newest first. */
  list(): Backup[] {
    return this.#names()
      .map((name) => {
        const found = this.#found.get(name);
        const { size } = statSync(path.join(this.folder, name));
        return { name, madeAt: timeOf(name)!.toISOString(), bytes: size, sound: found ? found === 'sound' : null };
      })
      .sort((a, b) => b.madeAt.localeCompare(a.madeAt));
  }

  /** One after the other. @throws Error when the copy could not be made or is not whole; then there is none */
  make(): Promise<Backup> {
    const next = this.#last.then(
      () => this.#make(),
      () => this.#make(),
    );
    this.#last = next;
    return next;
  }

  async #make(): Promise<Backup> {
    mkdirSync(this.folder, { recursive: true, mode: 0o700 });
    this.#clear();
    const name = this.#freeName();
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
    this.#rotate();
    return this.list().find((backup) => backup.name === name)!;
  }

  /** Path of a backup that was just read through and found whole. @throws ApiError NOT_FOUND, BACKUP_UNSOUND */
  async sound(name: string): Promise<string> {
    if (!this.#names().includes(name)) throw new ApiError('NOT_FOUND');
    const file = path.join(this.folder, name);
    if ((await this.#look(name)) !== 'sound') throw new ApiError('BACKUP_UNSOUND');
    return file;
  }

  /** The newest that is whole, having read through as many as it takes; null where there is none. */
  async newestSound(): Promise<Backup | null> {
    for (const backup of this.list()) if ((await this.#look(backup.name)) === 'sound') return { ...backup, sound: true };
    return null;
  }

  async close(): Promise<void> {
    await this.#pool.destroy();
  }

  #names(): string[] {
    try {
      return readdirSync(this.folder).filter((name) => timeOf(name) !== null);
    } catch {
      return [];
    }
  }

  /** Two within a millisecond are told apart. */
  #freeName(): string {
    const names = this.#names();
    let at = this.#now();
    while (names.includes(backupName(at))) at = new Date(at.getTime() + 1);
    return backupName(at);
  }

  async #look(name: string): Promise<Soundness> {
    const found = await this.#run('lookThrough', { file: path.join(this.folder, name) });
    this.#found.set(name, found);
    return found;
  }

  #run(task: 'copyDatabase' | 'lookThrough', what: object): Promise<Soundness> {
    return this.#pool.run(what, { name: task }) as Promise<Soundness>;
  }

  /** What a stop in the middle left behind. */
  #clear(): void {
    for (const name of readdirSync(this.folder)) if (UNFINISHED.test(name)) rmSync(path.join(this.folder, name));
  }

  #rotate(): void {
    const newest = this.list().find(({ sound }) => sound)?.name;
    for (const at of outlived(
      this.#names().map((name) => timeOf(name)!),
      this.#now(),
    )) {
      if (backupName(at) === newest) continue;
      rmSync(path.join(this.folder, backupName(at)));
      this.#found.delete(backupName(at));
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
