/**
 * How the server stands many at once: 64 clients list, open and save 1,000 jobs, every fifth of about 290 kB, for a while. Prints how
 * many were answered, how soon, and what is left over.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { performance } from 'node:perf_hooks';
import { join } from 'node:path';
import { builds, root } from '../scripts/steps.mjs';

const CLIENTS = 64;
const JOBS = 1000;
/** One in so many is large. */
const LARGE = 5;
const SECONDS = 20;
const PORT = 4390;

builds.server();
const data = mkdtempSync(join(tmpdir(), 'drelk-load-'));
const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js')], {
  env: { ...process.env, PORT: String(PORT), DRELK_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise((resolve) => server.stdout.once('data', resolve));

const agent = new Agent({ keepAlive: true, maxSockets: CLIENTS });
function ask(method, path, body) {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const headers = text
    ? { 'Content-Type': 'application/json', 'Content-Length': Buffer.byteLength(text) }
    : {};
  return new Promise((resolve, reject) => {
    const asked = request({ agent, port: PORT, host: '127.0.0.1', method, path, headers }, (response) => {
      const parts = [];
      response.on('data', (part) => parts.push(part));
      response.on('end', () => resolve({ status: response.statusCode, bytes: Buffer.concat(parts) }));
    });
    asked.on('error', reject);
    asked.end(text);
  });
}
const json = async (...asked) => JSON.parse((await ask(...asked)).bytes);

try {
  const [{ id }] = await json('GET', '/api/jobs');
  const { document } = await json('GET', `/api/jobs/${id}`);
  // About 290 kB of brush strokes.
  const strokes = Object.fromEntries(
    Array.from({ length: 60 }, (_, k) => [
      String(k + 1),
      {
        kind: 'brush',
        tone: 'ink',
        width: 4,
        points: Array.from({ length: 400 }, (_, i) => Math.round(((i * 7919 + k * 104729) % 1e6) / 10) / 100),
      },
    ]),
  );
  const large = { ...document, ink: { ...document.ink, strokes } };
  while (Buffer.byteLength(JSON.stringify(large)) < 285_000) {
    const key = String(Object.keys(strokes).length + 1);
    strokes[key] = { ...strokes['1'] };
  }
  const made = [];
  for (let k = 0; k < JOBS; k++)
    made.push(await json('POST', '/api/jobs', { document: k % LARGE === 0 ? large : document }));
  const jobs = made.map((job) => ({ ...job, steps: 0 }));

  const times = { list: [], open: [], save: [] };
  let wrong = 0;
  const handles = () => readdirSync(`/proc/${server.pid}/fd`).length;
  const before = handles();
  const end = Date.now() + SECONDS * 1000;
  const client = async (number) => {
    for (let k = number; Date.now() < end; k++) {
      const kind = k % 8 === 0 ? 'list' : k % 2 === 0 ? 'open' : 'save';
      // Each client saves jobs of its own, so that none of them is stale.
      const job = jobs[number + CLIENTS * Math.floor(((k * 31) % JOBS) / CLIENTS)] ?? jobs[number];
      const begun = performance.now();
      let status;
      if (kind === 'list') ({ status } = await ask('GET', '/api/jobs'));
      else if (kind === 'open') ({ status } = await ask('GET', `/api/jobs/${job.id}`));
      else {
        const length = job.steps + 1;
        const value = (value) => [{ op: 'replace', path: ['piece', 'length'], value }];
        const step = { label: 'Width', forward: value(length), backward: value(job.steps || null) };
        const document = { ...job.document, piece: { ...job.document.piece, length } };
        ({ status } = await ask('PUT', `/api/jobs/${job.id}`, {
          revision: job.revision,
          document,
          keep: job.steps,
          steps: [step],
          cursor: length,
        }));
        if (status === 200) Object.assign(job, { steps: length, revision: job.revision + 1 });
      }
      times[kind].push(performance.now() - begun);
      if (status !== 200) wrong++;
    }
  };
  await Promise.all(Array.from({ length: CLIENTS }, (_, k) => client(k)));
  agent.destroy();
  await new Promise((resolve) => setTimeout(resolve, 500));

  console.log(
    `${CLIENTS} clients, ${JOBS} jobs, one in ${LARGE} of ${Math.round(JSON.stringify(large).length / 1000)} kB, ${SECONDS} s`,
  );
  console.log('| asked | answered | a second | median ms | p99 ms |\n|---|---|---|---|---|');
  for (const [kind, all] of Object.entries(times)) {
    all.sort((a, b) => a - b);
    const at = (share) => Math.round(all[Math.floor(share * (all.length - 1))]);
    console.log(
      `| ${kind} | ${all.length} | ${Math.round(all.length / SECONDS)} | ${at(0.5)} | ${at(0.99)} |`,
    );
  }
  const memory = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1];
  console.log(
    `errors ${wrong}, handles left over ${handles() - before}, most memory ${Math.round(memory / 1024)} MB`,
  );
} finally {
  server.kill();
  rmSync(data, { recursive: true, force: true });
}
