import { createReadStream } from 'node:fs';
import { basename } from 'node:path';
import Joi from 'joi';
import { AppError } from '../errors';
import { shownName } from '../validation';
import { shippedFile } from '../fonts/shipped';
import { MOST_FONT_BYTES } from '../fonts/store';
import { answers } from './answers';
import { routes } from './routes';

const IMMUTABLE = 'public, max-age=31536000, immutable';
const index = Joi.number().integer().min(0).max(20).required();

/** Fonts: those that ship with the program, and the person's own. All leave as sfnt. */
export const fontsRoutes = routes('fonts', ['fonts', 'sheets'], (app) => {
  const { fonts: store, sheets } = app;
  app.get('/api/fonts', { schema: answers('fonts') }, () => store.list());

  app.post('/api/fonts', { schema: answers('font') }, async (request, reply) => {
    const part = request.isMultipart() ? await request.file({ limits: { fileSize: MOST_FONT_BYTES } }) : undefined;
    if (!part) throw new AppError('no-file', 'Send one font as a multipart form with a file in it.');
    const file = await part.toBuffer().catch(() => {
      throw new AppError('file-too-large', `A font may have ${MOST_FONT_BYTES / 2 ** 20} MB at most.`);
    });
    return reply.code(201).send(await store.take(shownName(basename(part.filename), 200, 'font'), file));
  });

  app.get<{ Params: { family: string; index: number } }>(
    '/api/fonts/shipped/:family/:index',
    { schema: { params: Joi.object({ family: Joi.string().max(80).required(), index }) } },
    (request, reply) => {
      const { family, index: at } = request.params;
      const file = shippedFile(family, at);
      if (!file) throw new AppError('not-found', `No file ${at} of a font ${family} ships with this Uvrant.`);
      return reply.header('cache-control', 'public, max-age=86400').type('font/sfnt').send(Buffer.from(file));
    },
  );

  app.get<{ Params: { sha256: string } }>(
    '/api/fonts/own/:sha256',
    {
      schema: {
        params: Joi.object({
          sha256: Joi.string()
            .pattern(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal')
            .required(),
        }),
      },
    },
    (request, reply) => {
      const path = store.path(request.params.sha256);
      return reply.header('cache-control', IMMUTABLE).type('font/sfnt').send(createReadStream(path));
    },
  );

  app.delete<{ Params: { sha256: string } }>(
    '/api/fonts/own/:sha256',
    { schema: { params: Joi.object({ sha256: Joi.string().required() }) } },
    (request, reply) => {
      const users = sheets.namesOfThoseWith(request.params.sha256, null);
      if (users.length > 0) {
        throw new AppError('in-use', `This font is set in ${users.map((name) => `“${name}”`).join(', ')}: choose another there first.`);
      }
      store.remove(request.params.sha256);
      return reply.code(204).send();
    },
  );
});
