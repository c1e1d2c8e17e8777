import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { inverted, mapPoint } from '@drelk/core';
import type { FrameView, Ground, Place } from '../../engine/views';
import { Commands } from '../keys/commands';
import { BenchState } from '../../view/bench-state';
import { ToolWork } from './tool-work';
import type { Tool } from './tool';
import { ShownResult } from '../shown-result';
import { JobStore } from '../store/job-store';
import { EngineService } from '../../engine/engine.service';

/** The tool that is taken up, and what the bench shows under it. */
@Injectable()
export class ToolBox {
  readonly active = signal<Tool | undefined>(undefined);
  /** Picture under the tool where that is not the result. */
  readonly frame = signal<FrameView | undefined>(undefined);
  /** Where the crosshair of the keyboard stands, in pixels of what the bench shows. */
  readonly crosshair = signal<Place | undefined>(undefined);
  /** Where the hand is while it is down, for the loupe. */
  readonly hand = signal<Place | undefined>(undefined);
  /** Where the pointer is over the bench. */
  readonly hover = signal<Place | undefined>(undefined);
  /** Size of what the bench shows and the map from there to the source. */
  readonly ground = computed((): Ground | undefined => this.frame() ?? this.result.ground());

  /** Keys that are held while the hand works: `free`, nothing clings; `more`, besides what is marked already. */
  readonly held = signal({ free: false, more: false });

  /** What may be pulled on the bench while no tool is taken up: whether something lies there, and the tool for as long as it is pulled. */
  readonly lender = signal<{ has(at: Place): boolean; make(): Tool } | undefined>(undefined);
  /** What tools that are taken up may reach. */
  readonly work = inject(ToolWork);
  /** When the hand did what it did last, in milliseconds: not when the page got round to it. */
  happened = NaN;
  /** The tool in hand is given back when the hand lets go. */
  private isLent = false;

  /** Places of a ruler whose length was not given yet: the tool begins with them when it is taken up again. */
  rulerPlaces: readonly number[] = [];

  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly engine = inject(EngineService);
  private readonly bench = inject(BenchState);
  private asked = 0;

  constructor() {
    inject(Commands).contribute([
      { key: 'Escape', does: 'Put the tool down', when: () => !!this.active(), run: () => this.putDown() },
    ]);
    // What lies under the tool follows the document, and goes when the tool is put down.
    effect(() => {
      const ground = this.active()?.ground;
      const document = this.store.document();
      if (ground === undefined || ground === 'result' || !document) {
        untracked(() => this.setFrame(undefined));
        return;
      }
      const request = ++this.asked;
      this.engine.ask('frame', { document, show: ground }).then(
        (frame) => {
          if (request === this.asked && this.active()?.ground === ground) this.setFrame(frame);
          else frame.bitmap.close();
        },
        () => undefined,
      );
    });
    // Where the hand goes is seen before it comes down.
    effect(() => {
      const [at, tool] = [this.crosshair() ?? this.hover(), this.active()];
      if (at) untracked(() => tool?.aim?.(at));
    });
    // A tool belongs to the stage it was taken up in.
    effect(() => {
      this.bench.stage();
      untracked(() => this.putDown());
    });
  }

  /** Keeps when the hand does something, and which keys are held with it. */
  hold({ altKey, shiftKey, timeStamp }: { altKey: boolean; shiftKey: boolean; timeStamp?: number }): void {
    this.happened = timeStamp ?? NaN;
    const { free, more } = this.held();
    if (free !== altKey || more !== shiftKey) this.held.set({ free: altKey, more: shiftKey });
  }

  /** Takes a tool up, or puts it down when it is in hand already. */
  toggle(id: string, make: () => Tool): void {
    if (this.active()?.id === id) this.putDown();
    else this.take(make());
  }

  /** Takes a tool up for one pull, where there is something to be pulled; whether it did. */
  borrow(at: Place): boolean {
    const lender = this.lender();
    if (this.active() || !lender?.has(at)) return false;
    this.take(lender.make());
    this.isLent = true;
    return true;
  }

  /** Gives back what was taken up for one pull. */
  giveBack(): void {
    if (this.isLent) this.putDown();
  }

  take(tool: Tool): void {
    this.putDown();
    this.active.set(tool);
  }

  putDown(): void {
    this.active()?.putDown?.();
    this.active.set(undefined);
    this.isLent = false;
    this.crosshair.set(undefined);
    this.hand.set(undefined);
  }

  /** What the hand does now is not meant: nothing comes of it, and the tool stays. */
  forget(): void {
    this.active()?.forget?.();
    this.store.tentative.set(undefined);
    this.hand.set(undefined);
  }

  isActive(id: string): boolean {
    return this.active()?.id === id;
  }

  /** A place on the bench in source pixels. */
  toSource(at: Place): Place {
    const ground = this.ground();
    return ground ? mapPoint(ground.toSource, at) : at;
  }

  /** Source places, x and y of each, on the bench. */
  fromSource(points: readonly number[]): number[] {
    const ground = this.ground();
    if (!ground) return [...points];
    const back = inverted(ground.toSource);
    const result: number[] = [];
    for (let k = 0; k + 1 < points.length; k += 2) {
      const { x, y } = mapPoint(back, { x: points[k], y: points[k + 1] });
      result.push(x, y);
    }
    return result;
  }

  /** Source pixels of a bench pixel, near the middle of what is shown. */
  sourceScale(): number {
    const ground = this.ground();
    if (!ground) return 1;
    const middle = { x: ground.width / 2, y: ground.height / 2 };
    const a = this.toSource(middle);
    const b = this.toSource({ x: middle.x + 1, y: middle.y });
    return Math.hypot(b.x - a.x, b.y - a.y);
  }

  private setFrame(frame: FrameView | undefined): void {
    this.asked += frame ? 0 : 1;
    const old = this.frame();
    const before = this.ground();
    this.frame.set(frame);
    const after = this.ground();
    if (before && after && before !== after) this.bench.keepInView(before, after);
    if (old && old !== frame) setTimeout(() => old.bitmap.close(), 1000);
  }
}
