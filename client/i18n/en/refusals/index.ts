import { accounts } from './accounts';
import { bank } from './bank';
import { goods } from './goods';
import { ticket } from './ticket';

/**
 * What is wrong and how to mend it, by the codes of core and server (dots as underscores); what may
 * be said before any screen is there stands in `general` and `asks`.
 */
export const ofScreens = { ...ticket, ...goods, ...accounts, ...bank };
