import { Injectable, inject, signal } from '@angular/core';
import { type Contour, ownForm } from '@drelk/core';
import type { NewForm, OwnForm } from '@drelk/contract';
import { ApiService } from '../../shared/api.service';
import { ProblemService } from '../../shared/problem.service';

/** Forms of one's own that boards can have, in any job. */
@Injectable({ providedIn: 'root' })
export class OwnForms {
  readonly all = signal<readonly OwnForm[]>([]);
  private readonly api = inject(ApiService);
  private readonly problems = inject(ProblemService);
  private isAsked = false;

  /** Has them listed, once. */
  want(): void {
    if (this.isAsked) return;
    this.isAsked = true;
    this.list();
  }

  /** Keeps contours as a form, `scale` millimetres a unit of theirs. */
  keep(name: string, contours: readonly Contour[], scale: number): void {
    try {
      this.add({ name, contours: ownForm(contours, scale) }, `“${name}” is among the forms for boards now.`);
    } catch (problem) {
      this.problems.show(problem);
    }
  }

  /** Takes a form away; it can be had back for a while. */
  remove({ id, name, contours }: OwnForm): void {
    this.api.removeForm(id).subscribe({
      next: () => {
        this.list();
        this.problems.done(`“${name}” is no form any more.`, 'Put it back', () =>
          this.add({ name, contours }, `“${name}” is back.`),
        );
      },
      error: (problem) => this.problems.show(problem),
    });
  }

  private add(form: NewForm, says: string): void {
    this.api.addForm(form).subscribe({
      next: () => {
        this.problems.note(says);
        this.list();
      },
      error: (problem) => this.problems.show(problem),
    });
  }

  private list(): void {
    this.api.forms().subscribe({
      next: (forms) => this.all.set(forms),
      error: (problem) => this.problems.show(problem),
    });
  }
}
