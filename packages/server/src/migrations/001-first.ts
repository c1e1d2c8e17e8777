import { DataTypes } from 'sequelize';
import type { Migration } from './migration';

const jobReference = {
  type: DataTypes.UUID,
  allowNull: false,
  references: { model: 'jobs', key: 'id' },
  onDelete: 'CASCADE',
};

/** Jobs with their revision, the steps of their history, and what was handed off. */
export const first: Migration = {
  name: '001-first',
  async up(schema, transaction) {
    await schema.createTable(
      'jobs',
      {
        id: { type: DataTypes.UUID, primaryKey: true },
        name: { type: DataTypes.STRING, allowNull: false },
        document: { type: DataTypes.TEXT, allowNull: false },
        revision: { type: DataTypes.INTEGER, allowNull: false },
        cursor: { type: DataTypes.INTEGER, allowNull: false },
        thumbnail: { type: DataTypes.STRING(64), allowNull: true },
        binnedAt: { type: DataTypes.DATE, allowNull: true },
        createdAt: { type: DataTypes.DATE, allowNull: false },
        updatedAt: { type: DataTypes.DATE, allowNull: false },
      },
      { transaction },
    );
    await schema.createTable(
      'steps',
      {
        jobId: { ...jobReference, primaryKey: true },
        position: { type: DataTypes.INTEGER, primaryKey: true },
        step: { type: DataTypes.TEXT, allowNull: false },
      },
      { transaction },
    );
    await schema.createTable(
      'hand_offs',
      {
        id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
        jobId: jobReference,
        blob: { type: DataTypes.STRING(64), allowNull: false },
        name: { type: DataTypes.STRING, allowNull: false },
        format: { type: DataTypes.STRING(8), allowNull: false },
        bytes: { type: DataTypes.INTEGER, allowNull: false },
        facts: { type: DataTypes.TEXT, allowNull: false },
        createdAt: { type: DataTypes.DATE, allowNull: false },
      },
      { transaction },
    );
    // Earlier servers could be stopped between the tables and their index, and then the tables are there.
    await schema.sequelize.query('CREATE INDEX IF NOT EXISTS hand_offs_job_id ON hand_offs (jobId)', {
      transaction,
    });
  },
};
