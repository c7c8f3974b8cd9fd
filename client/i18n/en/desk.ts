import { departments } from './departments';
import { reconcile } from './reconcile';
import { rules } from './rules';
import { shopCard } from './shopCard';
import { taught } from './taught';

/** What only the screens of the desk say, where the shop is set up: it comes with them. */
export const desk = {
  ...departments,
  ...reconcile,
  ...rules,
  ...shopCard,
  ...taught,
};
