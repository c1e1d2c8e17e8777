import type { ErrorRequestHandler } from 'express';
import type Joi from 'joi';
import type { Logger } from 'pino';
import { DrelkError } from '@drelk/core';
import type { WireError } from '@drelk/contract';

/** An error with its HTTP status; everything else that is thrown becomes a 500 without details. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly wire: WireError,
  ) {
    super(wire.message);
  }
}

export const notFound = (what: string) =>
  new Problem(404, {
    code: 'not-found',
    message: `${what} is not here.`,
    hint: 'It may have been removed. Go back to the shelf.',
  });

/** For other ways of asking than the one an address answers. */
export const notAnswered = () =>
  new Problem(405, {
    code: 'not-answered',
    message: 'This address does not answer such a request.',
    hint: 'Open it in a browser.',
  });

/** Checks a value at the door; throws a 400 that says which part is wrong. */
export function checked<T>(schema: Joi.Schema<T>, value: unknown): T {
  if (value === undefined) {
    throw new Problem(415, {
      code: 'bad-request',
      message: 'No JSON was sent.',
      hint: 'Reload the page and try again.',
    });
  }
  const result = schema.validate(value, { abortEarly: true });
  if (result.error) {
    throw new Problem(400, {
      code: 'bad-request',
      message: `That cannot be taken: ${result.error.message}.`,
      hint: 'Reload the page and try again.',
    });
  }
  return result.value as T;
}

/** The last handler: every error leaves as {code, message, hint}, and is kept by nobody; what is the server's own fault is logged. */
export const sendProblem =
  (logger: Logger): ErrorRequestHandler =>
  (error: unknown, request, response, next) => {
    const problem = error instanceof Problem ? error : translated(error);
    if (problem.status >= 500) logger.error({ err: error, method: request.method, url: request.url });
    if (response.headersSent) {
      next(error);
      return;
    }
    response.status(problem.status).type('json').set('Cache-Control', 'no-store').json(problem.wire);
  };

/** For what is larger than so many bytes. */
export const tooLarge = (limit: number) =>
  new Problem(413, {
    code: 'too-large',
    message: `That is larger than the ${Math.round(limit / 1024 / 102.4) / 10} MB that are taken.`,
    hint: 'Save it smaller and try again.',
  });

/** What the core cannot use is the sender's to mend; errors of the body parsers carry a status and a type of their own. */
function translated(error: unknown): Problem {
  if (error instanceof DrelkError)
    return new Problem(422, { code: error.code, message: error.message, hint: error.hint });
  const { status, type, limit } = (error ?? {}) as { status?: number; type?: string; limit?: number };
  if (type === 'entity.too.large') return tooLarge(limit ?? 0);
  if (status && status < 500) {
    return new Problem(status, {
      code: 'bad-request',
      message: 'The request cannot be read.',
      hint: 'Reload the page and try again.',
    });
  }
  return new Problem(500, {
    code: 'server',
    message: 'Something went wrong in the server.',
    hint: 'Nothing was lost. Try again.',
  });
}
