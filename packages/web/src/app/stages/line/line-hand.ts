import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  HOLE,
  PICKS,
  type RunKind,
  type Pick,
  contourAt,
  nameOfHex,
  parseAngle,
  parseOffset,
  pickBy,
  pickLike,
  pickSame,
  pickSmaller,
  scaledAndMoved,
  turned,
} from '@drelk/core';
import { CarryTool } from '../../bench/tools/carry-tool';
import { PickAcrossTool, PickBoxTool, PickLoopTool } from '../../bench/tools/path-tools';
import { NodesTool } from '../../bench/tools/nodes-tool';
import { ToolBox } from '../../job/tool/tool-box';
import { HandEdits } from '../../job/path/hand-edits';
import { OwnForms } from '../../job/piece/own-forms';
import { PathHand } from '../../job/path/path-hand';
import { PathShaping } from '../../job/path/path-shaping';
import { telling } from '../../job/telling';
import { FigureField } from '../../shared/figure-field';
import { Fold } from '../../shared/fold';
import { LengthField } from '../../shared/length-field';
import { ToolButton } from '../../job/controls/tool-button';
import { EditList } from './edit-list';
import { LineDraw } from './line-draw';
import { LineForm } from './line-form';
import { LineShape } from './line-shape';
import { ProblemService } from '../../shared/problem.service';
import { ShownResult } from '../../job/shown-result';
import { JobStore } from '../../job/store/job-store';
import { BenchState } from '../../view/bench-state';
import { JobLengths } from '../../job/job-lengths';

/** Edits listed one by one; of more only how many there are. */
const MOST_LISTED = 40;
/** Contours no larger than this, in millimetres, are proposed as small. */
const SMALL = 1;
/** The first colour that is offered for a new plate. */
const NEW_COLOUR = '#b3402a';

/** What a run of segments may become, in words. */
const RUNS: { kind: RunKind; says: string }[] = [
  { kind: 'line', says: 'Straight' },
  { kind: 'arc', says: 'Arc' },
  { kind: 'cubic', says: 'Curved' },
];

/** Line by hand: what is picked of the paths, what is done with it, and what waits to be found again. */
@Component({
  selector: 'drelk-line-hand',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    FigureField,
    Fold,
    EditList,
    LineDraw,
    LineForm,
    LineShape,
    LengthField,
    MatButtonModule,
    ToolButton,
  ],
  templateUrl: './line-hand.html',
  styleUrls: ['../panel.scss', './line-hand.scss'],
})
export class LineHand {
  private readonly problems = inject(ProblemService);
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly bench = inject(BenchState);
  readonly lengths = inject(JobLengths);
  readonly hand = inject(PathHand);
  readonly edits = inject(HandEdits);
  private readonly shaping = inject(PathShaping);
  private readonly tools = inject(ToolBox);
  private readonly forms = inject(OwnForms);
  readonly picks = PICKS;
  readonly small = SMALL;
  readonly newColour = NEW_COLOUR;
  readonly runKinds = RUNS;
  readonly across = signal('0');
  readonly down = signal('0');
  readonly degrees = signal('90');

  readonly count = computed(() => this.hand.numbers().length);
  /** Width and height of what is picked, in millimetres. */
  readonly size = computed(() => {
    const box = this.hand.box();
    const scale = this.result.view()?.millimetresPerPixel ?? 1;
    return box && { width: (box.right - box.left) * scale, height: (box.bottom - box.top) * scale };
  });
  /** Plates there are, by the names of their colours, and whether what is picked is in them. */
  readonly plates = computed(() => {
    const ground = this.hand.ground();
    const own = new Set(this.hand.numbers().map((k) => ground?.paths.plates[k]));
    return (ground?.colours ?? []).map((colour, k) => ({
      colour,
      name: nameOfHex(colour),
      isOwn: own.has(k),
    }));
  });
  readonly hasHoles = computed(() => {
    const paths = this.hand.ground()?.paths;
    const holes = this.hand.numbers().filter((k) => paths && (paths.flags[k] & HOLE) !== 0);
    return holes.length > 0 && holes.length < this.count();
  });
  readonly hasPen = computed(() => {
    const paths = this.hand.ground()?.paths;
    const k = this.hand.chosen();
    return paths !== undefined && k !== undefined && !Number.isNaN(paths.pens[k]);
  });
  readonly waiting = computed(() => this.edits.all().filter(({ waits }) => waits));
  /** Opens by itself once something is picked, or waits. */
  readonly isOpen = linkedSignal<boolean, boolean>({
    source: () => this.count() > 0 || this.waiting().length > 0,
    computation: (isWanted, before) => isWanted || (before?.value ?? false),
  });
  readonly done = computed(() => this.edits.all().filter(({ waits }) => !waits));
  readonly listed = computed(() => this.done().slice(-MOST_LISTED));
  readonly says = computed(() => {
    const [done, waiting] = [this.done().length, this.waiting().length];
    const parts = [
      this.count() > 0 ? `${this.count()} picked` : '',
      done > 0 ? `${done} ${done === 1 ? 'edit' : 'edits'}` : '',
      waiting > 0 ? `${waiting} waiting` : '',
    ];
    return parts.filter(Boolean).join(', ') || 'nothing picked';
  });

