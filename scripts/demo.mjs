/** Makes the demo's pictures and their truth anew. */
import { join } from 'node:path';
import { bundle, root } from './bundle.mjs';

await bundle('demo/generator/main.ts', '.cache/demo.mjs', {
  packages: 'external',
  alias: undefined,
  plugins: [fromSource()],
});
process.chdir(root);
await import(join(root, '.cache/demo.mjs'));

/** The core is bundled from its source; everything else comes from node_modules. */
function fromSource() {
  return {
    name: 'from-source',
    setup: (build) =>
      build.onResolve({ filter: /^@drelk\/core$/ }, () => ({
        path: join(root, 'packages/core/src/index.ts'),
      })),
  };
}
