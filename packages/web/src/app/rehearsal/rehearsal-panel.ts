import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  afterNextRender,
  computed,
  inject,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { formatLong, toldArea } from '@drelk/core';
import { clock } from './clock';
import { Rehearsing } from './rehearsing';
import { TaskClock } from './task-clock';
import { JobStore } from '../job/store/job-store';
import { JobLengths } from '../job/job-lengths';

/** So many contours are listed to be put in another order, and so many parts. */
const MOST_LISTED = 200;
const MOST_PARTS = 20;

/** What the rehearsal showed: time by task, ways, parts, what is left, and the order, which can be changed. */
@Component({
  selector: 'drelk-rehearsal-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkDrag, CdkDragHandle, CdkDropList, MatButtonModule, MatIcon, TaskClock],
  templateUrl: './rehearsal-panel.html',
  styleUrls: ['../stages/panel.scss', './rehearsal-panel.scss'],
})
export class RehearsalPanel {
  readonly rehearsing = inject(Rehearsing);
  private readonly store = inject(JobStore);
  private readonly lengths = inject(JobLengths);
  private readonly rehearsal = computed(() => this.rehearsing.shown()?.rehearsal);
  readonly whole = computed(() => clock(this.rehearsing.seconds()));
  /** What the machine is set up for, as it was when it began. */
  readonly setUp = computed(() => {
    const { material, tool } = this.store.shown()?.prove ?? {};
    return material && tool ? `${material.name}, ${tool.name}` : '';
  });
  readonly figures = computed(() => {
    const rehearsal = this.rehearsal();
    if (!rehearsal) return [];
    const { byTask, travel, between, bound, pierces, parts, standing } = rehearsal;
    const worked = Object.values(byTask).reduce((sum, { length }) => sum + length, 0);
    const left = standing.reduce((sum, { area }) => sum + area, 0);
    return [
      { name: 'Worked along', value: formatLong(worked, this.lengths.units()) },
      { name: 'Travelled', value: formatLong(travel.length, this.lengths.units()) },
      ...(bound > 0
        ? [{ name: 'Between contours, to the shortest tree', value: `${(between / bound).toFixed(2)} ×` }]
        : []),
      ...(pierces.count > 0 ? [{ name: 'Pierced', value: `${pierces.count} ×` }] : []),
      { name: 'Parts', value: String(parts.filter(({ isIsland }) => !isIsland).length) },
      ...(parts.some(({ isIsland }) => isIsland)
        ? [{ name: 'Islands that fall', value: String(parts.filter(({ isIsland }) => isIsland).length) }]
        : []),
      ...(left > 0 ? [{ name: 'Left standing', value: toldArea(left, this.lengths.units()) }] : []),
    ];
  });
  readonly seen = computed(() => this.rehearsal()?.seen ?? []);
  readonly parts = computed(() => {
    const parts = this.rehearsal()?.parts.filter(({ isIsland }) => !isIsland) ?? [];
    return parts.slice(0, MOST_PARTS).map(({ width, height, freedAt }) => ({
      size: `${this.lengths.length(width)} × ${this.lengths.length(height)}`,
      says: freedAt === null ? 'held by tabs' : `free after ${clock(freedAt)}`,
    }));
  });
  readonly order = computed(() => {
    const rehearsal = this.rehearsal();
    if (!rehearsal) return [];
    const { order, tracks, moves } = rehearsal;
    const spent = new Map<number, { seconds: number; length: number }>();
    for (const { kind, track, seconds, length } of moves) {
      if (kind === 'travel') continue;
      const sum = spent.get(track) ?? { seconds: 0, length: 0 };
      spent.set(track, { seconds: sum.seconds + seconds, length: sum.length + length });
    }
    return order.slice(0, MOST_LISTED).map((track, k) => {
      const { seconds, length } = spent.get(track) ?? { seconds: 0, length: 0 };
      const { task, depth, drawn } = tracks[track];
      const name =
        task !== 'cut-through' || !drawn[0].closed ? task.replace('-', ' ') : depth % 2 ? 'hole' : 'part';
      return {
        track,
        name: `${k + 1}  ${name}`,
        says: `${formatLong(length, this.lengths.units())}, ${clock(seconds)}`,
      };
    });
  });
  readonly more = computed(() => (this.rehearsal()?.order.length ?? 0) - this.order().length);

  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    // It stands where the list of files was scrolled to.
    afterNextRender(() => nativeElement.closest('aside')?.scrollTo({ top: 0 }));
  }

  drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    void this.rehearsing.reorder(previousIndex, currentIndex);
  }

  move(event: Event, from: number, to: number): void {
    event.preventDefault();
    if (to >= 0 && to < this.order().length) void this.rehearsing.reorder(from, to);
  }

  /** To where a track begins. */
  show(track: number): void {
    const move = this.rehearsal()?.moves.find((one) => one.track === track && one.kind !== 'travel');
    if (move) this.rehearsing.seek(move.begins);
  }

  seek(time: number): void {
    this.rehearsing.seek(time);
  }
}