  pickInBox(): void {
    this.tools.toggle('pick-box', () => new PickBoxTool(this.hand));
  }

  pickInLoop(): void {
    this.tools.toggle('pick-loop', () => new PickLoopTool(this.hand, this.tools));
  }

  pickAcross(): void {
    this.tools.toggle('pick-across', () => new PickAcrossTool(this.hand));
  }

  /** What is in the plate, or drawn with the pen, of what was picked last. */
  pickSame(what: 'plate' | 'pen'): void {
    const paths = this.hand.ground()?.paths;
    const k = this.hand.chosen();
    if (paths && k !== undefined) this.hand.choose(pickSame(paths, paths.ids[k], what));
  }

  /** Whether nodes are being worked on, how many there are, and how many of them are marked. */
  readonly nodes = computed(() => {
    const tool = this.tools.active();
    if (!(tool instanceof NodesTool)) return undefined;
    const { all, shown } = tool.counts();
    const marked = tool.marked().length;
    const there = shown < all ? `${shown} of ${all} nodes shown: from nearer there are more` : `${all} nodes`;
    return {
      tool,
      says: marked > 0 ? `${there}; ${marked} marked.` : `${there}.`,
      marked,
      run: marked > 1 ? 'From the first to the last' : 'After it',
    };
  });

  editNodes(): void {
    this.tools.toggle('nodes', () => new NodesTool(this.hand, this.shaping, this.tools.work, this.tools));
  }

  /** What is picked becomes a form that boards can have. */
  keepForm(): void {
    const view = this.result.view();
    if (!view) return;
    const contours = this.hand.numbers().map((k) => contourAt(view.paths, k));
    this.forms.keep(this.store.document()?.name ?? 'Form', contours, view.millimetresPerPixel);
  }

  carry(): void {
    this.tools.toggle('carry', () => new CarryTool(this.hand, this.tools.work, this.tools));
  }

  putInNew(event: Event): void {
    this.hand.putInPlate((event.target as HTMLInputElement).value);
  }

  pickBy(pick: Pick): void {
    const paths = this.hand.ground()?.paths;
    if (paths) this.hand.choose(pickBy(paths, pick, this.bench.picked()));
  }

  pickSmaller(millimetres: number): void {
    const view = this.result.view();
    if (view) this.hand.choose(pickSmaller(view.paths, millimetres / view.millimetresPerPixel));
  }

  /** What has the form of what was picked last. */
  pickLike(sameSize: boolean): void {
    const paths = this.hand.ground()?.paths;
    const k = this.hand.chosen();
    if (paths && k !== undefined) this.hand.choose(pickLike(paths, paths.ids[k], sameSize));
  }

  moveBy(): void {
    telling(this.problems, () => {
      const scale = this.result.view()?.millimetresPerPixel ?? 1;
      const [x, y] = [this.across(), this.down()].map(
        (text) => parseOffset(text, this.lengths.units()) / scale,
      );
      if (x !== 0 || y !== 0) this.hand.move('moved', scaledAndMoved(1, 1, x, y));
    });
  }

  turnBy(): void {
    telling(this.problems, () => {
      const degrees = parseAngle(this.degrees());
      if (degrees % 360 !== 0) this.hand.moveAbout('turned', turned((-degrees * Math.PI) / 180));
    });
  }

  mirror(across: boolean): void {
    this.hand.moveAbout('mirrored', across ? scaledAndMoved(-1, 1, 0, 0) : scaledAndMoved(1, -1, 0, 0));
  }

  /** What is picked becomes so long along one side, the other following. */
  setSize(side: 'width' | 'height', millimetres: number): void {
    const size = this.size();
    if (!size || size[side] === 0) return;
    const factor = millimetres / size[side];
    this.hand.moveAbout('sized', scaledAndMoved(factor, factor, 0, 0));
  }
}
