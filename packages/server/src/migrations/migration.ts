import type { QueryInterface, Transaction } from 'sequelize';

/** A change of the schema: done whole or not at all. */
export interface Migration {
  name: string;
  up(schema: QueryInterface, transaction: Transaction): Promise<void>;
}
