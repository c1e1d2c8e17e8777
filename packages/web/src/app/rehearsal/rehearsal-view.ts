import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import type { Eye } from '../drawing/layout';
import { IconButton } from '../shared/icon-button';
import { clock } from './clock';
import { PACES, Rehearsing } from './rehearsing';
import { SHEET_MARGIN, SheetDrawing } from './sheet-drawing';

/** The sheet on the machine, with the clock beneath it. */
@Component({
  selector: 'drelk-rehearsal-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton, MatButtonToggleModule],
  templateUrl: './rehearsal-view.html',
  styleUrl: './rehearsal-view.scss',
  host: {
    '(window:resize)': 'measure()',
    '(dragover)': '$event.preventDefault()',
    '(drop)': 'rehearsing.drop($event)',
  },
})
export class RehearsalView {
  readonly rehearsing = inject(Rehearsing);
  readonly paces = PACES;
  readonly now = computed(() => clock(this.rehearsing.time()));
  readonly whole = computed(() => clock(this.rehearsing.seconds()));
  readonly says = computed(() => `The sheet after ${this.now()} of ${this.whole()}`);
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('sheet');
  private readonly eye = signal<Eye>({ scale: 1, x: 0, y: 0 });
  private readonly size = signal({ width: 0, height: 0, density: 1 });
  private readonly drawing = computed(() => {
    const shown = this.rehearsing.shown();
    return shown && new SheetDrawing(shown.rehearsal);
  });
  private pulled: { x: number; y: number } | undefined;
  private requested = 0;

  constructor() {
    // Another file is looked at as a whole; the same in another order from where one was.
    effect(() => {
      const name = this.rehearsing.shown()?.name;
      const canvas = this.canvas().nativeElement;
      if (name === undefined) return;
      untracked(() => {
        if (canvas.clientWidth > 0) this.measure();
        this.fit();
      });
    });
    effect(() => {
      this.drawing();
      this.rehearsing.time();
      this.eye();
      this.size();
      cancelAnimationFrame(this.requested);
      this.requested = requestAnimationFrame(() => this.draw());
    });
  }

  measure(): void {
    const { clientWidth: width, clientHeight: height } = this.canvas().nativeElement;
    this.size.set({ width, height, density: devicePixelRatio });
  }

  fit(): void {
    const rehearsal = this.rehearsing.shown()?.rehearsal;
    const { width, height } = this.size();
    if (!rehearsal || width === 0) return;
    const { left, top, right, bottom } = rehearsal.frame;
    const margin = 2 * SHEET_MARGIN * Math.max(right - left, bottom - top);
    const scale = Math.min(width / (right - left + 2 * margin), height / (bottom - top + 2 * margin));
    this.eye.set({
      scale,
      x: (width - scale * (left + right)) / 2,
      y: (height - scale * (top + bottom)) / 2,
    });
  }

  zoom(factor: number, at?: { x: number; y: number }): void {
    const { width, height } = this.size();
    const { x: px, y: py } = at ?? { x: width / 2, y: height / 2 };
    this.eye.update(({ scale, x, y }) => ({
      scale: scale * factor,
      x: px - (px - x) * factor,
      y: py - (py - y) * factor,
    }));
  }

  onWheel(event: WheelEvent): void {
    event.preventDefault();
    const { left, top } = this.canvas().nativeElement.getBoundingClientRect();
    this.zoom(Math.exp(-event.deltaY / 500), { x: event.clientX - left, y: event.clientY - top });
  }

  press(event: PointerEvent): void {
    this.pulled = { x: event.clientX, y: event.clientY };
    (event.target as Element).setPointerCapture(event.pointerId);
  }

  pull({ clientX, clientY }: PointerEvent): void {
    const from = this.pulled;
    if (!from) return;
    this.pulled = { x: clientX, y: clientY };
    this.eye.update(({ scale, x, y }) => ({ scale, x: x + clientX - from.x, y: y + clientY - from.y }));
  }

  letGo(): void {
    this.pulled = undefined;
  }

  scrub(event: Event): void {
    this.rehearsing.seek(Number((event.target as HTMLInputElement).value));
  }

  private draw(): void {
    const canvas = this.canvas().nativeElement;
    const { width, height, density } = this.size();
    if (width === 0) return;
    const [w, h] = [Math.round(width * density), Math.round(height * density)];
    if (canvas.width !== w || canvas.height !== h) [canvas.width, canvas.height] = [w, h];
    const hasMore = this.drawing()?.draw(canvas, this.eye(), density, this.rehearsing.time());
    if (hasMore) this.requested = requestAnimationFrame(() => this.draw());
  }
}
