import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type ItemTask, TASKS, contourAt } from '@drelk/core';
import { CarryItemTool } from '../../bench/tools/carry-item-tool';
import { ToolBox } from '../../job/tool/tool-box';
import { GROUND } from '../../engine/views';
import { OwnForms } from '../../job/piece/own-forms';
import { PieceArranging } from '../../job/piece/piece-arranging';
import { PieceHand } from '../../job/piece/piece-hand';
import { Choice } from '../../shared/choice';
import { ToolButton } from '../../job/controls/tool-button';
import { BridgeFields } from './bridge-fields';
import { ItemPlaceFields } from './item-place';
import { ArtworkFields } from './items/artwork-fields';
import { BoardFields } from './items/board-fields';
import { BorderFields } from './items/border-fields';
import { FrameFields } from './items/frame-fields';
import { HolesFields } from './items/holes-fields';
import { MarksFields } from './items/marks-fields';
import { OutlineFields } from './items/outline-fields';
import { TextFields } from './items/text-fields';
import { TabFields } from './tab-fields';
import { TASK_WORDS } from './words';
import { ShownResult } from '../../job/shown-result';

/** The chosen item: its name, its own figures, what is done along it, and its place. */
@Component({
  selector: 'drelk-item-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ArtworkFields,
    BoardFields,
    BorderFields,
    BridgeFields,
    Choice,
    FrameFields,
    HolesFields,
    ItemPlaceFields,
    MarksFields,
    MatButtonModule,
    OutlineFields,
    TabFields,
    TextFields,
    ToolButton,
  ],
  template: `
    @if (hand.item(); as item) {
      <input
        class="name"
        aria-label="Name of the item"
        maxlength="120"
        [value]="item.name"
        (change)="rename($event)"
      />
      @if (hand.made()?.problem; as problem) {
        <p class="hint" role="status">{{ problem.message }} {{ problem.hint }}</p>
      }
      @switch (item.kind) {
        @case ('artwork') {
          <drelk-artwork-fields />
          <drelk-bridge-fields />
        }
        @case ('board') {
          <drelk-board-fields />
        }
        @case ('border') {
          <drelk-border-fields />
        }
        @case ('text') {
          <drelk-text-fields />
          <drelk-bridge-fields />
        }
        @case ('frame') {
          <drelk-frame-fields />
        }
        @case ('marks') {
          <drelk-marks-fields />
        }
        @case ('holes') {
          <drelk-holes-fields />
        }
        @case ('outline') {
          <drelk-outline-fields />
        }
      }
      <drelk-choice label="Along it" [value]="item.task" [among]="tasks()" (chosen)="setTask($event)" />
      <drelk-tab-fields />
      @if (isPlaced()) {
        <label class="tick">
          <input type="checkbox" [checked]="item.locked" (change)="lock()" />
          stays where it is
        </label>
        <drelk-item-place />
      }
      <div class="row">
        @if (isPlaced() && !item.locked) {
          <drelk-tool-button tool="carry" label="Carry" (press)="carry()" />
        }
        @if (item.kind !== 'artwork') {
          <button matButton="outlined" type="button" (click)="hand.copy()">Copy</button>
        }
        @if (item.kind !== 'marks') {
          <button matButton="outlined" type="button" (click)="keepForm()">Keep as a form</button>
        }
        <button matButton="outlined" type="button" (click)="hand.remove()">
          {{ item.kind === 'artwork' ? 'Leave it out' : 'Take it off' }}
        </button>
      </div>
    }
  `,
  styles: `
    .name {
      background: none;
      border: 0;
      border-bottom: 1px solid var(--edge);
      color: var(--ink);
      font: inherit;
      font-size: 18px;
      font-weight: 600;
      padding: 4px 0;
    }
  `,
  styleUrl: '../panel.scss',
})
export class ItemEditor {
  readonly hand = inject(PieceHand);
  private readonly result = inject(ShownResult);
  private readonly arranging = inject(PieceArranging);
  private readonly tools = inject(ToolBox);
  private readonly forms = inject(OwnForms);
  /** What follows others has no place of its own; nor has text along a line. */
  readonly isPlaced = computed(() => {
    const id = this.hand.chosen();
    return id !== undefined && this.hand.isPlaced(id);
  });
  readonly tasks = computed((): { id: ItemTask; says: string }[] => {
    const now = this.hand.made()?.task;
    const auto = this.hand.item()?.task === 'auto' && now ? `as is usual: ${TASK_WORDS[now]}` : 'as is usual';
    return [{ id: 'auto', says: auto }, ...TASKS.map((task) => ({ id: task, says: TASK_WORDS[task] }))];
  });

  rename(event: Event): void {
    const name = (event.target as HTMLInputElement).value.trim();
    const id = this.hand.chosen();
    if (name && id !== undefined)
      this.hand.changeItem(id, 'Name of the item', (item) => {
        item.name = name;
      });
  }

  setTask(task: ItemTask): void {
    const id = this.hand.chosen();
    if (id !== undefined)
      this.hand.changeItem(id, 'What is done along it', (item) => {
        item.task = task;
      });
  }

  /** It can be moved no more, or again. */
  lock(): void {
    const id = this.hand.chosen();
    const item = this.hand.item();
    if (id !== undefined && item)
      this.hand.changeItem(id, `${item.name} ${item.locked ? 'can be moved' : 'stays'}`, (own) => {
        own.locked = !own.locked;
      });
  }

  /** Its contours become a form that boards can have. */
  keepForm(): void {
    const view = this.result.view();
    const item = this.hand.item();
    if (!view || !item) return;
    const { paths, piecePaths, millimetresPerPixel } = view;
    const chosen = this.hand.chosen();
    const set = piecePaths ?? paths;
    const isOwn = (k: number) => piecePaths?.items[k] === chosen;
    const isCut = Array.from(set.ids.keys()).some((k) => isOwn(k) && (set.flags[k] & GROUND) !== 0);
    const contours = Array.from(set.ids.keys())
      .filter((k) => !piecePaths || (isOwn(k) && ((set.flags[k] & GROUND) !== 0) === isCut))
      .map((k) => contourAt(set, k));
    this.forms.keep(item.name, contours, millimetresPerPixel);
  }

  carry(): void {
    this.tools.toggle(
      'carry',
      () => new CarryItemTool(this.hand, this.arranging, this.tools.work, this.tools),
    );
  }
}
