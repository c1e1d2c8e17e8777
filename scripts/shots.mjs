/** Takes the pictures of docs/screenshots anew. */
import { bundle, root } from './bundle.mjs';
import { builds, install, run } from './steps.mjs';

install();
Object.values(builds).forEach((build) => build());
await bundle('e2e/shots.ts', '.cache/shots.cjs', { format: 'cjs' });
process.chdir(root);
run(process.execPath, ['.cache/shots.cjs']);
