import { ApiError, type Device, type PairingState } from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import { createHash, randomBytes, randomInt, randomUUID, timingSafeEqual } from 'node:crypto';
import { PairedEntity } from './entities/paired.entity.ts';
import type { WriteGate } from './writeGate.ts';

/** How long a code is good for, ms. */
const OPEN_MS = 120_000;
/** Wrong codes of one address while pairing is open; after them it is not heard any more. Others are: junk keeps nobody out. */
const MOST_WRONG = 5;
/** Wrong codes of all addresses together, after which pairing shuts: one in two thousand of being right by chance. */
const MOST_WRONG_OF_ALL = 500;
/** A device that was not seen for so long is to be paired again, ms. */
export const KEPT_MS = 90 * 86_400_000;
/** How exactly it is noted when a device was seen, ms. */
const SEEN_EVERY_MS = 3_600_000;

interface OpenPairing {
  code: string;
  untilMs: number;
  /** How many wrong codes came, by address. */
  wrong: Map<string, number>;
}

/** What is known of a device by the secret it shows. */
export type Standing = 'paired' | 'unknown' | 'removed';

/** Lets devices of the network in: a code shown on the computer while pairing is open, exchanged once for a secret that the device keeps. */
export class Pairing {
  readonly #orm: MikroORM;
  readonly #now: () => Date;
  /** Where a device opens Hushto, for the one who pairs it. */
  readonly address: string;
  readonly #gate: Pick<WriteGate, 'isClosed'>;
  #open: OpenPairing | null = null;

  constructor(orm: MikroORM, address: string, now: () => Date, gate: Pick<WriteGate, 'isClosed'>) {
    this.#gate = gate;
    this.#orm = orm;
    this.#now = now;
    this.address = address;
  }

  /** Opens pairing for two minutes, with six digits good for one device. @returns the code */
  open(): string {
    this.#open = { code: newCode(), untilMs: this.#now().getTime() + OPEN_MS, wrong: new Map() };
    return this.#open.code;
  }

  close(): void {
    this.#open = null;
  }

  async state(): Promise<NonNullable<PairingState>> {
    const open = this.#opened();
    return {
      address: this.address,
      open: open && { code: open.code, until: new Date(open.untilMs).toISOString() },
      devices: await this.#devices(),
    };
  }

  /** @param sender its address  @returns the device's secret  @throws ApiError PAIRING_CLOSED, WRONG_CODE, TOO_MANY */
  async pair(code: string, name: string, sender: string): Promise<string> {
    const open = this.#opened();
    if (!open) throw new ApiError('PAIRING_CLOSED');
    if ((open.wrong.get(sender) ?? 0) >= MOST_WRONG) throw new ApiError('TOO_MANY');
    if (!sameText(code, open.code)) {
      this.#countWrong(open, sender);
      throw new ApiError('WRONG_CODE');
    }
    this.#open = null;
    const secret = randomBytes(32).toString('base64url');
    const em = this.#orm.em.fork();
    const at = this.#now();
    const device = { id: randomUUID(), tokenHash: hash(secret), name: name || 'Phone', pairedAt: at, seenAt: at };
    await em.persistAndFlush(em.create(PairedEntity, { ...device, expiresAt: new Date(at.getTime() + KEPT_MS) }));
    return secret;
  }

  /** What is known of a device; one that comes again stays paired. */
  async standing(secret: string | undefined): Promise<Standing> {
    if (!secret) return 'unknown';
    const em = this.#orm.em.fork();
    const now = this.#now();
    const device = await em.findOne(PairedEntity, { tokenHash: hash(secret) });
    if (device?.removedAt) return 'removed';
    if (!device || device.expiresAt <= now) return 'unknown';
    // While everything is replaced nothing is written; it is noted the next time.
    if (now.getTime() - device.seenAt.getTime() > SEEN_EVERY_MS && !this.#gate.isClosed) {
      Object.assign(device, { seenAt: now, expiresAt: new Date(now.getTime() + KEPT_MS) });
      await em.flush();
    }
    return 'paired';
  }

  /** Sends a device away. It is remembered, so that it is told at its next request. @throws ApiError NOT_FOUND */
  async remove(id: string): Promise<void> {
    const em = this.#orm.em.fork();
    if ((await em.nativeUpdate(PairedEntity, { id, removedAt: null }, { removedAt: this.#now() })) === 0)
      throw new ApiError('NOT_FOUND');
  }

  async #devices(): Promise<Device[]> {
    const em = this.#orm.em.fork();
    const found = await em.find(
      PairedEntity,
      { expiresAt: { $gt: this.#now() }, removedAt: null },
      { orderBy: { pairedAt: 'asc', id: 'asc' } },
    );
    return found.map(({ id, name, pairedAt, seenAt, expiresAt }) => ({
      id,
      name,
      pairedAt: pairedAt.toISOString(),
      seenAt: seenAt.toISOString(),
      expiresAt: expiresAt.toISOString(),
    }));
  }

  #opened(): OpenPairing | null {
    if (this.#open && this.#open.untilMs <= this.#now().getTime()) this.#open = null;
    return this.#open;
  }

  #countWrong(open: OpenPairing, sender: string): void {
    open.wrong.set(sender, (open.wrong.get(sender) ?? 0) + 1);
    const all = [...open.wrong.values()].reduce((sum, count) => sum + count, 0);
    if (all >= MOST_WRONG_OF_ALL) this.#open = null;
  }
}

const newCode = (): string => String(randomInt(1_000_000)).padStart(6, '0');
const hash = (text: string): string => createHash('sha256').update(text).digest('hex');
/** Compared by their hashes, so that the time it takes tells nothing. */
const sameText = (a: string, b: string): boolean =>
  timingSafeEqual(Buffer.from(hash(a.replace(/\s/g, ''))), Buffer.from(hash(b)));
