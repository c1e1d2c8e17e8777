import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Express } from 'express';
import { pino } from 'pino';
import sharp from 'sharp';
import request from 'supertest';
import {
  type JobDocument,
  MATERIALS,
  SCHEMA,
  SHIPPED_FONTS,
  TOOLS,
  USUAL_CHOICES,
  readPictureHeader,
} from '@drelk/core';
import {
  type FontRecord,
  type JobCard,
  type JobRecord,
  type OwnForm,
  type Recipient,
  type Sample,
  type Workshop,
  proveSchema,
  routes,
} from '@drelk/contract';
import { createApp } from './app';
import { type Config } from './config';
import { Job, Step } from './models';

const root = join(__dirname, '../../..');
const picture = join(root, 'demo/pictures/01-moth.png');
let config: Config;
let app: Express;
let close: () => Promise<void>;

async function start(): Promise<void> {
  ({ app, close } = await createApp(config, pino({ level: 'silent' })));
}

const open = async (id: string) => (await request(app).get(`/api/jobs/${id}`).expect(200)).body as JobRecord;
const shelf = async (query = '') =>
  (await request(app).get(`/api/jobs${query}`).expect(200)).body as JobCard[];
/** The moth's job, which has a picture and nothing else. */
const firstJob = async () => {
  const cards = await shelf();
  return open((cards.find(({ name }) => name === 'Moth') ?? cards[0]).id);
};
const step = (length: number, before: number | null = null) => ({
  label: 'Width',
  forward: [{ op: 'replace', path: ['piece', 'length'], value: length }],
  backward: [{ op: 'replace', path: ['piece', 'length'], value: before }],
});
const ofLength = (document: JobDocument, length: number) => ({
  ...document,
  piece: { ...document.piece, length },
});
const rename = (before: string, after: string) => ({
  label: 'Rename',
  forward: [{ op: 'replace', path: ['name'], value: after }],
  backward: [{ op: 'replace', path: ['name'], value: before }],
});

beforeEach(async () => {
  const data = mkdtempSync(join(tmpdir(), 'drelk-'));
  const web = mkdtempSync(join(tmpdir(), 'drelk-web-'));
  writeFileSync(join(web, 'index.html'), '<drelk-root ngCspNonce="DRELK_NONCE"></drelk-root>');
  config = {
    port: 0,
    host: '127.0.0.1',
    data,
    web,
    samples: join(root, 'demo/pictures'),
    passcode: undefined,
  };
  await start();
});

afterEach(async () => {
  await close();
  rmSync(config.data, { recursive: true, force: true });
  rmSync(config.web, { recursive: true, force: true });
});

describe('jobs of an older schema', () => {
  const older = (name: string) =>
    readFileSync(join(root, 'packages/core/src/testing/documents', `${name}.json`), 'utf8');

  it('are brought up to date when the server starts, with what can be undone', async () => {
    const { id, document, revision } = await firstJob();
    const { source } = document;
    const stored = { ...(JSON.parse(older('schema-1-ink')) as object), source };
    const strokes = (JSON.parse(older('schema-1-ink')) as { ink: { strokes: unknown[] } }).ink.strokes;
    const brush = {
      label: 'Mirror the sketch',
      forward: [{ op: 'add', path: ['ink', 'strokes', 4], value: strokes[4] }],
      backward: [{ op: 'replace', path: ['ink', 'strokes', 'length'], value: 4 }],
    };
    await Job.update({ document: JSON.stringify(stored), cursor: 1 }, { where: { id } });
    await Step.create({ jobId: id, position: 0, step: JSON.stringify(brush) });
    await close();
    await start();
    const job = await open(id);
    expect(job).toMatchObject({ revision, cursor: 1, document: { schema: SCHEMA, name: 'Moth by hand' } });
    expect(Object.keys(job.document.ink.strokes)).toEqual(['1', '2', '3', '4', '5']);
    expect(job.steps).toMatchObject([
      { label: 'Mirror the sketch', backward: [{ op: 'remove', path: ['ink', 'strokes', '5'] }] },
    ]);
    const { steps, cursor } = job;
    const save = { revision, document: job.document, keep: 1, steps: steps.slice(1), cursor };
    await request(app).put(`/api/jobs/${id}`).send(save).expect(200);
  });

  it('are taken from a page that is older than the server; of a newer one it is said', async () => {
    const { document } = await firstJob();
    const send = (value: object) => request(app).post('/api/jobs').send({ document: value });
    const old = { ...(JSON.parse(older('schema-1-first')) as object), source: document.source };
    const { body } = await send(old).expect(201);
    expect((body as JobRecord).document).toMatchObject({ schema: SCHEMA, square: { flatten: 'none' } });
    const newer = await send({ ...document, schema: SCHEMA + 1 }).expect(422);
    expect((newer.body as { message: string }).message).toContain('a newer Drelk');
  });
});

