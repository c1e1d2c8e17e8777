import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatSliderModule } from '@angular/material/slider';
import { Commands } from '../job/keys/commands';
import { BenchState } from '../view/bench-state';
import { BENCH_LAYERS, LAYER_NAMES, type PathStyle } from '../drawing/layout';

/** What lies on the bench and how strongly: three layers, how paths are drawn, the wipe, the misfit. */
@Component({
  selector: 'drelk-view-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonToggleModule, MatSliderModule],
  template: `
    @for (layer of layers(); track layer) {
      <label class="layer" [class.gone]="state.layout().opacity[layer] === 0">
        <span>{{ names[layer] }}</span>
        <mat-slider min="0" max="1" step="0.05">
          <input
            matSliderThumb
            [value]="state.layout().opacity[layer]"
            [attr.aria-label]="names[layer] + ' opacity'"
            (valueChange)="state.fade(layer, $event)"
          />
        </mat-slider>
      </label>
    }
    <mat-button-toggle-group
      hideSingleSelectionIndicator
      aria-label="How paths are drawn"
      [value]="state.layout().style"
      (change)="setStyle($event.value)"
    >
      <mat-button-toggle value="filled">Filled</mat-button-toggle>
      <mat-button-toggle value="lines">Lines</mat-button-toggle>
      <mat-button-toggle value="nodes">Nodes</mat-button-toggle>
    </mat-button-toggle-group>
    @if (ofPicture()) {
      <button type="button" class="switch" [attr.aria-pressed]="state.layout().misfit" (click)="turnMisfit()">
        Misfit
      </button>
      <button type="button" class="switch" [attr.aria-pressed]="state.layout().wipe" (click)="turnWipe()">
        Wipe
      </button>
      <button type="button" class="switch" [attr.aria-pressed]="state.layout().blink" (click)="turnBlink()">
        Blink
      </button>
    }
    <button type="button" class="switch" [attr.aria-pressed]="state.loupe()" (click)="turnLoupe()">
      Loupe
    </button>
  `,
  styleUrl: './view-bar.scss',
})
export class ViewBar {
  readonly state = inject(BenchState);
  /** There is a picture that paths can be compared with. */
  readonly ofPicture = input(true);
  readonly layers = computed(() => (this.ofPicture() ? BENCH_LAYERS : ['paths' as const]));
  readonly names = LAYER_NAMES;

  constructor() {
    inject(Commands).contribute([
      ...BENCH_LAYERS.map((layer, k) => ({
        key: ['q', 'w', 'e'][k],
        does: `${LAYER_NAMES[layer]} on or off`,
        elsewhere: () => layer !== 'paths' && !this.ofPicture(),
        run: () => this.state.fade(layer, this.state.layout().opacity[layer] > 0 ? 0 : 1),
      })),
      { key: 'm', does: 'Misfit lit up', elsewhere: () => !this.ofPicture(), run: () => this.turnMisfit() },
      { key: 'x', does: 'Wipe', elsewhere: () => !this.ofPicture(), run: () => this.turnWipe() },
      { key: 'b', does: 'Blink', elsewhere: () => !this.ofPicture(), run: () => this.turnBlink() },
      { key: 'o', does: 'Loupe', run: () => this.turnLoupe() },
    ]);
  }

  turnMisfit(): void {
    this.state.change({ misfit: !this.state.layout().misfit });
  }

  turnWipe(): void {
    this.state.change({ wipe: !this.state.layout().wipe, blink: false });
  }

  turnBlink(): void {
    this.state.change({ blink: !this.state.layout().blink, wipe: false });
  }

  turnLoupe(): void {
    this.state.loupe.update((on) => !on);
  }

  setStyle(style: PathStyle): void {
    // Drawing paths another way is asked for only by who wants to see them.
    const hidden = this.state.layout().opacity.paths === 0;
    this.state.change({ style });
    if (hidden) this.state.fade('paths', 1);
  }
}
