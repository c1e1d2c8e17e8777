/** `npm test`: what can be waited for at every change, and a last line that counts it; `test:long` does the rest. */
import { journeys, sideBySide, step, tell, units } from './counting.mjs';
import { install } from './steps.mjs';

step('Install', install);
await sideBySide({ Lint: 'lint', Types: 'typecheck', Build: 'build' });
await units('Unit tests');
await journeys('End to end', ['--grep-invert', '@long']);
tell();
