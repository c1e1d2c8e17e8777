import { Injectable, computed, inject, signal } from '@angular/core';
import { type HandGround, IDENTITY, type Proof, coloursWith, pathsAfter } from '@drelk/core';
import type { Ground, ShownView } from '../engine/views';
import type { Glance } from '../intake/glance';
import { BenchState } from '../view/bench-state';
import { STAGES } from '../view/stage';
import { JobStore } from './store/job-store';
import { type ShownPaths, pathsShown, pieceShown, sizeOf } from './path/shown-paths';

/** What is shown of the open job: its last good result, and before there is one the picture as it came. */
@Injectable()
export class ShownResult {
  /** What is shown now; the last good result stays while a new one is computed or has failed. */
  readonly view = signal<ShownView | undefined>(undefined);
  readonly picture = signal<ImageBitmap | undefined>(undefined);
  readonly ink = signal<ImageBitmap | undefined>(undefined);
  /** The picture as it came, until it is squared up. */
  readonly glance = signal<Glance | undefined>(undefined);
  /** Where the picture lies that was squared up before there is a result. */
  readonly early = signal<Ground | undefined>(undefined);
  /** What Prove found of the last full result that it looked at. */
  readonly proof = signal<Proof>({
    findings: [],
    waived: [],
    parts: 1,
    want: { is: 'together', isSaid: false },
  });
  /** That is what is shown now; else it is of an older state, and looked at anew. */
  readonly isProven = signal(false);
  /** What lies on the bench, result or not: its size, and the map from there to the source. */
  readonly ground = computed((): Ground | undefined => {
    const view = this.view();
    if (view) return { width: view.width, height: view.height, toSource: view.toSource };
    const glance = this.glance();
    return (
      this.early() ?? (glance && { width: glance.width, height: glance.height, toSource: [...IDENTITY] })
    );
  });
  /** The artwork's paths as the hand left them: what an act changed is there at once, whatever is still worked out. */
  readonly artwork = computed((): (HandGround & { name: string }) | undefined => {
    const view = this.view();
    if (!view) return undefined;
    const { paths, toSource, colours, names } = view;
    const ground = { paths, toSource, colours, name: names.paths ?? '' };
    const hand = this.store.document()?.line.hand;
    if (!hand || !view.hand || hand === view.hand) return ground;
    const known = { ...ground, colours: coloursWith(colours, hand) };
    const acted = pathsAfter(known, view.hand, hand);
    return acted ? { ...known, paths: acted, name: `${ground.name} and by hand ${++this.acts}` } : ground;
  });
  /** The paths on the bench, and the area that they lie on, in its pixels: those of the piece in stages that are about it. */
  readonly shownPaths = computed((): ShownPaths | undefined => {
    const view = this.view();
    const artwork = this.artwork();
    if (!view || !artwork) return undefined;
    const stage = this.stages.find(({ id }) => id === this.bench.stage());
    return stage?.ofPiece
      ? pieceShown(view)
      : { ...pathsShown(artwork), area: { x: 0, y: 0, ...sizeOf(view) } };
  });
  /** Counts paths that no result has a name for. */
  private acts = 0;
  private readonly store = inject(JobStore);
  private readonly bench = inject(BenchState);
  private readonly stages = inject(STAGES);
}
