import { Injectable, computed, signal } from '@angular/core';
import type { Highlight } from './highlights';

/** What can be laid on the bench. */
export const BENCH_LAYERS = ['picture', 'ink', 'paths'] as const;
export type BenchLayer = (typeof BENCH_LAYERS)[number];
export const LAYER_NAMES: Record<BenchLayer, string> = { picture: 'Picture', ink: 'Ink', paths: 'Paths' };
export type PathStyle = 'filled' | 'lines' | 'nodes';

export const STAGES = ['square', 'ink', 'line', 'piece', 'prove', 'handoff'] as const;
export type Stage = (typeof STAGES)[number];

/** How the bench is laid out; every stage keeps its own. */
export interface Look {
  opacity: Record<BenchLayer, number>;
  style: PathStyle;
  misfit: boolean;
  wipe: boolean;
  /** The two layers of the wipe by turns, each as a whole. */
  blink: boolean;
  left: BenchLayer;
  right: BenchLayer;
}

const look = (picture: number, ink: number, paths: number, style: PathStyle): Look => ({
  opacity: { picture, ink, paths },
  style,
  misfit: false,
  wipe: false,
  blink: false,
  left: 'picture',
  right: ink > 0 ? 'ink' : 'paths',
});

const FIRST_LOOKS: Record<Stage, Look> = {
  square: look(1, 0, 0, 'lines'),
  ink: look(0.3, 1, 0, 'lines'),
  line: look(0.3, 0, 1, 'nodes'),
  piece: look(0, 0, 1, 'filled'),
  prove: look(0, 0, 1, 'lines'),
  handoff: look(0, 0, 1, 'filled'),
};

/** Screen pixels of a picture pixel, and where the picture's upper left lies on the bench. */
export interface Eye {
  scale: number;
  x: number;
  y: number;
}

/** What the bench shows and from where; shared by the bench, its bar, the facts and the strip. */
@Injectable()
export class BenchState {
  readonly stage = signal<Stage>('line');
  readonly looks = signal(FIRST_LOOKS);
  readonly look = computed(() => this.looks()[this.stage()]);
  readonly highlight = signal<Highlight>('none');
  /** Id of the contour that was picked. */
  readonly picked = signal<number | undefined>(undefined);
  /** Which of the two layers a blink shows now. */
  readonly blinksRight = signal(false);
  /** Pixels under the pointer are shown eight times as large. */
  readonly loupe = signal(false);
  /** Place of the wipe, as a share of the picture's width. */
  readonly wipeAt = signal(0.5);
  readonly eye = signal<Eye>({ scale: 1, x: 0, y: 0 });
  /** True until the user moves the eye: then resizing fits the picture again. */
  readonly fitted = signal(true);
  readonly size = signal({ width: 0, height: 0 });

  change(part: Partial<Look>): void {
    const stage = this.stage();
    this.looks.update((looks) => ({ ...looks, [stage]: { ...looks[stage], ...part } }));
  }

  fade(layer: BenchLayer, opacity: number): void {
    this.change({ opacity: { ...this.look().opacity, [layer]: opacity } });
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

  /** Brings the whole picture into view. */
  fit(picture: { width: number; height: number }): void {
    const { width, height } = this.size();
    if (width === 0 || height === 0) return;
    const margin = 36;
    const scale = Math.min((width - 2 * margin) / picture.width, (height - 2 * margin) / picture.height);
    this.eye.set({ scale, x: (width - picture.width * scale) / 2, y: (height - picture.height * scale) / 2 });
    this.fitted.set(true);
  }
}
