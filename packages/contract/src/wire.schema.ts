import Joi from 'joi';
import { FORMAT_IDS } from '@drelk/core';
import { MOST_STROKES, formatChoices, jobDocumentSchema } from './document.schema';
import { NO_KEYS } from './patches';
import { formContours } from './piece.schema';

/** How deep values of patches may be nested: deeper than any document is. */
const DEEPEST = 16;

const patch = Joi.object({
  op: Joi.string().valid('add', 'remove', 'replace').required(),
  path: Joi.array()
    .items(
      Joi.string()
        .max(100)
        .invalid(...NO_KEYS),
      Joi.number().integer().min(0),
    )
    .max(12)
    .required(),
  value: Joi.any().custom((value: unknown, helpers) =>
    isShallow(value, DEEPEST) ? value : helpers.error('any.invalid'),
  ),
});

/** Whether a value is nested no deeper than so many levels: looked at without going deeper itself. */
function isShallow(value: unknown, levels: number): boolean {
  if (typeof value !== 'object' || value === null) return true;
  return levels > 0 && Object.values(value).every((part) => isShallow(part, levels - 1));
}

/** Patches of a step: as many as there may be strokes, so that all of them can go at once. */
const MOST_PATCHES = MOST_STROKES + 100;

const step = Joi.object({
  label: Joi.string().max(120).required(),
  forward: Joi.array().items(patch).max(MOST_PATCHES).required(),
  backward: Joi.array().items(patch).max(MOST_PATCHES).required(),
});

export const newJobSchema = Joi.object({ document: jobDocumentSchema.required() });

export const saveSchema = Joi.object({
  revision: Joi.number().integer().min(1).required(),
  document: jobDocumentSchema.required(),
  keep: Joi.number().integer().min(0).required(),
  steps: Joi.array().items(step).max(1000).required(),
  cursor: Joi.number().integer().min(0).required(),
});

export const jobIdSchema = Joi.object({
  id: Joi.string().guid().required().messages({ 'string.guid': 'its address names no job' }),
});

/** Which file of a job is asked for: of all of it, or of one plate by its colour. */
export const fileQuerySchema = Joi.object({
  format: Joi.string()
    .valid(...FORMAT_IDS, 'zip')
    .required(),
  plate: Joi.string().pattern(/^#[0-9a-f]{6}$/),
});
export const handOffIdSchema = jobIdSchema.keys({ handOff: Joi.number().integer().min(1).required() });

export const shelfQuerySchema = Joi.object({
  search: Joi.string()
    .trim()
    .allow('')
    .max(120)
    // eslint-disable-next-line no-control-regex -- no name has any of these
    .pattern(/[\u0000-\u001f]/, { invert: true, name: 'control characters' })
    .default(''),
  bin: Joi.boolean().default(false),
});

const stateSchema = Joi.object().pattern(Joi.string().max(20), Joi.string().max(20)).required();

/** Marks of a job's parts, which come as JSON in an address. */
function stateIn(text: string, helpers: Joi.CustomHelpers): unknown {
  try {
    const { error, value } = stateSchema.validate(JSON.parse(text)) as Joi.ValidationResult<object>;
    return error ? helpers.error('any.invalid') : value;
  } catch {
    return helpers.error('any.invalid');
  }
}

/** What comes beside a handed-off file's bytes. */
export const handOffFactsSchema = Joi.object({
  name: Joi.string().min(1).max(160).required(),
  format: Joi.string()
    .valid(...FORMAT_IDS, 'zip')
    .required(),
  width: Joi.number().min(0).required(),
  height: Joi.number().min(0).required(),
  contours: Joi.number().integer().min(0).required(),
  lines: Joi.number().integer().min(0).default(0),
  choice: Joi.string().max(300).allow('').default(''),
  cutLength: Joi.number().min(0).required(),
  state: Joi.string().max(600).custom(stateIn).default({}),
});

/** A form to be kept: one contour at least. */
export const newFormSchema = Joi.object({
  name: Joi.string().trim().min(1).max(120).required(),
  contours: formContours.min(1),
});

/** A recipient to be kept. */
export const newRecipientSchema = Joi.object({
  name: Joi.string().trim().min(1).max(80).required(),
  choices: formatChoices.required(),
});

export const recipientIdSchema = Joi.object({ id: Joi.number().integer().min(1).required() });

export const formIdSchema = Joi.object({ id: Joi.number().integer().min(1).required() });

export const sampleSchema = Joi.object({
  file: Joi.string()
    .pattern(/^[\w-]+\.\w+$/)
    .required(),
});

export const scanSchema = Joi.object({
  sheet: Joi.string()
    .pattern(/^[a-z]+$/)
    .required(),
  density: Joi.number().valid(75, 150, 300, 600).required(),
});
