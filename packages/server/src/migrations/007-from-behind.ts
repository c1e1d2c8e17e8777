import { wasFromBehind } from '@drelk/core';
import { changeMaterials } from './materials';
import type { Migration } from './migration';

/** Materials that are cut from behind, and came before that was known of them, say so. */
export const fromBehind: Migration = {
  name: '007-from-behind',
  up: (schema, transaction) =>
    changeMaterials(schema, transaction, (process, name, figures) =>
      wasFromBehind(process, name) ? { ...figures, fromBehind: true } : undefined,
    ),
};
