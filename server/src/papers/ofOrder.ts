import type { CreditNote, OrderDetail, SaleDetail } from '@abacist/contracts';
import type { PaperKind } from '@abacist/core/documents';
import type { HeadOfShop, PaperContent } from './content';
import { addressOf, formats, shopHead } from './format';
import { word } from './words';

type Kind = Extract<PaperKind, 'quotation' | 'order' | 'deliveryNote'>;

/** A quotation or an order, or the delivery note of an order (without prices). */
export function paperOfOrder(
  kind: Kind,
  order: OrderDetail,
  customerAddress: string,
  shop: HeadOfShop,
  copy: boolean,
): PaperContent {
  const { money, date, quantity } = formats(shop);
  const priced = kind !== 'deliveryNote';
  let soFar = 0;
  const sums: PaperContent['sums'] = [
    { label: word('net'), amount: money(order.netMinor) },
    ...order.taxes.map(({ authority, taxMinor }) => ({
      label: authority,
      amount: money(taxMinor),
    })),
    { label: word('total'), amount: money(order.totalMinor), strong: true },
  ];
  if (order.prepaidMinor) {
    const left = order.totalMinor - order.prepaidMinor;
    sums.push(
      { label: word('prepaid'), amount: money(-order.prepaidMinor) },
      { label: word('toPay'), amount: money(left), strong: true },
    );
  }
  return {
    shop: shopHead(shop),
    title: word('numbered', { kind: word(kind), number: order.number }),
    marks: copy ? [word('copy')] : [],
    to: addressOf(order.customerName, customerAddress),
    date: date(order.date),
    facts: [
      { label: word('date'), value: date(order.date) },
      { label: word('servedBy'), value: order.by },
      ...(order.soldBy === order.by ? [] : [{ label: word('soldBy'), value: order.soldBy }]),
      ...(order.exemptCertificate
        ? [{ label: '', value: word('exempt', { certificate: order.exemptCertificate }) }]
        : []),
      ...(priced && order.pricesIncludeTax
        ? [{ label: '', value: word('pricesWithTax') }]
        : []),
    ],
    priced,
    lines: order.lines.map((line) => ({
      soFar: money((soFar += line.amountMinor - line.discountMinor)),
      name: line.description,
      details:
        priced && line.discountMinor
          ? [word('lessOff', { amount: money(line.discountMinor) })]
          : [],
      quantity: word('ofQuantity', {
        quantity: quantity(line.quantity),
        unit: line.unit,
      }).trim(),
      price: money(line.unitPriceMinor),
      amount: money(line.amountMinor - line.discountMinor),
    })),
    sums: priced ? sums : [],
    notes: priced
      ? order.validUntil
        ? [word('validUntil', { date: date(order.validUntil) })]
        : []
      : [word('received')],
    barcode: order.number,
  };
}

/** A credit note: its reason, the ticket that issued it, its last day, what is left of it. */
export function paperOfCredit(
  credit: CreditNote,
  sale: SaleDetail,
  shop: HeadOfShop,
  copy: boolean,
): PaperContent {
  const { money, date, quantity } = formats(shop);
  return {
    shop: shopHead(shop),
    title: word('numbered', { kind: word('creditNote'), number: credit.number }),
    marks: copy ? [word('copy')] : [],
    to: addressOf(sale.customerName, ''),
    date: date(credit.issuedOn),
    facts: [
      { label: word('date'), value: date(credit.issuedOn) },
      { label: '', value: word('creditOf', { number: credit.saleNumber }) },
    ],
    priced: true,
    lines: (sale.returned?.lines ?? []).map((line) => ({
      name: line.description,
      details: [sale.returned!.reason],
      quantity: quantity(line.quantity),
      price: '',
      amount: '',
    })),
    sums: [
      { label: word('amount'), amount: money(credit.amountMinor), strong: true },
      ...(credit.leftMinor === credit.amountMinor
        ? []
        : [{ label: word('creditLeft'), amount: money(credit.leftMinor) }]),
    ],
    notes: [word('creditUntil', { date: date(credit.validUntil) })],
    barcode: credit.number,
  };
}
