import { QueryTypes } from 'sequelize';
import { MATERIALS } from '@drelk/core';
import type { Migration } from './migration';

interface Row {
  id: number;
  process: string;
  name: string;
  figures: string;
}

/** Materials that are cut from behind, and came before that was known of them, say so. */
export const fromBehind: Migration = {
  name: '007-from-behind',
  async up(schema, transaction) {
    const rows = await schema.sequelize.query<Row>('SELECT id, process, name, figures FROM materials', {
      type: QueryTypes.SELECT,
      transaction,
    });
    for (const { id, process, name, figures } of rows) {
      const known = MATERIALS.find((one) => one.process === process && one.name === name);
      if (!known?.fromBehind) continue;
      const own = { ...(JSON.parse(figures) as object), fromBehind: true };
      await schema.bulkUpdate('materials', { figures: JSON.stringify(own) }, { id }, { transaction });
    }
  },
};
