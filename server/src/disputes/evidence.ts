import { rows } from '../db/pool';
import { refuseWith } from '../http/errors';
import type { Download, QueryContext } from '../http/query';
import { readLogo, readPaperHead } from '../papers/head';
import { paperOfDispute } from '../papers/ofDispute';
import type { PageSize } from '../papers/pdf';
import { SUBJECTS } from '../papers/subjects';
import { disputeDetail } from './read';

/**
 * All that speaks for the shop in a dispute as one PDF: what is disputed, the sale's papers, what was
 * attached.
 * @throws HttpError 404 `dispute.unknown`; 422 `dispute.saleUnknown`
 */
export async function evidencePaper(
  { db, deps, shop, today, actor }: QueryContext,
  { id }: { id: number },
): Promise<Download> {
  const dispute = await disputeDetail(db, id);
  if (dispute.saleId === null) throw refuseWith('dispute.saleUnknown');
  const [kept, logo] = [await readPaperHead(db), await readLogo(db)];
  const head = { ...kept, ...shop };
  const of = { id: dispute.saleId, today, head, copy: true };
  const files = await rows<{ type: 'image/jpeg' | 'application/pdf'; content: Buffer }>(
    db,
    'SELECT type, content FROM dispute_file WHERE dispute_id = ? AND NOT removed ORDER BY id',
    [id],
  );
  const contents = [
    paperOfDispute(dispute, { today, by: actor.name }, head),
    await SUBJECTS.sale.content(db, { ...of, kind: 'receipt' }),
    await SUBJECTS.sale.content(db, { ...of, kind: 'deliveryNote' }),
  ];
  const input = {
    contents,
    pageSize: kept.pageSize satisfies PageSize,
    logo: logo && new Uint8Array(logo),
    files: files.map(({ type, content }) => ({ type, content: new Uint8Array(content) })),
  };
  const bytes = await deps.jobs.compute<typeof input, Uint8Array>({
    file: 'evidence.worker.ts',
    input,
  });
  return {
    name: `${contents[0]!.barcode}.pdf`,
    type: 'application/pdf',
    bytes: Buffer.from(bytes),
    inline: true,
  };
}
