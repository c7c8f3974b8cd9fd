import { accounts } from './accounts';
import { acts } from './acts';
import { bank } from './bank';
import { books } from './books';
import { change } from './change';
import { days } from './days';
import { deskPayments } from './deskPayments';
import { documents } from './documents';
import { help } from './help';
import { items } from './items';
import { matching } from './matching';
import { orders } from './orders';
import { papers } from './papers';
import { parties } from './parties';
import { ofScreens } from './refusals';
import { tenders } from './tenders';
import { trail } from './trail';

/** What the screens say: it comes with the first of them. */
export const rest = {
  ...days,
  ...deskPayments,
  ...documents,
  ...help,
  ...bank,
  ...books,
  ...change,
  ...items,
  ...matching,
  ...orders,
  ...papers,
  ...parties,
  ...tenders,
  ...trail,
  ...accounts,
  ...acts,
  refusal: ofScreens,
};
