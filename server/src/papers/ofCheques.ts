import type { SafeView } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import type { HeadOfShop, PaperContent } from './content';
import { formats, shopHead } from './format';
import { word } from './words';

/** The cheques that wait in the safe: checked against the pieces before they are sent. */
export function paperOfCheques(
  items: SafeView['items'],
  { today, by }: { today: string; by: string },
  shop: HeadOfShop,
): PaperContent {
  const { money, date } = formats(shop);
  const cheques = items.flatMap(({ cheque, ...item }) =>
    cheque ? [{ ...item, cheque }] : [],
  );
  const total = (later: boolean) =>
    money(sum(cheques.flatMap((one) => (one.later === later ? [one.leftMinor] : []))));
  const later = cheques.filter((one) => one.later).length;
  return {
    shop: { ...shopHead(shop), foot: '' },
    title: word('chequeRegister'),
    marks: [],
    to: [],
    date: date(today),
    facts: [
      { label: word('date'), value: date(today) },
      { label: word('by'), value: by },
    ],
    priced: true,
    lines: cheques.map(({ cheque, takingsDay, drawer, leftMinor, later: held }, i) => ({
      name: word('chequeRow', { at: i + 1, ...cheque }),
      details: [
        word('chequeDated', { date: date(cheque.dated) }),
        word(drawer ? 'takingsOf' : 'foundOf', { date: date(takingsDay), drawer }),
        ...(held ? [word('chequeHeld')] : []),
      ],
      quantity: '',
      price: '',
      amount: money(leftMinor),
    })),
    sums: [
      ...(later
        ? [{ label: word('chequesHeld', { count: later }), amount: total(true) }]
        : []),
      {
        label: word('chequesCount', { count: cheques.length - later }),
        amount: total(false),
        strong: true,
      },
    ],
    notes: [],
    barcode: `CHQ-${today}`,
  };
}
