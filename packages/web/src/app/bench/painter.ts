import { Injectable, type OnDestroy, signal } from '@angular/core';
import { createPaintWorker } from '../engine/worker.factory';
import type { PaintAnswer, PaintRequest, Painted, PaintedSet, Painting } from './painting';

/** What is painted reaches so far beyond the bench on every side, as a share of it: a view that moves finds it there. */
const BEYOND = 0.15;
/** A view that only moved within what is painted is painted anew once it rests, after so many milliseconds. */
const RESTS = 140;

/**
 * Paths as bitmaps, painted in a worker of its own. While the view moves, the bitmap there is is shifted and scaled; the
 * next is asked for when the one before has come, and what was wanted meanwhile only as it was wanted last.
 */
@Injectable()
export class Painter implements OnDestroy {
  readonly painted = signal<Painted | undefined>(undefined);

  private readonly worker = createPaintWorker();
  private held = '';
  private count = 0;
  private isPainting = false;
  private wanted: Painting | undefined;
  private resting: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    this.worker.onmessage = ({ data }: MessageEvent<PaintAnswer>) => this.receive(data);
  }

  ngOnDestroy(): void {
    clearTimeout(this.resting);
    this.worker.terminate();
    this.close(this.painted());
  }

  /** Gives the painter a set of paths, unless it has it. */
  hold(set: PaintedSet): void {
    if (set.name === this.held) return;
    this.held = set.name;
    const { name, paths, colours, colourAt, byTask } = set;
    this.post({ type: 'set', name, paths, colours, colourAt, byTask });
  }

  /** Gives the painter the rims of the ink, for the misfit. */
  holdInk(points: Float64Array, starts: Uint32Array): void {
    this.post({ type: 'ink', points, starts });
    this.painted.update((painted) => painted && { ...painted, painting: { ...painted.painting, name: '' } });
    if (this.wanted) this.want(this.wanted);
  }

  /** Asks for a view of the paths: `width` and `height` are the bench's. */
  want(wanted: Painting): void {
    this.wanted = wanted;
    const there = this.painted()?.painting;
    clearTimeout(this.resting);
    if (there && isCovered(wanted, there)) {
      if (!isSamePlace(wanted, there)) this.resting = setTimeout(() => this.paint(), RESTS);
    } else this.paint();
  }

  private paint(): void {
    const { wanted } = this;
    if (!wanted || this.isPainting || wanted.width === 0) return;
    this.isPainting = true;
    this.post({ type: 'paint', request: ++this.count, painting: widened(wanted) });
  }

  private receive({ request, painted }: PaintAnswer): void {
    if (request !== this.count) {
      this.close(painted);
      return;
    }
    this.isPainting = false;
    if (painted) {
      const old = this.painted();
      this.painted.set(painted);
      // The old one may still be on its way to the screen.
      setTimeout(() => this.close(old), 500);
    }
    if (this.wanted && (!painted || !isCovered(this.wanted, painted.painting))) {
      if (painted || this.wanted.name === this.held) this.paint();
    } else if (this.wanted) this.want(this.wanted);
  }

  private post(request: PaintRequest): void {
    this.worker.postMessage(request);
  }

  private close(painted: Painted | undefined): void {
    painted?.paths.close();
    painted?.marks?.close();
  }
}

/** The view of a painting with what lies around it, so that a short move shows no empty edge. */
function widened({ eye, width, height, ...rest }: Painting): Painting {
  const [x, y] = [Math.round(BEYOND * width), Math.round(BEYOND * height)];
  return {
    ...rest,
    eye: { scale: eye.scale, x: eye.x + x, y: eye.y + y },
    width: width + 2 * x,
    height: height + 2 * y,
  };
}

/** Whether what is painted is of the same kind and scale, and reaches over the whole view. */
function isCovered(wanted: Painting, there: Painting): boolean {
  const isSame =
    wanted.name === there.name &&
    wanted.style === there.style &&
    wanted.misfit === there.misfit &&
    wanted.ratio === there.ratio &&
    wanted.eye.scale === there.eye.scale &&
    isAlike(wanted.marked, there.marked);
  const x = there.eye.x - wanted.eye.x;
  const y = there.eye.y - wanted.eye.y;
  return isSame && x >= 0 && y >= 0 && x + wanted.width <= there.width && y + wanted.height <= there.height;
}

const isAlike = (a: readonly number[], b: readonly number[]) =>
  a === b || (a.length === b.length && a.every((id, k) => id === b[k]));

/** Whether the view lies in the middle of what is painted. */
const isSamePlace = (wanted: Painting, there: Painting): boolean => {
  const middle = widened(wanted).eye;
  return Math.abs(middle.x - there.eye.x) < 1 && Math.abs(middle.y - there.eye.y) < 1;
};

/** Lays a bitmap down where it was seen, in picture coordinates, whatever the eye is now. */
export function layDown(
  context: CanvasRenderingContext2D,
  bitmap: ImageBitmap,
  { painting: { eye, ratio } }: Painted,
): void {
  const size = 1 / (eye.scale * ratio);
  context.drawImage(
    bitmap,
    -eye.x / eye.scale,
    -eye.y / eye.scale,
    bitmap.width * size,
    bitmap.height * size,
  );
}
