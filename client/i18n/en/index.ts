import { accounts } from './accounts';
import { bank } from './bank';
import { books } from './books';
import { counter } from './counter';
import { days } from './days';
import { items } from './items';
import { orders } from './orders';
import { papers } from './papers';
import { parties } from './parties';
import { tenders } from './tenders';
import { refusal } from './refusals';
import { rules } from './rules';
import { shell } from './shell';
import { unanswered } from './unanswered';

/** All wording, English first, by feature. */
export const en = {
  ...shell,
  ...counter,
  ...days,
  ...bank,
  ...books,
  ...items,
  ...orders,
  ...papers,
  ...rules,
  ...parties,
  ...tenders,
  ...accounts,
  unanswered,
  refusal,
};
