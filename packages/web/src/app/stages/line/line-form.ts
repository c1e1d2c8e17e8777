import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  FIGURES,
  type Figure,
  type FittedForm,
  type Form,
  HOLE,
  contourAt,
  figureOf,
  formContour,
  formsLike,
  roundLengths,
  withFigure,
} from '@drelk/core';
import { PathHand } from '../../job/path/path-hand';
import { LengthField } from '../../shared/length-field';
import { ShownResult } from '../../job/shown-result';
import { JobLengths } from '../../job/job-lengths';
import { ProblemService } from '../../shared/problem.service';

/** A contour no farther than this from a form, in source pixels, is that form. */
const IS_TRUE = 0.01;
/** So many forms are proposed, none farther off than this share of its size. */
const MOST_PROPOSED = 3;
const MOST_OFF = 0.04;
/** A figure is never surer than this share of itself. */
const SURE = 0.004;

/** What a contour may be meant to be: a true form, whose figures can be typed. */
@Component({
  selector: 'drelk-line-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LengthField, MatButtonModule],
  templateUrl: './line-form.html',
  styleUrl: '../panel.scss',
})
export class LineForm {
  private readonly result = inject(ShownResult);
  readonly lengths = inject(JobLengths);
  private readonly problems = inject(ProblemService);
  private readonly hand = inject(PathHand);
  private readonly scale = computed(() => this.result.view()?.millimetresPerPixel ?? 1);
  private readonly forms = computed((): FittedForm[] => {
    const contour = this.hand.chosenContour();
    return contour ? formsLike(contour) : [];
  });
  /** The form that the contour has already. */
  readonly own = computed((): FittedForm | undefined => this.forms().find(({ off }) => off <= IS_TRUE));
  readonly proposed = computed(() => {
    if (this.own()) return [];
    return this.forms()
      .filter(({ form, off }) => off <= MOST_OFF * Math.max(form.width, form.height))
      .slice(0, MOST_PROPOSED)
      .map(({ form, off }) => ({
        form,
        says: `${nameOf(form)}, ${this.sizeOf(form)}`,
        off: `off by ${this.lengths.small(off * this.scale())} at most`,
      }));
  });
  /** Figures of the form the contour has, with round ones that may be meant. */
  readonly figures = computed(() => {
    const own = this.own();
    if (!own) return [];
    return FIGURES[own.form.kind]
      .filter((figure) => figure !== 'turn')
      .map((figure) => {
        const value = figureOf(own.form, figure) * this.scale();
        const said = this.lengths.length(value);
        const round = roundLengths(value, SURE * value + this.scale(), this.lengths.units())
          .map((length) => ({ length, says: this.lengths.length(length) }))
          .filter(({ says }) => says !== said);
        return { figure, label: figure[0].toUpperCase() + figure.slice(1), value, round };
      });
  });
  readonly name = computed(() => {
    const own = this.own();
    return own ? nameOf(own.form) : '';
  });

  /** Contours picked besides the chosen one that are of its kind, outer ones or holes, with the forms they have or may be meant to be. */
  private readonly alike = computed((): { number: number; fitted: FittedForm[] }[] => {
    const paths = this.hand.ground()?.paths;
    const chosen = this.hand.chosen();
    if (!paths || chosen === undefined) return [];
    const isHole = (k: number) => (paths.flags[k] & HOLE) !== 0;
    return this.hand
      .numbers()
      .filter((k) => k !== chosen && isHole(k) === isHole(chosen))
      .map((number) => ({ number, fitted: formsLike(contourAt(paths, number)) }));
  });

  /** The contour becomes the form, and those picked besides it their own forms of that kind. */
  take(form: Form): void {
    const isLike = ({ form: one, off }: FittedForm) =>
      one.kind === form.kind && one.sides === form.sides && off <= MOST_OFF * Math.max(one.width, one.height);
    this.become(`A true ${nameOf(form)}`, form, ({ fitted }) => fitted.find(isLike)?.form);
  }

  /** Drives one figure of the form, in millimetres, and the same figure of those picked besides it that have such a form. */
  set(figure: Figure, millimetres: number): void {
    const own = this.own();
    if (!own) return;
    const { kind, sides } = own.form;
    const driven = (form: Form) => withFigure(form, figure, millimetres / this.scale());
    try {
      this.become(figure === 'turn' ? 'Turn' : `${figure} typed`, driven(own.form), ({ fitted }) => {
        const one = fitted.find(({ off }) => off <= IS_TRUE);
        return one?.form.kind === kind && one.form.sides === sides ? driven(one.form) : undefined;
      });
    } catch (problem) {
      this.problems.tell(problem);
    }
  }

  /** The chosen contour becomes a form, and others what is said of each; which stay as they are is told. */
  private become(
    label: string,
    form: Form,
    of: (one: { number: number; fitted: FittedForm[] }) => Form | undefined,
  ): void {
    const number = this.hand.chosen();
    if (number === undefined) return;
    const others = this.alike().map((one) => ({ number: one.number, form: of(one) }));
    const changed = others.flatMap((one) =>
      one.form ? [{ number: one.number, contour: formContour(one.form) }] : [],
    );
    this.hand.changeTo(label[0].toUpperCase() + label.slice(1), [
      ...changed,
      { number, contour: formContour(form) },
    ]);
    const stayed = others.length - changed.length;
    if (stayed > 0)
      this.problems.note(
        `${changed.length + 1} changed; ${stayed} ${stayed === 1 ? 'is no' : 'are no'} ${nameOf(form)}${stayed === 1 ? '' : 's'} and ${stayed === 1 ? 'stays' : 'stay'} as ${stayed === 1 ? 'it is' : 'they are'}.`,
      );
  }

  private sizeOf(form: Form): string {
    const length = (pixels: number) => this.lengths.length(pixels * this.scale());
    if (form.kind === 'circle') return `${length(form.width)} across`;
    if (form.kind === 'polygon') return `${length(form.width)} across corners`;
    const corners = form.radius > 0 ? `, corners ${length(form.radius)}` : '';
    return `${length(form.width)} × ${length(form.height)}${corners}`;
  }
}

const POLYGONS: Record<number, string> = { 3: 'triangle', 5: 'pentagon', 6: 'hexagon', 8: 'octagon' };

function nameOf({ kind, radius, sides, width, height }: Form): string {
  if (kind === 'polygon') return POLYGONS[sides] ?? 'polygon';
  if (kind === 'rectangle' && radius > 0) return 'rounded rectangle';
  return kind === 'rectangle' && Math.abs(width - height) < 1e-6 ? 'square' : kind;
}
