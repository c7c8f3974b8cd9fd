import type { StatementAsked } from '@abacist/contracts';
import { AGES, type StatementRow } from '@abacist/core/accounts';
import type { HeadOfShop, PaperContent, PaperLine } from '../../papers/content';
import { addressOf, formats, shopHead } from '../../papers/format';
import { word } from '../../papers/words';
import type { Made } from './load';

/** A statement of account in the words of its paper, with the slip to send back with a payment. */
export function paperOfStatement(
  { payer, statement }: Made,
  { kind, from, asOf }: StatementAsked,
  shop: HeadOfShop,
  number: string,
  letter?: string,
): PaperContent {
  const { money, date } = formats(shop);
  const several = payer.names.size > 1;
  let soFar = kind === 'balanceForward' ? statement.openingMinor : 0;
  const opening: PaperLine[] =
    kind === 'balanceForward'
      ? [lineOf(word('statementOpening', { date: date(from) }), money(statement.openingMinor))]
      : [];
  const members = [...payer.names].filter(([id]) =>
    statement.rows.some(({ chargeAccountId }) => chargeAccountId === id),
  );
  // What is open stands by branch; a history goes by its dates.
  const lines =
    several && kind === 'openItem'
      ? members.flatMap(([id, name]) => [
          { ...lineOf(name, ''), heading: true },
          ...statement.rows.filter(({ chargeAccountId }) => chargeAccountId === id).map(rowOf),
        ])
      : statement.rows.map(rowOf);
  function rowOf(row: StatementRow): PaperLine {
    const details = [
      kind === 'openItem' && row.amountMinor !== row.standingMinor
        ? word('statementOf', { amount: money(row.amountMinor) })
        : '',
      several && kind === 'balanceForward' ? payer.names.get(row.chargeAccountId)! : '',
    ].filter(Boolean);
    soFar += kind === 'openItem' ? row.standingMinor : row.amountMinor;
    return {
      ...lineOf(
        word('statementRow', { number: row.number, kind: word(`item_${row.kind}`) }),
        money(kind === 'openItem' ? row.standingMinor : row.amountMinor),
      ),
      date: date(row.date),
      due: row.dueDate ? date(row.dueDate) : '',
      ...(kind === 'balanceForward' && { balance: money(row.standingMinor) }),
      soFar: money(soFar),
      details: details.length ? [details.join(' · ')] : [],
    };
  }
  return {
    shop: shopHead(shop),
    title: word('numbered', { kind: word('accountStatement'), number }),
    marks: [],
    to: addressOf(payer.name, payer.address),
    date: date(asOf),
    facts: [
      { label: word('statementAsOf'), value: date(asOf) },
      { label: word('customerNumber'), value: payer.number },
    ],
    ...(letter !== undefined && { letter: letter.split('\n') }),
    priced: true,
    lines: [...opening, ...lines],
    sums: [
      ...AGES.filter((age) => statement.aging[age] !== 0).map((age) => ({
        label: word(`age_${age}`),
        amount: money(statement.aging[age]),
      })),
      { label: word('statementOwed'), amount: money(statement.balanceMinor), strong: true },
    ],
    notes: [],
    remittance: [
      word('remittance'),
      word('remittanceOf', { number, customer: payer.number, name: payer.name }),
      word('remittanceAmount', { amount: money(statement.balanceMinor) }),
    ],
    barcode: number,
  };
}

const lineOf = (name: string, amount: string): PaperLine => ({
  name,
  details: [],
  quantity: '',
  price: '',
  amount,
});
