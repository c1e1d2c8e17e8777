import type { NextFunction, Request, Response } from 'express';
import type Joi from 'joi';
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

/** Checks a value at the door; throws a 400 that says which part is wrong. */
export function checked<T>(schema: Joi.Schema<T>, value: unknown): T {
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

/** The last handler: every error leaves as {code, message, hint}. */
export function sendProblem(error: unknown, _request: Request, response: Response, next: NextFunction): void {
  if (response.headersSent) {
    next(error);
    return;
  }
  const problem = error instanceof Problem ? error : translated(error);
  response.status(problem.status).json(problem.wire);
}

/** What the core cannot use is the sender's to mend; errors of the body parsers carry a status and a type of their own. */
function translated(error: unknown): Problem {
  if (error instanceof DrelkError)
    return new Problem(422, { code: error.code, message: error.message, hint: error.hint });
  const { status, code, type } = (error ?? {}) as { status?: number; code?: string; type?: string };
  if (code === 'LIMIT_FILE_SIZE' || type === 'entity.too.large') {
    return new Problem(413, {
      code: 'too-large',
      message: 'The file is larger than 64 MB.',
      hint: 'Save it smaller and try again.',
    });
  }
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
