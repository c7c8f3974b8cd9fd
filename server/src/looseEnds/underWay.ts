import type { LooseEnd } from '@abacist/contracts';
import { daysBetween } from '@abacist/core/dates';
import { windowOf, type Movement } from '@abacist/core/matching';
import { sum } from '@abacist/core/money';
import type { Shop } from '../context';
import { placeholders, rows, type Db } from '../db/pool';
import { holidaysAround } from '../settings/holidays';
import { heldBy } from '../takings/held';

type Document = { id: number; number: string; date: string; name: string; saleId: number };

/** Who can have money that is in transit: by the first word of the holder, his document. */
type Carrier = {
  kind: Movement['kind'];
  code: LooseEnd['code'];
  /** Documents by the number in the holder's name; `date` is when the bank should have it. */
  sql: string;
  named?: true;
  path: (document: Document) => string;
};

const statement = () => '/bank/statement';

const CARRIERS: Record<string, Carrier[]> = {
  slip: [
    {
      kind: 'deposit',
      code: 'slipNotAtBank',
      sql: `SELECT x.id, CONCAT(d.series, '-', d.number) AS number, x.date
        FROM slip x JOIN document d ON d.kind = 'slip' AND d.subject_id = x.id
        WHERE x.id`,
      path: statement,
    },
  ],
  settlement: [
    {
      kind: 'settlement',
      code: 'settlementNotAtBank',
      sql: `SELECT x.id, CONCAT(d.series, '-', d.number) AS number, x.due_date AS date
        FROM settlement x JOIN document d ON d.kind = 'settlement' AND d.subject_id = x.id
        WHERE x.id`,
      path: statement,
    },
  ],
  tender: [
    {
      kind: 'ownCheque',
      code: 'chequeNotCashed',
      sql: `SELECT x.sale_tender_id AS id, x.number, x.date, x.payee AS name, x.sale_id AS saleId
        FROM own_cheque x WHERE x.sale_tender_id`,
      named: true,
      path: ({ saleId }) => `/sales/${saleId}`,
    },
    {
      kind: 'transfer',
      code: 'transferNotAtBank',
      sql: `SELECT x.sale_tender_id AS id, CONCAT(d.series, '-', d.number) AS number, x.date
        FROM transfer x JOIN document d ON d.kind = 'sale' AND d.subject_id = x.sale_id
        WHERE x.sale_tender_id`,
      path: statement,
    },
  ],
  returnedCheque: [
    {
      kind: 'returnedCheque',
      code: 'returnNotAtBank',
      sql: `SELECT x.id, q.number, x.date
        FROM returned_cheque x JOIN cheque q ON q.id = x.cheque_id WHERE x.id`,
      path: statement,
    },
  ],
};

/** What is in transit, as the journal's tags say, and should have been at the bank by now. */
export async function lateAtBank(db: Db, shop: Shop, today: string): Promise<LooseEnd[]> {
  const held = await heldBy(db, 'bankInTransit');
  const holidays = holidaysAround(shop.holidayRegion, today);
  const lists = Object.entries(CARRIERS).map(async ([word, carriers]) => {
    const ids = [
      ...new Set(
        held.flatMap(({ holder }) => {
          const [kind, id] = holder.split(' ');
          return kind === word ? [Number(id)] : [];
        }),
      ),
    ];
    if (ids.length === 0) return [];
    const amountOf = (id: number) =>
      sum(
        held
          .filter(({ holder }) => holder === `${word} ${id}`)
          .map(({ amountMinor }) => amountMinor),
      );
    const ends = carriers.map(async ({ kind, code, sql, named, path }) => {
      const documents = await rows<Document>(
        db,
        `${sql} IN (${placeholders(ids.length)})`,
        ids,
      );
      return documents
        .filter(({ date }) => windowOf({ kind, dueDate: date }, holidays).to < today)
        .map((document): LooseEnd => {
          const { id, number, date, name } = document;
          const amountMinor = amountOf(id);
          return {
            code,
            place: 'bank',
            ageDays: daysBetween(date, today),
            // Our cheque is told as it is written.
            amountMinor: code === 'chequeNotCashed' ? -amountMinor : amountMinor,
            params: { number, date, ...(named && { payee: name }) },
            path: path(document),
          };
        });
    });
    return (await Promise.all(ends)).flat();
  });
  return (await Promise.all(lists)).flat();
}
