import { computed, signal } from '@angular/core';
import { type CutSettings, withMark } from '@drelk/core';
import type { ToolBox } from '../../job/tool/tool-box';
import type { Overlay, Tool } from '../../job/tool/tool';
import { Trail } from './trail';
import type { ToolWork } from '../../job/tool/tool-work';

/** What a hand draws to cut a thing out, and how it says so. */
export const CUT_TOOLS = {
  around: { says: 'Draw around the thing, with a little room.', label: 'Cut out what is inside the loop' },
  in: { says: 'Draw over what belongs to the thing.', label: 'Mark what belongs to the thing' },
  out: { says: 'Draw over what does not belong to the thing.', label: 'Mark what does not belong to it' },
} as const;
export type CutDoes = keyof typeof CUT_TOOLS;

/** Draws around a thing to cut it out, or over it to say what belongs to it; what is beside the thing is dimmed. */
export class CutTool extends Trail implements Tool {
  readonly id: string;
  readonly says: string;
  readonly ground = 'squared' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const points = this.points();
    const pen = this.width() / this.box.sourceScale();
    return {
      lines: [
        this.does === 'around'
          ? { points, closed: true }
          : { points, pen, tone: this.does === 'in' ? 'ink' : 'paper' },
      ],
      grips: [],
      mask: this.isOfNow() ? this.beside() : undefined,
    };
  });
  private readonly beside = signal<ImageBitmap | undefined>(undefined);
  /** What the mask was asked for; after an undo it is no more what is cut out. */
  private readonly asksFor = signal('');
  private readonly isOfNow = computed(() => {
    const cut = this.work.store.document()?.ink.cut;
    return cut && JSON.stringify(cut) === this.asksFor();
  });
  /** Only what was asked last counts. */
  private asked = 0;
  private isDown = false;
  /** What was drawn and is not answered yet: the next mark comes on top of it. */
  private pending: CutSettings | undefined;

  constructor(
    private readonly does: CutDoes,
    private readonly work: Pick<ToolWork, 'engine' | 'problems' | 'store'>,
    box: ToolBox,
    /** Width of a mark in source pixels. */
    private readonly width: () => number,
  ) {
    super(box);
    this.id = `cut-${does}`;
    this.says = CUT_TOOLS[does].says;
    this.look();
  }

  putDown(): void {
    this.isDown = true;
    this.show(undefined);
  }

  release(): void {
    const points = this.drawn();
    const before = this.pending ?? this.work.store.document()?.ink.cut;
    if (this.does === 'around') {
      if (points.length >= 6)
        this.take({ gives: 'silhouette', ...before, loop: points, marks: {} }, CUT_TOOLS.around.label);
      return;
    }
    if (!before || points.length === 0) return;
    try {
      const cut = withMark(before, { says: this.does, width: this.width(), points });
      this.take(cut, CUT_TOOLS[this.does].label);
    } catch (problem) {
      this.work.problems.tell(problem);
    }
  }

  /** Takes a cut once it has been seen to leave something. */
  private take(cut: CutSettings, label: string): void {
    this.pending = cut;
    this.ask(cut, () => {
      this.work.store.change(label, ({ ink }) => {
        ink.cut = cut;
      });
    });
  }

  /** Shows what is cut out now. */
  private look(): void {
    const cut = this.work.store.document()?.ink.cut;
    if (cut) this.ask(cut, () => undefined);
  }

  private ask(cut: CutSettings, found: () => void): void {
    const document = this.work.store.document();
    if (!document) return;
    const request = ++this.asked;
    this.work.engine.ask('cut', { document: { ...document, ink: { ...document.ink, cut } } }).then(
      ({ mask }) => {
        const isLast = request === this.asked;
        if (isLast && !this.isDown) {
          this.asksFor.set(JSON.stringify(cut));
          this.show(mask);
        } else mask?.close();
        if (!isLast) return;
        this.pending = undefined;
        found();
      },
      (problem: unknown) => {
        this.pending = undefined;
        this.work.problems.tell(problem);
      },
    );
  }

  private show(mask: ImageBitmap | undefined): void {
    const old = this.beside();
    this.beside.set(mask);
    if (old) setTimeout(() => old.close(), 500);
  }
}
