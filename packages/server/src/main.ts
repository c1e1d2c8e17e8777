import { resolve } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { isLocal, readConfig } from './config';
import { jobThreads } from './work/file-maker';

async function main(): Promise<void> {
  const config = readConfig(resolve(__dirname, '../../..'), process.env);
  if (!isLocal(config.host) && !config.passcode) {
    throw new Error(`HOST is ${config.host}, which others can reach: set DRELK_PASSCODE as well.`);
  }
  const { app, close } = await createApp(
    config,
    pino({ level: process.env['LOG_LEVEL'] ?? 'warn' }),
    jobThreads(),
  );
  const server = app.listen(config.port, config.host, (error?: Error) => {
    if (error) {
      console.error(`Drelk cannot listen on ${config.host}:${config.port}: ${error.message}`);
      process.exit(1);
    }
    const address = server.address();
    const port = typeof address === 'object' && address ? address.port : config.port;
    console.log(`Drelk is at http://${config.host}:${port}`);
  });
  const stop = () => {
    server.close(() => void close().then(() => process.exit(0)));
    server.closeAllConnections();
  };
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
