import { Injectable, computed, inject, signal } from '@angular/core';
import type { Evened } from '@drelk/core';
import { ShownResult } from '../shown-result';

type Kind = Evened['kind'];

/** What was evened out in one way, in words. */
export interface ListedKind {
  kind: Kind;
  says: string;
}

const counted = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`;

const SAYS: Record<Kind, (groups: number, contours: number) => string> = {
  mirrored: (groups) => counted(groups, 'contour mirrors itself', 'contours mirror themselves'),
  alike: (groups, contours) =>
    `${counted(groups, 'form is', 'forms are')} there ${contours} times, each time the same`,
  straight: (_, contours) => `lines of ${counted(contours, 'contour', 'contours')} level, parallel or square`,
  round: (groups) => `${counted(groups, 'group', 'groups')} of circles around one middle`,
};
const ORDER: readonly Kind[] = ['mirrored', 'alike', 'straight', 'round'];

/** What was given to paths that they all but had: listed, and shown on the bench while it is pointed at. */
@Injectable()
export class RegularPaths {
  private readonly result = inject(ShownResult);
  private readonly evened = computed(() => this.result.view()?.traced?.evened ?? []);
  /** What is pointed at in the list. */
  readonly pointed = signal<Kind | undefined>(undefined);
  readonly all = computed((): ListedKind[] =>
    ORDER.flatMap((kind) => {
      const groups = this.evened().filter((one) => one.kind === kind);
      const contours = groups.reduce((sum, { ids }) => sum + ids.length, 0);
      return groups.length > 0 ? [{ kind, says: SAYS[kind](groups.length, contours) }] : [];
    }),
  );
  /** Ids of the paths that were evened out in the way that is pointed at. */
  readonly ids = computed(() =>
    this.evened().flatMap(({ kind, ids }) => (kind === this.pointed() ? ids : [])),
  );
}
