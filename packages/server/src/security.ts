import type { FastifyInstance } from 'fastify';
import { AppError } from './errors';

const policy = (nonce: string): string =>
  [
    "default-src 'self'",
    "script-src 'self' 'wasm-unsafe-eval'",
    `style-src 'self' 'nonce-${nonce}'`,
    "img-src 'self' blob: data:",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');

const HEADERS = {
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-embedder-policy': 'require-corp',
  'cross-origin-resource-policy': 'same-origin',
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
} as const;

/** The policy for answers that are no page: nothing of theirs may run. */
const CLOSED = policy('none');
export const pagePolicy = policy;

const LOOPBACK = new Set(['127.0.0.1', 'localhost', '[::1]']);
const hostName = (host: string): string => host.replace(/:\d+$/, '');

/** Security headers on every answer; only this machine's own page may ask. */
export const guard = (app: FastifyInstance): void => {
  app.addHook('onRequest', (request, reply, done) => {
    void reply.headers({ ...HEADERS, 'content-security-policy': CLOSED });
    const host = request.headers.host ?? '';
    const { origin } = request.headers;
    if (!LOOPBACK.has(hostName(host))) {
      done(new AppError('foreign-request', `Uvrant answers on 127.0.0.1 and localhost only, not as “${host}”.`));
    } else if (origin !== undefined && origin !== `http://${host}`) {
      done(new AppError('foreign-request', `A page of ${origin} may not ask this server; open Uvrant at http://${host}.`));
    } else done();
  });
};
