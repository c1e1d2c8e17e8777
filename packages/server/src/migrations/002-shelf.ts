import type { Migration } from './migration';

/** The shelf is listed from an index that has all it shows, so that no document is walked over. */
export const shelf: Migration = {
  name: '002-shelf',
  async up(schema, transaction) {
    await schema.sequelize.query(
      'CREATE INDEX IF NOT EXISTS jobs_shelf ON jobs (binnedAt, updatedAt, id, name, revision, thumbnail)',
      { transaction },
    );
  },
};
