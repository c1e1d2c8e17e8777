import Joi from 'joi';
import type { JobDocument } from '@drelk/core';

export const sha256 = Joi.string().pattern(/^[0-9a-f]{64}$/, 'SHA-256');

const source = Joi.object({
  blob: sha256.required(),
  name: Joi.string().max(255).required(),
  kind: Joi.string().valid('png', 'jpeg', 'webp', 'gif', 'bmp', 'tiff', 'avif').required(),
  width: Joi.number().integer().min(1).max(100_000).required(),
  height: Joi.number().integer().min(1).max(100_000).required(),
  density: Joi.number().positive().max(100_000).allow(null).required(),
  notes: Joi.array().items(Joi.string().max(300)).max(20).required(),
});

/** Everything below the source: what the user may set. */
const settings = {
  schema: Joi.number().valid(1).required(),
  name: Joi.string().trim().min(1).max(120).required(),
  units: Joi.string().valid('mm', 'in').required(),
  square: Joi.object({
    turn: Joi.number().valid(0, 1, 2, 3).required(),
    mirror: Joi.boolean().required(),
  }).required(),
  ink: Joi.object({
    threshold: Joi.alternatives(Joi.valid('auto'), Joi.number().integer().min(0).max(255)).required(),
    ink: Joi.string().valid('auto', 'dark', 'light').required(),
    specks: Joi.number().min(0).max(1e6).required(),
    pinholes: Joi.number().min(0).max(1e6).required(),
  }).required(),
  line: Joi.object({
    method: Joi.string().valid('outline').required(),
    tolerance: Joi.number().positive().max(1000).allow(null).required(),
    smoothness: Joi.number().min(0).max(5).required(),
  }).required(),
  piece: Joi.object({
    by: Joi.string().valid('artwork', 'picture').required(),
    edge: Joi.string().valid('width', 'height').required(),
    length: Joi.number().min(0.1).max(100_000).allow(null).required(),
  }).required(),
  handoff: Joi.object({
    svg: Joi.string().valid('filled', 'lines').required(),
    dxf: Joi.string().valid('r12', '2000').required(),
  }).required(),
};

/** A whole job document, as saved and as sent. */
export const jobDocumentSchema: Joi.ObjectSchema<JobDocument> = Joi.object({
  ...settings,
  source: source.required(),
});

/** A job document whose source is not looked at: the command line brings its own picture. */
export const jobSettingsSchema = Joi.object({ ...settings, source: Joi.any() });
