import { cards } from './cards';
import { desk } from './desk';
import { first } from './first';
import { overShort } from './overShort';
import { rest } from './rest';
import { totals } from './totals';

/** All wording, English first, by feature. */
export const en = {
  ...first,
  ...rest,
  ...cards,
  ...desk,
  ...overShort,
  ...totals,
  refusal: { ...first.refusal, ...rest.refusal },
};
