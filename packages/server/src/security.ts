import { randomBytes, timingSafeEqual } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { type Config, isLocal } from './config';
import { Guesses } from './guesses';
import { Problem } from './problem';

/** A strict content policy with a nonce a request, and the headers that let workers share memory. */
export function securityHeaders(): RequestHandler[] {
  return [
    (_request, response, next) => {
      response.locals['nonce'] = randomBytes(16).toString('base64');
      next();
    },
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
          styleSrc: [
            "'self'",
            (_request, response) => `'nonce-${String((response as Response).locals['nonce'])}'`,
          ],
          styleSrcAttr: ["'unsafe-inline'"],
          imgSrc: ["'self'", 'blob:', 'data:'],
          fontSrc: ["'self'"],
          connectSrc: ["'self'", 'blob:'],
          workerSrc: ["'self'", 'blob:'],
          baseUri: ["'self'"],
          formAction: ["'none'"],
          frameAncestors: ["'none'"],
        },
      },
      crossOriginEmbedderPolicy: { policy: 'require-corp' },
      crossOriginOpenerPolicy: { policy: 'same-origin' },
      strictTransportSecurity: false,
    }),
  ];
}

/** Refuses requests that another web page sends here: foreign Host names and foreign Origins. */
export function sameHostOnly({ host, passcode }: Config, logger: Logger): RequestHandler {
  const guesses = new Guesses(logger);
  const refused = new Problem(403, {
    code: 'forbidden',
    message: 'This address is not answered.',
    hint: 'Open Drelk at the address it printed when it started.',
  });
  return (request: Request, _response: Response, next: NextFunction) => {
    const name = hostName(request.headers.host);
    if (isLocal(host) && !isLocal(name)) throw refused;
    const { origin } = request.headers;
    if (origin && (!URL.canParse(origin) || new URL(origin).host !== request.headers.host)) throw refused;
    if (!isLocal(host)) guesses.allow(request.socket.remoteAddress ?? '');
    if (!isLocal(host) && !hasPasscode(request, passcode)) {
      if (request.headers.authorization) guesses.wrong(request.socket.remoteAddress ?? '');
      throw new Problem(401, {
        code: 'passcode',
        message: 'A passcode is needed here.',
        hint: 'Ask whoever runs this Drelk.',
      });
    }
    next();
  };
}

function hostName(header: string | undefined): string {
  return (header ?? '').replace(/:\d+$/, '').replace(/^\[|\]$/g, '');
}

/** HTTP basic authentication with any user name: browsers ask for it by themselves. */
function hasPasscode(request: Request, passcode: string | undefined): boolean {
  if (!passcode) return false;
  const given = Buffer.from((request.headers.authorization ?? '').replace(/^Basic /, ''), 'base64').toString(
    'utf8',
  );
  const word = Buffer.from(given.slice(given.indexOf(':') + 1));
  const wanted = Buffer.from(passcode);
  return word.length === wanted.length && timingSafeEqual(word, wanted);
}

/** Tells a browser to ask for the passcode. */
export const askForPasscode: RequestHandler = (_request, response, next) => {
  response.set('WWW-Authenticate', 'Basic realm="Drelk", charset="UTF-8"');
  next();
};
