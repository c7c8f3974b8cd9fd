import { accounts } from './accounts';
import { asks } from './asks';
import { bank } from './bank';
import { general } from './general';
import { goods } from './goods';
import { ticket } from './ticket';

/** What is wrong and how to mend it, by the codes of core and server (dots as underscores). */
export const refusal = { ...general, ...asks, ...ticket, ...goods, ...accounts, ...bank };
