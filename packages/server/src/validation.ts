import type { FastifyInstance } from 'fastify';
import type Joi from 'joi';

/** Joi checks every body, query and parameter. */
export const validateWithJoi = (app: FastifyInstance): void => {
  app.setValidatorCompiler<Joi.Schema>(({ schema }) => (data: unknown) => {
    const { error, value } = schema.validate(data, { abortEarly: true });
    return error ? { error } : { value: value as unknown };
  });
};
