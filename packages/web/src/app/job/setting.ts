import type { JobDocument } from '@drelk/core';
import type { JobStore } from './store/job-store';

/** A setting of the job in the hand: shown while it moves, one step of the history when it lets go. */
export interface Setting<T = number> {
  try(value: T): void;
  set(value: T): void;
}

/** A setting by how it is written into the document, and what its steps are called. */
export const settingOf = <T = number>(
  store: JobStore,
  label: string | ((value: T) => string),
  write: (draft: JobDocument, value: T) => void,
): Setting<T> => {
  // What a recipe gives back would stand for the whole document.
  const recipe = (value: T) => (draft: JobDocument) => {
    write(draft, value);
  };
  return {
    try: (value) => store.try(recipe(value)),
    set: (value) => store.change(typeof label === 'string' ? label : label(value), recipe(value)),
  };
};
