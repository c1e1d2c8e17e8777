import { type Request, type RequestHandler, Router } from 'express';
import { create } from 'fontkit';
import Joi from 'joi';
import multer from 'multer';
import { MOST_FONT_BYTES, checkSource, readFontFile } from '@drelk/core';
import { asPng } from '@drelk/decode';
import { type FontRecord, MOST_BYTES, sampleSchema, sha256 } from '@drelk/contract';
import { Problem, checked, tooLarge } from '../problem';
import type { BlobStore } from '../services/blobs';
import type { SampleService } from '../services/samples';

const IMMUTABLE = 'private, max-age=31536000, immutable';

/** The one file of a form, of a kind and so large at most; whatever is wrong with the form is the sender's to mend. */
function oneFile(kind: 'picture' | 'font', most: number): RequestHandler {
  const upload = multer({
    storage: multer.memoryStorage(),
    limits: { fileSize: most, files: 1, fields: 0 },
  }).single(kind);
  return (request, response, next) => {
    void upload(request, response, (error: unknown) => {
      if (!error && request.file) next();
      else if (!error) next(badForm(`No ${kind} was sent.`, `Choose a ${kind}.`));
      else if ((error as { code?: string }).code === 'LIMIT_FILE_SIZE') next(tooLarge(most));
      else
        next(
          badForm(
            `The upload cannot be read: one ${kind} is taken at a time, and nothing else.`,
            `Choose the ${kind} again.`,
          ),
        );
    });
  };
}

const badForm = (message: string, hint: string) => new Problem(400, { code: 'bad-request', message, hint });

/** The file of a form that `oneFile` has read, and its name: multer reads names as Latin-1, browsers send UTF-8. */
function fileOf({ file }: Request): { bytes: Buffer; name: string } {
  if (!file) throw badForm('No file was sent.', 'Choose a file.');
  return { bytes: file.buffer, name: Buffer.from(file.originalname, 'latin1').toString('utf8') };
}

/** Pictures, vector files and fonts taken in and given out again; the demo's. */
export function fileRoutes(blobs: BlobStore, samples: SampleService): Router {
  const router = Router();
  router.post('/blobs', oneFile('picture', MOST_BYTES), async (request, response) => {
    const { bytes, name } = fileOf(request);
    checkSource(bytes, name);
    response.status(201).json({ blob: await blobs.put(bytes) });
  });
  router.post('/fonts', oneFile('font', MOST_FONT_BYTES), async (request, response) => {
    const { bytes, name } = fileOf(request);
    const font = readFontFile((given) => create(Buffer.from(given)), bytes, name);
    response.status(201).json({ blob: await blobs.put(bytes), name: font.name } satisfies FontRecord);
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
