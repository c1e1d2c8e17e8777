/**
 * fast-check with a number its random examples begin with: a run of the tests is the same run tomorrow. Other examples are
 * looked at with `SEED=2 npm run test:unit`. A hundred of each are looked at; as many as a test asks for in `npm run test:long`.
 */
const fc = require('../node_modules/fast-check/lib/cjs/fast-check.js');

const MOST = process.env.LONG ? Infinity : 100;

fc.configureGlobal({ seed: Number(process.env.SEED ?? 1) });
const capped = (parameters = {}) => ({ ...parameters, numRuns: Math.min(parameters.numRuns ?? 100, MOST) });
const assert = (property, parameters) => fc.assert(property, capped(parameters));
module.exports = { ...fc, assert, default: { ...fc, assert } };
