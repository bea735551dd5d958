import type { FastifyPluginCallback } from 'fastify';
import Joi from 'joi';
import { freshSource, picturesOf, sourceOfKind, type RampStop } from '@uvrant/core';
import { DRAWERS, type Asset, type AssetStore, type Drawer } from '../assets/store';
import type { DispatchService } from '../dispatch/service';
import { AppError } from '../errors';
import type { JobService } from '../jobs/service';
import type { SheetService } from '../sheets/service';
import type { RampStore } from './ramps';

/** Orders that a drawer's pictures can stand in. */
const SORTS: Readonly<Record<string, (a: Asset, b: Asset) => number>> = {
  newest: () => 0,
  name: (a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }),
  'light first': (a, b) => (b.mean ?? 0) - (a.mean ?? 0),
  'dark first': (a, b) => (a.mean ?? 1) - (b.mean ?? 1),
  'most contrast': (a, b) => (b.spread ?? 0) - (a.spread ?? 0),
  largest: (a, b) => b.width * b.height - a.width * a.height,
};

const MOST_AT_ONCE = 200;
const sha256 = Joi.string()
  .pattern(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal')
  .required();
const inJob = Joi.object({ job: Joi.string().required(), sha256 });

interface Looking {
  readonly drawer: Drawer;
  readonly search: string;
  readonly sort: string;
  readonly offset: number;
  readonly limit: number;
}

/** Every word of a search is found in the name, the tags or what was measured. */
const matches = (asset: Asset, search: string): boolean => {
  const ground = asset.mean === null ? '' : asset.mean > 0.5 ? 'light ground' : 'dark ground';
  const built = `${asset.directional ? 'directional' : ''} ${asset.tileable ? 'tileable' : ''}`;
  const text = `${asset.name} ${asset.tags.join(' ')} ${ground} ${built}`.toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
};

/** The plan chest: a job's pictures by drawer, looked through a part at a time; ramps for every job. */
export const chestPlugin =
  (assets: AssetStore, ramps: RampStore, sheets: SheetService, dispatch: DispatchService, jobs: JobService): FastifyPluginCallback =>
  (app, _, done) => {
    app.get<{ Params: { job: string }; Querystring: Looking }>(
      '/api/jobs/:job/chest',
      {
        schema: {
          params: Joi.object({ job: Joi.string().required() }),
          querystring: Joi.object({
            drawer: Joi.string()
              .valid(...DRAWERS)
              .default('picture'),
            search: Joi.string().allow('').max(120).default(''),
            sort: Joi.string()
              .valid(...Object.keys(SORTS))
              .default('newest'),
            offset: Joi.number().integer().min(0).default(0),
            limit: Joi.number().integer().min(1).max(MOST_AT_ONCE).default(MOST_AT_ONCE),
          }),
        },
      },
      (request) => {
        const { job } = request.params;
        const { drawer, search, sort, offset, limit } = request.query;
        jobs.need(job);
        const found = assets.ofJob(job).filter((asset) => asset.drawer === drawer && matches(asset, search.trim()));
        const sorted = [...found].sort(SORTS[sort]);
        return { total: found.length, items: sorted.slice(offset, offset + limit) };
      },
    );

    app.patch<{ Params: { job: string; sha256: string }; Body: { name?: string; drawer?: Drawer; tags?: string[] } }>(
      '/api/jobs/:job/assets/:sha256',
      {
        schema: {
          params: inJob,
          body: Joi.object({
            name: Joi.string().trim().min(1).max(200),
            drawer: Joi.string().valid(...DRAWERS),
            tags: Joi.array().items(Joi.string().trim().min(1).max(40)).max(24),
          }),
        },
      },
      (request) => {
        const { job, sha256: sha } = request.params;
        assets.need(job, sha);
        return assets.change(job, sha, request.body);
      },
    );

    app.delete<{ Params: { job: string; sha256: string } }>(
      '/api/jobs/:job/assets/:sha256',
      { schema: { params: inJob } },
      (request, reply) => {
        const { job, sha256: sha } = request.params;
        const { name } = assets.need(job, sha);
        const users = sheets.ofJob(job).filter(({ document }) => picturesOf(document).some((picture) => picture.sha256 === sha));
        if (users.length > 0) {
          const names = users.map(({ document }) => `“${document.name}”`).join(', ');
          throw new AppError('in-use', `“${name}” is used by ${names}: replace it or remove it there first.`, {
            sheets: users.map(({ id }) => id),
          });
        }
        if (dispatch.isWaitingFor(sha))
          throw new AppError('in-use', `“${name}” is in a file that is still being sent out: wait for it, or call it off.`);
        assets.remove(job, sha);
        return reply.code(204).send();
      },
    );

    app.get('/api/ramps', () => ramps.list());

    app.post<{ Body: { name: string; stops: RampStop[] } }>(
      '/api/ramps',
      {
        schema: {
          body: Joi.object({
            name: Joi.string().trim().min(1).max(120).required(),
            stops: Joi.array().items(Joi.object().unknown()).required(),
          }),
        },
      },
      async (request, reply) => {
        const { name, stops } = request.body;
        const checked = sourceOfKind(freshSource('ramp').kind)?.dials['stops']?.check(stops);
        if (!checked?.ok) throw new AppError('bad-request', `This is no ramp: ${checked?.why ?? 'it has no stops'}.`);
        return reply.code(201).send(ramps.keep(name, stops));
      },
    );

    app.delete<{ Params: { id: string } }>(
      '/api/ramps/:id',
      { schema: { params: Joi.object({ id: Joi.string().required() }) } },
      (request, reply) => {
        ramps.remove(request.params.id);
        return reply.code(204).send();
      },
    );
    done();
  };
