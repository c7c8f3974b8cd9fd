import { post } from '../../../ledger';
import { IN_DRAWER, IN_OTHER_DRAWER } from '../../../takings';
import { ACT_FACTS } from '../facts';
import type { ActRoom } from '../room';

/** Cash of one drawer helps another out: the days that took it go with it. */
export const toDrawer: ActRoom = {
  ...ACT_FACTS.toDrawer,
  asks: () => [],
  lines: ({ moved, toDrawerId, state: { drawerId } }) => {
    const into = (drawer: number, holder: string) =>
      moved.map(({ takingsDay, pot, amountMinor }) => ({
        amountMinor,
        drawerId: drawer,
        takings: { takingsDay, pot, holders: { drawer: holder } },
      }));
    return post('drawer.toDrawer', {
      to: into(toDrawerId!, IN_OTHER_DRAWER),
      from: into(drawerId!, IN_DRAWER),
    });
  },
};
