import { type Contour, type Move, type Rehearsal, pathData, placeAtTime } from '@drelk/core';
import type { Eye } from '../bench/layout';
import { SHEETS, SHEET_COLOURS, traceColour } from './sheet-colours';

/** A screen pixel at least is as wide as the thinnest line is drawn. */
const THIN = 1.2;
/** Pockets get darker with each pass, by this much of black. */
const DEEPER = 0.14;
/** Around what is drawn the sheet goes on so far, as a share of its larger side. */
export const SHEET_MARGIN = 0.05;

/**
 * Draws a sheet as it is at a moment. What is done is drawn once, on a canvas that is kept, and added to while the clock
 * runs on; going back, or looking from elsewhere, begins it anew.
 */
export class SheetDrawing {
  private readonly done = document.createElement('canvas');
  private readonly paths = new Map<Contour, Path2D>();
  private readonly lastMoves: Int32Array;
  /** How far the kept canvas is: moves drawn as a whole, and pieces of the next one. */
  private drawn = { moves: 0, pieces: 0, time: 0, key: '' };

  constructor(private readonly rehearsal: Rehearsal) {
    this.lastMoves = new Int32Array(rehearsal.tracks.length).fill(-1);
    rehearsal.moves.forEach(({ track }, k) => (this.lastMoves[track] = k));
  }

  /** Draws the moment on a canvas so many screen pixels large; `eye` counts in pixels of the page. */
  draw(canvas: HTMLCanvasElement, eye: Eye, density: number, time: number): void {
    const context = canvas.getContext('2d');
    if (!context) return;
    this.keepUp(canvas, eye, density, time);
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.drawImage(this.done, 0, 0);
    this.look(context, eye, density);
    this.drawHead(context, 1 / eye.scale, time);
  }

  private look(context: CanvasRenderingContext2D, { scale, x, y }: Eye, density: number): void {
    context.setTransform(scale * density, 0, 0, scale * density, x * density, y * density);
    context.lineCap = 'round';
    context.lineJoin = 'round';
  }

  private keepUp({ width, height }: HTMLCanvasElement, eye: Eye, density: number, time: number): void {
    const context = this.done.getContext('2d');
    if (!context) return;
    const key = [width, height, eye.scale, eye.x, eye.y].join(' ');
    if (key !== this.drawn.key || time < this.drawn.time) {
      this.done.width = width;
      this.done.height = height;
      this.drawn = { moves: 0, pieces: 0, time: 0, key };
      this.look(context, eye, density);
      this.drawSheet(context);
    }
    this.look(context, eye, density);
    const { moves } = this.rehearsal;
    while (this.drawn.moves < moves.length && moves[this.drawn.moves].begins <= time) {
      const k = this.drawn.moves;
      const move = moves[k];
      this.drawn.pieces = this.drawPieces(
        context,
        move,
        this.drawn.pieces,
        time - move.begins,
        1 / eye.scale,
      );
      if (move.begins + move.seconds > time) break;
      if (this.lastMoves[move.track] === k) this.finish(context, move.track);
      this.drawn.moves++;
      this.drawn.pieces = 0;
    }
    this.drawn.time = time;
  }

  private drawSheet(context: CanvasRenderingContext2D): void {
    const { frame, machine, unreached } = this.rehearsal;
    const margin = SHEET_MARGIN * Math.max(frame.right - frame.left, frame.bottom - frame.top);
    context.fillStyle = SHEETS[machine.process];
    context.fillRect(
      frame.left - margin,
      frame.top - margin,
      frame.right - frame.left + 2 * margin,
      frame.bottom - frame.top + 2 * margin,
    );
    for (const contour of unreached) this.fill(context, [contour], SHEET_COLOURS.standing);
  }

