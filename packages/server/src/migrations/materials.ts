import { QueryTypes, type QueryInterface, type Transaction } from 'sequelize';

/** A row of the table of materials: all figures as JSON. */
interface Row {
  id: number;
  process: string;
  name: string;
  figures: string;
}

/** Gives all materials other figures, by their process and name; those of which `change` gives none stay as they are. */
export async function changeMaterials(
  schema: QueryInterface,
  transaction: Transaction,
  change: (process: string, name: string, figures: object) => object | undefined,
): Promise<void> {
  const rows = await schema.sequelize.query<Row>('SELECT id, process, name, figures FROM materials', {
    type: QueryTypes.SELECT,
    transaction,
  });
  for (const { id, process, name, figures } of rows) {
    const changed = change(process, name, JSON.parse(figures) as object);
    if (changed)
      await schema.bulkUpdate('materials', { figures: JSON.stringify(changed) }, { id }, { transaction });
  }
}
