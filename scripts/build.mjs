/** Builds everything that is stale. */
import { builds, install } from './steps.mjs';

install();
for (const [name, build] of Object.entries(builds))
  console.log(`${name}: ${build() ? 'built' : 'up to date'}`);
