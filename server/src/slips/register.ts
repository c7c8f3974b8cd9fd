import type { QueryContext } from '../http/query';
import { layOut } from '../papers/issue';
import { paperOfCheques } from '../papers/ofCheques';
import { readPaperHead } from '../papers/head';
import { safeView } from './slip';

/** The cheques in the safe as a paper, to be checked against the pieces before they are sent. */
export async function chequeRegister({ db, deps, shop, today, actor }: QueryContext) {
  const { items } = await safeView(db, shop, today);
  const head = { ...(await readPaperHead(db)), ...shop };
  const content = paperOfCheques(items, { today, by: actor.name }, head);
  return {
    name: `${content.barcode}.pdf`,
    type: 'application/pdf',
    bytes: await layOut(deps, db, content, 'page'),
    inline: true as const,
  };
}
