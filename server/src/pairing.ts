import { ApiError } from '@hushto/contract';
import type { MikroORM } from '@mikro-orm/libsql';
import { createHash, randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import { PairedEntity } from './entities/document.entity.ts';

/** Wrong codes after which a new one is made. */
const MOST_WRONG = 5;

/** Lets devices of the network in: a code shown on the computer, exchanged once for a secret that the device keeps. */
export class Pairing {
  readonly #orm: MikroORM;
  readonly #now: () => Date;
  /** Where a device opens Hushto, for the one who pairs it. */
  readonly address: string;
  #code = newCode();
  #wrong = 0;

  constructor(orm: MikroORM, address: string, now: () => Date) {
    this.#orm = orm;
    this.#now = now;
    this.address = address;
  }

  /** Six digits; another after each device that was paired and after five wrong ones. */
  get code(): string {
    return this.#code;
  }

  /** @returns the device's secret  @throws ApiError WRONG_CODE */
  async pair(code: string): Promise<string> {
    if (!sameText(code, this.#code)) {
      this.#wrong += 1;
      if (this.#wrong >= MOST_WRONG) this.#renew();
      throw new ApiError('WRONG_CODE');
    }
    this.#renew();
    const secret = randomBytes(32).toString('base64url');
    const em = this.#orm.em.fork();
    await em.persistAndFlush(em.create(PairedEntity, { tokenHash: hash(secret), pairedAt: this.#now() }));
    return secret;
  }

  async knows(secret: string | undefined): Promise<boolean> {
    if (!secret) return false;
    return (await this.#orm.em.fork().count(PairedEntity, { tokenHash: hash(secret) })) > 0;
  }

  #renew(): void {
    this.#code = newCode();
    this.#wrong = 0;
  }
}

const newCode = (): string => String(randomInt(1_000_000)).padStart(6, '0');
const hash = (text: string): string => createHash('sha256').update(text).digest('hex');
/** Compared by their hashes, so that the time it takes tells nothing. */
const sameText = (a: string, b: string): boolean =>
  timingSafeEqual(Buffer.from(hash(a.replace(/\s/g, ''))), Buffer.from(hash(b)));