it('takes 24 saves at once, each in its turn', async () => {
  const { document } = await firstJob();
  const jobs = await Promise.all(
    Array.from({ length: 24 }, async () => {
      const { body } = await request(app).post('/api/jobs').send({ document }).expect(201);
      return body as JobRecord;
    }),
  );
  const begun = Date.now();
  await Promise.all(
    jobs.map(({ id, revision }, k) =>
      request(app)
        .put(`/api/jobs/${id}`)
        .send({
          revision,
          document: { ...document, name: `Job ${k}` },
          keep: 0,
          steps: [rename(document.name, `Job ${k}`)],
          cursor: 1,
        })
        .expect(200),
    ),
  );
  expect(Date.now() - begun).toBeLessThan(5000);
  expect((await open(jobs[23].id)).name).toBe('Job 23');
});

describe('the shelf', () => {
  it('is filled with demo jobs when it is empty, and only then', async () => {
    const names = (await shelf()).map((card) => card.name);
    expect(names).toEqual([
      'Name board',
      'Moth stencil',
      'Moth stickers',
      'Moth',
      'Tin label',
      'Leaf',
      'Sealing ring',
    ]);
    await close();
    await start();
    expect(await shelf()).toHaveLength(7);
  });

  it('is filled whole when the server was stopped before it was', async () => {
    await Job.destroy({ where: {} });
    await close();
    await start();
    const cards = await shelf();
    expect(cards).toHaveLength(7);
    expect(cards.every(({ thumbnail }) => thumbnail !== null)).toBe(true);
  });

  it('finds by name, whatever is typed', async () => {
    expect((await shelf('?search=ring')).map((card) => card.name)).toEqual(['Sealing ring']);
    expect(await shelf('?search=%25')).toHaveLength(7);
    await request(app)
      .get(`/api/jobs?search=${'x'.repeat(200)}`)
      .expect(400);
    await request(app).get('/api/jobs?search=%00').expect(400);
  });

  it('puts a job in the bin and takes it back whole', async () => {
    const { id } = await firstJob();
    await request(app).delete(`/api/jobs/${id}`).expect(204);
    expect(await shelf()).toHaveLength(6);
    expect((await shelf('?bin=true')).map((card) => card.id)).toEqual([id]);
    await request(app).post(`/api/jobs/${id}/restore`).expect(204);
    expect(await shelf()).toHaveLength(7);
  });

  it('copies a job under a name of its own', async () => {
    const job = await firstJob();
    const { body } = await request(app).post(`/api/jobs/${job.id}/copy`).expect(201);
    expect(body).toMatchObject({ name: 'Moth (copy)', document: { source: job.document.source } });
  });
});

