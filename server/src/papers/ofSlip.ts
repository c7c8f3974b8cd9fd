import { sum } from '@abacist/core/money';
import { row, rows, type Db } from '../db/pool';
import type { HeadOfShop, PaperContent, PaperLine } from './content';
import { formats, shopHead } from './format';
import { word } from './words';

export type SlipOnPaper = {
  number: string;
  date: string;
  bank: string;
  accountNumber: string;
  bankReference: string;
  by: string;
  totalMinor: number;
  recalledBy: string | null;
  items: {
    takingsDay: string;
    drawer: string;
    amountMinor: number;
    cheque: { number: string; drawnBy: string; dated: string } | null;
  }[];
  /** Cash by denomination, where it was counted for the slip. */
  count: { denominationMinor: number; pieces: number }[];
};

/** A slip with what it brings, for whoever takes it over the counter of the bank. */
export async function readSlip(db: Db, id: number): Promise<SlipOnPaper | undefined> {
  const head = await row<Omit<SlipOnPaper, 'items' | 'count'>>(
    db,
    `SELECT CONCAT(d.series, '-', d.number) AS number, s.date, b.name AS bank,
       b.account_number AS accountNumber, s.bank_reference AS bankReference, u.name AS \`by\`,
       s.total_minor AS totalMinor, CONCAT(rd.series, '-', rd.number) AS recalledBy
     FROM slip s
     JOIN bank_account b ON b.id = s.bank_account_id
     JOIN user u ON u.id = s.user_id
     JOIN document d ON d.kind = 'slip' AND d.subject_id = s.id
     LEFT JOIN slip_recall r ON r.slip_id = s.id
     LEFT JOIN document rd ON rd.kind = 'slipRecall' AND rd.subject_id = r.id
     WHERE s.id = ?`,
    [id],
  );
  if (!head) return undefined;
  const [items, count] = await Promise.all([
    rows<{
      takingsDay: string;
      drawer: string;
      amountMinor: number;
      number: string | null;
      drawnBy: string;
      dated: string;
    }>(
      db,
      `SELECT i.takings_day AS takingsDay, COALESCE(dr.name, '') AS drawer, x.amount_minor AS amountMinor,
         q.number, q.drawn_by AS drawnBy, q.dated
       FROM slip_item x
       JOIN safe_item i ON i.id = x.safe_item_id
       LEFT JOIN cheque q ON q.id = i.cheque_id
       LEFT JOIN drawer_close c ON c.id = i.drawer_close_id
       LEFT JOIN drawer_act a ON a.id = i.drawer_act_id
       LEFT JOIN drawer_session ds
         ON ds.id = COALESCE(c.drawer_session_id, a.drawer_session_id)
       LEFT JOIN drawer dr ON dr.id = ds.drawer_id
       WHERE x.slip_id = ? ORDER BY q.id IS NOT NULL, i.takings_day, i.id`,
      [id],
    ),
    rows<SlipOnPaper['count'][number]>(
      db,
      `SELECT denomination_minor AS denominationMinor, pieces
       FROM slip_cash WHERE slip_id = ? ORDER BY denomination_minor DESC`,
      [id],
    ),
  ]);
  return {
    ...head,
    items: items.map(({ number, drawnBy, dated, ...item }) => ({
      ...item,
      cheque: number === null ? null : { number, drawnBy, dated },
    })),
    count,
  };
}

/** A slip as its paper: cash by denomination or by day, each cheque with its drawer, the total. */
export function paperOfSlip(slip: SlipOnPaper, shop: HeadOfShop, copy: boolean): PaperContent {
  const { money, date } = formats(shop);
  const cash = slip.items.filter(({ cheque }) => cheque === null);
  const cheques = slip.items.filter(({ cheque }) => cheque !== null);
  const cashMinor = sum(cash.map(({ amountMinor }) => amountMinor));
  const chequesMinor = sum(cheques.map(({ amountMinor }) => amountMinor));
  const plain = (name: string, more: Partial<PaperLine>): PaperLine => ({
    name,
    details: [],
    quantity: '',
    price: '',
    amount: '',
    ...more,
  });
  return {
    shop: { ...shopHead(shop), foot: '' },
    title: word('numbered', { kind: word('depositSlip'), number: slip.number }),
    marks: [
      ...(copy ? [word('copy')] : []),
      ...(slip.recalledBy ? [word('recalled', { number: slip.recalledBy })] : []),
    ],
    to: [],
    date: date(slip.date),
    facts: [
      { label: word('bank'), value: slip.bank },
      { label: word('accountNumber'), value: slip.accountNumber },
      { label: word('date'), value: date(slip.date) },
      ...(slip.bankReference ? [{ label: word('bagNumber'), value: slip.bankReference }] : []),
      { label: word('by'), value: slip.by },
    ],
    priced: true,
    lines: [
      ...(cash.length ? [plain(word('pot_cash'), { heading: true })] : []),
      ...(slip.count.length
        ? slip.count.map(({ denominationMinor, pieces }) =>
            plain(money(denominationMinor), {
              quantity: String(pieces),
              amount: money(denominationMinor * pieces),
            }),
          )
        : cash.map(({ takingsDay, drawer, amountMinor }) =>
            plain(word(drawer ? 'takingsOf' : 'foundOf', { date: date(takingsDay), drawer }), {
              amount: money(amountMinor),
            }),
          )),
      ...(cheques.length ? [plain(word('pot_cheque'), { heading: true })] : []),
      ...cheques.map(({ cheque, amountMinor }, i) =>
        plain(word('chequeRow', { at: i + 1, ...cheque }), {
          details: [word('chequeDated', { date: date(cheque!.dated) })],
          amount: money(amountMinor),
        }),
      ),
    ],
    sums: [
      { label: word('pot_cash'), amount: money(cashMinor) },
      ...(cheques.length
        ? [
            {
              label: word('chequesCount', { count: cheques.length }),
              amount: money(chequesMinor),
            },
          ]
        : []),
      { label: word('total'), amount: money(slip.totalMinor), strong: true },
    ],
    notes: [word('teller')],
    barcode: slip.number,
  };
}
