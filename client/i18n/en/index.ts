import { desk } from './desk';
import { first } from './first';
import { overShort } from './overShort';
import { rest } from './rest';

/** All wording, English first, by feature. */
export const en = {
  ...first,
  ...rest,
  ...desk,
  ...overShort,
  refusal: { ...first.refusal, ...rest.refusal },
};
