import type { QueryInterface } from 'sequelize';
import type { RunnableMigration } from 'umzug';
import { first } from './001-first';

/** Every change of the schema, in order. */
export const migrations: RunnableMigration<QueryInterface>[] = [first];
