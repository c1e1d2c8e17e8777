import { join } from 'node:path';
import type { Database as Connection } from 'sqlite3';
import { type QueryInterface, Sequelize, Transaction } from 'sequelize';
import { Umzug } from 'umzug';
import { migrations } from '../migrations';
import { defineModels } from '.';
import { WriteQueue } from './write-queue';

/** What holds for each connection by itself: set before anything else is asked of it. */
const PRAGMAS = 'PRAGMA foreign_keys = ON; PRAGMA synchronous = FULL; PRAGMA busy_timeout = 5000;';

/** Pieces of writing that are committed at once, at most: what waits meanwhile would wait too long otherwise. */
const BATCH = 8;

interface Waiting {
  work: (transaction: Transaction) => Promise<unknown>;
  /** Tells whoever waits, once it is committed or known that it is not. */
  settle: (outcome: Promise<unknown>) => void;
}

/** The database file: read by whoever likes, written by one at a time. */
export class Database {
  private readonly writers = new WriteQueue();
  private waiting: Waiting[] = [];

  private constructor(readonly sequelize: Sequelize) {}

  /** Opens the database in a data folder, with a write-ahead log, and brings its schema up to date. */
  static async open(data: string): Promise<Database> {
    const sequelize = new Sequelize({
      dialect: 'sqlite',
      storage: join(data, 'drelk.sqlite'),
      logging: false,
    });
    prepareConnections(sequelize);
    await sequelize.query('PRAGMA journal_mode = WAL');
    const database = new Database(sequelize);
    await database.migrate();
    defineModels(sequelize);
    return database;
  }

  /**
   * Does some writing, whole or not at all, once all that came before it is done. What waits at the same time is
   * committed together, each in a savepoint of its own, so that what goes wrong in one takes no other with it.
   */
  write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
    return new Promise<T>((resolve) => {
      this.waiting.push({ work, settle: (outcome) => resolve(outcome as Promise<T>) });
      void this.writers.run(() => this.writeWaiting());
    });
  }

  private async writeWaiting(): Promise<void> {
    const batch = this.waiting.slice(0, BATCH);
    this.waiting = this.waiting.slice(BATCH);
    if (batch.length === 0) return;
    const outcomes: Promise<unknown>[] = [];
    try {
      await this.sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, async (transaction) => {
        const say = (sql: string) => this.sequelize.query(sql, { transaction });
        for (const { work } of batch) {
          await say('SAVEPOINT one');
          const outcome = work(transaction);
          outcomes.push(outcome);
          const isDone = await outcome.then(
            () => true,
            () => false,
          );
          if (!isDone) await say('ROLLBACK TO one');
          await say('RELEASE one');
        }
      });
      batch.forEach(({ settle }, k) => settle(outcomes[k]));
    } catch (error) {
      for (const { settle } of batch) settle(Promise.reject(error as Error));
    }
  }

  /** Closes once what is being written is done. */
  close(): Promise<void> {
    return this.writers.run(() => this.sequelize.close());
  }

  private async migrate(): Promise<void> {
    const { sequelize } = this;
    await sequelize.query('CREATE TABLE IF NOT EXISTS migrations (name TEXT PRIMARY KEY)');
    const umzug = new Umzug<QueryInterface>({
      // The schema and the word that it is there come in one transaction: a migration is done or was never begun.
      migrations: migrations.map(({ name, up }) => ({
        name,
        up: ({ context }) =>
          this.write(async (transaction) => {
            await up(context, transaction);
            await sequelize.query('INSERT INTO migrations (name) VALUES (?)', {
              replacements: [name],
              transaction,
            });
          }),
      })),
      context: sequelize.getQueryInterface(),
      storage: {
        executed: async () => {
          const [rows] = await sequelize.query('SELECT name FROM migrations ORDER BY name');
          return (rows as { name: string }[]).map((row) => row.name);
        },
        logMigration: () => Promise.resolve(),
        unlogMigration: () => Promise.resolve(),
      },
      logger: undefined,
    });
    await umzug.up();
  }
}

/** Every transaction has a connection of its own, which begins without any of these. */
function prepareConnections(sequelize: Sequelize): void {
  const { connectionManager } = sequelize;
  const connect = connectionManager.getConnection.bind(connectionManager);
  const prepared = new WeakSet<object>();
  connectionManager.getConnection = async (options) => {
    const connection = (await connect(options)) as Connection;
    if (!prepared.has(connection)) {
      await new Promise<void>((resolve, reject) => {
        connection.exec(PRAGMAS, (error) => (error ? reject(error) : resolve()));
      });
      prepared.add(connection);
    }
    return connection;
  };
}
