/** Makes the worker in which everything is computed. In a file of its own, because tests cannot. */
export function createEngineWorker(): Worker {
  return new Worker(new URL('./engine.worker', import.meta.url), { type: 'module' });
}

/** Makes the worker that answers the moving hand. */
export function createHandWorker(): Worker {
  return new Worker(new URL('./hand.worker', import.meta.url), { type: 'module' });
}

/** Makes the worker that paints paths for the bench. */
export function createPaintWorker(): Worker {
  return new Worker(new URL('../bench/paint.worker', import.meta.url), { type: 'module' });
}
