/** `npm test`: everything that must hold, and a last line that counts it. */
import { journeys, sideBySide, step, tell, units } from './counting.mjs';
import { install } from './steps.mjs';

step('Install', install);
await sideBySide({ Lint: 'lint', Types: 'typecheck', Build: 'build' });
await units('Unit tests');
await journeys('End to end');
tell();
