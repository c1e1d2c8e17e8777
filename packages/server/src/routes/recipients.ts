import { Router, json } from 'express';
import { type NewRecipient, newRecipientSchema, recipientIdSchema } from '@drelk/contract';
import { checked } from '../problem';
import type { RecipientService } from '../services/recipients';

/** Recipients: listed, kept, taken away. */
export function recipientRoutes(recipients: RecipientService): Router {
  const router = Router();
  router.use(json({ limit: '64kb' }));
  router.get('/', async (_request, response) => {
    response.json(await recipients.list());
  });
  router.post('/', async (request, response) => {
    const { name, choices } = checked<NewRecipient>(newRecipientSchema, request.body);
    response.status(201).json(await recipients.keep(name, choices));
  });
  router.delete('/:id', async (request, response) => {
    await recipients.remove(checked<{ id: number }>(recipientIdSchema, request.params).id);
    response.status(204).end();
  });
  return router;
}
