import type { FastifyInstance } from 'fastify';
import Joi from 'joi';

/** Control characters, and those that turn the direction of the text after them (Unicode 15, UAX 9, 2.1 and 2.2). */
const UNPRINTED = /[\p{Cc}\u202a-\u202e\u2066-\u2069\u200e\u200f]/u;

/** A name of at most `most` characters, without any that cannot be shown. */
export const plainName = (most: number): Joi.StringSchema =>
  Joi.string()
    .min(1)
    .max(most)
    .custom((value: string) => {
      if (UNPRINTED.test(value)) throw new Error('it holds characters that cannot be seen: leave them out');
      return value;
    });

/** A file's name as it is shown: without what cannot be seen. */
export const shownName = (name: string, most: number, otherwise: string): string =>
  name.replace(new RegExp(UNPRINTED, 'gu'), '').trim().slice(0, most) || otherwise;

/** Joi checks every body, query and parameter. */
export const validateWithJoi = (app: FastifyInstance): void => {
  app.setValidatorCompiler<Joi.Schema>(({ schema }) => (data: unknown) => {
    const result = schema.validate(data, { abortEarly: true });
    return result.error ? { error: result.error } : { value: result.value as unknown };
  });
};