describe('a job', () => {
  it('keeps its document, steps and cursor over a restart', async () => {
    const job = await firstJob();
    const document = ofLength(job.document, 55);
    const save = { revision: 1, document, keep: 0, steps: [step(55)], cursor: 1 };
    await request(app).put(`/api/jobs/${job.id}`).send(save).expect(200);
    await close();
    await start();
    expect(await open(job.id)).toMatchObject({ revision: 2, document, steps: [step(55)], cursor: 1 });
  });

  it('drops steps that were undone and replaced', async () => {
    const { id, document } = await firstJob();
    const send = (revision: number, length: number, keep: number, steps: object[], cursor: number) =>
      request(app)
        .put(`/api/jobs/${id}`)
        .send({ revision, document: ofLength(document, length), keep, steps, cursor })
        .expect(200);
    await send(1, 3, 0, [step(1), step(2, 1), step(3, 2)], 3);
    await send(2, 4, 1, [step(4, 1)], 2);
    expect((await open(id)).steps).toEqual([step(1), step(4, 1)]);
    // Undone, redone, and undone with another step made and undone.
    await send(3, 1, 2, [], 1);
    await send(4, 4, 2, [], 2);
    await send(5, 1, 1, [step(7, 1)], 1);
    expect(await open(id)).toMatchObject({ steps: [step(1), step(7, 1)], cursor: 1 });
  });

  it('takes no steps that do not lead from what is stored to what is sent, and back', async () => {
    const { id, document } = await firstJob();
    const send = (save: object) =>
      request(app)
        .put(`/api/jobs/${id}`)
        .send({ revision: 1, document: ofLength(document, 3), keep: 0, steps: [step(3)], cursor: 1, ...save })
        .expect(400);
    await send({ keep: 1 });
    await send({ keep: 2 ** 53 - 1 });
    await send({ cursor: 2 });
    await send({ cursor: 0 });
    await send({ steps: [] });
    await send({ steps: [step(4)] });
    await send({ steps: [step(3, 9)] });
    const poisoned = (patch: object) => ({ ...step(3), forward: [...step(3).forward, patch] });
    for (const key of ['__proto__', 'constructor', 'prototype'])
      await send({ steps: [poisoned({ op: 'add', path: [key, 'polluted'], value: 1 })] });
    const value = JSON.parse('{"__proto__": {"polluted": 1}}') as unknown;
    await send({ steps: [poisoned({ op: 'add', path: ['piece', 'more'], value })] });
    const deep = JSON.stringify({ ...poisoned({ op: 'add', path: ['piece', 'more'], value: 'deep' }) });
    const lists = `${'['.repeat(10_000)}${']'.repeat(10_000)}`;
    const whole = JSON.stringify({ revision: 1, document: ofLength(document, 3), keep: 0, cursor: 1 });
    await request(app)
      .put(`/api/jobs/${id}`)
      .set('Content-Type', 'application/json')
      .send(`${whole.slice(0, -1)},"steps":[${deep.replace('"deep"', lists)}]}`)
      .expect(400);
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
    expect(await open(id)).toMatchObject({ revision: 1, steps: [] });
  });

  it('is read whole while it is saved: document and steps of one revision', async () => {
    const { id, document } = await firstJob();
    let isSaving = true;
    const save = async () => {
      for (let k = 0; k < 40; k++) {
        const steps = [step(k + 1, k === 0 ? null : k)];
        const body = { revision: k + 1, document: ofLength(document, k + 1), keep: k, steps, cursor: k + 1 };
        await request(app).put(`/api/jobs/${id}`).send(body).expect(200);
      }
      isSaving = false;
    };
    const read = async () => {
      let seen = 0;
      for (; isSaving; seen++) {
        const job = await open(id);
        expect(job.steps).toHaveLength(job.revision - 1);
        expect(job.document.piece.length ?? 0).toBe(job.revision - 1);
      }
      return seen;
    };
    const [, first, second] = await Promise.all([save(), read(), read()]);
    expect(first + second).toBeGreaterThan(10);
  });

  it('refuses a stale save with the revision that is there, and overwrites nothing', async () => {
    const { id, document } = await firstJob();
    const save = (name: string) => ({
      revision: 1,
      document: { ...document, name },
      keep: 0,
      steps: [rename(document.name, name)],
      cursor: 1,
    });
    await request(app).put(`/api/jobs/${id}`).send(save('First')).expect(200);
    const { body } = await request(app).put(`/api/jobs/${id}`).send(save('Second')).expect(409);
    expect(body).toMatchObject({ code: 'stale', revision: 2 });
    expect((await open(id)).name).toBe('First');
  });

  it('lets only one of two saves at once through', async () => {
    const { id, document } = await firstJob();
    const save = () =>
      request(app).put(`/api/jobs/${id}`).send({ revision: 1, document, keep: 0, steps: [], cursor: 0 });
    const statuses = (await Promise.all([save(), save(), save()])).map((response) => response.status);
    expect(statuses.sort()).toEqual([200, 409, 409]);
  });

  it('is not taken without its picture, nor with what the schema does not know', async () => {
    const { document } = await firstJob();
    const without = { ...document, source: { ...document.source, blob: 'f'.repeat(64) } };
    await request(app).post('/api/jobs').send({ document: without }).expect(404);
    const { body } = await request(app)
      .post('/api/jobs')
      .send({ document: { ...document, more: 1 } })
      .expect(400);
    expect(Object.keys(body as object).sort()).toEqual(['code', 'hint', 'message']);
    await request(app).get('/api/jobs/not-a-number').expect(400);
  });
});

