import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import {
  type ArtworkItem,
  DrelkError,
  MOST_PICKED,
  type ScaleSource,
  TASKS,
  type Task,
  foundAgain,
  nameOfHex,
  tracedAnchor,
} from '@drelk/core';
import { PickTaskTool } from '../../../bench/tools/pick-task-tool';
import { ToolBox } from '../../../job/tool/tool-box';
import { PieceHand } from '../../../job/piece/piece-hand';
import { Choice } from '../../../shared/choice';
import { LengthField } from '../../../shared/length-field';
import { ToolButton } from '../../../job/controls/tool-button';
import { TASK_WORDS } from '../words';
import { JobStore } from '../../../job/store/job-store';
import { ShownResult } from '../../../job/shown-result';
import { JobLengths } from '../../../job/job-lengths';

const SOURCES: Record<ScaleSource, string> = {
  length: 'The size is the one given here.',
  file: 'The size comes from the file’s density.',
  ruler: 'The size comes from the ruler in Square up.',
  rectangle: 'The size comes from the sheet in Square up.',
  none: 'No true size yet: give a width or a height.',
};
const SAME = 'same';
type TaskChoice = Task | typeof SAME;

/** The artwork: its exact width or height, the other side following, and what is done along its holes and plates. */
@Component({
  selector: 'drelk-artwork-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, LengthField, MatButtonModule, MatButtonToggleModule, ToolButton],
  templateUrl: './artwork-fields.html',
  styleUrl: '../../panel.scss',
})
export class ArtworkFields {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly lengths = inject(JobLengths);
  private readonly hand = inject(PieceHand);
  private readonly tools = inject(ToolBox);
  readonly piece = computed(() => this.store.shown()?.piece);
  readonly isOwn = computed(() => this.piece()?.length != null);
  readonly item = computed((): ArtworkItem | undefined => {
    const item = this.hand.items().find((one) => one.item.kind === 'artwork')?.item;
    return item?.kind === 'artwork' ? item : undefined;
  });
  private readonly id = computed(() => this.hand.items().find((one) => one.item.kind === 'artwork')?.id);
  /** The artwork's own size, however it is turned. */
  readonly size = computed(() => {
    const view = this.result.view();
    return view && { width: view.artwork.width, height: view.artwork.height };
  });
  readonly source = computed(() => {
    const source = this.result.view()?.scaleSource ?? 'none';
    return this.isFile() && source === 'file' ? 'The size comes from the file’s unit.' : SOURCES[source];
  });
  private readonly isFile = computed(() => this.store.document()?.vector !== undefined);
  /** What the job begins with, and what all of that is. */
  readonly begins = computed(() => (this.isFile() ? 'File' : 'Picture'));
  readonly whole = computed(() => (this.isFile() ? 'page' : 'picture'));
  readonly inner = computed((): TaskChoice => this.item()?.inner ?? SAME);
  readonly innerTasks = [
    { id: SAME as TaskChoice, says: 'as the rest' },
    ...TASKS.map((id) => ({ id, says: TASK_WORDS[id] })),
  ];
  readonly pickedNow = computed(() => {
    const tool = this.tools.active();
    return tool instanceof PickTaskTool ? tool.picked().size : 0;
  });
  /** A choice that is made anew each time. */
  readonly pickedTasks = [{ id: '' as TaskChoice | '', says: 'choose …' }, ...this.innerTasks];
  readonly pickedSays = computed(() => {
    const count = this.item()?.picked.length ?? 0;
    if (count === 0) return '';
    return `${count} ${count === 1 ? 'contour has' : 'contours have'} a task of ${count === 1 ? 'its' : 'their'} own.`;
  });
  readonly plates = computed(() =>
    (this.result.view()?.colours ?? []).map((colour) => ({
      colour,
      name: nameOfHex(colour),
      task: (this.item()?.plates[colour] ?? SAME) as TaskChoice,
    })),
  );

  setEdge(edge: 'width' | 'height', length: number): void {
    this.store.change(edge === 'width' ? 'Width' : 'Height', ({ piece }) => {
      piece.edge = edge;
      piece.length = length;
    });
  }

  setBy(by: 'artwork' | 'picture'): void {
    this.store.change('What the size is of', ({ piece }) => {
      piece.by = by;
    });
  }

  ownScale(): void {
    this.store.change(`${this.begins()}’s own scale`, ({ piece }) => {
      piece.length = null;
    });
  }

  setInner(task: TaskChoice): void {
    this.change('What is done along holes', (item) => {
      item.inner = task === SAME ? null : task;
    });
  }

  /** Clicks on the bench pick contours, and then a task is said for them. */
  pick(): void {
    const id = this.id();
    if (id !== undefined)
      this.tools.toggle('pick-task', () => new PickTaskTool(this.tools.work, this.tools, this.hand, id));
  }

  setPicked(task: TaskChoice | ''): void {
    const view = this.result.view();
    const tool = this.tools.active();
    if (!view || task === '' || !(tool instanceof PickTaskTool)) return;
    const { paths, toSource } = view;
    const from = [...tool.picked()].map((id) => tracedAnchor(paths, paths.ids.indexOf(id), toSource));
    this.change('What is done along picked contours', (item) => {
      const again = foundAgain(
        item.picked.map((one) => one.from),
        from,
      );
      item.picked = [
        ...item.picked.filter((_, k) => again[k] < 0),
        ...(task === SAME ? [] : from.map((one) => ({ from: one, task }))),
      ];
      if (item.picked.length > MOST_PICKED)
        throw new DrelkError(
          'bad-item',
          `A job keeps tasks of ${MOST_PICKED} single contours.`,
          'Say it for the whole artwork, for its holes or a plate instead.',
        );
    });
    tool.picked.set(new Set());
  }

  letGo(): void {
    this.change('Contours as the rest', (item) => {
      item.picked = [];
    });
  }

  setPlate(colour: string, task: TaskChoice): void {
    this.change('What is done along a plate', (item) => {
      if (task === SAME) Reflect.deleteProperty(item.plates, colour);
      else item.plates[colour] = task;
    });
  }

  private change(label: string, recipe: (item: ArtworkItem) => void): void {
    const id = this.id();
    if (id !== undefined)
      this.hand.changeItem(id, label, (item) => {
        if (item.kind === 'artwork') recipe(item);
      });
  }
}
