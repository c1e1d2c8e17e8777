import { DataTypes } from 'sequelize';
import type { Migration } from './migration';

/** Forms that were kept to be boards again. */
export const forms: Migration = {
  name: '003-forms',
  async up(schema, transaction) {
    await schema.createTable(
      'forms',
      {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        name: { type: DataTypes.STRING, allowNull: false },
        width: { type: DataTypes.DOUBLE, allowNull: false },
        height: { type: DataTypes.DOUBLE, allowNull: false },
        contours: { type: DataTypes.TEXT, allowNull: false },
        createdAt: { type: DataTypes.DATE, allowNull: false },
      },
      { transaction },
    );
  },
};