describe('fonts of one’s own', () => {
  const cabin = readFileSync(join(root, 'node_modules', SHIPPED_FONTS[0].file));
  it('are looked at, named by themselves, and given back unchanged', async () => {
    const { body } = await request(app).post('/api/fonts').attach('font', cabin, 'stall.woff').expect(201);
    const { blob, name } = body as FontRecord;
    expect(name).toContain('Cabin');
    const back = await request(app).get(`/api/blobs/${blob}`).buffer().parse(binary).expect(200);
    expect(cabin.equals(back.body as Buffer)).toBe(true);
  });

  it.each([
    ['a picture', () => readFileSync(picture)],
    ['words', () => Buffer.from('OTTO and more words than a font begins with')],
    ['the beginning of one', () => cabin.subarray(0, 700)],
    ['nothing', () => Buffer.alloc(0)],
  ])('%s is refused with a sentence', async (_what, bytes) => {
    const { body } = await request(app).post('/api/fonts').attach('font', bytes(), 'wings.ttf').expect(422);
    expect(body).toMatchObject({ code: 'bad-font', message: '“wings.ttf” cannot be read as a font.' });
  });

  it('are fonts: what else a form holds is refused', async () => {
    await request(app).post('/api/fonts').expect(400);
    await request(app).post('/api/fonts').attach('picture', picture).expect(400);
  });
});

it('the workshop has what it begins with, and every row is one that a job may have', async () => {
  const { body } = await request(app).get('/api/workshop').expect(200);
  const { materials, tools } = body as Workshop;
  expect([materials, tools]).toEqual([MATERIALS, TOOLS]);
  for (const material of materials) {
    const tool = tools.find(({ process }) => process === material.process);
    expect(
      proveSchema.validate({ material, tool, works: {}, wanted: 'auto', waived: {}, waivedAt: {} }).error,
    ).toBeUndefined();
  }
});

describe('forms of one’s own', () => {
  const contours = [{ closed: true, kinds: 'lll', places: [0, 0, 0, 30, 40, 30, 0, 0] }];
  const forms = async () => (await request(app).get('/api/forms').expect(200)).body as OwnForm[];

  it('are kept with their size, listed by name, and taken away', async () => {
    expect(await forms()).toEqual([]);
    const add = async (name: string) =>
      (await request(app).post('/api/forms').send({ name, contours }).expect(201)).body as OwnForm;
    const wing = await add('Wing');
    await add('Leaf');
    expect(wing).toMatchObject({ name: 'Wing', width: 40, height: 30, contours });
    expect((await forms()).map(({ name }) => name)).toEqual(['Leaf', 'Wing']);
    await request(app).delete(`/api/forms/${wing.id}`).expect(204);
    await request(app).delete(`/api/forms/${wing.id}`).expect(404);
    expect((await forms()).map(({ name }) => name)).toEqual(['Leaf']);
  });

  it.each([
    ['no contour', { name: 'Wing', contours: [] }, 400],
    ['no name', { name: ' ', contours }, 400],
    ['an open contour', { name: 'Wing', contours: [{ ...contours[0], closed: false }] }, 400],
    ['no room', { name: 'Wing', contours: [{ closed: true, kinds: 'll', places: [0, 0, 9, 0, 0, 0] }] }, 422],
  ])('of %s are refused, and nothing is kept', async (_what, form, status) => {
    const { body } = await request(app).post('/api/forms').send(form).expect(status);
    expect(body).toMatchObject({ message: expect.any(String) as string, hint: expect.any(String) as string });
    expect(await forms()).toEqual([]);
  });
});

describe('recipients', () => {
  const list = async () => (await request(app).get('/api/recipients').expect(200)).body as Recipient[];
  const choices = { ...USUAL_CHOICES, dxf: { ...USUAL_CHOICES.dxf, unit: 'in', square: 'beside' } };
  const keep = (name: string, of: object = choices) =>
    request(app).post('/api/recipients').send({ name, choices: of });

  it('are kept with what is chosen for them, replaced under their name, and taken away', async () => {
    expect(await list()).toEqual([]);
    await keep('The shop down the road').expect(201);
    await keep('Anybody', USUAL_CHOICES).expect(201);
    expect((await list()).map(({ name }) => name)).toEqual(['Anybody', 'The shop down the road']);
    await keep('Anybody').expect(201);
    const [anybody, ...more] = await list();
    expect(more).toHaveLength(1);
    expect(anybody.choices).toEqual(choices);
    await request(app).delete(`/api/recipients/${anybody.id}`).expect(204);
    await request(app).delete(`/api/recipients/${anybody.id}`).expect(404);
    expect((await list()).map(({ name }) => name)).toEqual(['The shop down the road']);
  });

  it.each([
    ['no name', ' ', choices],
    ['a choice that there is none of', 'Shop', { ...choices, dxf: { ...choices.dxf, unit: 'ell' } }],
    ['a format that is not chosen', 'Shop', { svg: choices.svg }],
  ])('of %s are refused, and nothing is kept', async (_what, name, of) => {
    await keep(name, of).expect(400);
    expect(await list()).toEqual([]);
  });
});

