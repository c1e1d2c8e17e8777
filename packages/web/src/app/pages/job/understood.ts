import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import {
  FINEST,
  type JobDocument,
  KIND_NAMES,
  type UsedPlate,
  type VectorFacts,
  kindInWords,
} from '@drelk/core';
import type { InkFacts } from '../../engine/views';
import { BenchState } from '../../view/bench-state';
import { Words } from '../../job/words';
import { ShownResult } from '../../job/shown-result';
import { JobStore } from '../../job/store/job-store';

/** One part of what was understood of a picture, and what takes it back, or takes it up. */
interface Part {
  says: string;
  /** What the button does, in words. */
  does: string;
  press: () => void;
}

/** In one line, what was understood of a picture by itself; each part of it can be taken back with a click. */
@Component({
  selector: 'drelk-understood',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (!hidden()) {
      <p role="group" aria-label="What was understood of the picture">
        <span>{{ says() }}</span>
        @for (part of parts(); track part.says) {
          <span class="part">
            {{ part.says }}
            <button type="button" class="plain" (click)="part.press()">{{ part.does }}</button>
          </span>
        }
        <button type="button" class="plain end" (click)="hidden.set(true)">All right</button>
      </p>
    }
  `,
  styles: `
    p {
      align-items: center;
      background: var(--surface-high);
      border-bottom: 1px solid var(--edge);
      display: flex;
      font-size: 14px;
      gap: 2px 14px;
      /* One row, whatever is said: what lies below stays where it is. */
      box-sizing: border-box;
      height: 32px;
      margin: 0;
      overflow: auto hidden;
      padding: 0 12px;
      scrollbar-width: thin;
      white-space: nowrap;
    }
    .part {
      white-space: nowrap;
    }
    .end {
      background: var(--surface-high);
      margin-left: auto;
      position: sticky;
      right: 0;
    }
  `,
})
export class Understood {
  readonly hidden = signal(false);
  private readonly result = inject(ShownResult);
  private readonly store = inject(JobStore);
  private readonly bench = inject(BenchState);
  private readonly words = inject(Words);
  private readonly traced = computed(() => this.result.view()?.traced);
  /** What kind of picture it is; room for the line is kept while that is not known. */
  readonly says = computed(() => {
    const file = this.result.view()?.file;
    if (file) return fileInWords(file, this.store.document()?.source.kind ?? '');
    const kind = this.traced()?.ink.kind;
    const name = KIND_NAMES.find(([id]) => id === kind)?.[1];
    if (!name || this.result.view()?.mode !== 'full') return 'Looking at the picture …';
    return this.parts().length > 0 ? `${name}:` : `${name}, taken as it is.`;
  });
  readonly parts = computed((): Part[] => {
    const document = this.store.document();
    const traced = this.traced();
    if (!document || !traced || this.result.view()?.mode !== 'full') return [];
    return [
      ...this.ofKind(document),
      ...this.ofSquare(document),
      ...this.ofCut(document),
      ...this.ofWords(document),
      ...this.ofInk(document),
    ];
  });

  constructor() {
    // Words are looked for in photos by themselves; elsewhere when somebody asks for them.
    effect(() => {
      if (!this.hidden() && this.traced()?.ink.kind === 'photo') untracked(() => this.words.look());
    });
  }

  private ofKind({ ink }: JobDocument): Part[] {
    const other = this.traced()?.ink.other;
    if (!other || ink.kind !== 'auto') return [];
    return [
      {
        says: `perhaps ${kindInWords(other)}`,
        does: 'take it as that',
        press: () => this.change(`Taken as ${kindInWords(other)}`, (draft) => (draft.ink.kind = other)),
      },
    ];
  }

  private ofSquare({ square }: JobDocument): Part[] {
    const { corners, offered } = this.traced()?.square ?? {};
    if (square.flatten !== 'auto') return [];
    if (corners)
      return [
        {
          says: 'flattened',
          does: 'leave it as it is',
          press: () => this.change('Not flattened', (draft) => (draft.square.flatten = 'none')),
        },
      ];
    if (offered)
      return [
        {
          says: 'four straight sides in view',
          does: 'flatten by them',
          press: () => {
            this.change('Flatten by what is in view', (draft) => (draft.square.flatten = [...offered]));
            this.bench.stage.set('square');
          },
        },
      ];
    return [];
  }

  private ofCut({ ink }: JobDocument): Part[] {
    if (!ink.cut) return [];
    return [
      {
        says: 'one thing cut out',
        does: 'take all of the picture',
        press: () => this.change('All of the picture again', (draft) => (draft.ink.cut = null)),
      },
    ];
  }

  private ofWords({ ink }: JobDocument): Part[] {
    if (ink.words !== null)
      return [
        { says: 'the words only', does: 'take all of the picture', press: () => this.words.take(null) },
      ];
    const lines = this.words.lines()?.length ?? 0;
    if (lines === 0) return [];
    const says = lines === 1 ? 'one line of words' : `${lines} lines of words`;
    return [{ says, does: 'take the words only', press: () => this.words.take('all') }];
  }

  private ofInk({ ink }: JobDocument): Part[] {
    if (ink.cut?.gives === 'silhouette' || ink.words !== null) return [];
    const facts = this.traced()?.ink;
    const parts: Part[] = [];
    if (facts?.levelled && ink.tone.levelled === 'auto')
      parts.push({
        says: 'light levelled',
        does: 'leave the light',
        press: () => this.change('Light left as it is', (draft) => (draft.ink.tone.levelled = false)),
      });
    if (facts?.rulings && ink.tone.rulings === 'auto')
      parts.push({
        says:
          facts.rulings.level > 1 && facts.rulings.upright > 1 ? 'squares taken out' : 'rulings taken out',
        does: 'leave them',
        press: () => this.change('Rulings left', (draft) => (draft.ink.tone.rulings = false)),
      });
    const left = facts?.by === 'plates' && ink.plates.ink === 'auto' ? leftToPaper(facts.plates) : '';
    if (left)
      parts.push({
        says: `${left} left to the paper`,
        does: 'keep all colours',
        press: () => this.change('All colours', (draft) => (draft.ink.plates.ink = 'all')),
      });
    const isByTone = facts && facts.by !== 'plates';
    if (isByTone && facts.dots !== undefined)
      parts.push({
        says: 'dots evened out',
        does: 'leave them',
        press: () => this.change('Dots kept', (draft) => (draft.ink.tone.dots = false)),
      });
    if (isByTone && facts.byColour)
      parts.push({
        says: 'told apart by colour',
        does: 'by light alone',
        press: () => this.change('By light alone', (draft) => (draft.ink.tone.of = 'light')),
      });
    if (facts && facts.by !== 'plates' && facts.by !== 'edges' && ink.ink === 'auto')
      parts.push({
        says: inkInWords(facts),
        does: 'turn it over',
        press: () =>
          this.change('Turn it over', (draft) => (draft.ink.ink = facts.lightOnDark ? 'dark' : 'light')),
      });
    const { specks = 0, pinholes = 0 } = facts?.cleaned ?? {};
    const dust = specks + pinholes;
    if (dust >= DUST && ink.clean.specks === 'auto' && ink.clean.pinholes === 'auto')
      parts.push({
        says: `${dust} specks and pinholes left out`,
        does: 'keep them',
        press: () =>
          this.change('Specks kept', (draft) => Object.assign(draft.ink.clean, { specks: 0, pinholes: 0 })),
      });
    if (facts && facts.detail < FINEST && facts.by !== 'plates' && ink.tone.detail === 'auto')
      parts.push({
        says: 'detail calmed',
        does: 'show all of it',
        press: () => this.change('All detail', (draft) => (draft.ink.tone.detail = FINEST)),
      });
    return parts;
  }

  private change(label: string, write: (draft: JobDocument) => void): void {
    this.store.change(label, (draft) => {
      write(draft);
    });
  }
}

/** So many specks and pinholes are dust, and worth a word. */
const DUST = 12;

/** Which of two tones, or of two colours of one tone, is ink. */
const inkInWords = ({ byColour, lightOnDark }: InkFacts): string =>
  byColour ? 'one colour ink, the other paper' : lightOnDark ? 'light on dark' : 'dark on light';

/** What was understood of a vector file. */
function fileInWords({ before, after, mended }: VectorFacts, kind: string): string {
  if (before.contours === 0)
    return 'An empty piece: lay boards, text and holes on it in Piece, or draw in Line.';
  const count = Object.keys(mended).length;
  const tidy = count === 0 ? 'taken as it is' : `tidied in ${count} ${count === 1 ? 'way' : 'ways'}`;
  return `${kind.toUpperCase()} of ${before.contours} contours, ${tidy}: ${after.contours} contours now, ${after.holes} of them holes.`;
}

/** The colours that are neither ink nor the paper, by how much of the picture they are; nothing where there are none. */
function leftToPaper(plates: readonly UsedPlate[] = []): string {
  const [, ...left] = plates.filter(({ ink }) => !ink).sort((a, b) => b.share - a.share);
  return left.map(({ name, share }) => `${name} (${Math.max(1, Math.round(100 * share))} %)`).join(', ');
}
