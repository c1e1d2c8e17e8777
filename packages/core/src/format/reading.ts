import { DrelkError } from '../error';

/** What is read of a file at most: bytes, segments, things inside one another, milliseconds. */
export const READ_LIMITS = { bytes: 64 * 1024 * 1024, segments: 2_000_000, depth: 64, milliseconds: 10_000 };

/** How often the clock is looked at, in segments. */
const LOOK = 4096;

/** The reading of one file, which ends with a sentence where the file is too much. */
export class Reading {
  private readonly begun: number;
  private segments = 0;
  private looked = 0;

  constructor(
    size: number,
    private readonly now: () => number = () => 0,
    private readonly limits = READ_LIMITS,
  ) {
    this.begun = now();
    if (size <= limits.bytes) return;
    const megabytes = (bytes: number) => Math.round(bytes / 1024 / 1024);
    throw new DrelkError(
      'too-large',
      `This file is ${megabytes(size)} MB; up to ${megabytes(limits.bytes)} MB are read.`,
      'Save what you need of it as a file of its own.',
    );
  }

  /** So many segments more. Throws `too-large`. */
  add(segments: number): void {
    this.segments += segments;
    if (this.segments > this.limits.segments) {
      throw new DrelkError(
        'too-large',
        `This file draws more than ${this.limits.segments.toLocaleString('en')} segments.`,
        'Save what you need of it as a file of its own, or simplify it first.',
      );
    }
    if (this.segments - this.looked >= LOOK) {
      this.looked = this.segments;
      this.look();
    }
  }

  /** Throws `too-large` where reading takes too long. */
  look(): void {
    if (this.now() - this.begun <= this.limits.milliseconds) return;
    throw new DrelkError(
      'too-large',
      `Reading this file took longer than ${this.limits.milliseconds / 1000} seconds.`,
      'Save what you need of it as a file of its own.',
    );
  }

  /** Things may lie in one another so deep. Throws `too-large`. */
  checkDepth(depth: number): void {
    if (depth <= this.limits.depth) return;
    throw new DrelkError(
      'too-large',
      `In this file things lie in one another more than ${this.limits.depth} deep.`,
      'Ungroup it, or explode its blocks, and save it again.',
    );
  }
}