describe('pictures', () => {
  it('are kept under the SHA-256 of their bytes and given back unchanged', async () => {
    const { body } = await request(app).post('/api/blobs').attach('picture', picture).expect(201);
    const { blob } = body as { blob: string };
    const back = await request(app).get(`/api/blobs/${blob}`).buffer().parse(binary).expect(200);
    expect(readFileSync(picture).equals(back.body as Buffer)).toBe(true);
  });

  it('are looked at before they are kept', async () => {
    const { body } = await request(app)
      .post('/api/blobs')
      .attach('picture', Buffer.from('words'), 'tea “🫖”.png')
      .expect(422);
    expect(body).toMatchObject({ code: 'not-a-picture' });
    expect((body as { message: string }).message).toContain('🫖');
    await request(app).post('/api/blobs').expect(400);
    await request(app).get('/api/blobs/..%2F..%2Fetc').expect(400);
  });

  it('may be vector files, but none that cannot be read', async () => {
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"/>');
    await request(app).post('/api/blobs').attach('picture', svg, 'a.svg').expect(201);
    const dxf = Buffer.from('0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n');
    await request(app).post('/api/blobs').attach('picture', dxf, 'a.dxf').expect(201);
    const dwg = Buffer.from('AC1032\0\0\0');
    const { body } = await request(app).post('/api/blobs').attach('picture', dwg, 'a.dwg').expect(422);
    expect(body).toMatchObject({
      code: 'bad-drawing',
      message: '“a.dwg” is a DWG, which only few programs read.',
    });
  });

  it('of the demo are listed and served, the old cut file with a picture of it', async () => {
    const { body } = await request(app).get('/api/samples').expect(200);
    expect(body).toHaveLength(14);
    const old = (body as Sample[]).find(({ file }) => file.endsWith('.dxf'));
    expect(old).toMatchObject({ name: 'Old lettering', picture: '12-old-lettering.webp' });
    await request(app).get('/api/samples/12-old-lettering.webp').expect('Content-Type', /webp/);
    await request(app).get('/api/samples/01-moth.png').expect('Content-Type', /png/);
    await request(app).get('/api/samples/..%2Fpackage.json').expect(400);
  });
});

describe('hand-offs', () => {
  it('are kept with their job and given again, byte for byte, as a download', async () => {
    const { id } = await firstJob();
    const query = { name: 'Tea "🫖".svg', format: 'svg', width: 55, height: 40, contours: 3, cutLength: 210 };
    const bytes = Buffer.from('<svg/>');
    const kept = await request(app)
      .post(`/api/jobs/${id}/hand-offs`)
      .query(query)
      .set('Content-Type', 'application/octet-stream')
      .send(bytes)
      .expect(201);
    const { body: list } = await request(app).get(`/api/jobs/${id}/hand-offs`).expect(200);
    expect(list).toEqual([kept.body]);
    const back = await request(app)
      .get(`/api/jobs/${id}/hand-offs/${(kept.body as { id: number }).id}`)
      .buffer()
      .parse(binary);
    expect(back.body).toEqual(bytes);
    expect(back.headers['content-disposition']).toContain('attachment');
  });

  it('of nothing are refused', async () => {
    const { id } = await firstJob();
    await request(app).post(`/api/jobs/${id}/hand-offs`).query({ name: 'a' }).expect(400);
  });
});

