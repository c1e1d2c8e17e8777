import { Router } from 'express';
import { scanSchema } from '@drelk/contract';
import { checked } from '../problem';
import { DENSITIES, type ScannerService } from '../services/scanner';

/** The simulated scanner: what lies on its bed, and a scan of it. */
export function scannerRoutes(scanner: ScannerService): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    response.json({ densities: DENSITIES, sheets: await scanner.sheets() });
  });
  router.get('/scan', async (request, response) => {
    const { sheet, density } = checked<{ sheet: string; density: number }>(scanSchema, request.query);
    const { name, bytes } = await scanner.scan(sheet, density);
    response.type('png').attachment(name).set('Cache-Control', 'no-store').send(bytes);
  });
  return router;
}
