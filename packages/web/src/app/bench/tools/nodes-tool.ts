import { computed, signal } from '@angular/core';
import {
  type Box,
  type Contour,
  type RunKind,
  boxOfPoints,
  cutAtNodes,
  flatten,
  nearestOn,
  nodesOf,
  withHandleAt,
  withNodeIn,
  withNodesMoved,
  withRunAs,
  withoutNodes,
} from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PathHand } from '../../job/path/path-hand';
import type { PathShaping } from '../../job/path/path-shaping';
import { Clinging, isNearOnScreen } from './clinging';
import { boxLine } from './pulled';
import type { ToolBox } from '../../job/tool/tool-box';
import { NO_OVERLAY, type Overlay, type OverlayLine, type Tool } from '../../job/tool/tool';
import type { ToolWork } from '../../job/tool/tool-work';

/** Nodes nearer to the one before than this on screen are left out, in pixels. */
const APART = 14;
/** Two presses within this time and as near as what clings are a double one. */
const DOUBLE = 400;
/** How closely what is being moved is followed, in pixels. */
const FLATNESS_PX = 0.2;

/** A grip of the tool: a node, or one of its handles. */
interface Grip extends Place {
  node: number;
  what: 'node' | 'before' | 'after';
  name: string;
  isMarked?: boolean;
}

const SAID: Record<RunKind, string> = { line: 'Made a line', arc: 'Made an arc', cubic: 'Made a curve' };

