import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FINEST } from '@drelk/core';
import { settingOf } from '../../../job/setting';
import { Slide } from '../../../job/controls/slide';
import { JobStore } from '../../../job/store/job-store';
import { ShownResult } from '../../../job/shown-result';

/** How much of a photo's detail stays, with what it comes to. */
@Component({
  selector: 'drelk-ink-detail',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Slide],
  template: `
    <drelk-slide
      label="Detail"
      [max]="finest"
      [step]="2.5"
      [value]="detail()"
      [says]="detailSays()"
      [setting]="setting"
    />
    <p class="note">
      {{ counts() }}
      @if (isOwn()) {
        <button type="button" class="plain" (click)="asMuchAsCanBeCut()">As much as can be cut</button>
      }
    </p>
  `,
  styleUrl: '../../panel.scss',
})
export class InkDetail {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly finest = FINEST;
  private readonly asked = computed(() => this.store.shown()?.ink.tone.detail ?? 'auto');
  readonly isOwn = computed(() => this.asked() !== 'auto');
  readonly detail = computed(() => {
    const asked = this.asked();
    return asked === 'auto' ? (this.result.view()?.traced?.ink.detail ?? FINEST) : asked;
  });
  readonly detailSays = computed(() => {
    const detail = this.detail();
    return detail >= FINEST ? 'all there is' : detail > 60 ? 'fine' : detail > 25 ? 'calmer' : 'calm';
  });
  readonly counts = computed(() => {
    const facts = this.result.view()?.facts;
    return facts ? `${facts.shapes} shapes, ${facts.nodes} nodes.` : '';
  });
  readonly setting = settingOf(this.store, 'Detail', ({ ink }, detail) => (ink.tone.detail = detail));

  asMuchAsCanBeCut(): void {
    this.store.change('Detail as much as can be cut', ({ ink }) => {
      ink.tone.detail = 'auto';
    });
  }
}
