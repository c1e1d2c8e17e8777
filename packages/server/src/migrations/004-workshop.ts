import { DataTypes } from 'sequelize';
import { MATERIALS_AS_WERE, TOOLS_AS_WERE } from '@drelk/core';
import type { Migration } from './migration';

/** Materials and tools, with what a workshop begins with. */
export const workshop: Migration = {
  name: '004-workshop',
  async up(schema, transaction) {
    const columns = () => ({
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      process: { type: DataTypes.STRING(16), allowNull: false },
      name: { type: DataTypes.STRING, allowNull: false },
      /** All figures as JSON. */
      figures: { type: DataTypes.TEXT, allowNull: false },
    });
    await schema.createTable('materials', columns(), { transaction });
    await schema.createTable('tools', columns(), { transaction });
    const row = ({ process, name, ...figures }: { process: string; name: string }) => ({
      process,
      name,
      figures: JSON.stringify(figures),
    });
    await schema.bulkInsert('materials', MATERIALS_AS_WERE.map(row), { transaction });
    await schema.bulkInsert('tools', TOOLS_AS_WERE.map(row), { transaction });
  },
};
