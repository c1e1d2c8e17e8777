import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MOST_TABS, type TabSettings } from '@drelk/core';
import { PieceHand } from '../../job/piece/piece-hand';
import { Choice } from '../../shared/choice';
import { LengthField } from '../../shared/length-field';
import { JobLengths } from '../../job/job-lengths';

/** A tab that is proposed is so long, in millimetres. */
const WIDTH = { mm: 2, in: 25.4 / 16 };

/** Tabs that keep a part in its sheet while it is cut out. */
@Component({
  selector: 'drelk-tab-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, LengthField],
  template: `
    @if (isCut()) {
      <label class="tick">
        <input type="checkbox" [checked]="tabs() !== null" (change)="turn()" />
        held in the sheet by tabs
      </label>
      @if (tabs(); as tabs) {
        <drelk-length-field
          label="Length of a tab"
          [value]="tabs.width"
          [units]="lengths.units()"
          (chosen)="set('Length of tabs', { width: $event })"
        />
        <drelk-choice
          label="Tabs around a part"
          [value]="'' + tabs.count"
          [among]="counts"
          (chosen)="set('Tabs around a part', { count: +$event })"
        />
        <p class="note">The cut is left out there: break or trim the part loose afterwards.</p>
      }
    }
  `,
  styleUrl: '../panel.scss',
})
export class TabFields {
  readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  readonly counts = Array.from({ length: MOST_TABS + 1 }, (_, k) => ({
    id: String(k),
    says: k === 0 ? 'by its size' : String(k),
  }));
  readonly tabs = computed((): TabSettings | null => this.hand.item()?.tabs ?? null);
  /** Only what is cut through can be left in its sheet; lines are no parts. */
  readonly isCut = computed(() => {
    const item = this.hand.item();
    if (item?.tabs) return true;
    const isPart = item && item.kind !== 'border' && item.kind !== 'frame' && item.kind !== 'holes';
    return isPart === true && item.kind !== 'marks' && this.hand.made()?.task === 'cut-through';
  });

  turn(): void {
    this.change('Tabs', (item) => {
      item.tabs = item.tabs ? null : { width: WIDTH[this.lengths.units()], count: 0 };
    });
  }

  set(label: string, part: Partial<TabSettings>): void {
    this.change(label, ({ tabs }) => {
      if (tabs) Object.assign(tabs, part);
    });
  }

  private change(label: string, recipe: (item: { tabs: TabSettings | null }) => void): void {
    const id = this.hand.chosen();
    if (id !== undefined) this.hand.changeItem(id, label, recipe);
  }
}
