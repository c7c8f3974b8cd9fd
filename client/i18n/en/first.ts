import { counter } from './counter';
import { asks } from './refusals/asks';
import { general } from './refusals/general';
import { shell } from './shell';
import { unanswered } from './unanswered';

/** What may be said before any screen is there: signing in, the frame, what is wrong
 * anywhere; and the counter's own, which most begin with. */
export const first = { ...shell, ...counter, unanswered, refusal: { ...general, ...asks } };
