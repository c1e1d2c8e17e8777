import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterOutlet } from '@angular/router';
import { IncomingPicture } from './intake/incoming';
import { IntakeService } from './intake/intake.service';
import { LightService } from './shared/light.service';

@Component({
  selector: 'drelk-root',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IncomingPicture, RouterOutlet],
  template: '<router-outlet /><drelk-incoming />',
  styles: ':host { display: block; height: 100%; }',
  host: {
    '(document:paste)': 'intake.onPaste($event)',
    '(document:dragover)': 'intake.onDragOver($event)',
    '(document:dragleave)': 'intake.dropping.set(false)',
    '(document:drop)': 'intake.onDrop($event)',
  },
})
export class App {
  readonly intake = inject(IntakeService);

  constructor() {
    inject(LightService);
  }
}
