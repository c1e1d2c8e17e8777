import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { isAroundMany } from '@drelk/core';
import { PieceHand } from '../../job/piece/piece-hand';

/** What an outline, a frame or marks lie around: a tick for each other item. */
@Component({
  selector: 'drelk-around-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row" role="group" aria-label="Around what">
      <span>Around</span>
      @for (other of others(); track other.id) {
        <label class="tick">
          <input type="checkbox" [checked]="other.isIn" (change)="turn(other.id)" />
          {{ other.name }}
        </label>
      }
    </div>
  `,
  styleUrl: '../panel.scss',
})
export class AroundFields {
  private readonly hand = inject(PieceHand);
  readonly others = computed(() => {
    const item = this.hand.item();
    const around = item && isAroundMany(item) ? item.around : [];
    return this.hand
      .items()
      .filter(({ id, item: other }) => id !== this.hand.chosen() && other.kind !== 'border')
      .map(({ id, item: other }) => ({ id, name: other.name, isIn: around.includes(id) }));
  });

  turn(id: number): void {
    const chosen = this.hand.chosen();
    if (chosen === undefined) return;
    this.hand.changeItem(chosen, 'What it lies around', (item) => {
      if (!isAroundMany(item)) return;
      const around = item.around.includes(id)
        ? item.around.filter((one) => one !== id)
        : [...item.around, id];
      if (around.length > 0) item.around = around;
    });
  }
}