/** Moves the nodes and handles of the contour that was clicked last; a double press on a segment adds one. */
export class NodesTool implements Tool {
  readonly id = 'nodes';
  readonly says =
    'Pull a node or a handle; a box marks the nodes in it, Shift more of them. Press twice on a segment to add one.';
  readonly ground = 'result' as const;
  readonly loupe = true;
  /** The nodes that are marked, in their order. */
  readonly marked = signal<readonly number[]>([]);
  readonly overlay = computed((): Overlay => {
    const contour = this.shown();
    if (!contour) return NO_OVERLAY;
    const grips = this.grips();
    const box = this.box();
    const lines: OverlayLine[] = this.moved() ? [outline(contour)] : [];
    if (box) lines.push(boxLine(box));
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
  private readonly box = signal<Box | undefined>(undefined);
  private readonly grips = computed((): Grip[] => {
    const contour = this.shown();
    if (!contour) return [];
    const reach = APART / this.work.bench.eye().scale;
    const marked = new Set(this.marked());
    let last: Place | undefined;
    const nodes = nodesOf(contour);
    const grips = nodes.flatMap(({ x, y }, node): Grip[] => {
      const isFar = !last || Math.hypot(x - last.x, y - last.y) >= reach;
      if (!isFar && !marked.has(node)) return [];
      last = { x, y };
      return [{ x, y, node, what: 'node', name: `Node ${node + 1}`, isMarked: marked.has(node) }];
    });
    const [node] = this.marked();
    const own = marked.size === 1 ? nodes[node] : undefined;
    if (own)
      for (const what of ['before', 'after'] as const) {
        const handle = own[what];
        if (handle) grips.push({ ...handle, node, what, name: `Handle ${what} node ${node + 1}` });
      }
    return grips;
  });
  private readonly clinging: Clinging;
  private gripped: Grip | undefined;
  private pressed: { at: Place; when: number } | undefined;
  private boxFrom: Place | undefined;

  constructor(
    private readonly hand: PathHand,
    private readonly shaping: PathShaping,
    private readonly work: Pick<ToolWork, 'bench' | 'engine' | 'result' | 'store'>,
    private readonly tools: ToolBox,
  ) {
    this.clinging = new Clinging(hand, work, tools);
  }

  press(at: Place, grip: number): void {
    this.gripped = this.grips()[grip] as Grip | undefined;
    if (this.gripped) {
      this.mark(this.gripped.node);
      return;
    }
    const now = this.tools.happened;
    const before = this.pressed;
    this.pressed = { at, when: now };
    if (before && now - before.when < DOUBLE && isNearOnScreen(before.at, at, this.work)) this.addAt(at);
    else this.boxFrom = at;
  }

  move(at: Place): void {
    const { gripped, boxFrom } = this;
    const contour = this.contour();
    if (boxFrom) this.box.set(boxOfPoints(Float64Array.of(boxFrom.x, boxFrom.y, at.x, at.y)));
    if (!gripped || !contour) return;
    const from = nodesOf(contour)[gripped.node];
    const to = gripped.what === 'node' ? this.clinging.place(at, [], this.own()) : at;
    this.moved.set(
      gripped.what === 'node'
        ? withNodesMoved(contour, this.marked(), { x: to.x - from.x, y: to.y - from.y })
        : withHandleAt(contour, gripped.node, gripped.what, at),
    );
  }

  release(): void {
    const moved = this.moved();
    const box = this.box();
    const count = this.marked().length;
    const what =
      this.gripped?.what === 'node' ? (count > 1 ? `${count} nodes moved` : 'Node moved') : 'Handle moved';
    if (moved) this.become(what, moved);
    if (box) this.markIn(box);
    this.forget();
  }

  forget(): void {
    this.gripped = undefined;
    this.boxFrom = undefined;
    this.moved.set(undefined);
    this.box.set(undefined);
  }

  putDown(): void {
    this.forget();
    this.marked.set([]);
  }

  /** Takes the marked nodes out. */
  takeOut(): void {
    const contour = this.contour();
    const marked = this.marked();
    if (!contour || marked.length === 0) return;
    const less = withoutNodes(contour, marked);
    if (less) this.become(marked.length > 1 ? `${marked.length} nodes taken out` : 'Node taken out', less);
    this.marked.set([]);
  }

  /** From the first to the last of the marked nodes, or after the one, as one line, arc or curve. */
  setRun(kind: RunKind): void {
    const contour = this.contour();
    const marked = this.marked();
    if (!contour || marked.length === 0) return;
    const count = nodesOf(contour).length;
    const first = marked[0];
    const last =
      marked.length > 1 ? marked[marked.length - 1] : contour.closed ? (first + 1) % count : first + 1;
    if (last >= count) return;
    this.become(SAID[kind], withRunAs(contour, [first, last], kind));
    if (marked.length > 1) this.marked.set([]);
  }

  /** Cuts the contour at the marked nodes. */
  cut(): void {
    const marked = this.marked();
    if (marked.length === 0) return;
    this.shaping.becomeChosen('A contour cut', (contour) => cutAtNodes(contour, marked));
    this.marked.set([]);
  }

  /** Adds a node in the middle of the segment after the marked one. */
  addAfter(): void {
    const contour = this.contour();
    const [node] = this.marked();
    if (contour && node < contour.segments.length)
      this.become('A node added', withNodeIn(contour, node, 0.5));
  }

  /** The contour itself: a node that is moved a little does not go back to where it was. */
  private own(): number[] {
    const k = this.hand.chosen();
    return k === undefined ? [] : [k];
  }

  private addAt(at: Place): void {
    const contour = this.contour();
    if (!contour) return;
    const { segment, share } = nearestOn(contour, at);
    const added = withNodeIn(contour, segment, share);
    if (!isNearOnScreen(at, added.segments[segment], this.work)) return;
    this.become('A node added', added);
    this.marked.set([segment + 1]);
  }

  /** Marks a node, alone unless more are meant or it is one of several already. */
  private mark(node: number): void {
    const marked = this.marked();
    const isMore = this.tools.held().more;
    if (marked.includes(node)) {
      if (isMore) this.marked.set(marked.filter((one) => one !== node));
    } else this.marked.set(isMore ? [...marked, node].sort((a, b) => a - b) : [node]);
  }

  private markIn(box: Box): void {
    const contour = this.contour();
    if (!contour) return;
    const before = new Set(this.tools.held().more ? this.marked() : []);
    const nodes = nodesOf(contour);
    this.marked.set(
      Array.from(nodes.keys()).filter((k) => {
        const { x, y } = nodes[k];
        return before.has(k) || (x >= box.left && x <= box.right && y >= box.top && y <= box.bottom);
      }),
    );
  }

  private become(label: string, contour: Contour): void {
    this.hand.changeChosen(label, contour);
  }
}

const outline = (contour: Contour): OverlayLine => ({
  points: [...flatten(contour, FLATNESS_PX)],
  closed: contour.closed,
});
