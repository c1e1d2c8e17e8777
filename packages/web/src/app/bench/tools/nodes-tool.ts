import { computed, signal } from '@angular/core';
import {
  type Contour,
  cutAtNode,
  nearestOn,
  nodesOf,
  withHandleAt,
  withNodeAt,
  withNodeIn,
  withSegmentAs,
  withoutNode,
  flatten,
} from '@drelk/core';
import type { Place } from '../../engine/messages';
import type { PathHand } from '../../job/path-hand';
import type { PathShaping } from '../../job/path-shaping';
import type { Workbench } from '../../job/workbench';
import { NO_OVERLAY, type Overlay, type OverlayLine, type Tool } from './tool';

/** Nodes nearer to the one before than this on screen are left out, in pixels. */
const APART = 14;
/** Two presses within this time and as near as that are a double one. */
const DOUBLE = 400;
const NEAR = 8;
/** How closely what is being moved is followed, in pixels. */
const FLAT = 0.2;

/** A grip of the tool: a node, or one of its handles. */
interface Grip extends Place {
  node: number;
  what: 'node' | 'before' | 'after';
  name: string;
  isMarked?: boolean;
}

/** Moves the nodes and handles of the contour that was clicked last; a double press on a segment adds one. */
export class NodesTool implements Tool {
  readonly id = 'nodes';
  readonly says =
    'Pull a node or a handle. Press twice on a segment to add a node; Delete takes the marked one out.';
  readonly ground = 'result' as const;
  readonly loupe = true;
  /** The node that was touched last. */
  readonly node = signal<number | undefined>(undefined);
  readonly overlay = computed((): Overlay => {
    const contour = this.shown();
    if (!contour) return NO_OVERLAY;
    const grips = this.grips();
    const lines: OverlayLine[] = this.moved() ? [outline(contour)] : [];
    const nodes = nodesOf(contour);
    for (const grip of grips)
      if (grip.what !== 'node')
        lines.push({ points: [nodes[grip.node].x, nodes[grip.node].y, grip.x, grip.y] });
    return { lines, grips };
  });
  /** How many nodes there are, and how many of them can be told apart on screen. */
  readonly counts = computed(() => {
    const contour = this.contour();
    const all = contour ? nodesOf(contour).length : 0;
    return { all, shown: this.grips().filter(({ what }) => what === 'node').length };
  });
  private readonly contour = computed((): Contour | undefined => this.hand.chosenContour());
  private readonly moved = signal<Contour | undefined>(undefined);
  private readonly shown = computed(() => this.moved() ?? this.contour());
  private readonly grips = computed((): Grip[] => {
    const contour = this.shown();
    if (!contour) return [];
    const reach = APART / this.work.bench.eye().scale;
    const marked = this.node();
    let last: Place | undefined;
    const nodes = nodesOf(contour);
    const grips = nodes.flatMap(({ x, y }, node): Grip[] => {
      const isFar = !last || Math.hypot(x - last.x, y - last.y) >= reach;
      if (!isFar && node !== marked) return [];
      last = { x, y };
      return [{ x, y, node, what: 'node', name: `Node ${node + 1}`, isMarked: node === marked }];
    });
    const own = marked === undefined ? undefined : nodes[marked];
    if (own && marked !== undefined)
      for (const what of ['before', 'after'] as const) {
        const handle = own[what];
        if (handle) grips.push({ ...handle, node: marked, what, name: `Handle ${what} node ${marked + 1}` });
      }
    return grips;
  });
  private gripped: Grip | undefined;
  private pressed: { at: Place; when: number } | undefined;

  constructor(
    private readonly hand: PathHand,
    private readonly shaping: PathShaping,
    private readonly work: Workbench,
  ) {}

  press(at: Place, grip: number): void {
    this.gripped = this.grips()[grip] as Grip | undefined;
    if (this.gripped) {
      this.node.set(this.gripped.node);
      return;
    }
    const now = performance.now();
    const before = this.pressed;
    this.pressed = { at, when: now };
    if (before && now - before.when < DOUBLE && this.isNear(before.at, at)) this.addAt(at);
  }

  move(at: Place): void {
    const { gripped } = this;
    const contour = this.contour();
    if (!gripped || !contour) return;
    this.moved.set(
      gripped.what === 'node'
        ? withNodeAt(contour, gripped.node, at)
        : withHandleAt(contour, gripped.node, gripped.what, at),
    );
  }

  release(): void {
    const moved = this.moved();
    const what = this.gripped?.what === 'node' ? 'Node moved' : 'Handle moved';
    this.gripped = undefined;
    if (moved) this.become(what, moved);
    this.moved.set(undefined);
  }

  forget(): void {
    this.gripped = undefined;
    this.moved.set(undefined);
  }

  putDown(): void {
    this.forget();
    this.node.set(undefined);
  }

  /** Takes the marked node out. */
  takeOut(): void {
    const contour = this.contour();
    const node = this.node();
    if (!contour || node === undefined) return;
    const less = withoutNode(contour, node);
    if (less) this.become('Node taken out', less);
    this.node.set(undefined);
  }

  /** The segment after the marked node as a straight line, or as a curve. */
  setSegment(kind: 'line' | 'cubic'): void {
    const contour = this.contour();
    const node = this.node();
    if (contour && node !== undefined && node < contour.segments.length)
      this.become(
        kind === 'line' ? 'A straight segment' : 'A curved segment',
        withSegmentAs(contour, node, kind),
      );
  }

  /** Cuts the contour at the marked node. */
  cut(): void {
    const node = this.node();
    if (node === undefined) return;
    this.shaping.becomeChosen('A contour cut', (contour) => cutAtNode(contour, node));
    this.node.set(undefined);
  }

  /** Adds a node in the middle of the segment after the marked one. */
  addAfter(): void {
    const contour = this.contour();
    const node = this.node();
    if (contour && node !== undefined && node < contour.segments.length)
      this.become('A node added', withNodeIn(contour, node, 0.5));
  }

  private addAt(at: Place): void {
    const contour = this.contour();
    if (!contour) return;
    const { segment, share, off } = nearestOn(contour, at);
    if (off * this.work.bench.eye().scale > NEAR) return;
    this.become('A node added', withNodeIn(contour, segment, share));
    this.node.set(segment + 1);
  }

  private become(label: string, contour: Contour): void {
    this.hand.changeChosen(label, contour);
  }

  private isNear(a: Place, b: Place): boolean {
    return Math.hypot(a.x - b.x, a.y - b.y) * this.work.bench.eye().scale <= NEAR;
  }
}

const outline = (contour: Contour): OverlayLine => ({
  points: [...flatten(contour, FLAT)],
  closed: contour.closed,
});
