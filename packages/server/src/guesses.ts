import type { Logger } from 'pino';
import { Problem } from './problem';

/** So many wrong passcodes from one address, and no more of them are looked at for so long, in milliseconds. */
const MOST = 10;
const PAUSE = 60_000;
/** Addresses that are remembered at once. */
const ADDRESSES = 10_000;

/** Wrong passcodes by address: whoever guesses has to wait, and the log says so. */
export class Guesses {
  private readonly wrongs = new Map<string, { count: number; until: number }>();

  constructor(
    private readonly logger: Logger,
    private readonly now: () => number = Date.now,
  ) {}

  /** Throws a 429 for addresses that guessed too often. */
  allow(address: string): void {
    const own = this.wrongs.get(address);
    if (!own || own.count < MOST) return;
    if (own.until <= this.now()) {
      this.wrongs.delete(address);
      return;
    }
    throw new Problem(429, {
      code: 'passcode',
      message: 'Too many wrong passcodes came from there.',
      hint: 'Wait a minute, then try once more.',
    });
  }

  wrong(address: string): void {
    const own = this.wrongs.get(address);
    const count = own && own.until > this.now() ? own.count + 1 : 1;
    this.wrongs.delete(address);
    this.wrongs.set(address, { count, until: this.now() + PAUSE });
    if (count === MOST)
      this.logger.warn({ address }, `${MOST} wrong passcodes: none is looked at for a minute.`);
    const [oldest] = this.wrongs.keys();
    if (this.wrongs.size > ADDRESSES) this.wrongs.delete(oldest);
  }
}
