import { Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { Workbench } from '../../job/workbench';

const SCALES = {
  length: 'from the size set in Piece',
  density: 'from the file’s own density',
  none: 'no true size yet',
};

/** Square up: what the picture is, turning, mirroring, and where its scale comes from. */
@Component({
  selector: 'drelk-square-panel',
  imports: [MatButtonModule, MatIcon],
  templateUrl: './square-panel.html',
  styleUrl: '../panel.scss',
})
export class SquarePanel {
  readonly work = inject(Workbench);
  readonly source = computed(() => this.work.store.document()?.source);
  readonly scale = computed(() => SCALES[this.work.view()?.scaleSource ?? 'none']);
  readonly density = computed(() => {
    const density = this.source()?.density;
    return density ? `${Math.round(density)} dpi` : 'not in the file';
  });
  readonly pixel = computed(() => {
    const view = this.work.view();
    return view && view.scaleSource !== 'none' ? this.work.length(view.millimetresPerPixel) : '–';
  });

  turn(quarters: 1 | 3): void {
    const label = quarters === 1 ? 'Turn left' : 'Turn right';
    this.work.store.change(label, ({ square }) => {
      square.turn = ((square.turn + (square.mirror ? 4 - quarters : quarters)) % 4) as typeof square.turn;
    });
  }

  mirror(): void {
    this.work.store.change('Mirror', ({ square }) => {
      square.mirror = !square.mirror;
    });
  }
}
