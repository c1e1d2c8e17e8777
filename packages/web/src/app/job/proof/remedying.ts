import { Injectable, computed, inject, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { produce } from 'immer';
import { filter, firstValueFrom, map, merge, timer } from 'rxjs';
import {
  type BridgeKind,
  type Finding,
  type JobDocument,
  type Point,
  type Remedy,
  hasBoardIn,
  outcomeOf,
} from '@drelk/core';
import type { HistoryStep } from '@drelk/contract';
import { BenchState } from '../../view/bench-state';
import type { ShownView } from '../../engine/views';
import { ProblemService } from '../../shared/problem.service';
import { PathHand } from '../path/path-hand';
import { PieceHand } from '../piece/piece-hand';
import { Proving } from './proving';
import { type Ghost, type Places, changesOf, ghostOf, ghostsOf, nothing } from './remedy-changes';
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

/** Bridges are so wide, in millimetres, or as wide as a neck has to be. */
const BRIDGE = 2;
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

  /** The step that the last remedy was. */
  private step: HistoryStep | undefined;
  /** What the last remedy that was kept left wrong elsewhere. */
  private also: readonly string[] = [];

  readonly busy = signal(false);
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
    this.busy.set(true);
    try {
      this.prepared.set(await this.prepare(finding, remedy));
    } catch (problem) {
      this.prepared.set(undefined);
      this.problems.tell(problem);
    } finally {
      this.busy.set(false);
    }
  }

  leave(): void {
    this.prepared.set(undefined);
  }

  /** Takes what is looked at, and says what is left of the finding then; what does not mend, or spoils more, is taken back. */
  async take(): Promise<void> {
    const prepared = this.prepared();
    if (!prepared || this.busy()) return;
    this.busy.set(true);
    this.prepared.set(undefined);
    try {
      const why = await this.kept(prepared);
      if (why === undefined) this.tellLeft([prepared.kind]);
      else this.problems.note(`It was not kept. ${why}`);
    } finally {
      this.busy.set(false);
    }
  }

  /** Takes all safe remedies, one after another, as one step; what does not mend, or spoils more, is taken back at once. */
  async takeSafe(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.prepared.set(undefined);
    const kinds = this.safe().map(({ finding }) => finding.kind);
    let taken = 0;
    let takenBack = 0;
    try {
      for (const kind of kinds) {
        const found = this.safe().find((one) => one.finding.kind === kind);
        if (!found) continue;
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
      this.busy.set(false);
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
    if (!view) throw nothing();
    const { kind } = finding;
    const about = { kind, remedy };
    if (remedy.act === 'bridge')
      return { ...about, ...(await this.edited(remedy, this.bridged(finding, view, this.heldBy()), view)) };
    if (remedy.act === 'tie')
      return { ...about, ...(await this.edited(remedy, this.bridged(finding, view, 'tied'), view)) };
    if (remedy.act === 'shrink') return { ...about, ...this.shrunk(remedy, view) };
    if (remedy.act === 'mirror') return { ...about, ...(await this.edited(remedy, turnedOver, view)) };
    const places = this.placesOf(finding, view);
    const isTaken = this.artwork()?.task === 'pocket';
    const changes = await changesOf(this.engine, kind, remedy, places, isTaken);
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
    if (!ground || !own) throw nothing();
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
    edit: (document: JobDocument) => void,
    { frame, millimetresPerPixel: mm }: ShownView,
  ): Promise<Pick<Prepared, 'ghost' | 'take'>> {
    const document = this.store.document();
    if (!document) throw nothing();
    const changed = produce(document, edit);
    const { contours } = await this.engine.ask('wouldBe', { document, changed });
    const toBench = ({ x, y }: Point) => ({ x: frame.x + x / mm, y: frame.y + y / mm });
    return {
      ghost: contours.map((contour) => ghostOf(contour, toBench)),
      take: () => this.store.change(taken, edit),
    };
  }

  /** What artwork and text has islands is held, as wide as a neck has to be. */
  private bridged(
    { places }: Finding,
    { piece: { items } }: ShownView,
    by: BridgeKind,
  ): (document: JobDocument) => void {
    const width = Math.max(BRIDGE, this.store.shown()?.prove.material.least.neck ?? 0);
    const around = new Set(
      items.flatMap(({ id, box }) =>
        !box || places.some(({ x, y }) => x >= box.left && x <= box.right && y >= box.top && y <= box.bottom)
          ? [`${id}`]
          : [],
      ),
    );
    return ({ piece }) => {
      for (const [id, item] of Object.entries(piece.items))
        if (
          (item.kind === 'artwork' || item.kind === 'text') &&
          (!item.bridges || (by === 'tied' && item.bridges.by === 'added')) &&
          !item.hidden &&
          (by === 'tied' || around.has(id))
        )
          item.bridges = { count: 0, places: [], width, ...item.bridges, by };
    };
  }

  /** On a board shapes are cut out; by themselves they are what stays. */
  private heldBy(): BridgeKind {
    return hasBoardIn(this.store.shown()?.piece.items ?? {}) ? 'left' : 'added';
  }

  /** As large as the bed allows, either way around. */
  private shrunk({ taken }: Remedy, view: ShownView): Pick<Prepared, 'ghost' | 'take'> {
    const bed = this.store.shown()?.prove.material.bed;
    const { frame, artwork, millimetresPerPixel: mm } = view;
    if (!bed) throw nothing();
    const fit = (width: number, height: number) => Math.min(width / frame.width, height / frame.height);
    const share = Math.max(fit(bed.width, bed.height), fit(bed.height, bed.width));
    const [width, height] = [(share * frame.width) / mm, (share * frame.height) / mm];
    const { x, y } = frame;
    const ghost = [{ points: [x, y, x + width, y, x + width, y + height, x, y + height], closed: true }];
    // Down to the tenth of a millimetre below.
    const length = Math.floor(10 * artwork.width * share) / 10;
    return {
      ghost,
      take: () =>
        this.store.change(taken, ({ piece }) => {
          piece.edge = 'width';
          piece.length = length;
        }),
    };
  }
}

const turnedOver = ({ piece }: JobDocument): void => {
  piece.mirrored = !piece.mirrored;
};
