import { DataTypes } from 'sequelize';
import type { Migration } from './migration';

/** Sets of choices for files, by the name of whoever takes them. */
export const recipients: Migration = {
  name: '006-recipients',
  async up(schema, transaction) {
    await schema.createTable(
      'recipients',
      {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        name: { type: DataTypes.STRING, allowNull: false, unique: true },
        choices: { type: DataTypes.TEXT, allowNull: false },
        createdAt: { type: DataTypes.DATE, allowNull: false },
      },
      { transaction },
    );
  },
};
