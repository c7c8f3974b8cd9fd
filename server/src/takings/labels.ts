import { potOf, type TenderKind } from '@abacist/core/tenders';
import { rows, type Db } from '../db/pool';

/** A processor by its first word, as people call it, where no other begins so. */
function shortly(processor: string, all: readonly { processor: string | null }[]): string {
  const [first] = processor.split(' ') as [string];
  const others = all.some(
    (one) =>
      one.processor !== null && one.processor !== processor && one.processor.startsWith(first),
  );
  return others ? processor : first;
}

/**
 * What pots are called: a card by its scheme, and by its processor too where two settle that scheme;
 * another tender by its own name. Pots that are called by their kind are not in it.
 */
export async function potLabels(db: Db): Promise<Map<string, string>> {
  const tenders = await rows<{
    id: number;
    kind: TenderKind;
    name: string;
    scheme: string | null;
    processorId: number | null;
    processor: string | null;
  }>(
    db,
    `SELECT t.id, t.kind, t.name, t.scheme, t.processor_id AS processorId, p.name AS processor
     FROM tender t LEFT JOIN processor p ON p.id = t.processor_id
     WHERE t.processor_id IS NOT NULL OR t.account_role IS NOT NULL`,
  );
  return new Map(
    tenders.map(({ id, kind, name, scheme, processorId, processor }) => {
      const pot = potOf(kind, { id, processorId, scheme })!;
      if (scheme === null) return [pot, name];
      const shared = tenders.some(
        (other) => other.scheme === scheme && other.processorId !== processorId,
      );
      return [pot, shared ? `${scheme}, ${shortly(processor!, tenders)}` : scheme];
    }),
  );
}
