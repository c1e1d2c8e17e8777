import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express, type Response } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { routes } from '@drelk/contract';
import { type Config, isLocal } from './config';
import { Database } from './models/database';
import { largeInTurn } from './large-in-turn';
import { notAnswered, notFound, sendProblem } from './problem';
import { fileRoutes } from './routes/files';
import { formRoutes } from './routes/forms';
import { recipientRoutes } from './routes/recipients';
import { handOffRoutes } from './routes/hand-offs';
import { jobRoutes } from './routes/jobs';
import { scannerRoutes } from './routes/scanner';
import { askForPasscode, sameHostOnly, securityHeaders } from './security';
import { BlobStore } from './services/blobs';
import { FormService } from './services/forms';
import { RecipientService } from './services/recipients';
import { HandOffService } from './services/hand-offs';
import { JobService } from './services/jobs';
import { SampleService } from './services/samples';
import { ScannerService } from './services/scanner';
import { upgradeJobs } from './services/upgrade';
import { WorkshopService } from './services/workshop';
import { FileMaker, type Threads, ownThread } from './work/file-maker';

/** The whole server on an opened database, its shelf filled when it was empty. */
export async function createApp(
  config: Config,
  logger: Logger,
  threads: Threads = ownThread,
): Promise<{ app: Express; close: () => Promise<void> }> {
  const database = await Database.open(config.data);
  const older = await upgradeJobs(database);
  if (older > 0) logger.info(`${older} jobs of an older schema were brought up to date.`);
  const blobs = new BlobStore(join(config.data, 'blobs'));
  await blobs.sweep();
  const jobs = new JobService(database, blobs);
  const samples = new SampleService(config.samples, blobs, jobs);
  await samples.fill();

  const workshop = new WorkshopService();
  const files = new FileMaker(threads, blobs);

  const app = express();
  app.disable('x-powered-by');
  // What changes is always asked anew; what does not is named by its hash.
  app.disable('etag');
  app.use(pinoHttp({ logger, autoLogging: false }));
  app.use(securityHeaders());
  if (!isLocal(config.host)) app.use(askForPasscode);
  app.use(sameHostOnly(config, logger));
  app.use(largeInTurn());
  app.get(routes.health, async (_request, response) => {
    response.json({ status: 'well', jobs: await jobs.count() });
  });
  app.use('/api', fileRoutes(blobs, samples));
  app.use(routes.forms, formRoutes(new FormService(database)));
  app.use(routes.recipients, recipientRoutes(new RecipientService(database)));
  app.get(routes.workshop, async (_request, response) => {
    response.json(await workshop.list());
  });
  app.use(routes.scanner, scannerRoutes(new ScannerService(join(config.samples, '../truth'))));
  app.use(routes.jobs, jobRoutes(jobs, blobs, files));
  app.use(routes.jobs, handOffRoutes(new HandOffService(database, blobs)));
  app.use('/api', () => {
    throw notFound('This address');
  });
  serveApplication(app, config.web);
  app.use(() => {
    throw notAnswered();
  });
  app.use(sendProblem(logger));
  const close = async () => {
    await files.close();
    await database.close();
  };
  return { app, close };
}

/** Names of built files that have their content's hash in them; fonts and icons keep theirs, and are asked for again. */
const HASHED = /-[A-Z0-9]{8}\.[a-z0-9]+$/;

/** The built application: hashed files for ever, the page itself never kept, with its nonce written in. */
function serveApplication(app: Express, folder: string): void {
  const setHeaders = (response: Response, path: string) =>
    response.set('Cache-Control', HASHED.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
  app.use(express.static(folder, { index: false, cacheControl: false, setHeaders }));
  app.get('/{*path}', (_request, response) => {
    const page = readFileSync(join(folder, 'index.html'), 'utf8');
    const nonce = String(response.locals['nonce']);
    response.type('html').set('Cache-Control', 'no-store').send(page.replaceAll('DRELK_NONCE', nonce));
  });
}
