import { DestroyRef, Injectable, computed, inject, signal } from '@angular/core';
import type { Finding, ProveSettings, Severity } from '@drelk/core';
import { BenchState } from '../../view/bench-state';
import { Commands } from '../keys/commands';
import { ShownResult } from '../shown-result';
import { JobStore } from '../store/job-store';

/** A place of a finding on the bench, in its pixels. */
export interface FindingMark {
  x: number;
  y: number;
  severity: Severity;
  /** The one that is being looked at. */
  isHere: boolean;
}

/** A place is looked at with so much around it, in millimetres. */
const AROUND = 16;
/** So much of a piece is seen at least, and so many times what falls out of it. */
const LEAST_SHARE = 0.15;
const SURROUNDED = 2.2;
/** Findings that are of a part as a whole. */
const WHOLE = ['island', 'asunder', 'apart'];
/** Marks of one finding, at most. */
const MOST_MARKS = 500;

/** What Prove found, place by place. */
@Injectable()
export class Proving {
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly state = inject(BenchState);
  private readonly wanted = signal<string | undefined>(undefined);
  private readonly at = signal(0);

  readonly findings = computed(() => this.result.proof().findings);
  readonly waived = computed(() => this.result.proof().waived);
  /** The finding that is looked at. */
  readonly chosen = computed((): Finding | undefined =>
    this.findings().find(({ kind }) => kind === this.wanted()),
  );
  /** The number of the place that is looked at, of those of the chosen finding. */
  readonly place = computed(() => {
    const count = this.chosen()?.places.length ?? 0;
    return count === 0 ? 0 : ((this.at() % count) + count) % count;
  });
  /** Where the findings lie: those of the chosen one, or of all. */
  readonly marks = computed((): FindingMark[] => {
    const view = this.result.view();
    if (!view || this.state.stage() !== 'prove') return [];
    const { frame, millimetresPerPixel: mm } = view;
    const chosen = this.chosen();
    const shown = chosen ? [chosen] : this.findings();
    return shown.flatMap(({ places, severity }) =>
      places.slice(0, MOST_MARKS).map(({ x, y }, k) => ({
        x: frame.x + x / mm,
        y: frame.y + y / mm,
        severity,
        isHere: chosen !== undefined && k === this.place(),
      })),
    );
  });
  /** Along which lines the chosen finding reaches: x and y of each corner, in pixels of the bench. */
  readonly stretches = computed((): number[][] => {
    const view = this.result.view();
    if (!view || this.state.stage() !== 'prove') return [];
    const { frame, millimetresPerPixel: mm } = view;
    const stretches = this.chosen()?.stretches ?? [];
    return stretches.map((line) => line.map((value, k) => (k % 2 === 0 ? frame.x : frame.y) + value / mm));
  });

  constructor() {
    const step = (by: number) => ({
      key: 'f',
      shift: by < 0,
      does: by < 0 ? 'The place before it that was found' : 'The next place that was found',
      elsewhere: () => this.state.stage() !== 'prove',
      run: () => this.step(by),
    });
    inject(Commands).contribute([step(1), step(-1)]);
    inject(DestroyRef).onDestroy(() => this.wanted.set(undefined));
  }

  /** Looks at a finding, at its worst place; at none where it was looked at already. */
  choose(kind: string): void {
    if (this.wanted() === kind) {
      this.wanted.set(undefined);
      return;
    }
    this.wanted.set(kind);
    this.at.set(0);
    this.look();
  }

  /** Goes on to another place; from the last of a finding to the first of the next. */
  step(by: number): void {
    const findings = this.findings().filter(({ places }) => places.length > 0);
    if (findings.length === 0) return;
    const chosen = findings.findIndex(({ kind }) => kind === this.wanted());
    const count = findings[chosen]?.places.length ?? 0;
    const next = this.place() + by;
    if (chosen >= 0 && next >= 0 && next < count) this.at.set(next);
    else {
      const other = findings[(Math.max(chosen, by > 0 ? -1 : 0) + by + findings.length) % findings.length];
      this.wanted.set(other.kind);
      this.at.set(by > 0 ? 0 : other.places.length - 1);
    }
    this.look();
  }

  /** Sets a finding aside, for a reason. */
  waive(kind: string, reason: string): void {
    const found = this.findings().find((one) => one.kind === kind);
    this.change('A finding waived', ({ waived, waivedAt }) => {
      waived[kind] = reason;
      if (found) waivedAt[kind] = { count: found.count, measured: found.measured };
    });
  }

  takeUp(kind: string): void {
    this.change('A finding taken up again', ({ waived, waivedAt }) => {
      Reflect.deleteProperty(waived, kind);
      Reflect.deleteProperty(waivedAt, kind);
    });
  }

  change(label: string, recipe: (prove: ProveSettings) => void): void {
    this.store.change(label, ({ prove }) => recipe(prove));
  }

  private look(): void {
    const view = this.result.view();
    const chosen = this.chosen();
    const place = chosen?.places[this.place()];
    if (!view || !place) return;
    const { frame, millimetresPerPixel: mm } = view;
    // In its surroundings: what falls out as a whole, and never a blank stretch of a large piece.
    const own = WHOLE.includes(chosen.kind) ? SURROUNDED * (chosen.sizes[this.place()] ?? 0) : 0;
    const around = Math.max(AROUND, own, LEAST_SHARE * mm * Math.max(frame.width, frame.height));
    this.state.lookAt({ x: frame.x + place.x / mm, y: frame.y + place.y / mm }, around / mm);
  }
}
