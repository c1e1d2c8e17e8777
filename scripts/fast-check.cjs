/**
 * fast-check with a number its random examples begin with: a run of the tests is the same run tomorrow. Other examples are
 * looked at with `SEED=2 npm run test:unit`.
 */
const fc = require('../node_modules/fast-check/lib/cjs/fast-check.js');

fc.configureGlobal({ seed: Number(process.env.SEED ?? 1) });
module.exports = fc;
