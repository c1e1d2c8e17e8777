import { computed, signal } from '@angular/core';
import { type Crop, type JobDocument, checkCrop } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { ToolBox } from '../../job/tool/tool-box';
import { NO_OVERLAY, type Overlay, type Tool } from '../../job/tool/tool';
import type { ToolWork } from '../../job/tool/tool-work';

const CORNERS = ['upper left', 'upper right', 'lower right', 'lower left'];

/** Four handles on the corners of a sheet, over the picture as it came. */
export class CornersTool implements Tool {
  readonly id = 'corners';
  readonly says = 'Put a handle on each corner of the sheet.';
  readonly ground = 'source' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => {
    const corners = this.corners();
    return {
      lines: [{ points: corners, closed: true }],
      grips: CORNERS.map((name, k) => ({
        x: corners[2 * k],
        y: corners[2 * k + 1],
        name: `Corner, ${name}`,
      })),
    };
  });
  private readonly corners = signal<number[]>([]);
  private gripped = -1;

  constructor(
    private readonly work: Pick<ToolWork, 'store'>,
    corners: readonly number[],
  ) {
    this.corners.set([...corners]);
  }

  press(_at: Place, grip: number): void {
    this.gripped = grip;
  }

  move({ x, y }: Place): void {
    if (this.gripped < 0) return;
    this.corners.update((corners) => {
      const next = [...corners];
      next[2 * this.gripped] = x;
      next[2 * this.gripped + 1] = y;
      return next;
    });
    this.work.store.try(this.flatten);
  }

  forget(): void {
    this.gripped = -1;
  }

  release(): void {
    if (this.gripped >= 0) this.work.store.change('Corners of the sheet', this.flatten);
    this.gripped = -1;
  }

  private readonly flatten = ({ square }: JobDocument) => {
    square.flatten = this.corners().map((value) => Number(value.toFixed(2)));
  };
}

type Sides = [left: number, top: number, right: number, bottom: number];

/** Corners and edges of a box that can be gripped, with the sides that each pulls. */
const GRIPS: { name: string; sides: number[] }[] = [
  { name: 'upper left', sides: [0, 1] },
  { name: 'upper right', sides: [2, 1] },
  { name: 'lower right', sides: [2, 3] },
  { name: 'lower left', sides: [0, 3] },
  { name: 'left', sides: [0] },
  { name: 'upper edge', sides: [1] },
  { name: 'right', sides: [2] },
  { name: 'lower edge', sides: [3] },
];

const gripsOf = (sides: Sides) =>
  GRIPS.map(({ name, sides: pulled }) => {
    const across = pulled.find((side) => side % 2 === 0);
    const down = pulled.find((side) => side % 2 === 1);
    return {
      x: across === undefined ? (sides[0] + sides[2]) / 2 : sides[across],
      y: down === undefined ? (sides[1] + sides[3]) / 2 : sides[down],
      name: `Crop, ${name}`,
    };
  });

/** Pulls a box, or draws a loop, around what is to be kept; the edges and corners of a box there is can be pulled. */
export class CropTool implements Tool {
  readonly id: string;
  readonly says: string;
  readonly ground = 'uncropped' as const;
  readonly loupe = false;
  readonly overlay = computed((): Overlay => {
    const points = this.points();
    if (points.length > 0) return { lines: [{ points, closed: true }], grips: [] };
    const crop = this.work.store.document()?.square.crop;
    if (!crop) return NO_OVERLAY;
    const line = { points: this.box.fromSource(crop.points), closed: true };
    const sides = this.sides();
    return { lines: [line], grips: sides ? gripsOf(sides) : [] };
  });
  /** Left, top, right and bottom of the crop there is, where that is a box. */
  private readonly sides = computed((): Sides | undefined => {
    const crop = this.work.store.document()?.square.crop;
    if (this.kind !== 'box' || crop?.kind !== 'box') return undefined;
    const points = this.box.fromSource(crop.points);
    const [xs, ys] = [0, 1].map((odd) => points.filter((_, k) => k % 2 === odd));
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)];
  });
  /** The sides that the hand pulls, as numbers among the four. */
  private pulled: readonly number[] = [];
  private readonly points = signal<number[]>([]);
  private from: Place | undefined;

  constructor(
    private readonly kind: Crop['kind'],
    private readonly work: Pick<ToolWork, 'problems' | 'result' | 'store'>,
    private readonly box: ToolBox,
  ) {
    this.id = `crop-${kind}`;
    this.says = kind === 'box' ? 'Pull a box around what is to be kept.' : 'Draw around what is to be kept.';
  }

  press(at: Place, grip: number): void {
    this.from = at;
    this.pulled = GRIPS[grip]?.sides ?? [];
    this.points.set([at.x, at.y]);
    if (this.pulled.length > 0) this.move(at);
  }

  move(at: Place): void {
    const { from } = this;
    const sides = this.sides();
    if (!from) return;
    if (this.pulled.length > 0 && sides) {
      const next: Sides = [...sides];
      for (const side of this.pulled) next[side] = side % 2 === 0 ? at.x : at.y;
      const [left, top, right, bottom] = next;
      this.points.set([left, top, right, top, right, bottom, left, bottom]);
    } else if (this.kind === 'loop') this.points.update((points) => [...points, at.x, at.y]);
    else this.points.set([from.x, from.y, at.x, from.y, at.x, at.y, from.x, at.y]);
  }

  forget(): void {
    this.from = undefined;
    this.points.set([]);
  }

  release(): void {
    const points = sourcePoints(this.points(), this.box);
    this.from = undefined;
    this.points.set([]);
    if (points.length < 6) return;
    const document = this.work.store.document();
    const crop = { kind: this.kind, points };
    try {
      if (document) checkCrop(document, crop, this.corners());
    } catch (problem) {
      this.work.problems.tell(problem);
      return;
    }
    this.work.store.change(this.kind === 'box' ? 'Crop to a box' : 'Crop to a loop', ({ square }) => {
      square.crop = crop;
    });
    // A box that is pulled into shape stays in hand.
    if (this.pulled.length === 0) this.box.putDown();
  }

  /** The corners that the picture is flattened by now. */
  private corners(): number[] | null {
    return this.work.result.view()?.traced?.square.corners ?? null;
  }
}

