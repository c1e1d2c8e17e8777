import { join } from 'node:path';
import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type QueryInterface,
  Sequelize,
} from 'sequelize';
import { Umzug } from 'umzug';
import { migrations } from '../migrations';

export class Job extends Model<InferAttributes<Job>, InferCreationAttributes<Job>> {
  declare id: string;
  declare name: string;
  /** The job document as JSON. */
  declare document: string;
  declare revision: number;
  declare cursor: number;
  declare thumbnail: CreationOptional<string | null>;
  declare binnedAt: CreationOptional<Date | null>;
  declare updatedAt: CreationOptional<Date>;
}

export class Step extends Model<InferAttributes<Step>, InferCreationAttributes<Step>> {
  declare jobId: string;
  declare position: number;
  /** A history step as JSON. */
  declare step: string;
}

export class HandOff extends Model<InferAttributes<HandOff>, InferCreationAttributes<HandOff>> {
  declare id: CreationOptional<number>;
  declare jobId: string;
  declare blob: string;
  declare name: string;
  declare format: string;
  declare bytes: number;
  /** Figures of the file as read back, as JSON. */
  declare facts: string;
  declare createdAt: CreationOptional<Date>;
}

/** Opens the database in a data folder: write-ahead log, foreign keys, full syncing; the schema brought up to date. */
export async function openDatabase(data: string): Promise<Sequelize> {
  const sequelize = new Sequelize({ dialect: 'sqlite', storage: join(data, 'drelk.sqlite'), logging: false });
  for (const pragma of ['journal_mode = WAL', 'foreign_keys = ON', 'synchronous = FULL']) {
    await sequelize.query(`PRAGMA ${pragma}`);
  }
  const umzug = new Umzug<QueryInterface>({
    migrations,
    context: sequelize.getQueryInterface(),
    storage: {
      // The names of the migrations that ran, in a table of their own.
      executed: async () => {
        await sequelize.query('CREATE TABLE IF NOT EXISTS migrations (name TEXT PRIMARY KEY)');
        const [rows] = await sequelize.query('SELECT name FROM migrations ORDER BY name');
        return (rows as { name: string }[]).map((row) => row.name);
      },
      logMigration: async ({ name }) => {
        await sequelize.query('INSERT INTO migrations (name) VALUES (?)', { replacements: [name] });
      },
      unlogMigration: async ({ name }) => {
        await sequelize.query('DELETE FROM migrations WHERE name = ?', { replacements: [name] });
      },
    },
    logger: undefined,
  });
  await umzug.up();
  defineModels(sequelize);
  return sequelize;
}

function defineModels(sequelize: Sequelize): void {
  // Made anew for each column: Sequelize writes the column's name into them.
  const text = () => ({ type: DataTypes.TEXT, allowNull: false });
  const string = () => ({ type: DataTypes.STRING, allowNull: false });
  const integer = () => ({ type: DataTypes.INTEGER, allowNull: false });
  Job.init(
    {
      id: { type: DataTypes.UUID, primaryKey: true },
      name: string(),
      document: text(),
      revision: integer(),
      cursor: integer(),
      thumbnail: DataTypes.STRING(64),
      binnedAt: DataTypes.DATE,
      updatedAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'jobs' },
  );
  Step.init(
    {
      jobId: { type: DataTypes.UUID, primaryKey: true },
      position: { type: DataTypes.INTEGER, primaryKey: true },
      step: text(),
    },
    { sequelize, tableName: 'steps', timestamps: false },
  );
  HandOff.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      jobId: DataTypes.UUID,
      blob: string(),
      name: string(),
      format: string(),
      bytes: integer(),
      facts: text(),
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'hand_offs', updatedAt: false },
  );
}
