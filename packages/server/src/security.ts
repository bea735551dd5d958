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

/** Where browsers say that a request comes from (Fetch Metadata): this site, or the person's own typing. */
const OWN_SITES = new Set(['same-origin', 'none']);
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
    } else if (!OWN_SITES.has(request.headers['sec-fetch-site'] ?? 'none')) {
      done(new AppError('foreign-request', 'Another site’s page may not ask this server, nor show what is in it.'));
    } else done();
  });
  // Answers of the interface are of the moment; what is immutable says so itself.
  app.addHook('onSend', (request, reply, _payload, done) => {
    if (request.url.startsWith('/api/') && !reply.hasHeader('cache-control')) void reply.header('cache-control', 'no-store');
    done();
  });
};
