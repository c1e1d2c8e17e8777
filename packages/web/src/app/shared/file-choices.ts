import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { type VectorFacts, type VectorSettings, formatSmall } from '@drelk/core';
import { LengthField } from './length-field';

/** Curves are fitted within this where nothing else is said, in millimetres. */
export const SIMPLIFY = 0.05;

/** How a vector file is taken: its layers, what is joined and simplified; and what that mended and left out. */
@Component({
  selector: 'drelk-file-choices',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LengthField, MatCheckboxModule],
  templateUrl: './file-choices.html',
  styleUrl: './file-choices.scss',
})
export class FileChoices {
  readonly settings = input.required<VectorSettings>();
  readonly facts = input<VectorFacts>();
  readonly units = input.required<'mm' | 'in'>();
  /** What is to be another way, with what that act is called. */
  readonly changed = output<{ label: string; part: Partial<VectorSettings> }>();
  readonly plates = computed(() => {
    const { without } = this.settings();
    const plates = this.facts()?.plates ?? [];
    return plates.length < 2
      ? []
      : plates.map((plate) => ({ ...plate, taken: !without.includes(plate.name) }));
  });
  readonly simplifySays = computed(() => formatSmall(this.settings().simplify ?? SIMPLIFY, this.units()));
  readonly mended = computed(() => listOf(this.facts()?.mended));
  readonly left = computed(() => listOf(this.facts()?.left));

  setJoin(join: number): void {
    this.changed.emit({ label: 'Join ends', part: { join } });
  }

  setSimplify(wanted: boolean): void {
    const label = wanted ? 'Fewer nodes' : 'Nodes as in the file';
    this.changed.emit({ label, part: { simplify: wanted ? SIMPLIFY : null } });
  }

  setSimplifyWithin(simplify: number): void {
    this.changed.emit({ label: 'Fewer nodes', part: { simplify } });
  }

  setPlate(name: string, taken: boolean): void {
    const { without } = this.settings();
    this.changed.emit({
      label: taken ? `With ${name}` : `Without ${name}`,
      part: { without: taken ? without.filter((one) => one !== name) : [...without, name] },
    });
  }
}

const listOf = (counts: Record<string, number> | undefined) =>
  Object.entries(counts ?? {}).map(([what, count]) => ({ what, count }));
