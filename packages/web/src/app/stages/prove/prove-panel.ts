import { Component, computed, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { Workbench } from '../../job/workbench';

/** Prove: what was looked at, and what was found. */
@Component({
  selector: 'drelk-prove-panel',
  imports: [MatIcon],
  template: `
    <h2>Prove</h2>
    @if (proof(); as proof) {
      @if (proof.findings.length === 0) {
        <p class="good"><mat-icon>check</mat-icon> Nothing found that would spoil the cut.</p>
      }
      @for (finding of proof.findings; track finding.kind) {
        <article>
          <p>{{ finding.message }}</p>
          <p class="note">{{ finding.hint }}</p>
        </article>
      }
      <h3>Looked at</h3>
      <dl>
        <dt>Contours</dt>
        <dd class="figure">{{ facts()?.contours }}</dd>
        <dt>Open</dt>
        <dd class="figure">{{ facts()?.openPaths }}</dd>
        <dt>One pixel becomes</dt>
        <dd class="figure">{{ pixel() }}</dd>
      </dl>
    }
  `,
  styleUrls: ['../panel.scss', './prove-panel.scss'],
})
export class ProvePanel {
  private readonly work = inject(Workbench);
  readonly proof = computed(() => this.work.view()?.proof);
  readonly facts = computed(() => this.work.view()?.facts);
  readonly pixel = computed(() => this.work.length(this.work.view()?.millimetresPerPixel ?? 0));
}
