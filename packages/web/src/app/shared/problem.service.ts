import { Injectable, inject } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';

/** Anything with a sentence and a hint. */
export interface Sentence {
  message: string;
  hint: string;
}

const AT_HEAD = { verticalPosition: 'top' } as const;

/** Says things in the window's head, where nobody works: what went wrong, or what was done with a way to take it back. */
@Injectable({ providedIn: 'root' })
export class ProblemService {
  private readonly bar = inject(MatSnackBar);

  show(problem: unknown): void {
    const { message, hint } = sentenceOf(problem);
    this.bar.open(`${message} ${hint}`, 'Understood', {
      ...AT_HEAD,
      duration: 12_000,
      politeness: 'assertive',
    });
  }

  /** Says why something was not done, but where it was stopped: whoever stops knows. */
  tell(problem: unknown): void {
    if ((problem as { code?: unknown } | undefined)?.code !== 'stopped') this.show(problem);
  }

  /** Says something that asks for nothing. */
  note(message: string): void {
    this.bar.open(message, undefined, { ...AT_HEAD, duration: 4000 });
  }

  /** Tells of something done; resolves true when the user takes it back. */
  done(message: string, takeBack: string, undo: () => void): void {
    this.bar
      .open(message, takeBack, { ...AT_HEAD, duration: 8000 })
      .onAction()
      .subscribe(undo);
  }
}

/** The sentence of an error, whatever was thrown. */
export function sentenceOf(problem: unknown): Sentence {
  const { message, hint } = (problem ?? {}) as Partial<Sentence>;
  return { message: message ?? 'Something went wrong.', hint: hint ?? '' };
}
