import { ApiError, type Device, type PairingState } from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import { createHash, randomBytes, randomInt, randomUUID, timingSafeEqual } from 'node:crypto';
import { PairedEntity } from './entities/paired.entity.ts';

/** How long a code is good for, ms. */
const OPEN_MS = 120_000;
/** Wrong codes, from whatever address, after which there is another. */
const MOST_WRONG = 5;
/** Codes in a row that may be used up by wrong ones before pairing shuts. */
const MOST_CODES = 3;
/** A device that was not seen for so long is to be paired again, ms. */
export const KEPT_MS = 90 * 86_400_000;
/** How exactly it is noted when a device was seen, ms. */
const SEEN_EVERY_MS = 3_600_000;

interface OpenPairing {
  code: string;
  untilMs: number;
  wrong: number;
  codes: number;
}

/** Lets devices of the network in: a code shown on the computer while pairing is open, exchanged once for a secret that the device keeps. */
export class Pairing {
  readonly #orm: MikroORM;
  readonly #now: () => Date;
  /** Where a device opens Hushto, for the one who pairs it. */
  readonly address: string;
  #open: OpenPairing | null = null;

  constructor(orm: MikroORM, address: string, now: () => Date) {
    this.#orm = orm;
    this.#now = now;
    this.address = address;
  }

  /** Opens pairing for two minutes, with six digits good for one device. @returns the code */
  open(): string {
    this.#open = { code: newCode(), untilMs: this.#now().getTime() + OPEN_MS, wrong: 0, codes: 1 };
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

  /** @returns the device's secret  @throws ApiError PAIRING_CLOSED, WRONG_CODE */
  async pair(code: string, name: string): Promise<string> {
    const open = this.#opened();
    if (!open) throw new ApiError('PAIRING_CLOSED');
    if (!sameText(code, open.code)) {
      this.#countWrong(open);
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

  /** Whether a secret is a paired device's; a device that comes again stays paired. */
  async knows(secret: string | undefined): Promise<boolean> {
    if (!secret) return false;
    const em = this.#orm.em.fork();
    const now = this.#now();
    const device = await em.findOne(PairedEntity, { tokenHash: hash(secret), expiresAt: { $gt: now } });
    if (!device) return false;
    if (now.getTime() - device.seenAt.getTime() > SEEN_EVERY_MS) {
      Object.assign(device, { seenAt: now, expiresAt: new Date(now.getTime() + KEPT_MS) });
      await em.flush();
    }
    return true;
  }

  /** @throws ApiError NOT_FOUND */
  async revoke(id: string): Promise<void> {
    if ((await this.#orm.em.fork().nativeDelete(PairedEntity, { id })) === 0) throw new ApiError('NOT_FOUND');
  }

  async #devices(): Promise<Device[]> {
    const em = this.#orm.em.fork();
    const found = await em.find(PairedEntity, { expiresAt: { $gt: this.#now() } }, { orderBy: { pairedAt: 'asc', id: 'asc' } });
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

  #countWrong(open: OpenPairing): void {
    open.wrong += 1;
    if (open.wrong < MOST_WRONG) return;
    // Whoever only mistyped reads the next one off the computer; whoever guesses has fifteen tries in a million.
    if (open.codes >= MOST_CODES) this.#open = null;
    else Object.assign(open, { code: newCode(), wrong: 0, codes: open.codes + 1 });
  }
}

const newCode = (): string => String(randomInt(1_000_000)).padStart(6, '0');
const hash = (text: string): string => createHash('sha256').update(text).digest('hex');
/** Compared by their hashes, so that the time it takes tells nothing. */
const sameText = (a: string, b: string): boolean =>
  timingSafeEqual(Buffer.from(hash(a.replace(/\s/g, ''))), Buffer.from(hash(b)));
