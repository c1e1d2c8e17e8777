import type { RequestHandler } from 'express';

/** Bodies of more bytes than this take turns, so many at once. */
const LARGE = 2 ** 20;
const AT_ONCE = 2;

/**
 * Has large bodies wait for one another: what is read of one takes many times its bytes until it is checked, and what a server took from the
 * system at once it hardly gives back. Small ones wait for nobody.
 */
export function largeInTurn(): RequestHandler {
  let open = 0;
  const waiting: (() => void)[] = [];
  return (request, response, next) => {
    const length = request.headers['content-length'];
    const isSmall =
      length === undefined ? request.headers['transfer-encoding'] === undefined : Number(length) <= LARGE;
    if (isSmall) {
      next();
      return;
    }
    const begin = () => {
      // Whoever went while waiting takes no turn.
      if (response.destroyed || response.closed) {
        waiting.shift()?.();
        return;
      }
      open++;
      response.once('close', () => {
        open--;
        waiting.shift()?.();
      });
      next();
    };
    if (open < AT_ONCE) begin();
    else waiting.push(begin);
  };
}
