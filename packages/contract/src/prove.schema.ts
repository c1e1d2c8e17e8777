import Joi from 'joi';
import {
  CHECK_KINDS,
  ORIGINS,
  PROCESSES,
  type ProveSettings,
  SURFACE_TASKS,
  TOOL_KINDS,
  WANTED,
} from '@drelk/core';

const MOST = 100_000;
const least = Joi.number().min(0).max(1000).required();
const size = Joi.number().positive().max(MOST).required();
const speed = Joi.number().positive().max(10_000).required();
const name = Joi.string().trim().min(1).max(120).required();
const oneOf = (values: readonly string[]) =>
  Joi.string()
    .valid(...values)
    .required();
const process = oneOf(PROCESSES);
const origin = oneOf(ORIGINS);

/** A material with its limits, in millimetres. */
export const materialSchema = Joi.object({
  process,
  name,
  thickness: Joi.number().min(0).max(1000).required(),
  least: Joi.object({
    neck: least,
    wall: least,
    hole: least,
    gap: least,
    part: least,
    tip: Joi.number().min(0).max(90).required(),
    nodesPer100: Joi.number().positive().max(1e6).required(),
  }).required(),
  pace: Joi.object({
    cut: speed,
    mark: speed,
    travel: speed,
    acceleration: Joi.number().positive().max(1e6).required(),
    passes: Joi.number().integer().min(1).max(100).required(),
    pierce: Joi.number().min(0).max(600).required(),
  }).required(),
  bed: Joi.object({ width: size, height: size }).required(),
  fromBehind: Joi.boolean(),
  origin,
}).required();

/** A tool; a knife has no width. */
export const toolSchema = Joi.object({
  process,
  name,
  kind: oneOf(TOOL_KINDS),
  width: least,
  origin,
}).required();

/** What a job is proven against, as its document keeps it: material and tool are those of one process. */
export const proveSchema: Joi.ObjectSchema<ProveSettings> = Joi.object({
  material: materialSchema,
  tool: toolSchema,
  works: Joi.object()
    .pattern(
      Joi.valid(...SURFACE_TASKS),
      Joi.object({
        tool: toolSchema.allow(null),
        depth: Joi.number().positive().max(1000).allow(null).required(),
      }),
    )
    .required(),
  wanted: oneOf(['auto', ...WANTED]),
  waived: Joi.object()
    .pattern(Joi.valid(...CHECK_KINDS), Joi.string().trim().min(1).max(300))
    .required(),
  waivedAt: Joi.object()
    .pattern(
      Joi.valid(...CHECK_KINDS),
      Joi.object({ count: Joi.number().min(0).required(), measured: Joi.number().required() }),
    )
    .required(),
}).custom((value: ProveSettings, helpers) =>
  [value.tool, ...Object.values(value.works).map(({ tool }) => tool)].every(
    (tool) => !tool || tool.process === value.material.process,
  )
    ? value
    : helpers.error('any.invalid'),
);
