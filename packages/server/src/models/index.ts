import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize';

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

export class Form extends Model<InferAttributes<Form>, InferCreationAttributes<Form>> {
  declare id: CreationOptional<number>;
  declare name: string;
  /** Millimetres. */
  declare width: number;
  declare height: number;
  /** Kept contours as JSON. */
  declare contours: string;
  declare createdAt: CreationOptional<Date>;
}

/** Whoever takes files, with what is chosen for them as JSON. */
export class RecipientRow extends Model<
  InferAttributes<RecipientRow>,
  InferCreationAttributes<RecipientRow>
> {
  declare id: CreationOptional<number>;
  declare name: string;
  declare choices: string;
  declare createdAt: CreationOptional<Date>;
}

/** A row of the workshop: what it is for, its name, and all its figures as JSON. */
class FiguresRow extends Model<InferAttributes<FiguresRow>, InferCreationAttributes<FiguresRow>> {
  declare id: CreationOptional<number>;
  declare process: string;
  declare name: string;
  declare figures: string;
}
export class MaterialRow extends FiguresRow {}
export class ToolRow extends FiguresRow {}

// Made anew for each column: Sequelize writes the column's name into them.
const text = () => ({ type: DataTypes.TEXT, allowNull: false });
const string = () => ({ type: DataTypes.STRING, allowNull: false });
const integer = () => ({ type: DataTypes.INTEGER, allowNull: false });
const double = () => ({ type: DataTypes.DOUBLE, allowNull: false });
const key = () => ({ type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true });

/** Jobs, the steps of their histories, and what was handed off of them. */
function defineJobs(sequelize: Sequelize): void {
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
      id: key(),
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

/** What a workshop keeps for all its jobs. */
function defineWorkshop(sequelize: Sequelize): void {
  Form.init(
    {
      id: key(),
      name: string(),
      width: double(),
      height: double(),
      contours: text(),
      createdAt: DataTypes.DATE,
    },
    { sequelize, tableName: 'forms', updatedAt: false },
  );
  RecipientRow.init(
    { id: key(), name: string(), choices: text(), createdAt: DataTypes.DATE },
    { sequelize, tableName: 'recipients', updatedAt: false },
  );
  const figures = () => ({ id: key(), process: string(), name: string(), figures: text() });
  MaterialRow.init(figures(), { sequelize, tableName: 'materials', timestamps: false });
  ToolRow.init(figures(), { sequelize, tableName: 'tools', timestamps: false });
}

/** Binds the models to a database. */
export function defineModels(sequelize: Sequelize): void {
  defineJobs(sequelize);
  defineWorkshop(sequelize);
}