  /** Pieces of a way that are done as a whole by then, from one on; how many are now. */
  private drawPieces(
    context: CanvasRenderingContext2D,
    move: Move,
    from: number,
    seconds: number,
    pixel: number,
  ): number {
    const { way } = move;
    if (!way) return 0;
    const count = way.lengths.length;
    let to = from;
    while (to < count && way.times[to + 1] <= seconds) to++;
    if (to === from) return to;
    const { places } = way;
    this.pen(context, move, pixel);
    context.beginPath();
    context.moveTo(places[2 * from], places[2 * from + 1]);
    for (let k = from + 1; k <= to; k++) context.lineTo(places[2 * k], places[2 * k + 1]);
    context.stroke();
    context.setLineDash([]);
    return to;
  }

  private pen(context: CanvasRenderingContext2D, { kind, track, pass }: Move, pixel: number): void {
    const { machine, tracks } = this.rehearsal;
    const { task } = tracks[track];
    const isTravel = kind === 'travel';
    context.setLineDash(isTravel ? [4 * pixel, 4 * pixel] : []);
    context.strokeStyle = isTravel ? SHEET_COLOURS.travel : traceColour(task, kind);
    context.lineWidth = isTravel ? pixel : Math.max(machine.kerf, THIN * pixel);
    context.filter = task === 'pocket' && pass > 0 ? `brightness(${1 - DEEPER * Math.min(pass, 4)})` : 'none';
  }

  /** What a track leaves once it is done: a hole, a part that is loose, what still stands. */
  private finish(context: CanvasRenderingContext2D, number: number): void {
    const { tracks, parts, standing } = this.rehearsal;
    const { task, drawn, depth } = tracks[number];
    context.filter = 'none';
    if (task === 'cut-through' && drawn[0].closed && depth % 2 === 1)
      this.fill(context, drawn, SHEET_COLOURS.table);
    for (const { track, contours, freedAt, isIsland } of parts)
      if (track === number && freedAt !== null)
        this.fill(context, contours, isIsland ? SHEET_COLOURS.table : SHEET_COLOURS.free);
    for (const { track, contour } of standing)
      if (track === number) this.fill(context, [contour], SHEET_COLOURS.standing);
  }

  private fill(context: CanvasRenderingContext2D, contours: readonly Contour[], colour: string): void {
    const path = new Path2D();
    for (const contour of contours) path.addPath(this.pathOf(contour));
    context.fillStyle = colour;
    context.fill(path, 'evenodd');
  }

  private pathOf(contour: Contour): Path2D {
    const known = this.paths.get(contour);
    if (known) return known;
    const path = new Path2D(pathData(contour, 0, 0, 4));
    this.paths.set(contour, path);
    return path;
  }

  /** The piece that is being worked, and where the tool is. */
  private drawHead(context: CanvasRenderingContext2D, pixel: number, time: number): void {
    const move = this.rehearsal.moves[this.drawn.moves] as Move | undefined;
    const at = placeAt(this.rehearsal, time);
    if (move?.way && time < move.begins + move.seconds) {
      const { piece, x, y } = placeAtTime(move.way, time - move.begins);
      this.pen(context, move, pixel);
      context.filter = 'none';
      context.beginPath();
      context.moveTo(move.way.places[2 * piece], move.way.places[2 * piece + 1]);
      context.lineTo(x, y);
      context.stroke();
      context.setLineDash([]);
    }
    context.strokeStyle = SHEET_COLOURS.head;
    context.lineWidth = 2 * pixel;
    context.beginPath();
    context.arc(at.x, at.y, 6 * pixel, 0, 2 * Math.PI);
    for (const [dx, dy] of [
      [1, 0],
      [0, 1],
    ]) {
      context.moveTo(at.x - 11 * pixel * dx, at.y - 11 * pixel * dy);
      context.lineTo(at.x + 11 * pixel * dx, at.y + 11 * pixel * dy);
    }
    context.stroke();
  }
}

/** Number of the move that is made at a moment. */
export function moveAt({ moves }: Rehearsal, time: number): number {
  let [low, high] = [0, moves.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (moves[middle].begins <= time) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Where the tool is at a moment. */
export function placeAt(rehearsal: Rehearsal, time: number): { x: number; y: number } {
  const { moves, origin } = rehearsal;
  for (let k = moveAt(rehearsal, time); k >= 0; k--) {
    const { way, begins } = moves[k];
    if (way) return placeAtTime(way, time - begins);
  }
  return origin;
}
