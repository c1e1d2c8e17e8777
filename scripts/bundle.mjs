import { build } from 'esbuild';
import { join } from 'node:path';

export const root = join(import.meta.dirname, '..');

/** Packages of the house are bundled from their sources, so that tools need no build before them. */
const sources = {
  '@drelk/core': join(root, 'packages/core/src/index.ts'),
  '@drelk/contract': join(root, 'packages/contract/src/index.ts'),
  '@drelk/decode': join(root, 'packages/decode/src/index.ts'),
  '@drelk/runner': join(root, 'packages/runner/src/index.ts'),
};

/** Bundles one entry for Node; packages with binaries stay outside. */
export async function bundle(entry, outfile, options = {}) {
  await build({
    entryPoints: [join(root, entry)],
    outfile: join(root, outfile),
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    alias: sources,
    external: ['sharp', '@techstark/opencv-js', '@playwright/test', 'sqlite3', 'sequelize'],
    logLevel: 'warning',
    ...options,
  });
}
