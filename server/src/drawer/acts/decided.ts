import type { Outcome } from '@abacist/core/outcome';
import type { CommandContext } from '../../context';
import { countsBlind } from '../../days/blind';
import { refuseWith, unwrap } from '../../http/errors';

/**
 * What was decided of an act. Who counts blind is not told what a drawer holds by asking for too much
 * of it: he learns that it is too much. @throws HttpError 422 `drawerAct.tooMuch`, or the refusals
 */
export function decidedOf<T>({ shop, actor }: CommandContext, outcome: Outcome<T>): T {
  const tells =
    !outcome.ok && outcome.refusals.some(({ params }) => params && 'holdsMinor' in params);
  if (tells && countsBlind(shop, actor)) throw refuseWith('drawerAct.tooMuch', 'amountMinor');
  return unwrap(outcome);
}
