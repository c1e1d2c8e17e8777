import { paceAsWas } from '@drelk/core';
import { changeMaterials } from './materials';
import type { Migration } from './migration';

/** Materials that came without it get how fast they are worked. */
export const pace: Migration = {
  name: '005-pace',
  up: (schema, transaction) =>
    changeMaterials(schema, transaction, (process, name, figures) => ({
      pace: paceAsWas(process, name),
      ...figures,
    })),
};
