import { type KeptContour, boxHeight, boxOf, boxWidth, contourOf } from '@drelk/core';
import type { OwnForm } from '@drelk/contract';
import { Form } from '../models';
import type { Database } from '../models/database';
import { Problem, notFound } from '../problem';

/** Most forms that are kept. */
const MOST_FORMS = 500;

/** Forms of one's own that boards can have, whatever job they come from. */
export class FormService {
  constructor(private readonly database: Database) {}

  async list(): Promise<OwnForm[]> {
    const forms = await Form.findAll({ order: [['name', 'ASC']] });
    return forms.map(formOf);
  }

  async add(name: string, contours: KeptContour[]): Promise<OwnForm> {
    const box = boxOf(contours.map(contourOf));
    if (!box || !(boxWidth(box) > 0 && boxHeight(box) > 0))
      throw new Problem(422, {
        code: 'bad-figure',
        message: `“${name}” has no outline that a board could have.`,
        hint: 'Pick closed paths that take some room.',
      });
    const row = { name, width: boxWidth(box), height: boxHeight(box), contours: JSON.stringify(contours) };
    const form = await this.database.write(async (transaction) => {
      if ((await Form.count({ transaction })) >= MOST_FORMS)
        throw new Problem(422, {
          code: 'too-many',
          message: `There is room for ${MOST_FORMS} forms.`,
          hint: 'Take some of them away.',
        });
      return Form.create(row, { transaction });
    });
    return formOf(form);
  }

  async remove(id: number): Promise<void> {
    const count = await this.database.write((transaction) => Form.destroy({ where: { id }, transaction }));
    if (count === 0) throw notFound('This form');
  }
}

const formOf = ({ id, name, width, height, contours }: Form): OwnForm => ({
  id,
  name,
  width,
  height,
  contours: JSON.parse(contours) as KeptContour[],
});
