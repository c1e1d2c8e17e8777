import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { BRIDGE_KINDS, type BridgeKind, type BridgeSettings, MOST_BRIDGES } from '@drelk/core';
import { BenchState } from '../../view/bench-state';
import { BridgeTool } from '../../bench/tools/bridge-tool';
import { ToolBox } from '../../job/tool/tool-box';
import { PieceHand } from '../../job/piece/piece-hand';
import { Choice } from '../../shared/choice';
import { LengthField } from '../../shared/length-field';
import { ToolButton } from '../../job/controls/tool-button';
import { JobLengths } from '../../job/job-lengths';

/** A bridge that is proposed is so wide, in millimetres. */
const WIDTH = { mm: 2, in: 25.4 / 16 };

const KINDS: Record<BridgeKind, string> = {
  left: 'left, of what this is cut out of',
  added: 'added, between islands and what is around',
  tied: 'added, between all that lies apart',
};

/** Bridges that keep the islands of artwork or text from dropping out. */
@Component({
  selector: 'drelk-bridge-fields',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice, LengthField, ToolButton],
  template: `
    <label class="tick">
      <input type="checkbox" [checked]="bridges() !== null" (change)="turn()" />
      islands held by bridges, as in a stencil
    </label>
    @if (bridges(); as bridges) {
      <drelk-length-field
        label="Width of a bridge"
        [value]="bridges.width"
        [units]="lengths.units()"
        (chosen)="set('Width of bridges', { width: $event })"
      />
      <drelk-choice
        label="Bridges an island"
        [value]="'' + bridges.count"
        [among]="counts"
        (chosen)="set('Bridges an island', { count: +$event })"
      />
      <drelk-choice
        label="Strips are"
        [value]="bridges.by"
        [among]="kinds"
        (chosen)="set('What bridges are', { by: $event })"
      />
      <drelk-tool-button tool="bridge" label="Put a bridge" (press)="put()" />
      <p class="note" aria-live="polite">{{ says() }}</p>
    }
    <label class="tick">
      <input type="checkbox" [checked]="state.showsFalling()" (change)="light()" />
      light up what falls out
    </label>
    @if (state.showsFalling()) {
      <p class="note" aria-live="polite">{{ falling() }}</p>
    }
  `,
  styleUrl: '../panel.scss',
})
export class BridgeFields {
  readonly lengths = inject(JobLengths);
  readonly state = inject(BenchState);
  private readonly hand = inject(PieceHand);
  private readonly tools = inject(ToolBox);
  readonly kinds = BRIDGE_KINDS.map((id) => ({ id, says: KINDS[id] }));
  readonly counts = Array.from({ length: MOST_BRIDGES + 1 }, (_, k) => ({
    id: String(k),
    says: k === 0 ? 'by its size' : String(k),
  }));
  readonly bridges = computed((): BridgeSettings | null => {
    const item = this.hand.item();
    return item?.kind === 'artwork' || item?.kind === 'text' ? item.bridges : null;
  });
  /** What would drop out of a stencil as things are. */
  readonly falling = computed(() => {
    const count = this.hand.falling().length;
    if (count === 0) return 'Cut as a stencil, nothing falls out.';
    return `Cut as a stencil, ${count === 1 ? 'the island that is lit falls' : `the ${count} islands that are lit fall`} out.`;
  });
  readonly says = computed(() => {
    const held = this.hand.made()?.held;
    if (!held) return '';
    const byHand = this.bridges()?.places.length ?? 0;
    const counted = (count: number) => `${count} ${count === 1 ? 'island' : 'islands'}`;
    const fate =
      held.loose === 0
        ? 'Nothing falls out.'
        : `For ${counted(held.loose)} no bridge was found: cut, they fall out.`;
    const bridges = `${held.bridges.length} ${held.bridges.length === 1 ? 'bridge' : 'bridges'}`;
    return `${counted(held.islands)}, ${bridges}${byHand > 0 ? `, ${byHand} of them put by hand` : ''}. ${fate}`;
  });

  light(): void {
    this.state.showsFalling.update((shows) => !shows);
  }

  turn(): void {
    const width = WIDTH[this.lengths.units()];
    this.change('Bridges', (item) => {
      item.bridges = item.bridges ? null : { width, count: 0, places: [], by: 'left' };
    });
  }

  set(label: string, part: Partial<BridgeSettings>): void {
    this.change(label, (item) => {
      if (item.bridges) Object.assign(item.bridges, part);
    });
  }

  put(): void {
    this.tools.toggle('bridge', () => new BridgeTool(this.tools.work, this.hand));
  }

  private change(label: string, recipe: (item: { bridges: BridgeSettings | null }) => void): void {
    const id = this.hand.chosen();
    if (id !== undefined)
      this.hand.changeItem(id, label, (item) => {
        if (item.kind === 'artwork' || item.kind === 'text') recipe(item);
      });
  }
}
