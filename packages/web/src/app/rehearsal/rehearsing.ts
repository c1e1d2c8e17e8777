import { DestroyRef, Injectable, computed, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { type Rehearsal, TASKS, type Task } from '@drelk/core';
import { Commands } from '../job/keys/commands';
import { JobPageId } from '../job/store/job-page-id';
import { ApiService } from '../shared/api.service';
import { moveAt } from './sheet-drawing';
import { JobStore } from '../job/store/job-store';
import { EngineService } from '../engine/engine.service';
import { ProblemService } from '../shared/problem.service';

/** A file with what a machine does with it. */
export interface Rehearsed {
  name: string;
  bytes: ArrayBuffer;
  rehearsal: Rehearsal;
}

/** How many times faster than the machine the clock may run. */
export const PACES = [1, 4, 16, 64, 256] as const;
/** A whole rehearsal is watched in about so many seconds at first. */
const WATCHED = 12;
/** A step by keys, as a share of the whole. */
const LATER = 0.01;

/** Seconds of a task that are done and that are left. */
export interface TaskTime {
  name: string;
  done: number;
  left: number;
}

/** The machine at work on a file: which one, the clock, and the order by hand. */
@Injectable()
export class Rehearsing {
  private readonly store = inject(JobStore);
  private readonly engine = inject(EngineService);
  private readonly problems = inject(ProblemService);
  private readonly api = inject(ApiService);
  private readonly page = inject(JobPageId);

  readonly shown = signal<Rehearsed | undefined>(undefined);
  readonly busy = signal(false);
  /** Seconds since the machine began. */
  readonly time = signal(0);
  readonly playing = signal(false);
  readonly pace = signal<number>(1);
  readonly seconds = computed(() => this.shown()?.rehearsal.seconds ?? 0);
  /** The order as it came, and whether it is by hand. */
  private readonly byHand = signal<readonly number[] | undefined>(undefined);
  readonly isByHand = computed(() => this.byHand() !== undefined);
  /** Number, in the order, of the track that is being done. */
  readonly at = computed(() => {
    const rehearsal = this.shown()?.rehearsal;
    if (!rehearsal) return 0;
    const { track } = rehearsal.moves[moveAt(rehearsal, this.time())];
    return rehearsal.order.indexOf(track);
  });
  readonly times = computed((): TaskTime[] => {
    const rehearsal = this.shown()?.rehearsal;
    return rehearsal ? timesOf(rehearsal, this.time()) : [];
  });

  private frame = 0;
  private before = 0;

  constructor() {
    const isShown = () => this.shown() !== undefined;
    inject(Commands).contribute([
      { key: 'p', does: 'Rehearsal: run or rest', when: isShown, run: () => this.turn() },
      { key: '.', does: 'Rehearsal: the next contour', when: isShown, run: () => this.step(1) },
      { key: ',', does: 'Rehearsal: the contour before', when: isShown, run: () => this.step(-1) },
    ]);
    inject(DestroyRef).onDestroy(() => this.rest());
  }

  /** Rehearses a file that was handed off before. */
  async rehearseKept(file: number, name: string): Promise<void> {
    await this.run(name, () => firstValueFrom(this.api.handedOff(this.page.id(), file)));
  }

  /** Rehearses a file from anywhere. */
  async rehearseFile(file: File): Promise<void> {
    await this.run(file.name, () => file.arrayBuffer());
  }

  /** Rehearses a file that is dropped. */
  drop(event: DragEvent): void {
    event.preventDefault();
    const file = event.dataTransfer?.files[0];
    if (file) void this.rehearseFile(file);
  }

  /** Does one track earlier or later, by their numbers in the order. */
  async reorder(from: number, to: number): Promise<void> {
    const { shown } = this;
    const old = shown();
    if (!old || from === to) return;
    const order = [...old.rehearsal.order];
    order.splice(to, 0, ...order.splice(from, 1));
    this.byHand.set(order);
    await this.run(old.name, () => Promise.resolve(old.bytes), order);
  }

  /** The order that is found for it again. */
  async orderAnew(): Promise<void> {
    const old = this.shown();
    if (old) await this.run(old.name, () => Promise.resolve(old.bytes));
  }

  leave(): void {
    this.rest();
    this.shown.set(undefined);
    this.byHand.set(undefined);
  }

  turn(): void {
    if (this.playing()) this.rest();
    else this.play();
  }

  /** To a moment; the clock rests where it was pulled to. */
  seek(time: number): void {
    this.time.set(Math.min(this.seconds(), Math.max(0, time)));
  }

  nudge(by: number): void {
    this.seek(this.time() + by * LATER * this.seconds());
  }

  /** To where the next track begins, or this one or the one before. */
  step(by: 1 | -1): void {
    const rehearsal = this.shown()?.rehearsal;
    if (!rehearsal) return;
    this.rest();
    const begins = rehearsal.order.map((track) => firstOf(rehearsal, track));
    const now = this.time();
    const next =
      by > 0
        ? begins.find((begin) => begin > now + 1e-9)
        : [...begins].reverse().find((begin) => begin < now - 1e-9);
    this.seek(next ?? (by > 0 ? this.seconds() : 0));
  }

  private play(): void {
    if (this.time() >= this.seconds()) this.time.set(0);
    this.playing.set(true);
    this.before = performance.now();
    const tick = (now: number) => {
      const time = this.time() + ((now - this.before) / 1000) * this.pace();
      this.before = now;
      this.seek(time);
      if (time >= this.seconds()) this.rest();
      else this.frame = requestAnimationFrame(tick);
    };
    this.frame = requestAnimationFrame(tick);
  }

  private rest(): void {
    cancelAnimationFrame(this.frame);
    this.playing.set(false);
  }

  private async run(
    name: string,
    bytesOf: () => Promise<ArrayBuffer>,
    order?: readonly number[],
  ): Promise<void> {
    const job = this.store.shown();
    if (!job || this.busy()) return;
    this.busy.set(true);
    this.rest();
    try {
      const bytes = await bytesOf();
      const {
        units,
        prove: { material, tool, works, wanted },
      } = job;
      const setUp = { material, tool, works, wanted, units, ...(order ? { order } : {}) };
      const { rehearsal } = await this.engine.ask('rehearse', { file: bytes, name, setUp });
      if (!order) this.byHand.set(undefined);
      this.shown.set({ name, bytes, rehearsal });
      // The whole first: what is left, and how long it took.
      this.time.set(rehearsal.seconds);
      const watched = rehearsal.seconds / WATCHED;
      this.pace.set(PACES.find((pace) => pace >= watched) ?? PACES[PACES.length - 1]);
    } catch (problem) {
      this.problems.tell(problem);
    } finally {
      this.busy.set(false);
    }
  }
}

const firstOf = ({ moves }: Rehearsal, track: number): number =>
  moves.find((move) => move.track === track)?.begins ?? 0;

/** Seconds of each task that there is, and of the ways between, done by a moment. */
function timesOf({ moves, tracks }: Rehearsal, time: number): TaskTime[] {
  const sums = new Map<string, TaskTime>();
  for (const name of [...TASKS.filter((task): task is Task => task !== 'guide'), 'travel'])
    sums.set(name, { name, done: 0, left: 0 });
  for (const { kind, track, begins, seconds } of moves) {
    const sum = sums.get(kind === 'travel' ? kind : tracks[track].task);
    if (!sum) continue;
    const done = Math.min(seconds, Math.max(0, time - begins));
    sum.done += done;
    sum.left += seconds - done;
  }
  return [...sums.values()].filter(({ done, left }) => done + left > 0);
}
