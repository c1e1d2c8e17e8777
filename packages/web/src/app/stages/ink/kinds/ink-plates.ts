import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { UsedPlate } from '@drelk/core';
import { IconButton } from '../../../shared/icon-button';
import { Slide } from '../../../job/controls/slide';
import { Lights } from '../../lights';
import { JobStore } from '../../../job/store/job-store';
import { ShownResult } from '../../../job/shown-result';

/** Ink by colour plates: how many, which are ink, merged, recoloured, put in order. */
@Component({
  selector: 'drelk-ink-plates',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton, Lights, MatButtonModule, Slide],
  templateUrl: './ink-plates.html',
  styleUrls: ['../../panel.scss', './ink-plates.scss'],
})
export class InkPlates {
  private readonly store = inject(JobStore);
  private readonly result = inject(ShownResult);
  readonly settings = computed(() => this.store.shown()?.ink.plates);
  readonly plates = computed(() =>
    (this.result.view()?.traced?.ink.plates ?? []).map((plate) => ({
      ...plate,
      says: `${plate.name}, ${(100 * plate.share).toFixed(1)} %`,
    })),
  );
  readonly count = computed(() => {
    const set = this.settings()?.count;
    return typeof set === 'number' ? set : this.plates().reduce((sum, plate) => sum + plate.of.length, 0);
  });
  /** Colours of the plates picked for merging. */
  readonly picked = signal<string[]>([]);
  readonly pickedHere = computed(() =>
    this.picked().filter((colour) => this.plates().some((plate) => plate.colour === colour)),
  );

  setCount(count: number | 'auto'): void {
    this.picked.set([]);
    this.store.change(count === 'auto' ? 'Plates as proposed' : `${count} plates`, ({ ink }) => {
      // Other plates have other colours: what was said of the old ones holds no longer.
      ink.plates = { ...ink.plates, count, merged: [], ink: 'auto', order: [] };
    });
  }

  setInk({ colour, name }: UsedPlate, isInk: boolean): void {
    const inked = this.inked().filter((other) => other !== colour);
    this.chooseInk(isInk ? `Ink: ${name}` : `Paper: ${name}`, isInk ? [...inked, colour] : inked);
  }

  /** One plate by itself, or all but the paper. */
  alone({ colour, name }: UsedPlate): void {
    this.chooseInk(`Only ${name}`, [colour]);
  }

  chooseInk(label: string, colours: string[] | 'auto'): void {
    this.store.change(label, ({ ink }) => {
      ink.plates.ink = colours;
    });
  }

  pick(colour: string): void {
    this.picked.update((picked) =>
      picked.includes(colour) ? picked.filter((other) => other !== colour) : [...picked, colour],
    );
  }

  /** The picked plates become one, under the colour of the largest. */
  merge(): void {
    const chosen = this.plates().filter((plate) => this.pickedHere().includes(plate.colour));
    const [into, ...others] = [...chosen].sort((a, b) => b.share - a.share);
    if (others.length === 0) return;
    this.picked.set([]);
    this.store.change(`Merge into ${into.name}`, ({ ink }) => {
      ink.plates.merged.push(...others.map(({ colour }): [string, string] => [colour, into.colour]));
    });
  }

  partAgain(): void {
    this.store.change('Plates apart again', ({ ink }) => {
      ink.plates.merged = [];
    });
  }

  recolour({ colour, name }: UsedPlate, event: Event): void {
    const to = (event.target as HTMLInputElement).value;
    this.store.change(`Recolour ${name}`, ({ ink }) => {
      const others = ink.plates.recoloured.filter(([from]) => from !== colour);
      ink.plates.recoloured = [...others, [colour, to]];
    });
  }

  raise({ colour, name }: UsedPlate): void {
    const order = this.plates().map((plate) => plate.colour);
    const at = order.indexOf(colour);
    if (at < 1) return;
    [order[at - 1], order[at]] = [order[at], order[at - 1]];
    this.store.change(`${name} further down`, ({ ink }) => {
      ink.plates.order = order;
    });
  }

  private inked(): string[] {
    return this.plates().flatMap(({ ink, colour }) => (ink ? [colour] : []));
  }
}
