import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { DrawArcTool } from '../../bench/tools/arc-tool';
import { type DrawnForm, type DrawnRun, DrawFormTool, DrawRunTool } from '../../bench/tools/draw-tools';
import { FollowEdgeTool, FreehandTool } from '../../bench/tools/follow-tools';
import { ToolBox } from '../../job/tool/tool-box';
import { VectorFiles } from '../../intake/vector-files';
import { PathHand } from '../../job/path/path-hand';
import { ToolButton } from '../../job/controls/tool-button';
import { inTheMiddle } from './in-the-middle';
import { ShownResult } from '../../job/shown-result';
import { ProblemService } from '../../shared/problem.service';

/** What is drawn by hand over the picture, or brought in from a file. */
@Component({
  selector: 'drelk-line-draw',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule, ToolButton],
  template: `
    <h4>Draw</h4>
    <div class="row" role="group" aria-label="Draw">
      @if (hasPicture()) {
        <drelk-tool-button tool="follow-edge" label="Follow the edge" (press)="follow()" />
      }
      <drelk-tool-button tool="draw-circle" label="Circle" (press)="draw('circle')" />
      <drelk-tool-button tool="draw-rectangle" label="Rectangle" (press)="draw('rectangle')" />
      <drelk-tool-button tool="draw-slot" label="Slot" (press)="draw('slot')" />
      <drelk-tool-button tool="draw-run" label="Straight run" (press)="drawRun('run')" />
      <drelk-tool-button tool="draw-curve" label="Smooth curve" (press)="drawRun('curve')" />
      <drelk-tool-button tool="draw-arc" label="Arc" (press)="drawArc()" />
      <drelk-tool-button tool="draw-free" label="Freely" (press)="drawFreely()" />
      <button matButton="outlined" type="button" (click)="files.click()">Bring in a file</button>
      <input
        #files
        type="file"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Vector file to bring in"
        accept=".svg,.dxf"
        (change)="bringIn($event)"
      />
    </div>
  `,
  styleUrl: '../panel.scss',
})
export class LineDraw {
  private readonly result = inject(ShownResult);
  private readonly problems = inject(ProblemService);
  private readonly hand = inject(PathHand);
  private readonly tools = inject(ToolBox);
  private readonly vectors = inject(VectorFiles);
  readonly hasPicture = computed(() => this.result.view()?.traced !== undefined);

  draw(kind: DrawnForm): void {
    this.tools.toggle(`draw-${kind}`, () => new DrawFormTool(kind, this.hand, this.tools.work, this.tools));
  }

  drawRun(kind: DrawnRun): void {
    this.tools.toggle(`draw-${kind}`, () => new DrawRunTool(kind, this.hand, this.tools.work, this.tools));
  }

  drawArc(): void {
    this.tools.toggle('draw-arc', () => new DrawArcTool(this.hand, this.tools.work, this.tools));
  }

  drawFreely(): void {
    this.tools.toggle('draw-free', () => new FreehandTool(this.hand, this.tools.work, this.tools));
  }

  follow(): void {
    this.tools.toggle('follow-edge', () => new FollowEdgeTool(this.hand, this.tools.work));
  }

  /** Shapes of a vector file come in at their true size, in the middle of what there is. */
  async bringIn(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (!file) return;
    try {
      const chosen = await this.vectors.choose(file);
      const view = this.result.view();
      if (chosen && view)
        this.hand.add(`${file.name.slice(0, 60)} brought in`, inTheMiddle(chosen.view, view));
    } catch (problem) {
      this.problems.tell(problem);
    }
  }
}
