/** `npm start`: installs what is missing, builds what is stale, serves the application. */
import { spawn } from 'node:child_process';
import { builds, install, root } from './steps.mjs';

install();
builds.server();
builds.web();
const server = spawn(process.execPath, ['packages/server/dist/main.js'], { cwd: root, stdio: 'inherit' });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
