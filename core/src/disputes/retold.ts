import { mergeLines, post, type JournalLine, type LedgerAccount } from '../ledger';
import { ofDispute, type Part } from '../takings';

/** Where the money that was taken for a dispute would stand now, had it not been taken. */
export type Stands = {
  ledgerAccount: Extract<LedgerAccount, 'bankInTransit' | 'bank' | 'processorBalance'>;
  holder: string;
};

/**
 * A dispute whose sale is found later: what it holds is of the day and pot of that sale, and so is what
 * was taken for it, wherever that money stands. Zero by each account, and by each day and pot.
 * @param held what the dispute holds, by day and pot
 */
export function retold(
  held: readonly (Part & { pot: string })[],
  to: { takingsDay: string; pot: string },
  {
    id,
    stands: { ledgerAccount, holder },
    ...dimensions
  }: { id: number; processorId: number; bankAccountId: number; stands: Stands },
): JournalLine[] {
  const holders = { disputes: ofDispute(id), [ledgerAccount]: holder };
  const of = (
    amountMinor: number,
    { takingsDay, pot }: { takingsDay: string; pot: string },
  ) => ({
    ...{ amountMinor, ledgerAccount },
    takings: { takingsDay, pot, holders },
  });
  return mergeLines(
    post(
      'chargeback.retold',
      {
        from: held.map((part) => of(part.amountMinor, part)),
        to: held.map((part) => of(part.amountMinor, to)),
      },
      dimensions,
    ),
  );
}
