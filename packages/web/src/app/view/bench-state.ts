import { Injectable, computed, inject, signal } from '@angular/core';
import type { Task } from '@drelk/core';
import type { Ground } from '../engine/views';
import { STAGES, type StageId } from './stage';
import type { Highlight } from './highlights';
import { type BenchLayer, type BenchLayout, type Eye, eyeOver } from '../drawing/layout';

interface Visit {
  stage: StageId;
  eye: Eye;
  fitted: boolean;
}

const keyOf = (id: string) => `bench ${id}`;

/** A job that is come to for the first time is seen at this stage. */
export function beginAt(id: string, stage: StageId): void {
  const visit: Visit = { stage, eye: { scale: 1, x: 0, y: 0 }, fitted: true };
  sessionStorage.setItem(keyOf(id), JSON.stringify(visit));
}

/** What the bench shows and from where; shared by the bench, its bar, the facts and the strip. */
@Injectable()
export class BenchState {
  readonly stage = signal<StageId>('line');
  readonly layouts = signal(
    Object.fromEntries(inject(STAGES).map(({ id, firstLayout }) => [id, firstLayout])) as Record<
      StageId,
      BenchLayout
    >,
  );
  readonly layout = computed(() => this.layouts()[this.stage()]);
  readonly highlight = signal<Highlight>('none');
  /** The task whose contours are lit, and whether that is lit which would fall out of a stencil. */
  readonly litTask = signal<Task | undefined>(undefined);
  readonly showsFalling = signal(false);
  /** Ids of the contours that are picked. */
  readonly picked = signal<ReadonlySet<number>>(new Set());
  /** Which of the two layers a blink shows now. */
  readonly blinksRight = signal(false);
  /** Pixels under the pointer are shown eight times as large. */
  readonly loupe = signal(false);
  /** Place of the wipe, as a share of the bench's width: it stays where it is while the view moves. */
  readonly wipeAt = signal(0.5);
  readonly eye = signal<Eye>({ scale: 1, x: 0, y: 0 });
  /** True until the user moves the eye: then resizing fits the picture again. */
  readonly fitted = signal(true);
  readonly size = signal({ width: 0, height: 0 });

  /** Stage and view as they were when this browser's tab was last at a job. */
  restore(id: string): void {
    const text = sessionStorage.getItem(keyOf(id));
    if (!text) return;
    const { stage, eye, fitted } = JSON.parse(text) as Visit;
    this.stage.set(stage);
    this.eye.set(eye);
    this.fitted.set(fitted);
  }

  /** Keeps stage and view for as long as the tab is there. */
  keep(id: string): void {
    const visit: Visit = { stage: this.stage(), eye: this.eye(), fitted: this.fitted() };
    sessionStorage.setItem(keyOf(id), JSON.stringify(visit));
  }

  change(part: Partial<BenchLayout>): void {
    const stage = this.stage();
    this.layouts.update((layouts) => ({ ...layouts, [stage]: { ...layouts[stage], ...part } }));
  }

  fade(layer: BenchLayer, opacity: number): void {
    this.change({ opacity: { ...this.layout().opacity, [layer]: opacity } });
  }

  /** Zooms by a factor about a place on the bench; the middle when none is given. */
  zoom(factor: number, at?: { x: number; y: number }): void {
    const { width, height } = this.size();
    const { x: px, y: py } = at ?? { x: width / 2, y: height / 2 };
    this.eye.update(({ scale, x, y }) => {
      const next = Math.min(256, Math.max(0.005, scale * factor));
      return { scale: next, x: px - ((px - x) * next) / scale, y: py - ((py - y) * next) / scale };
    });
    this.fitted.set(false);
  }

  pan(dx: number, dy: number): void {
    this.eye.update(({ scale, x, y }) => ({ scale, x: x + dx, y: y + dy }));
    this.fitted.set(false);
  }

  /** Brings a place to the middle, with so much around it at most. */
  lookAt(at: { x: number; y: number }, around: number): void {
    const { width, height } = this.size();
    if (width === 0 || height === 0) return;
    const scale = Math.max(this.eye().scale, Math.min(width, height) / around);
    this.eye.set({ scale, x: width / 2 - at.x * scale, y: height / 2 - at.y * scale });
    this.fitted.set(false);
  }

  /** Another picture comes on the bench: what is looked at stays in view, unless it is the whole. */
  keepInView(from: Ground, to: Ground): void {
    if (!this.fitted() && this.size().width > 0) this.eye.set(eyeOver(this.eye(), this.size(), from, to));
  }

  /** Brings a whole area into view. */
  fit(area: { x: number; y: number; width: number; height: number }): void {
    const { width, height } = this.size();
    if (width === 0 || height === 0) return;
    const margin = 36;
    const scale = Math.min((width - 2 * margin) / area.width, (height - 2 * margin) / area.height);
    this.eye.set({
      scale,
      x: (width - area.width * scale) / 2 - area.x * scale,
      y: (height - area.height * scale) / 2 - area.y * scale,
    });
    this.fitted.set(true);
  }
}
