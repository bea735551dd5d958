import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import fastifyStatic from '@fastify/static';
import type { FastifyInstance } from 'fastify';
import { pagePolicy } from './security';

const HASHED = /-[A-Z0-9]{8}\.(js|css|woff2?)$/;

/** The built web application; any path that is no file and no API is its page. */
export const servePages = async (app: FastifyInstance, webDir: string): Promise<void> => {
  if (!existsSync(join(webDir, 'index.html'))) return;
  const page = readFileSync(join(webDir, 'index.html'), 'utf8');
  await app.register(fastifyStatic, {
    root: webDir,
    index: false,
    wildcard: false,
    setHeaders: (reply, path) => {
      reply.setHeader('cache-control', HASHED.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache');
    },
  });
  app.get('/*', (request, reply) => {
    if (request.url.startsWith('/api/')) return reply.callNotFound();
    const nonce = randomBytes(16).toString('base64');
    return reply
      .header('content-security-policy', pagePolicy(nonce))
      .header('cache-control', 'no-store')
      .type('text/html')
      .send(page.replaceAll('CSP_NONCE', nonce));
  });
};
