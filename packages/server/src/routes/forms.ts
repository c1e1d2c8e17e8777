import { Router, json } from 'express';
import { type NewForm, formIdSchema, newFormSchema } from '@drelk/contract';
import { checked } from '../problem';
import type { FormService } from '../services/forms';

/** Forms of one's own: listed, kept, taken away. */
export function formRoutes(forms: FormService): Router {
  const router = Router();
  router.use(json({ limit: '4mb' }));
  router.get('/', async (_request, response) => {
    response.json(await forms.list());
  });
  router.post('/', async (request, response) => {
    const { name, contours } = checked<NewForm>(newFormSchema, request.body);
    response.status(201).json(await forms.add(name, contours));
  });
  router.delete('/:id', async (request, response) => {
    await forms.remove(checked<{ id: number }>(formIdSchema, request.params).id);
    response.status(204).end();
  });
  return router;
}
