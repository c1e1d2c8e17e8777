import Joi from 'joi';
import { FORMAT_IDS } from '@drelk/core';
import { jobDocumentSchema } from './document.schema';

const patch = Joi.object({
  op: Joi.string().valid('add', 'remove', 'replace').required(),
  path: Joi.array().items(Joi.string().max(100), Joi.number().integer().min(0)).max(12).required(),
  value: Joi.any(),
});

const step = Joi.object({
  label: Joi.string().max(120).required(),
  forward: Joi.array().items(patch).max(1000).required(),
  backward: Joi.array().items(patch).max(1000).required(),
});

export const newJobSchema = Joi.object({ document: jobDocumentSchema.required() });

export const saveSchema = Joi.object({
  revision: Joi.number().integer().min(1).required(),
  document: jobDocumentSchema.required(),
  keep: Joi.number().integer().min(0).required(),
  steps: Joi.array().items(step).max(1000).required(),
  cursor: Joi.number().integer().min(0).required(),
});

export const jobIdSchema = Joi.object({ id: Joi.string().guid().required() });

export const handOffIdSchema = jobIdSchema.keys({ handOff: Joi.number().integer().min(1).required() });

export const shelfQuerySchema = Joi.object({
  search: Joi.string().trim().allow('').max(120).default(''),
  bin: Joi.boolean().default(false),
});

/** What comes beside a handed-off file's bytes. */
export const handOffFactsSchema = Joi.object({
  name: Joi.string().min(1).max(160).required(),
  format: Joi.string()
    .valid(...FORMAT_IDS)
    .required(),
  width: Joi.number().min(0).required(),
  height: Joi.number().min(0).required(),
  contours: Joi.number().integer().min(1).required(),
  cutLength: Joi.number().min(0).required(),
});

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
