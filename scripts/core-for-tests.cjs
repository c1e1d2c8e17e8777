/** Bundles the core once for all test files of the packages above it, instead of loading its sources anew for each. */
const { join } = require('node:path');
const { buildSync } = require('esbuild');

const root = join(__dirname, '..');

module.exports = () => {
  buildSync({
    entryPoints: [join(root, 'packages/core/src/index.ts')],
    outfile: join(root, '.cache/core-for-tests.cjs'),
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'cjs',
    logLevel: 'warning',
  });
};
