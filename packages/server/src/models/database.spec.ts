import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { QueryTypes } from 'sequelize';
import { Job, Step } from '.';
import { migrations } from '../migrations';
import { Database } from './database';

let data: string;
beforeEach(() => {
  data = mkdtempSync(join(tmpdir(), 'drelk-database-'));
});
afterEach(() => rmSync(data, { recursive: true, force: true }));

const select = <T extends object>({ sequelize }: Database, sql: string) =>
  sequelize.query<T>(sql, { type: QueryTypes.SELECT });
const job = (id: string) => ({ id, name: id, document: '{}', revision: 1, cursor: 0 });

describe('Database', () => {
  it('keeps foreign keys, full syncing and patience on every connection', async () => {
    const database = await Database.open(data);
    await database.write(async (transaction) => {
      for (const [pragma, value] of [
        ['foreign_keys', 1],
        ['synchronous', 2],
        ['busy_timeout', 5000],
      ]) {
        const [row] = await database.sequelize.query<Record<string, number>>(`PRAGMA ${pragma}`, {
          type: QueryTypes.SELECT,
          transaction,
        });
        expect(Object.values(row)).toEqual([value]);
      }
    });
    await expect(
      database.write((transaction) =>
        Step.create({ jobId: 'none', position: 0, step: '{}' }, { transaction }),
      ),
    ).rejects.toThrow('FOREIGN KEY');
    await database.close();
  });

  it('writes whole or not at all, and goes on after a failure', async () => {
    const database = await Database.open(data);
    const half = database.write(async (transaction) => {
      await Job.create(job('half'), { transaction });
      throw new Error('no more room');
    });
    const whole = database.write((transaction) => Job.create(job('whole'), { transaction }));
    await expect(half).rejects.toThrow('no more room');
    await whole;
    expect((await Job.findAll()).map(({ id }) => id)).toEqual(['whole']);
    await database.close();
  });

  it('brings a database on whose first start was cut short', async () => {
    const indices = ['hand_offs_job_id', 'jobs_shelf'];
    for (const gone of [[], ['jobs_shelf'], ['jobs_shelf', 'hand_offs_job_id']]) {
      rmSync(data, { recursive: true, force: true });
      const cut = await Database.open(data);
      // What an earlier server left, which told of its migrations only after they were done.
      for (const index of gone) await cut.sequelize.query(`DROP INDEX ${index}`);
      await cut.sequelize.query('DELETE FROM migrations');
      await cut.close();
      const database = await Database.open(data);
      const there = await select<{ name: string }>(
        database,
        "SELECT name FROM sqlite_master WHERE type = 'index'",
      );
      expect(there.map(({ name }) => name)).toEqual(expect.arrayContaining(indices));
      expect(await select(database, 'SELECT name FROM migrations')).toHaveLength(migrations.length);
      await database.close();
    }
  });

  it('tells of materials from before it was known that they are cut from behind', async () => {
    const older = await Database.open(data);
    await older.sequelize.query(`UPDATE materials SET figures = replace(figures, ',"fromBehind":true', '')`);
    await older.sequelize.query("DELETE FROM migrations WHERE name = '007-from-behind'");
    const figuresOf = (database: Database) =>
      select<{ name: string; figures: string }>(database, 'SELECT name, figures FROM materials');
    expect((await figuresOf(older)).some(({ figures }) => figures.includes('fromBehind'))).toBe(false);
    await older.close();
    const database = await Database.open(data);
    const behind = (await figuresOf(database)).filter(({ figures }) => figures.includes('"fromBehind":true'));
    expect(behind.map(({ name }) => name)).toEqual(['heat transfer']);
    await database.close();
  });

  it('lists the shelf from its index alone', async () => {
    const database = await Database.open(data);
    const plan = await select<{ detail: string }>(
      database,
      'EXPLAIN QUERY PLAN SELECT id, name, revision, updatedAt, thumbnail, binnedAt FROM jobs ' +
        'WHERE binnedAt IS NULL ORDER BY updatedAt DESC',
    );
    expect(plan.map(({ detail }) => detail).join()).toContain('USING COVERING INDEX jobs_shelf');
    await database.close();
  });
});
