import { Router, json, raw } from 'express';
import { type HandOffAsked, readPictureHeader, upgraded } from '@drelk/core';
import {
  MOST_SAVED,
  fileQuerySchema,
  jobIdSchema,
  newJobSchema,
  saveSchema,
  shelfQuerySchema,
} from '@drelk/contract';
import { Problem, checked } from '../problem';
import type { BlobStore } from '../services/blobs';
import type { JobService } from '../services/jobs';
import type { FileMaker } from '../work/file-maker';

/** What a page older than the server sends is of an older schema. */
function withTodaysDocument(body: unknown): unknown {
  if (typeof body !== 'object' || body === null || !('document' in body)) return body;
  return { ...body, document: upgraded(body.document) };
}

/** Longest side of a small picture, in pixels. */
const THUMBNAIL = 1024;

/** Whether bytes are a whole WebP file of a small picture: its first chunk says how long it is (RFC 9649, section 2.4). */
function isThumbnail(bytes: Buffer): boolean {
  const header = readPictureHeader(bytes);
  return (
    header?.kind === 'webp' &&
    Math.max(header.width, header.height) <= THUMBNAIL &&
    bytes.readUInt32LE(4) + 8 === bytes.length
  );
}

/** Jobs, their small pictures, and files made of them here. */
export function jobRoutes(jobs: JobService, blobs: BlobStore, files: FileMaker): Router {
  const router = Router();
  router.use(json({ limit: MOST_SAVED }));
  const idOf = (parameters: unknown) => checked(jobIdSchema, parameters).id as string;

  router.get('/', async (request, response) => {
    const { search, bin } = checked(shelfQuerySchema, request.query);
    response.json(await jobs.list(search, bin));
  });
  router.post('/', async (request, response) => {
    const { document } = checked(newJobSchema, withTodaysDocument(request.body));
    response.status(201).json(await jobs.create(document));
  });
  router.get('/:id', async (request, response) => {
    response.type('json').send(await jobs.openText(idOf(request.params)));
  });
  router.put('/:id', async (request, response) => {
    response.json(await jobs.save(idOf(request.params), checked(saveSchema, request.body)));
  });
  router.delete('/:id', async (request, response) => {
    await jobs.bin(idOf(request.params), true);
    response.status(204).end();
  });
  router.post('/:id/restore', async (request, response) => {
    await jobs.bin(idOf(request.params), false);
    response.status(204).end();
  });
  router.post('/:id/copy', async (request, response) => {
    response.status(201).json(await jobs.copy(idOf(request.params)));
  });
  router.put('/:id/thumbnail', raw({ type: 'image/webp', limit: '512kb' }), async (request, response) => {
    const bytes: unknown = request.body;
    if (!Buffer.isBuffer(bytes) || !isThumbnail(bytes)) {
      throw new Problem(400, {
        code: 'bad-request',
        message: 'That is no small WebP picture.',
        hint: 'Reload the page.',
      });
    }
    await jobs.setThumbnail(idOf(request.params), await blobs.put(bytes));
    response.status(204).end();
  });
  router.get('/:id/thumbnail', async (request, response) => {
    const bytes = await jobs.thumbnail(idOf(request.params));
    response.type('image/webp').set('Cache-Control', 'private, max-age=31536000, immutable').send(bytes);
  });
  router.get('/:id/file', async (request, response) => {
    const { format, plate } = checked<HandOffAsked>(fileQuerySchema, request.query);
    const left = new AbortController();
    response.on('close', () => left.abort());
    const { document } = await jobs.open(idOf(request.params));
    const { name, bytes } = await files.make(document, { format, plate }, left.signal);
    response.attachment(name).type('application/octet-stream').send(Buffer.from(bytes));
  });
  return router;
}
