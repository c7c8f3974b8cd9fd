import type { IsoDate } from '../dates';
import type { LedgerAccount, JournalLine } from '../ledger';
import {
  AT_HOME,
  atProcessor,
  bySafeItem,
  byTender,
  IN_DRAWER,
  type PotTender,
} from '../takings';
import { giveBackOf, roomOf } from './kinds';
import type { PostAt } from './room';
import { takeOf } from './pay';
import type { GivenRefund, TakenTender, TenderKind } from './types';

/** What of the shop the lines of a ticket's tenders name. */
export type PostWhere = {
  today: IsoDate;
  drawerId: number | null;
  tenders: readonly (PotTender & { account: LedgerAccount | null })[];
};

/** The pot that a kind of tender takes money into or gives it out of; null where no money comes. */
export const potOf = (kind: TenderKind, tender: PotTender): string | null =>
  roomOf(kind).pot(tender);

/** Where a tender at a place of its ticket posts, and the takings of today that it moves. */
function at(
  { kind, tenderId }: { kind: TenderKind; tenderId: number },
  position: number,
  { today, drawerId, tenders }: PostWhere,
): PostAt {
  const tender = tenders.find(({ id }) => id === tenderId);
  const named = <T>(value: T | null | undefined, what: string): T => {
    if (value === null || value === undefined) {
      throw new Error(`tender ${tenderId} has no ${what}`);
    }
    return value;
  };
  const pot = tender ? potOf(kind, tender) : null;
  const takings =
    pot === null
      ? {}
      : {
          takings: {
            takingsDay: today,
            pot,
            holders: {
              drawer: IN_DRAWER,
              safe: bySafeItem(position),
              cardClearing: atProcessor(tender!.processorId),
              bankInTransit: byTender(position),
              ...(tender!.account && { [tender!.account]: AT_HOME }),
            },
          },
        };
  return {
    drawerId,
    takings,
    processorId: () => named(tender?.processorId, 'processor'),
    account: () => named(tender?.account, 'account'),
  };
}

/** The journal lines of tenders that are taken, and of what is given back after them. */
export const postTenders = (
  tenders: readonly TakenTender[],
  refunds: readonly GivenRefund[],
  where: PostWhere,
): JournalLine[] => [
  ...tenders.flatMap((tender, i) =>
    takeOf(tender.kind).post(tender, at(tender, i + 1, where)),
  ),
  ...refunds.flatMap((refund, i) =>
    giveBackOf(refund.kind).post(refund, at(refund, tenders.length + i + 1, where)),
  ),
];
