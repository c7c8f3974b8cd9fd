import type Joi from 'joi';
import { refused } from './errors';

/**
 * Checks input against its schema; unknown keys are refused. All places that are wrong come
 * back at once, each with Joi's type as code (`input.number.min`) or our own (`text.…`).
 */
export function validate<T>(schema: Joi.Schema<T>, input: unknown): T {
  const { value, error } = schema.validate(input ?? {}, {
    abortEarly: false,
    allowUnknown: false,
    errors: { render: false },
  });
  if (!error) return value as T;
  throw refused(
    error.details.map(({ type, path, context }) => {
      const limit = context?.['limit'];
      const own = type.startsWith('text.') || type.startsWith('date.');
      return {
        code: own ? type : `input.${type}`,
        at: path.join('.'),
        ...(typeof limit === 'number' && { params: { limit } }),
      };
    }),
  );
}
