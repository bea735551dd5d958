import type { FastifyInstance } from 'fastify';
import type Joi from 'joi';

/** Joi checks every body, query and parameter. */
export const validateWithJoi = (app: FastifyInstance): void => {
  app.setValidatorCompiler<Joi.Schema>(({ schema }) => (data: unknown) => {
    const result = schema.validate(data, { abortEarly: true });
    return result.error ? { error: result.error } : { value: result.value as unknown };
  });
};
