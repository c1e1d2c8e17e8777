import { type Contour, type Move, type Rehearsal, pathData, placeAtTime } from '@drelk/core';
import type { Eye } from '../drawing/layout';
import { KeptSheet, type Look } from './kept-sheet';
import { SHEETS, SHEET_COLOURS, traceColour } from './sheet-colours';

/** A screen pixel at least is as wide as the thinnest line is drawn. */
const THIN = 1.2;
/** Pockets get darker with each pass, by this much of black. */
const DEEPER = 0.14;
/** Shadows of loose parts fall so many screen pixels beside them; parts that look smaller than so many have none. */
const LIFTED = 3;
const SMALL = 30;
/** Nothing lies farther away than this, in millimetres. */
const FAR = 1e6;
/** Around what is drawn the sheet goes on so far, as a share of its larger side. */
export const SHEET_MARGIN = 0.05;

/** In one frame it is drawn for no longer than this, in milliseconds; what is left waits for the next. */
const SPELL = 8;
/** And the clock is looked at after so many moves. */
const AT_ONCE = 8;

/**
 * Draws a sheet as it is at a moment. What is done is drawn once, on a canvas that is kept, and added to while the clock runs on; going back
 * begins at a state that was kept. Looked at from elsewhere it is moved, and drawn anew a spell in each frame.
 */
export class SheetDrawing {
  private readonly paths = new Map<Contour, Path2D>();
  private readonly lastMoves: Int32Array;
  private readonly parts: ReadonlyMap<number, Rehearsal['parts']>;
  private readonly standing: ReadonlyMap<number, Rehearsal['standing']>;
  private shown: KeptSheet | undefined;
  /** The next one, as long as it is not as far as it is to be. */
  private next: KeptSheet | undefined;

  constructor(private readonly rehearsal: Rehearsal) {
    this.lastMoves = new Int32Array(rehearsal.tracks.length).fill(-1);
    rehearsal.moves.forEach(({ track }, k) => (this.lastMoves[track] = k));
    this.parts = byTrack(rehearsal.parts);
    this.standing = byTrack(rehearsal.standing);
  }

  /** Draws the moment on a canvas; `eye` counts in pixels of the page. True where it has to be called again to be finished. */
  draw(canvas: HTMLCanvasElement, eye: Eye, density: number, time: number): boolean {
    const context = canvas.getContext('2d');
    if (!context) return false;
    const look = { width: canvas.width, height: canvas.height, eye, density };
    const sheet = this.sheetFor(look, time);
    const isDone = this.goOn(sheet, time);
    if (isDone || !this.shown) this.shown = sheet;
    this.next = isDone ? undefined : sheet;
    if (this.shown !== sheet) {
      this.turnTo(context, look);
      this.drawSheet(context);
    }
    this.shown.show(context, look);
    this.turnTo(context, look);
    this.drawHead(context, 1 / eye.scale, time);
    return !isDone;
  }

  /** One that can be drawn on to be the sheet at a moment, as far as there is one. */
  private sheetFor(look: Look, time: number): KeptSheet {
    const own = [this.next, this.shown].filter((sheet) => sheet?.isOf(look));
    const before =
      own.find((sheet) => sheet && sheet.drawn.time <= time) ?? own.find((sheet) => sheet?.goBack(time));
    if (before) return before;
    const sheet = new KeptSheet(look, this.rehearsal.moves.length);
    if (sheet.context) {
      this.turnTo(sheet.context, look);
      this.drawSheet(sheet.context);
    }
    return sheet;
  }

  private turnTo(context: CanvasRenderingContext2D, { eye: { scale, x, y }, density }: Look): void {
    context.setTransform(scale * density, 0, 0, scale * density, x * density, y * density);
    context.lineCap = 'round';
    context.lineJoin = 'round';
  }

  /** Goes on with a sheet up to a moment, for a spell; whether it is there. */
  private goOn(sheet: KeptSheet, time: number): boolean {
    const { context, drawn, look } = sheet;
    if (!context) return true;
    const until = performance.now() + SPELL;
    this.turnTo(context, look);
    const { moves } = this.rehearsal;
    for (let n = 1; drawn.moves < moves.length && moves[drawn.moves].begins <= time; n++) {
      const k = drawn.moves;
      const move = moves[k];
      drawn.pieces = this.drawPieces(context, move, drawn.pieces, time - move.begins, 1 / look.eye.scale);
      drawn.time = Math.max(drawn.time, Math.min(time, move.begins + move.seconds));
      if (move.begins + move.seconds > time) break;
      if (this.lastMoves[move.track] === k) this.finish(context, move.track, 1 / look.eye.scale);
      drawn.moves++;
      drawn.pieces = 0;
      sheet.keep();
      if (n % AT_ONCE === 0 && performance.now() > until) return false;
    }
    drawn.time = Math.max(drawn.time, time);
    return true;
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
  private finish(context: CanvasRenderingContext2D, number: number, pixel: number): void {
    const { tracks } = this.rehearsal;
    const { task, drawn, depth } = tracks[number];
    context.filter = 'none';
    if (task === 'cut-through' && drawn[0].closed && depth % 2 === 1)
      this.fill(context, drawn, SHEET_COLOURS.table);
    for (const { contours, freedAt, isIsland, width, height } of this.parts.get(number) ?? []) {
      if (freedAt === null) continue;
      this.fill(context, contours, isIsland ? SHEET_COLOURS.table : SHEET_COLOURS.free);
      if (!isIsland && Math.max(width, height) > SMALL * pixel) this.lift(context, contours, pixel);
    }
    for (const { contours } of this.standing.get(number) ?? [])
      this.fill(context, contours, SHEET_COLOURS.standing);
  }

  private fill(context: CanvasRenderingContext2D, contours: readonly Contour[], colour: string): void {
    context.fillStyle = colour;
    context.fill(this.pathOfAll(contours), 'evenodd');
  }

  /** A part that came free stands out from the sheet, with its shadow beside it. */
  private lift(context: CanvasRenderingContext2D, contours: readonly Contour[], pixel: number): void {
    const beside = this.pathOfAll(contours);
    beside.rect(-FAR, -FAR, 2 * FAR, 2 * FAR);
    context.save();
    context.clip(beside, 'evenodd');
    context.translate(LIFTED * pixel, LIFTED * pixel);
    this.fill(context, contours, SHEET_COLOURS.shadow);
    context.restore();
  }

  private pathOfAll(contours: readonly Contour[]): Path2D {
    const path = new Path2D();
    for (const contour of contours) path.addPath(this.pathOf(contour));
    return path;
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
    const move = this.rehearsal.moves[moveAt(this.rehearsal, time)] as Move | undefined;
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

/** What belongs to tracks, by their numbers. */
function byTrack<T extends { track: number }>(all: readonly T[]): Map<number, T[]> {
  const own = new Map<number, T[]>();
  for (const one of all) own.set(one.track, [...(own.get(one.track) ?? []), one]);
  return own;
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
