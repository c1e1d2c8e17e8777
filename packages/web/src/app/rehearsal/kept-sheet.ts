import type { Eye } from '../drawing/layout';

/** How a canvas looks at the sheet: so large in screen pixels, from where, and screen pixels to one of the page. */
export interface Look {
  width: number;
  height: number;
  eye: Eye;
  density: number;
}

/** How far a sheet is drawn: moves as a whole, pieces of the next one, and the moment that comes to. */
interface Drawn {
  moves: number;
  pieces: number;
  time: number;
}

/** States of a sheet that are kept while it is drawn on, so that going back begins at the last one before: so many, of so many pixels in all. */
const KEPT = { least: 4, most: 16, pixels: 24e6 };

/** A sheet drawn up to a moment, on a canvas of its own. */
export class KeptSheet {
  readonly context: CanvasRenderingContext2D | null;
  drawn: Drawn = { moves: 0, pieces: 0, time: 0 };
  private readonly canvas = document.createElement('canvas');
  /** From one state that is kept to the next it goes on by so many moves. */
  private readonly step: number;
  private kept: (Drawn & { canvas: HTMLCanvasElement })[] = [];

  constructor(
    readonly look: Look,
    moves: number,
  ) {
    const count = Math.floor(KEPT.pixels / (look.width * look.height || 1));
    this.step = Math.max(1, moves / Math.min(KEPT.most, Math.max(KEPT.least, count)));
    this.canvas.width = look.width;
    this.canvas.height = look.height;
    this.context = this.canvas.getContext('2d');
  }

  isOf({ width, height, eye, density }: Look): boolean {
    const own = this.look;
    return (
      own.width === width &&
      own.height === height &&
      own.density === density &&
      own.eye.scale === eye.scale &&
      own.eye.x === eye.x &&
      own.eye.y === eye.y
    );
  }

  /** Keeps the sheet as it is now, where that is a good way on from the state kept before. */
  keep(): void {
    const before = this.kept[this.kept.length - 1]?.moves ?? 0;
    if (this.drawn.moves < before + this.step) return;
    const canvas = document.createElement('canvas');
    canvas.width = this.canvas.width;
    canvas.height = this.canvas.height;
    canvas.getContext('2d')?.drawImage(this.canvas, 0, 0);
    this.kept.push({ ...this.drawn, canvas });
  }

  /** Back to the last state kept before a moment; false where there is none. */
  goBack(time: number): boolean {
    const last = this.kept.findLastIndex((one) => one.time <= time);
    const state = this.kept[last];
    if (!state || !this.context) return false;
    this.kept = this.kept.slice(0, last + 1);
    this.drawn = { moves: state.moves, pieces: state.pieces, time: state.time };
    this.context.setTransform(1, 0, 0, 1, 0, 0);
    this.context.drawImage(state.canvas, 0, 0);
    return true;
  }

  /** Draws it as it is seen from elsewhere: moved and sized, until it is drawn for that. */
  show(onto: CanvasRenderingContext2D, { eye, density }: Look): void {
    const scale = (eye.scale * density) / (this.look.eye.scale * this.look.density);
    onto.setTransform(
      scale,
      0,
      0,
      scale,
      density * eye.x - scale * this.look.density * this.look.eye.x,
      density * eye.y - scale * this.look.density * this.look.eye.y,
    );
    onto.drawImage(this.canvas, 0, 0);
  }
}