/** Pulls a line along something that should lie level or plumb; the picture turns so that it does. */
export class LevelTool implements Tool {
  readonly id = 'level';
  readonly says = 'Pull a line along something that should be level or plumb.';
  readonly ground = 'uncropped' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => ({ lines: [{ points: this.points() }], grips: [] }));
  private readonly points = signal<number[]>([]);

  constructor(
    private readonly work: Pick<ToolWork, 'store'>,
    private readonly box: ToolBox,
  ) {}

  press(at: Place): void {
    this.points.set([at.x, at.y, at.x, at.y]);
  }

  move(at: Place): void {
    this.points.update(([x, y]) => [x, y, at.x, at.y]);
  }

  forget(): void {
    this.points.set([]);
  }

  release(): void {
    const [x1, y1, x2, y2] = this.points();
    this.points.set([]);
    if (!(Math.hypot(x2 - x1, y2 - y1) > 8)) return;
    const slope = Math.atan2(y2 - y1, x2 - x1);
    // The nearest quarter turn is what was meant: level or plumb.
    const quarter = Math.PI / 2;
    const off = slope - quarter * Math.round(slope / quarter);
    this.work.store.change('Level', ({ square }) => {
      // A mirrored picture turns the other way.
      const turn = square.mirror ? -off : off;
      square.angle = Number((((square.angle + turn + Math.PI) % (2 * Math.PI)) - Math.PI).toFixed(5));
    });
    this.box.putDown();
  }
}

/** Two places a known length apart; each clings to the ruler's mark it is put near. */
export class RulerTool implements Tool {
  readonly id = 'ruler';
  readonly says = 'Put a point on each of two marks of the ruler, then give the length between.';
  readonly ground = 'uncropped' as const;
  readonly loupe = true;
  readonly overlay = computed((): Overlay => {
    const points = this.box.fromSource(this.places());
    const grips = ['First mark', 'Second mark'].map((name, k) => ({
      x: points[2 * k],
      y: points[2 * k + 1],
      name,
    }));
    return { lines: points.length === 4 ? [{ points }] : [], grips: grips.slice(0, points.length / 2) };
  });
  /** The places in source pixels: x, y of none, one or two. */
  readonly places = signal<number[]>([]);
  private gripped = -1;

  constructor(
    private readonly work: Pick<ToolWork, 'engine' | 'store'>,
    private readonly box: ToolBox,
    places: readonly number[],
  ) {
    this.places.set([...places]);
  }

  press(at: Place, grip: number): void {
    const count = this.places().length / 2;
    this.gripped = grip >= 0 ? grip : Math.min(count, 1);
    this.move(at);
  }

  move(at: Place): void {
    if (this.gripped < 0) return;
    const { x, y } = this.box.toSource(at);
    this.put(this.gripped, x, y);
  }

  release(at: Place): void {
    const which = this.gripped;
    this.gripped = -1;
    if (which < 0) return;
    const place = this.box.toSource(at);
    // Where the engine does not answer, the place stays where the hand put it.
    const document = this.work.store.document();
    if (!document) return;
    const clung = this.work.engine.ask('cling', { document, at: place }).catch(() => place);
    void clung.then(({ x, y }) => {
      this.put(which, x, y);
      const { scale } = this.work.store.document()?.square ?? {};
      if (scale?.by === 'ruler' && this.places().length === 4) this.setLength(scale.length);
    });
  }

  putDown(): void {
    this.box.rulerPlaces = this.places();
  }

  /** Sets the scale by the length between the two places, in millimetres. */
  setLength(length: number): void {
    const [x1, y1, x2, y2] = this.places();
    this.work.store.change('Scale from a ruler', ({ square }) => {
      square.scale = { by: 'ruler', from: [x1, y1], to: [x2, y2], length };
    });
  }

  private put(which: number, x: number, y: number): void {
    this.places.update((places) => {
      const next = [...places];
      next[2 * which] = Number(x.toFixed(2));
      next[2 * which + 1] = Number(y.toFixed(2));
      return next;
    });
  }
}

/** Points on the bench as source points, to a tenth of a pixel. */
export function sourcePoints(points: readonly number[], box: ToolBox): number[] {
  const result: number[] = [];
  for (let k = 0; k + 1 < points.length; k += 2) {
    const { x, y } = box.toSource({ x: points[k], y: points[k + 1] });
    result.push(Number(x.toFixed(1)), Number(y.toFixed(1)));
  }
  return result;
}
