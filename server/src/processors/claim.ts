import type { FeesAsked } from '@abacist/contracts';
import { refuseWith } from '../http/errors';
import type { Download, QueryContext } from '../http/query';
import { readPaperHead } from '../papers/head';
import { layOut } from '../papers/issue';
import { paperOfClaim } from '../papers/ofClaim';
import { feesView } from './fees';
import { processorOf } from './read';

/**
 * What was charged beyond the plan over some days, as a letter with its evidence.
 * @throws HttpError 422 `fees.nothingToClaim`
 */
export async function claimPaper(context: QueryContext, asked: FeesAsked): Promise<Download> {
  const { db, deps, shop, today, actor } = context;
  const [processor, fees] = await Promise.all([
    processorOf(db, asked.id),
    feesView(context, asked),
  ]);
  if (!fees.findings.some(({ overMinor }) => overMinor > 0))
    throw refuseWith('fees.nothingToClaim');
  const head = { ...(await readPaperHead(db)), ...shop };
  const content = paperOfClaim(processor, fees, { today, by: actor.name }, head);
  return {
    name: `${content.barcode}.pdf`,
    type: 'application/pdf',
    bytes: await layOut(deps, db, content, 'page'),
    inline: true,
  };
}
