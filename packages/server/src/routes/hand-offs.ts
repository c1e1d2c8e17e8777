import { Router, raw } from 'express';
import { handOffFactsSchema, handOffIdSchema, jobIdSchema } from '@drelk/contract';
import { Problem, checked } from '../problem';
import type { HandOffFacts, HandOffService } from '../services/hand-offs';

/** What was handed off of a job: listed, kept, and given out again. */
export function handOffRoutes(handOffs: HandOffService): Router {
  const router = Router();
  const idOf = (parameters: unknown) => checked(jobIdSchema, parameters).id as string;

  router.get('/:id/hand-offs', async (request, response) => {
    response.json(await handOffs.list(idOf(request.params)));
  });
  router.post(
    '/:id/hand-offs',
    raw({ type: 'application/octet-stream', limit: '64mb' }),
    async (request, response) => {
      const facts = checked<HandOffFacts>(handOffFactsSchema, request.query);
      const bytes: unknown = request.body;
      if (!Buffer.isBuffer(bytes) || bytes.length === 0) {
        throw new Problem(400, {
          code: 'bad-request',
          message: 'The file to keep is empty.',
          hint: 'Hand off again.',
        });
      }
      response.status(201).json(await handOffs.add(idOf(request.params), bytes, facts));
    },
  );
  router.get('/:id/hand-offs/:handOff', async (request, response) => {
    const { id, handOff } = checked(handOffIdSchema, request.params) as { id: string; handOff: number };
    const { record, bytes } = await handOffs.fetch(id, handOff);
    // Always a download: a cut file is never shown by the browser as a page of this server.
    response.attachment(record.name).type('application/octet-stream').send(bytes);
  });
  return router;
}
