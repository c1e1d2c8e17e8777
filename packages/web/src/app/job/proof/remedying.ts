import { Injectable, computed, inject, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { produce } from 'immer';
import { filter, firstValueFrom, map, merge, timer } from 'rxjs';
import {
  type Finding,
  type JobEdit,
  type Point,
  type Remedy,
  type ShapeWork,
  changesOf,
  editFor,
  nothingThere,
  outcomeOf,
} from '@drelk/core';
import type { HistoryStep } from '@drelk/contract';
import { BenchState } from '../../view/bench-state';
import type { ShownView } from '../../engine/views';
import { ProblemService } from '../../shared/problem.service';
import { PathHand } from '../path/path-hand';
import { PieceHand } from '../piece/piece-hand';
import { Proving } from './proving';
import { type Ghost, type Places, ghostOf, ghostsOf } from './ghosts';
import { ShownResult } from '../shown-result';
import { JobStore } from '../store/job-store';
import { EngineService } from '../../engine/engine.service';

/** A remedy as it would come out: what it changes on the bench, and how it is taken. */
interface Prepared {
  remedy: Remedy;
  kind: Finding['kind'];
  /** Contours as they would be, in pixels of the bench. */
  ghost: Ghost[];
  take(): void;
}

/** How long a result is waited for, in milliseconds. */
const PATIENCE = 30_000;

/** What mends what Prove found: shown as a ghost first, taken as one act of the hand, and then looked at again. */
@Injectable()
export class Remedying {
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly engine = inject(EngineService);
  private readonly state = inject(BenchState);
  private readonly hand = inject(PathHand);
  private readonly piece = inject(PieceHand);
  private readonly proving = inject(Proving);
  private readonly problems = inject(ProblemService);
  /** What is shown, once it is known what is found there. */
  private readonly proven = toObservable(
    computed(() =>
      this.result.isProven() ? { view: this.result.view(), proof: this.result.proof() } : undefined,
    ),
  );

  private readonly work: ShapeWork = {
    united: async (shapes) => (await this.engine.ask('combined', { how: 'unite', shapes })).contours,
    reshaped: async (shapes, what) => (await this.engine.ask('reshaped', { shapes, what })).made,
  };
  /** The step that the last remedy was. */
  private step: HistoryStep | undefined;
  /** What the last remedy that was kept left wrong elsewhere. */
  private also: readonly string[] = [];

  readonly busy = signal(false);
  /** What is being worked out: the finding that it is for, and, of several, the number of it. */
  readonly working = signal<{ kind: string; says: string } | undefined>(undefined);
  private stopped = false;
  readonly prepared = signal<Prepared | undefined>(undefined);
  /** The ghost of the remedy that is looked at, while Prove is. */
  readonly ghosts = computed(() => (this.state.stage() === 'prove' ? (this.prepared()?.ghost ?? []) : []));
  /** Remedies that nobody would want otherwise, of all that was found. */
  readonly safe = computed(() =>
    this.proving.findings().flatMap((finding) =>
      this.of(finding)
        .filter(({ isSafe }) => isSafe)
        .slice(0, 1)
        .map((remedy) => ({ finding, remedy })),
    ),
  );

  of({ remedies }: Finding): readonly Remedy[] {
    return remedies ?? [];
  }

  /** Shows what a remedy would do; those with nothing to be seen beforehand are only told. */
  async look(finding: Finding, remedy: Remedy): Promise<void> {
    if (this.busy()) return;
    if (remedy.act === 'size') {
      this.state.stage.set('piece');
      return;
    }
    if (this.proving.chosen()?.kind !== finding.kind && finding.places.length > 0)
      this.proving.choose(finding.kind);
    this.begin(finding.kind, remedy.says);
    try {
      const prepared = await this.prepare(finding, remedy);
      this.prepared.set(this.stopped ? undefined : prepared);
    } catch (problem) {
      this.prepared.set(undefined);
      this.problems.tell(problem);
    } finally {
      this.end();
    }
  }

  /** Ends what is being worked out; what of several was taken already stays, as one step. */
  stop(): void {
    if (!this.busy()) return;
    this.stopped = true;
    this.engine.stopAsking();
  }

  private begin(kind: string, says: string): void {
    this.stopped = false;
    this.busy.set(true);
    this.working.set({ kind, says });
  }

  private end(): void {
    this.busy.set(false);
    this.working.set(undefined);
  }

  leave(): void {
    this.prepared.set(undefined);
  }

  /** Takes what is looked at, and says what is left of the finding then; what does not mend, or spoils more, is taken back. */
  async take(): Promise<void> {
    const prepared = this.prepared();
    if (!prepared || this.busy()) return;
    this.begin(prepared.kind, 'Looked at anew');
    this.prepared.set(undefined);
    try {
      const why = await this.kept(prepared);
      if (why === undefined) this.tellLeft([prepared.kind]);
      else this.problems.note(`It was not kept. ${why}`);
    } finally {
      this.end();
    }
  }

  /** Takes all safe remedies, one after another, as one step; what does not mend, or spoils more, is taken back at once. */
  async takeSafe(): Promise<void> {
    if (this.busy()) return;
    this.begin('', 'Safe remedies');
    this.prepared.set(undefined);
    const kinds = this.safe().map(({ finding }) => finding.kind);
    let taken = 0;
    let takenBack = 0;
    try {
      for (const kind of kinds) {
        const found = this.safe().find((one) => one.finding.kind === kind);
        if (!found || this.stopped) continue;
        this.working.set({ kind: '', says: `Safe remedies, ${kinds.indexOf(kind) + 1} of ${kinds.length}` });
        try {
          const why = await this.kept(await this.prepare(found.finding, found.remedy));
          if (why === undefined) taken++;
          else takenBack++;
        } catch (problem) {
          this.problems.tell(problem);
        }
      }
      this.store.joinLast(taken, `${taken} remedies taken`);
    } finally {
      this.end();
    }
    this.tellLeft(kinds, takenBack);
  }

  /** Makes a change that is to mend something, and looks at everything again; undefined where it is kept, else why it is not. */
  private async kept(prepared: Prepared): Promise<string | undefined> {
    const before = this.result.proof();
    const { isMended, worse, also } = await this.taken(prepared).then(() =>
      outcomeOf(before, this.result.proof(), prepared.kind),
    );
    if (isMended && worse.length === 0) {
      this.also = also;
      return undefined;
    }
    const { step } = this;
    await this.workedOut(() => step && this.store.takeBack(step));
    return worse.length > 0 ? worse.join(' ') : 'It would not have mended what it promised to.';
  }

  private tellLeft(kinds: readonly Finding['kind'][], takenBack = 0): void {
    const left = this.proving.findings().filter(({ kind }) => kinds.includes(kind));
    const items = Object.keys(this.store.shown()?.piece.items ?? {}).length;
    this.problems.note(
      left.length === 0
        ? ['Mended, and found no more.', ...this.also].join(' ')
        : [
            `Left: ${left.map(({ message }) => message).join(' ')}`,
            ...(takenBack > 0 ? ['What would have spoiled more than it mends was not kept.'] : []),
            ...(items > 1 ? ['What lies on other items has to be changed there.'] : []),
          ].join(' '),
    );
  }

  /** Makes the change and waits until the piece is worked out with it. */
  private async taken({ take }: Prepared): Promise<void> {
    await this.workedOut(() => {
      take();
      this.step = this.store.lastStep();
    });
    // What the hand makes is picked; here the findings are looked at.
    this.state.picked.set(new Set());
  }

  /** Changes the job, and waits for the result of that and for what is found there. */
  private async workedOut(change: () => void): Promise<void> {
    const [view, document] = [this.result.view(), this.store.document()];
    change();
    if (this.store.document() === document) return;
    const next = this.proven.pipe(
      filter((one) => one !== undefined && one.view !== view && one.view?.mode === 'full'),
      map(() => undefined),
    );
    await firstValueFrom(merge(next, timer(PATIENCE)));
  }

  private async prepare(finding: Finding, remedy: Remedy): Promise<Prepared> {
    const view = this.result.view();
    if (!view) throw nothingThere();
    const { kind } = finding;
    const about = { kind, remedy };
    const edit = editFor(remedy, finding, { ...view, items: view.piece.items });
    if (edit) return { ...about, ...(await this.edited(remedy, edit, view)) };
    const places = this.placesOf(finding, view);
    const isTaken = this.artwork()?.task === 'pocket';
    const changes = await changesOf(this.work, kind, remedy, places, isTaken);
    const ghost = ghostsOf(changes, places);
    return { ...about, ghost, take: () => this.hand.make(remedy.taken, changes.does) };
  }

  private artwork() {
    return Object.values(this.store.shown()?.piece.items ?? {}).find(({ kind }) => kind === 'artwork');
  }

  /** Where a finding is on the artwork as it lies by itself. */
  private placesOf({ places, sizes, allowed }: Finding, view: ShownView): Places {
    const ground = this.hand.ground();
    const item = view.piece.items.find(({ id }) => this.store.shown()?.piece.items[id].kind === 'artwork');
    const own = item && this.piece.ownPlaces(item.id);
    if (!ground || !own) throw nothingThere();
    const { frame, millimetresPerPixel: mm } = view;
    const bench = places.map(({ x, y }) => ({ x: frame.x + x / mm, y: frame.y + y / mm }));
    const [a, b] = [own.from({ x: 0, y: 0 }), own.from({ x: 1, y: 0 })];
    const scale = Math.hypot(b.x - a.x, b.y - a.y) / mm;
    return {
      ground,
      at: bench.map((at) => own.from(at)),
      sizes: sizes.map((size) => size * scale),
      least: allowed * scale,
      pixel: 1 / scale,
      toBench: (at) => own.to(at),
    };
  }

  /** A change of the job's settings: what the piece would have then and has not now, and how it is taken. */
  private async edited(
    { taken }: Remedy,
    edit: JobEdit,
    { frame, millimetresPerPixel: mm }: ShownView,
  ): Promise<Pick<Prepared, 'ghost' | 'take'>> {
    const document = this.store.document();
    if (!document) throw nothingThere();
    const changed = produce(document, edit);
    const { contours } = await this.engine.ask('wouldBe', { document, changed });
    const toBench = ({ x, y }: Point) => ({ x: frame.x + x / mm, y: frame.y + y / mm });
    return {
      ghost: contours.map((contour) => ghostOf(contour, toBench)),
      take: () => this.store.change(taken, edit),
    };
  }
}
