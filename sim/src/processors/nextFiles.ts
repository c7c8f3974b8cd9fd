import {
  addBankingDays,
  addDays,
  bankingDayOnOrAfter,
  type Holidays,
} from '@abacist/core/dates';
import { openMovements } from '@abacist/server/src/movements/read';
import { row, type Db } from '@abacist/server/src/db/pool';
import { holidaysAround } from '@abacist/server/src/settings/holidays';
import { loadShop } from '@abacist/server/src/settings/shop';
import { statementCsv } from '../bank';
import { DEMO_PLAN } from '../processor';
import { generator } from '../random';
import { cardsToSettle, type SentCard } from './cards';
import { FAULTS, plantFaults } from './faults';
import { halyardFile } from './halyard';
import { kelpieFile } from './kelpie';

/** A file that comes from outside the shop. */
export type NextFile = { name: string; text: string };
type Sender = {
  name: string;
  delay: number;
  extension: string;
  file: (payout: { payout: string; paid: string }, cards: SentCard[], zone: string) => string;
};

/** The stand-ins by the id that the demo gives them. */
const SENDERS: Record<number, Sender> = {
  1: {
    ...{ name: 'Halyard Payments', delay: 1, extension: 'csv' },
    file: (payout, cards, zone) => halyardFile(payout, cards, { plan: DEMO_PLAN, zone }),
  },
  2: {
    ...{ name: 'Kelpie Clearing', delay: 2, extension: 'txt' },
    file: kelpieFile,
  },
};
export const SENDER_IDS = Object.keys(SENDERS).map(Number);
export const senderName = (id: number): string => SENDERS[id]!.name;

/**
 * What a stand-in processor sends next of the shop's own cards: all closed batches that it has not settled.
 * @param faulty whether it makes a mistake of every kind, each with another card
 * @returns null where no batch waits
 */
export async function nextSettlement(
  db: Db,
  processorId: number,
  faulty = false,
): Promise<NextFile | null> {
  const sender = SENDERS[processorId];
  const cards = await cardsToSettle(db, processorId);
  const last = cards.at(-1)?.batchDate;
  if (!sender || last === undefined) return null;
  const { holidayRegion, zone } = await loadShop(db);
  const paid = addBankingDays(last, sender.delay, holidaysAround(holidayRegion, last));
  const payout = `${sender.name.slice(0, 1)}P-${last.replaceAll('-', '')}`;
  const random = generator(Number(last.replaceAll('-', '')));
  const sent = faulty ? plantFaults(cards, FAULTS, random).cards : cards;
  return {
    name: `${payout}.${sender.extension}`,
    text: sender.file({ payout, paid }, sent, zone),
  };
}

/** A statement that shows all that is under way to or from the bank account, each on its day. */
export async function nextStatement(db: Db): Promise<NextFile | null> {
  const last = await row<{ to: string; closingMinor: number }>(
    db,
    `SELECT to_date AS \`to\`, closing_minor AS closingMinor FROM statement
     WHERE bank_account_id = 1 ORDER BY to_date DESC, id DESC LIMIT 1`,
  );
  const { holidayRegion } = await loadShop(db);
  const movements = await openMovements(db, 1);
  if (movements.length === 0) return null;
  const first = last ? addDays(last.to, 1) : movements[0]!.dueDate;
  const holidays: Holidays = holidaysAround(holidayRegion, first);
  const lines = movements
    .map(({ dueDate, amountMinor, kind, references }) => ({
      date: bankingDayOnOrAfter(dueDate > first ? dueDate : first, holidays),
      ...{ amountMinor, text: references.join(' ') || kind, reference: references[0] ?? '' },
      type:
        kind === 'slip'
          ? ('deposit' as const)
          : kind === 'settlement'
            ? ('card' as const)
            : ('' as const),
    }))
    .sort((a, b) => (a.date < b.date ? -1 : 1));
  return {
    name: `statement-${lines.at(-1)!.date}.csv`,
    text: statementCsv(last?.closingMinor ?? 0, lines),
  };
}