describe('the door', () => {
  it('answers other hosts and other pages’ requests with 403', async () => {
    await request(app).get('/api/health').set('Host', 'evil.example').expect(403);
    await request(app).get('/api/health').set('Origin', 'http://evil.example').expect(403);
    await request(app).get('/api/health').set('Origin', 'null').expect(403);
  });

  it('asks for the passcode where others can reach it', async () => {
    await close();
    config = { ...config, host: '0.0.0.0', passcode: 'moth' };
    await start();
    await request(app).get('/api/health').expect(401);
    await request(app).get('/api/health').auth('any', 'wrong').expect(401);
    await request(app).get('/api/health').auth('any', 'moth').expect(200, { status: 'well', jobs: 7 });
  });

  it('gives the page a nonce of its own each time, and a strict policy', async () => {
    const pages = await Promise.all([request(app).get('/job/1'), request(app).get('/')]);
    const nonces = pages.map((page) => /ngCspNonce="([^"]+)"/.exec(page.text)?.[1]);
    expect(nonces[0]).not.toBe(nonces[1]);
    expect(pages[1].headers['content-security-policy']).toContain(`'nonce-${nonces[1]}'`);
    expect(pages[1].headers['cross-origin-opener-policy']).toBe('same-origin');
    await request(app).get('/api/nowhere').expect(404);
  });
});

/** Collects a response's bytes as they are. */
function binary(response: unknown, done: (error: Error | null, body: Buffer) => void): void {
  const parts: Buffer[] = [];
  const stream = response as NodeJS.ReadableStream;
  stream.on('data', (part: Buffer) => parts.push(part));
  stream.on('end', () => done(null, Buffer.concat(parts)));
}

describe('the simulated scanner', () => {
  it('says what lies on its bed', async () => {
    const { body } = await request(app).get('/api/scanner').expect(200);
    expect(body.densities).toEqual([75, 150, 300, 600]);
    expect(body.sheets.map(({ id }: { id: string }) => id)).toContain('ring');
  });

  it.each([75, 300])(
    'delivers a picture at %d dots per inch, and writes that in the file',
    async (density) => {
      const { body } = await request(app).get(`/api/scanner/scan?sheet=ring&density=${density}`).expect(200);
      const header = readPictureHeader(body as Buffer);
      expect(header?.density).toBeCloseTo(density, 1);
      // The ring's sheet is 820 units of 1/300 inch, with 4 mm of paper around.
      expect(header?.width).toBe(Math.round((820 / 300 + 8 / 25.4) * density));
    },
  );

  it('leaves others their turn while it scans finely', async () => {
    let isScanning = true;
    const scan = request(app)
      .get('/api/scanner/scan?sheet=label&density=600')
      .expect(200)
      .then(() => (isScanning = false));
    let answered = 0;
    while (isScanning) {
      await request(app).get('/api/health').expect(200);
      answered++;
    }
    await scan;
    expect(answered).toBeGreaterThan(20);
  });

  it.each(['sheet=ring&density=90', 'sheet=nothing&density=75', 'density=75'])(
    'refuses %s',
    async (query) => {
      const { body } = await request(app).get(`/api/scanner/scan?${query}`);
      expect(body.message.length).toBeGreaterThan(5);
      expect(['bad-request', 'not-found']).toContain(body.code);
    },
  );
});

it('gives a TIFF as PNG to browsers, which cannot decode it', async () => {
  const tiff = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#246' } })
    .tiff()
    .withMetadata({ density: 300, orientation: 6 })
    .toBuffer();
  const { body } = await request(app).post('/api/blobs').attach('picture', tiff, 'sheet.tiff').expect(201);
  const { body: png } = await request(app).get(`/api/blobs/${body.blob}/png`).expect(200);
  expect(readPictureHeader(png as Buffer)).toMatchObject({ kind: 'png', width: 30, height: 40 });
});

describe('a file of a job as it was saved', () => {
  it('is worked out and read back, in the format that is asked for', async () => {
    const { id } = await firstJob();
    const answer = await request(app).get(routes.file(id, 'svg')).expect(200);
    expect(answer.headers['content-disposition']).toContain('Moth.svg');
    expect((answer.body as Buffer).toString()).toMatch(/<svg[^>]* width="[\d.]+mm"/);
  });

  it('is refused with a sentence where there is none, or nobody knows the format', async () => {
    const { id } = await firstJob();
    await request(app).get(routes.file(id, 'exe')).expect(400);
    await request(app).get(routes.file('5c1d6a5e-1111-4111-8111-111111111111', 'svg')).expect(404);
    const { document } = await firstJob();
    const bare = { ...document, ink: { ...document.ink, threshold: 0, by: 'tone' } };
    const made = (await request(app).post(routes.jobs).send({ document: bare }).expect(201))
      .body as JobRecord;
    const { body } = await request(app).get(routes.file(made.id, 'dxf')).expect(422);
    expect(body).toMatchObject({
      code: expect.any(String) as string,
      message: expect.stringContaining('ink') as string,
    });
  });
});
