import { desk } from './desk';
import { first } from './first';
import { rest } from './rest';

/** All wording, English first, by feature. */
export const en = {
  ...first,
  ...rest,
  ...desk,
  refusal: { ...first.refusal, ...rest.refusal },
};
