/** Bundles the command line into one file, so that starting it costs no compilation. */
import { bundle } from './bundle.mjs';

await bundle('packages/cli/src/drelk.ts', 'packages/cli/dist/drelk.mjs', {
  splitting: false,
  banner: {
    js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
  },
});
