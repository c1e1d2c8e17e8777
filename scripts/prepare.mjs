/** Installs what is missing and builds what is stale: everything, or the named parts. */
import { builds, install } from './steps.mjs';

const parts = process.argv.slice(2);
install();
for (const part of parts.length > 0 ? parts : Object.keys(builds)) builds[part]();
