import { departments } from './departments';
import { matching } from './matching';
import { reconcile } from './reconcile';
import { rules } from './rules';
import { taught } from './taught';

/** What only the screens of the desk say, where the shop is set up: it comes with them. */
export const desk = {
  ...departments,
  ...matching,
  ...reconcile,
  ...rules,
  ...taught,
};
