/** A worker that never answers, for tests of the page. */
export function createEngineWorker(): Worker {
  const silent = { postMessage: () => undefined, terminate: () => undefined, onmessage: null, onerror: null };
  return silent as unknown as Worker;
}
