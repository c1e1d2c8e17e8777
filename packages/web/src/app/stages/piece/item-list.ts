import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { PieceHand } from '../../job/piece/piece-hand';
import { IconButton } from '../../shared/icon-button';
import { KINDS } from './words';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';

/** What lies on the piece, the uppermost first: chosen by a click, laid above and below by pulling or by keys. */
@Component({
  selector: 'drelk-item-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, IconButton, MatIcon],
  template: `
    <ol cdkDropList aria-label="Items, the uppermost first" (cdkDropListDropped)="drop($event)">
      @for (one of rows(); track one.id; let k = $index) {
        <li cdkDrag [class.chosen]="one.isChosen" [class.hidden]="one.hidden">
          <span class="grip" cdkDragHandle aria-hidden="true"><mat-icon>drag_indicator</mat-icon></span>
          <button
            type="button"
            [attr.aria-pressed]="one.isChosen"
            (click)="choose($event, one)"
            (keydown.alt.arrowup)="move($event, k, k - 1)"
            (keydown.alt.arrowdown)="move($event, k, k + 1)"
          >
            <span class="name">{{ one.name }}</span>
            <span class="note">{{ one.says }}</span>
          </button>
          <drelk-icon-button
            [icon]="one.hidden ? 'visibility_off' : 'visibility'"
            [label]="(one.hidden ? 'Show ' : 'Hide ') + one.name"
            (press)="turnSight(one.id)"
          />
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      display: grid;
      gap: 4px;
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li {
      align-items: center;
      background: var(--surface-high);
      border: 1px solid var(--edge);
      border-radius: 4px;
      display: flex;
    }
    li.chosen {
      border-color: var(--accent);
      box-shadow: inset 3px 0 var(--accent);
    }
    li.hidden button .name {
      color: var(--ink-quiet);
    }
    .grip {
      color: var(--ink-quiet);
      cursor: grab;
      display: inline-flex;
      padding-left: 4px;
    }
    button {
      background: none;
      border: 0;
      color: var(--ink);
      cursor: pointer;
      display: grid;
      flex: 1;
      font: inherit;
      min-height: 40px;
      min-width: 0;
      padding: 3px 6px;
      text-align: left;
    }
    .name {
      font-weight: 600;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .note {
      color: var(--ink-quiet);
      font-size: 13px;
    }
  `,
})
export class ItemList {
  readonly hand = inject(PieceHand);
  private readonly result = inject(ShownResult);
  private readonly lengths = inject(JobLengths);
  readonly rows = computed(() => {
    const made = new Map(this.result.view()?.piece.items.map((item) => [item.id, item]));
    return this.hand.items().map(({ id, item }) => {
      const { box, problem } = made.get(id) ?? {};
      const size =
        box && `${this.lengths.length(box.right - box.left)} × ${this.lengths.length(box.bottom - box.top)}`;
      const says = item.hidden ? 'hidden' : (problem?.message ?? size ?? 'nothing in it yet');
      return {
        id,
        name: item.name,
        hidden: item.hidden,
        isChosen: this.hand.several().includes(id),
        says: [KINDS[item.kind], says, item.locked ? 'stays' : ''].filter(Boolean).join(', '),
      };
    });
  });

  /** With Shift besides what is chosen; a click on the only one lets go of it. */
  choose({ shiftKey }: MouseEvent, { id, isChosen }: { id: number; isChosen: boolean }): void {
    const isOnly = isChosen && this.hand.several().length === 1;
    if (shiftKey) this.hand.choose(id, true);
    else this.hand.choose(isOnly ? undefined : id);
  }

  drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.hand.reorder(previousIndex, currentIndex);
  }

  move(event: Event, from: number, to: number): void {
    event.preventDefault();
    if (to >= 0 && to < this.rows().length) this.hand.reorder(from, to);
  }

  turnSight(id: number): void {
    const row = this.rows().find((one) => one.id === id);
    this.hand.changeItem(id, row?.hidden ? `${row.name} shown` : `${row?.name ?? 'Item'} hidden`, (item) => {
      item.hidden = !item.hidden;
    });
  }
}
