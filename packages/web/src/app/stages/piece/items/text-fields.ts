import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { MatButtonModule } from '@angular/material/button';
import {
  type CircleText,
  type ContourText,
  DrelkError,
  type ItemSettings,
  MOST_FONTS,
  SHIPPED_FONTS,
  type TextAlignment,
  type TextSettings,
  type TextSize,
  fontsInUse,
} from '@drelk/core';
import { PickLineTool } from '../../../bench/tools/pick-line-tool';
import { ToolBox } from '../../../job/tool/tool-box';
import { PieceHand } from '../../../job/piece/piece-hand';
import { ApiService } from '../../../shared/api.service';
import { Choice } from '../../../shared/choice';
import { FigureField } from '../../../shared/figure-field';
import { LengthField } from '../../../shared/length-field';
import { Slide } from '../../../job/controls/slide';
import { ToolButton } from '../../../job/controls/tool-button';
import { ALIGNMENTS, entriesOf } from '../words';
import { JobStore } from '../../../job/store/job-store';
import { ProblemService } from '../../../shared/problem.service';
import { JobLengths } from '../../../job/job-lengths';

const LINES = { straight: 'straight', circle: 'on a circle', contour: 'along a line of the artwork' };
const SIZES: Record<TextSize, string> = { capitals: 'height of capitals', width: 'width of all' };
/** A circle that is proposed is so many times as large as letters are high. */
const CIRCLE = 12;

/** Text: what it says, in which face, how large, how it is spaced and what it stands on. */
@Component({
  selector: 'drelk-text-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, FigureField, LengthField, MatButtonModule, Slide, ToolButton],
  templateUrl: './text-fields.html',
  styleUrls: ['../../panel.scss', './text-fields.scss'],
})
export class TextFields {
  private readonly store = inject(JobStore);
  private readonly problems = inject(ProblemService);
  readonly lengths = inject(JobLengths);
  readonly hand = inject(PieceHand);
  private readonly tools = inject(ToolBox);
  private readonly api = inject(ApiService);
  /** Shipped faces, and those that were brought along. */
  readonly fonts = computed(() => [
    ...Object.entries(this.store.document()?.piece.fonts ?? {}).map(([id, { name }]) => ({
      id,
      says: `${name}, brought along`,
    })),
    ...SHIPPED_FONTS.map(({ id, name, kind }) => ({ id, says: `${name}, ${kind}` })),
  ]);
  readonly sizes = entriesOf(SIZES);
  readonly alignments = entriesOf(ALIGNMENTS);
  readonly lines = entriesOf(LINES);
  readonly reads = [
    { id: 'over' as const, says: 'over its top' },
    { id: 'under' as const, says: 'under its bottom' },
  ];
  readonly stands = [
    { id: 'outside' as const, says: 'outside' },
    { id: 'inside' as const, says: 'inside' },
  ];
  readonly item = this.hand.itemOf('text');
  readonly circle = computed((): CircleText | undefined => {
    const along = this.item()?.set.along;
    return along?.kind === 'circle' ? along : undefined;
  });
  readonly contour = computed((): ContourText | undefined => {
    const along = this.item()?.set.along;
    return along?.kind === 'contour' ? along : undefined;
  });
  readonly missing = computed(() => {
    const missing = this.hand.made()?.missing ?? [];
    return missing.length > 0
      ? `This face has no letter for ${missing.map((one) => `“${one}”`).join(', ')}: ${missing.length === 1 ? 'it is' : 'they are'} left out.`
      : '';
  });
  readonly isMany = computed(() => this.item()?.set.text.includes('\n') === true);

  /** Shown while it is typed; kept once the field is left. */
  write(event: Event): void {
    const { value } = event.target as HTMLTextAreaElement;
    if (value.trim() !== '')
      this.hand.try((item) => {
        if (item.kind === 'text') item.set.text = value;
      });
  }

  setText(event: Event): void {
    const { value } = event.target as HTMLTextAreaElement;
    this.change('Text', (set) => {
      set.text = value;
    });
  }

  setFont(font: string): void {
    this.change('Face of the text', (set) => {
      set.font = font;
    });
  }

  /** A font file from disk is kept with the job, and the text set in it; what is none is told. */
  async bringFont(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    const id = this.hand.chosen();
    input.value = '';
    if (id === undefined) return;
    try {
      const { blob, name } = await firstValueFrom(this.api.addFont(file));
      this.store.change(`Face ${name}`, ({ piece }) => {
        const item = piece.items[id] as ItemSettings | undefined;
        if (item?.kind !== 'text') return;
        item.set.font = blob;
        piece.fonts = { ...fontsInUse(piece), [blob]: { name } };
        if (Object.keys(piece.fonts).length > MOST_FONTS)
          throw new DrelkError(
            'bad-font',
            `A job keeps ${MOST_FONTS} fonts.`,
            'Set some texts in shipped ones.',
          );
      });
    } catch (problem) {
      this.problems.tell(problem);
    }
  }

  setUpper(): void {
    this.change('Upper case', (set) => {
      set.upper = !set.upper;
    });
  }

  setSizeOf(of: TextSize): void {
    const box = this.hand.made()?.box;
    this.change('What the size is of', (set) => {
      // As large as it is now.
      if (of === 'width' && set.size.of !== of && box && set.along.kind === 'straight')
        set.size.length = box.right - box.left;
      if (of === 'capitals' && set.size.of !== of && box)
        set.size.length = (box.bottom - box.top) / (this.isMany() ? 3 : 1);
      set.size.of = of;
    });
  }

  setSize(length: number): void {
    this.change('Size of the text', (set) => {
      set.size.length = length;
    });
  }

  setRoom(which: 'letters' | 'lines', value: number): void {
    this.change(which === 'letters' ? 'Room between letters' : 'Room between lines', (set) => {
      set[which] = value;
    });
  }

  setAlign(align: TextAlignment): void {
    this.change('Lines of the text', (set) => {
      set.align = align;
    });
  }

  setLine(kind: keyof typeof LINES): void {
    if (kind === 'contour') {
      this.pickLine();
      return;
    }
    this.change(`Text ${LINES[kind]}`, (set) => {
      set.along =
        kind === 'straight'
          ? { kind }
          : {
              kind,
              diameter: CIRCLE * set.size.length,
              reads: 'over',
              stands: 'outside',
              turn: 0,
              even: true,
            };
    });
  }

  /** A click says which line of the artwork the text runs along. */
  pickLine(): void {
    this.tools.toggle('pick-line', () => new PickLineTool(this.tools.work, this.tools, this.hand));
  }

  setCircle(part: Partial<CircleText>): void {
    this.change('Text on a circle', ({ along }) => {
      if (along.kind === 'circle') Object.assign(along, part);
    });
  }

  setContour(part: Partial<ContourText>): void {
    this.change('Text along a line', ({ along }) => {
      if (along.kind === 'contour') Object.assign(along, part);
    });
  }

  turnCircle(text: string): void {
    const degrees = Number(text.replace(',', '.'));
    if (Number.isFinite(degrees)) this.setCircle({ turn: degrees });
  }

  private change(label: string, recipe: (set: TextSettings) => void): void {
    this.hand.change('text', label, ({ set }) => recipe(set));
  }
}
