import { Injectable, computed, inject } from '@angular/core';
import { contourAt, flatten } from '@drelk/core';
import { HandEdits } from '../job/path/hand-edits';
import { RegularPaths } from '../job/path/regular-paths';
import { Measuring } from '../job/tool/measuring';
import { PieceHand } from '../job/piece/piece-hand';
import { Proving } from '../job/proof/proving';
import { Remedying } from '../job/proof/remedying';
import { BenchState } from '../view/bench-state';
import { COLOURS } from '../drawing/colours';
import { drawMeasures } from './draw-measures';
import { drawFalling, drawFound, drawGhosts, drawStretches } from './draw-overlay';
import { highlightedIds } from '../view/highlights';
import { type Painter, layDown } from './painter';
import type { Overlay } from '../job/tool/tool';
import { ShownResult } from '../job/shown-result';

/** How closely what falls out is followed, in screen pixels. */
const FLATNESS_PX = 0.5;

/** What is marked on the bench over the paths: what is picked or lit, what waits, falls out, or was found. */
@Injectable()
export class BenchMarks {
  private readonly result = inject(ShownResult);
  private readonly state = inject(BenchState);
  private readonly edits = inject(HandEdits);
  private readonly regular = inject(RegularPaths);
  private readonly piece = inject(PieceHand);
  private readonly proving = inject(Proving);
  private readonly remedying = inject(Remedying);
  private readonly measuring = inject(Measuring);

  /** Whether the stage is about the piece, and there is more on that than its artwork. */
  readonly isOfPiece = computed(
    () =>
      this.result.shownPaths()?.paths === this.result.view()?.piecePaths && !!this.result.view()?.piecePaths,
  );
  /** Ids of the contours that a fact, a task or a click picks out of the paths. */
  readonly ids = computed(() => {
    const set = this.result.shownPaths()?.paths;
    const ids = set && highlightedIds(set, this.state.highlight());
    if (!ids) return [];
    const own = this.isOfPiece() ? this.piece.idsOfChosen() : [...this.state.picked(), ...this.regular.ids()];
    return [...ids, ...own, ...this.piece.idsOfTask()];
  });
  /** Islands that nothing holds, where they are asked for. */
  private readonly falling = computed(() => {
    const set = this.result.shownPaths()?.paths;
    if (!set || !this.state.showsFalling() || this.state.stage() !== 'piece') return [];
    return this.piece.falling().map((k) => flatten(contourAt(set, k), FLATNESS_PX / this.state.eye().scale));
  });

  /** Draws all of it as it is now; over another picture that a tool works on, only what is picked. */
  drawing(
    painted: ReturnType<Painter['painted']>,
    isElsewhere: boolean,
    carried: Overlay['carried'],
  ): (context: CanvasRenderingContext2D) => void {
    const pixel = 1 / this.state.eye().scale;
    const ghosts = isElsewhere ? [] : [...this.edits.ghosts(), ...this.remedying.ghosts()];
    const falling = isElsewhere ? [] : this.falling();
    const found = isElsewhere ? [] : this.proving.marks();
    const stretches = isElsewhere ? [] : this.proving.stretches();
    const measures = isElsewhere
      ? []
      : this.measuring.shown().map((one) => ({ ...one, says: this.measuring.words(one).main }));
    const view = this.state.highlight() === 'size' ? this.result.view() : undefined;
    return (context) => {
      drawGhosts(context, ghosts, pixel);
      drawFalling(context, falling, pixel);
      drawStretches(context, stretches, pixel);
      drawFound(context, found, pixel);
      drawMeasures(context, measures, pixel);
      if (painted?.marks) {
        const { x, y } = carried ?? { x: 0, y: 0 };
        context.translate(x, y);
        layDown(context, painted.marks, painted);
        context.translate(-x, -y);
      }
      if (!view) return;
      const { frame, millimetresPerPixel: mm } = view;
      context.lineWidth = 3 * pixel;
      context.strokeStyle = COLOURS.mark;
      context.strokeRect(frame.x, frame.y, frame.width / mm, frame.height / mm);
    };
  }
}
