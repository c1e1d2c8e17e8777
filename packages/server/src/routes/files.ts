import { Router } from 'express';
import Joi from 'joi';
import multer from 'multer';
import { checkPicture } from '@drelk/core';
import { asPng } from '@drelk/decode';
import { MOST_BYTES, sampleSchema, sha256 } from '@drelk/contract';
import { Problem, checked } from '../problem';
import type { BlobStore } from '../services/blobs';
import type { SampleService } from '../services/samples';

const IMMUTABLE = 'private, max-age=31536000, immutable';

/** Pictures taken in and given out again; the demo's pictures. */
export function fileRoutes(blobs: BlobStore, samples: SampleService): Router {
  const router = Router();
  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: MOST_BYTES, files: 1, fields: 0 },
  });

  router.post('/blobs', upload.single('picture'), async (request, response) => {
    const { file } = request;
    if (!file) {
      throw new Problem(400, {
        code: 'bad-request',
        message: 'No picture was sent.',
        hint: 'Choose a picture.',
      });
    }
    // multer reads names as Latin-1; browsers send UTF-8.
    const name = Buffer.from(file.originalname, 'latin1').toString('utf8');
    checkPicture(file.buffer, name);
    response.status(201).json({ blob: await blobs.put(file.buffer) });
  });
  router.get('/blobs/:blob', async (request, response) => {
    const { blob } = checked<{ blob: string }>(Joi.object({ blob: sha256.required() }), request.params);
    response
      .type('application/octet-stream')
      .set('Cache-Control', IMMUTABLE)
      .send(await blobs.get(blob));
  });
  router.get('/blobs/:blob/png', async (request, response) => {
    const { blob } = checked<{ blob: string }>(Joi.object({ blob: sha256.required() }), request.params);
    response
      .type('png')
      .set('Cache-Control', IMMUTABLE)
      .send(await asPng(await blobs.get(blob)));
  });
  router.get('/samples', async (_request, response) => {
    response.json(await samples.list());
  });
  router.get('/samples/:file', async (request, response) => {
    const { file } = checked<{ file: string }>(sampleSchema, request.params);
    response.type(file).send(await samples.read(file));
  });
  return router;
}
