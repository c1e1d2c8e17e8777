import Joi from 'joi';
import { type FigureSetting, type SettingForm, type Settings, isSetting } from '@drelk/core';

/** Where places may lie, in pixels. */
const FARTHEST = 1e6;

/** Numbers of places, so many at most; looked at in one go, since there may be very many. */
export const numbers = (most: number, least = 0) =>
  Joi.array()
    .sparse()
    .min(least)
    .max(most)
    .custom((value: unknown[], helpers) => {
      const isPlace = (part: unknown) => typeof part === 'number' && Math.abs(part) <= FARTHEST;
      return value.every(isPlace) ? value : helpers.error('array.includes');
    });
/** Coordinates in pairs, of `least` to twice `most` numbers. */
export const places = (most: number, least = 0) =>
  numbers(2 * most, least).custom((value: unknown[], helpers) =>
    value.length % 2 === 0 ? value : helpers.error('array.length'),
  );
export const colour = Joi.string().pattern(/^#[0-9a-f]{6}$/, 'colour');

/** One of several kinds of things, by the kind it says it is: what is wrong with it is told by its own kind's rules. */
export function byKind(kinds: Readonly<Record<string, Joi.SchemaMap>>): Joi.AlternativesSchema {
  const names = Object.keys(kinds);
  return Joi.alternatives().conditional(Joi.ref('.kind'), {
    switch: names.map((name, n) => ({
      is: name,
      then: Joi.object({ ...kinds[name], kind: Joi.valid(name).required() }),
      ...(n < names.length - 1
        ? {}
        : { otherwise: Joi.object({ kind: Joi.valid(...names).required() }).unknown() }),
    })),
  });
}

/** How a record of settings is checked at the door: each must be there, and fit one of its forms. */
export function schemaOf<T>(
  record: Settings<T>,
  kept: Readonly<Record<string, Joi.Schema>>,
): Joi.ObjectSchema<T> {
  const entries = Object.entries<object>(record as Record<string, object>);
  return Joi.object<T>(
    Object.fromEntries(
      entries.map(([name, entry]) => [
        name,
        (isSetting(entry)
          ? oneOf(entry.forms.map((form) => schemaOfForm(form, kept)))
          : schemaOf(entry as Settings<unknown>, kept)
        ).required(),
      ]),
    ) as Joi.PartialSchemaMap<T>,
  );
}

const oneOf = (schemas: readonly Joi.Schema[]): Joi.Schema =>
  schemas.length === 1 ? schemas[0] : Joi.alternatives(...schemas);

function figureSchema({ least, above, most, whole }: FigureSetting): Joi.NumberSchema {
  let schema = Joi.number().max(most);
  if (least !== undefined) schema = schema.min(least);
  if (above !== undefined) schema = schema.greater(above);
  return whole ? schema.integer() : schema;
}

function schemaOfForm(form: SettingForm, kept: Readonly<Record<string, Joi.Schema>>): Joi.Schema {
  switch (form.form) {
    case 'figure':
      return figureSchema(form);
    case 'words':
      return Joi.valid(...form.words);
    case 'figures':
      return Joi.array().items(figureSchema(form.each)).min(form.least).max(form.most);
    case 'places':
      return places(form.most);
    case 'colours':
      return Joi.array().items(colour).max(form.most);
    case 'colour pairs':
      return Joi.array().items(Joi.array().length(2).items(colour)).max(form.most);
    case 'lines':
      return Joi.array().items(Joi.string().max(form.longest)).max(form.most);
    case 'kept':
      return kept[form.name];
  }
}
