import { computed } from '@angular/core';
import { contourAt, flatten, pickPath } from '@drelk/core';
import type { Place } from '../../engine/views';
import type { PieceHand } from '../../job/piece/piece-hand';
import type { ToolBox } from '../../job/tool/tool-box';
import { NO_OVERLAY, type Overlay, type Tool } from '../../job/tool/tool';
import type { ToolWork } from '../../job/tool/tool-work';

/** How near on screen a line is meant, and how closely it is followed, in pixels. */
const REACH = 16;
const FLATNESS_PX = 0.3;

/** A click says which of the artwork's contours text runs along. */
export class PickLineTool implements Tool {
  readonly id = 'pick-line';
  readonly says = 'Click the line that the text is to run along.';
  readonly ground = 'result' as const;
  readonly loupe = false;
  /** The line that would be meant. */
  readonly overlay = computed((): Overlay => {
    const at = this.tools.crosshair() ?? this.tools.hover();
    const found = at && this.near(at);
    if (!found) return NO_OVERLAY;
    return { lines: [{ points: [...flatten(found, FLATNESS_PX)], closed: found.closed }], grips: [] };
  });

  constructor(
    private readonly work: Pick<ToolWork, 'bench' | 'result'>,
    private readonly tools: ToolBox,
    private readonly hand: PieceHand,
  ) {}

  press(): void {
    // What is meant is where the hand lets go.
  }

  move(): void {
    // As above.
  }

  release(at: Place): void {
    if (!this.near(at)) return;
    const { x, y } = this.tools.toSource(at);
    const artwork = this.hand.items().find(({ item }) => item.kind === 'artwork')?.id;
    this.tools.putDown();
    this.hand.change('text', 'Text along a line', (item) => {
      const before = item.set.along.kind === 'contour' ? item.set.along : {};
      item.place.on = artwork ?? null;
      item.set.along = {
        kind: 'contour',
        start: 0,
        turned: false,
        upright: false,
        even: true,
        ...before,
        at: [x, y],
      };
    });
  }

  private near(at: Place) {
    const paths = this.work.result.view()?.paths;
    const id = paths && pickPath(paths, at, REACH / this.work.bench.eye().scale);
    return paths && id !== undefined ? contourAt(paths, paths.ids.indexOf(id)) : undefined;
  }
}
