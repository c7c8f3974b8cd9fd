import type { BeadTrail, DaySheet, Rod } from '@abacist/contracts';
import { ROLES } from '@abacist/core/people';
import type { Actor, Shop } from '../context';

/** Whether a person must not see what a drawer should hold before it is counted. */
export const countsBlind = (shop: Shop, actor: Actor): boolean =>
  shop.blindCount && ROLES[actor.role].countsBlind;

const IN_DRAWER = ['cash', 'cheque'];

/** A rod without what lies in drawers that are not counted, and without the sums that tell it. */
export function blindRod<R extends Rod>(rod: R): R {
  const uncounted = rod.beads.some(
    ({ key, stage }) => IN_DRAWER.includes(key) && stage === 'taken',
  );
  if (!uncounted) return rod;
  return {
    ...rod,
    takenMinor: null,
    beads: rod.beads.filter(({ key }) => !IN_DRAWER.includes(key)),
  };
}

/** A day's sheet the same way: its cash and cheques stand there only once they are counted. */
export function blindSheet(sheet: DaySheet): DaySheet {
  const open = sheet.drawers.some(({ status }) => status !== 'closed');
  if (!open) return sheet;
  return {
    ...blindRod(sheet),
    takenMinor: null,
    drawers: sheet.drawers.map((drawer) => ({ ...drawer, openings: [] })),
    tenders: sheet.tenders.filter(({ key }) => !IN_DRAWER.includes(key)),
  };
}

/** Whether a trail would tell what lies in a drawer that is not counted. */
export const tellsDrawer = ({ bead }: BeadTrail): boolean =>
  IN_DRAWER.includes(bead.key) && bead.stage === 'taken';
