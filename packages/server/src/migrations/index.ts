import type { QueryInterface, Transaction } from 'sequelize';
import { first } from './001-first';
import { shelf } from './002-shelf';

/** A change of the schema: done whole or not at all. */
export interface Migration {
  name: string;
  up(schema: QueryInterface, transaction: Transaction): Promise<void>;
}

/** Every change of the schema, in order. */
export const migrations: Migration[] = [first, shelf];
