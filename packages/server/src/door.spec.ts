import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Express } from 'express';
import { pino } from 'pino';
import request from 'supertest';
import type { JobCard } from '@drelk/contract';
import { createApp } from './app';

const samples = join(__dirname, '../../../demo/pictures');
const logged: string[] = [];
let data: string;
let app: Express;
let close: () => Promise<void>;
let id: string;

beforeAll(async () => {
  data = mkdtempSync(join(tmpdir(), 'drelk-door-'));
  writeFileSync(join(data, 'index.html'), '');
  const logger = pino({ level: 'error' }, { write: (line: string) => void logged.push(line) });
  const config = { port: 0, host: '127.0.0.1', data, web: data, samples, passcode: undefined };
  ({ app, close } = await createApp(config, logger));
  [{ id }] = (await request(app).get('/api/jobs')).body as JobCard[];
});
afterAll(async () => {
  await close();
  rmSync(data, { recursive: true, force: true });
});

const BOUNDARY = 'xxyyzz';
const part = (name: string, text: string, file = '') =>
  `--${BOUNDARY}\r\nContent-Disposition: form-data; name="${name}"${file}\r\n\r\n${text}\r\n`;
const form = `multipart/form-data; boundary=${BOUNDARY}`;
const aFile = '; filename="a.png"';
const sha = 'a'.repeat(64);

describe('what is sent amiss', () => {
  const asked: [string, 'get' | 'post' | 'put' | 'delete' | 'patch', string, string?, string?][] = [
    [
      'a form with a wrong field',
      'post',
      '/api/blobs',
      form,
      `${part('other', 'x', aFile)}--${BOUNDARY}--\r\n`,
    ],
    [
      'a form with two files',
      'post',
      '/api/blobs',
      form,
      `${part('picture', 'x', aFile)}${part('picture', 'y', aFile)}--${BOUNDARY}--\r\n`,
    ],
    [
      'a form with words beside the file',
      'post',
      '/api/blobs',
      form,
      `${part('a', 'b')}${part('picture', 'x', aFile)}--${BOUNDARY}--\r\n`,
    ],
    ['a form without a boundary', 'post', '/api/blobs', 'multipart/form-data', 'x'],
    ['a form that breaks off', 'post', '/api/blobs', form, part('picture', 'x', aFile).slice(0, -6)],
    ['a save of nothing', 'put', '/api/jobs/:id'],
    ['a save that is not JSON', 'put', '/api/jobs/:id', 'text/plain', '{}'],
    ['a save that breaks off', 'put', '/api/jobs/:id', 'application/json', '{"revision": 1'],
    ['a save of null', 'put', '/api/jobs/:id', 'application/json', 'null'],
    ['a save in another alphabet', 'put', '/api/jobs/:id', 'application/json; charset=klingon', '{}'],
    [
      'a save of lists in lists',
      'put',
      '/api/jobs/:id',
      'application/json',
      '['.repeat(5e4) + ']'.repeat(5e4),
    ],
    [
      'a job of lists in lists',
      'post',
      '/api/jobs',
      'application/json',
      `{"document":${'['.repeat(5e4)}${']'.repeat(5e4)}}`,
    ],
    [
      'a job of a schema that is none',
      'post',
      '/api/jobs',
      'application/json',
      '{"document":{"schema":1,"ink":{"strokes":[null]}}}',
    ],
    ['a job of nothing', 'post', '/api/jobs'],
    ['a search for what no name has', 'get', '/api/jobs?search=%00'],
    ['two searches at once', 'get', '/api/jobs?search=a&search=b'],
    ['a picture that is not there', 'get', `/api/blobs/${sha}`],
    ['the same as PNG', 'get', `/api/blobs/${sha}/png`],
    ['a small picture that is none', 'put', '/api/jobs/:id/thumbnail', 'image/webp', 'RIFF0000WEBP'],
    ['a hand-off of nothing', 'post', '/api/jobs/:id/hand-offs?name=a'],
    ['an address that is none', 'get', '/%E0%A4%A'],
    ['a post to the page', 'post', '/', 'text/plain', 'x'],
    ['a deletion of the page', 'delete', '/job/1'],
    ['a change of nothing', 'patch', '/api/jobs'],
  ];
  it.each(asked.map(([what, ...rest]) => ({ what, rest })))(
    '$what is answered in words',
    async ({ rest }) => {
      const [method, address, type, body] = rest;
      let sent = request(app)[method](address.replace(':id', id));
      if (type) sent = sent.set('Content-Type', type);
      const response = await (body === undefined ? sent : sent.send(body));
      expect(response.status).toBeGreaterThanOrEqual(400);
      expect(response.status).toBeLessThan(500);
      const answer = response.body as { code: string; message: string; hint: string };
      expect(answer.code).toMatch(/^[a-z-]+$/);
      expect(answer.message.length).toBeGreaterThan(10);
      expect(answer.hint.length).toBeGreaterThan(5);
      expect(response.headers['content-type']).toContain('application/json');
      expect(response.headers['cache-control']).toBe('no-store');
      expect(logged).toEqual([]);
    },
  );

  it('is logged where it is the server’s own fault', async () => {
    rmSync(join(data, 'index.html'));
    await request(app).get('/').expect(500);
    expect(logged).toHaveLength(1);
    expect(logged[0]).toContain('index.html');
  });
});

describe('the built application', () => {
  it.each([
    ['main-P6S3OKED.js', 'public, max-age=31536000, immutable'],
    ['worker-JQJR3WTD.js', 'public, max-age=31536000, immutable'],
    ['favicon.svg', 'no-cache'],
    ['pdf.worker.min.mjs', 'no-cache'],
    ['cabin-latin-400-normal.woff', 'no-cache'],
  ])('keeps %s as long as its name says what is in it: %s', async (name, kept) => {
    writeFileSync(join(data, name), name);
    const first = await request(app).get(`/${name}`).expect(200);
    expect(first.headers['cache-control']).toBe(kept);
    // What is asked for again is not sent again.
    await request(app).get(`/${name}`).set('If-None-Match', String(first.headers['etag'])).expect(304);
  });
});
