import { type RequestHandler, Router } from 'express';
import Joi from 'joi';
import multer from 'multer';
import { checkSource } from '@drelk/core';
import { asPng } from '@drelk/decode';
import { MOST_BYTES, sampleSchema, sha256 } from '@drelk/contract';
import { Problem, checked, tooLarge } from '../problem';
import type { BlobStore } from '../services/blobs';
import type { SampleService } from '../services/samples';

const IMMUTABLE = 'private, max-age=31536000, immutable';

const upload = multer({
  storage: multer.memoryStorage(),
  limits: { fileSize: MOST_BYTES, files: 1, fields: 0 },
}).single('picture');

/** The one file of a form; whatever is wrong with the form is the sender's to mend. */
const onePicture: RequestHandler = (request, response, next) => {
  void upload(request, response, (error: unknown) => {
    if (!error) next();
    else if ((error as { code?: string }).code === 'LIMIT_FILE_SIZE') next(tooLarge(MOST_BYTES));
    else
      next(
        new Problem(400, {
          code: 'bad-request',
          message: 'The upload cannot be read: one picture is taken at a time, and nothing else.',
          hint: 'Choose the picture again.',
        }),
      );
  });
};

/** Pictures and vector files taken in and given out again; the demo's. */
export function fileRoutes(blobs: BlobStore, samples: SampleService): Router {
  const router = Router();
  router.post('/blobs', onePicture, async (request, response) => {
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
    checkSource(file.buffer, name);
    response.status(201).json({ blob: await blobs.put(file.buffer) });
  });
  router.get('/blobs/:blob', async (request, response) => {
    const { blob } = checked<{ blob: string }>(Joi.object({ blob: sha256.required() }), request.params);
    const bytes = await blobs.get(blob);
    response.type('application/octet-stream').set('Cache-Control', IMMUTABLE).send(bytes);
  });
  router.get('/blobs/:blob/png', async (request, response) => {
    const { blob } = checked<{ blob: string }>(Joi.object({ blob: sha256.required() }), request.params);
    const bytes = await asPng(await blobs.get(blob));
    response.type('png').set('Cache-Control', IMMUTABLE).send(bytes);
  });
  router.get('/samples', async (_request, response) => {
    response.json(await samples.list());
  });
  router.get('/samples/:file', async (request, response) => {
    const { file } = checked<{ file: string }>(sampleSchema, request.params);
    const bytes = await samples.read(file);
    response.type(file).send(bytes);
  });
  return router;
}
