import type { DrawerAct } from '@abacist/contracts';
import { isOfDrawer } from '@abacist/core/drawerActs';
import { sum } from '@abacist/core/money';
import type { HeadOfShop, PaperContent } from './content';
import { addressOf, formats, shopHead } from './format';
import { word } from './words';

/** Money into a drawer or out of it: what it was for, with the tax inside, and who had it. */
export function paperOfAct(act: DrawerAct, shop: HeadOfShop, copy: boolean): PaperContent {
  const { money, date, time } = formats(shop);
  const { kind, number, party, words, parts, amountMinor, undoneBy } = act;
  const tax = sum(parts.map(({ taxMinor }) => taxMinor));
  const lines = parts.length ? parts : [{ words: '', amountMinor }];
  return {
    // The foot speaks to customers of their goods.
    shop: { ...shopHead(shop), foot: '' },
    title: word('numbered', { kind: word(`act_${kind}`), number }),
    marks: [
      ...(copy ? [word('copy')] : []),
      ...(undoneBy ? [word('void', { number: undoneBy })] : []),
    ],
    to: addressOf(party, ''),
    date: date(act.date),
    facts: [
      {
        label: word('date'),
        value: word('dateTime', { date: date(act.date), time: time(act.madeAt) }),
      },
      ...(act.drawer
        ? [{ label: word(isOfDrawer(kind) ? 'drawer' : 'bank'), value: act.drawer }]
        : []),
      { label: word('by'), value: act.by },
    ],
    priced: true,
    lines: lines.map((part) => ({
      name: part.words || words || word(`act_${kind}`),
      details: [],
      quantity: '',
      price: '',
      amount: money(part.amountMinor),
    })),
    sums: [
      ...(tax ? [{ label: word('taxInside'), amount: money(tax) }] : []),
      { label: word('total'), amount: money(amountMinor), strong: true },
    ],
    notes: [word('handedOver')],
    barcode: number,
  };
}
