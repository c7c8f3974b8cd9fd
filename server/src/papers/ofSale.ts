import type { SaleDetail } from '@abacist/contracts';
import type { PaperKind } from '@abacist/core/documents';
import type { HeadOfShop, PaperContent, PaperLine } from './content';
import { formats, shopHead } from './format';
import { word } from './words';

type Kind = Extract<PaperKind, 'receipt' | 'invoice' | 'deliveryNote'>;

/** A sale as a receipt, an invoice, or a delivery note (without prices). */
export function paperOfSale(
  kind: Kind,
  sale: SaleDetail,
  customerAddress: string,
  shop: HeadOfShop,
  copy: boolean,
): PaperContent {
  const { date, time } = formats(shop);
  const priced = kind !== 'deliveryNote';
  return {
    shop: shopHead(shop),
    title: word('numbered', { kind: word(kind), number: sale.number }),
    marks: [
      ...(copy ? [word('copy')] : []),
      ...(sale.voidNumber ? [word('void', { number: sale.voidNumber })] : []),
    ],
    head: [
      word('dateTime', { date: date(sale.date), time: time(sale.soldAt) }),
      word('servedBy', { name: sale.by }),
      ...(sale.soldBy === sale.by ? [] : [word('soldBy', { name: sale.soldBy })]),
      ...(sale.customerName ? [word('for', { name: sale.customerName })] : []),
      ...(kind !== 'receipt' && customerAddress ? [customerAddress] : []),
      ...(sale.exemptCertificate
        ? [word('exempt', { certificate: sale.exemptCertificate })]
        : []),
      ...(priced && sale.pricesIncludeTax ? [word('pricesWithTax')] : []),
    ],
    priced,
    lines: [...soldLines(sale, shop), ...(priced ? otherLines(sale, shop) : [])],
    sums: priced ? [...totals(sale, shop), ...tenders(sale, shop)] : [],
    notes: priced ? creditNotes(sale, shop) : [word('received')],
    ...(kind === 'receipt' ? {} : { signatures: signatures(sale) }),
    barcode: sale.number,
  };
}

/** What buyers signed, on the papers that go with the goods. */
const signatures = ({ payments }: SaleDetail): PaperContent['signatures'] =>
  payments.flatMap(({ charge }) =>
    charge?.signature
      ? [
          {
            png: charge.signature,
            words: word('signedBy', { name: charge.buyer || charge.name }),
          },
        ]
      : [],
  );

function soldLines(sale: SaleDetail, shop: HeadOfShop): PaperLine[] {
  const { money, quantity } = formats(shop);
  return sale.lines.map((line) => ({
    name: line.description,
    details: line.discountMinor
      ? [word('lessOff', { amount: money(line.discountMinor) })]
      : [],
    quantity: word('ofQuantity', {
      quantity: quantity(line.quantity),
      unit: line.unit,
    }).trim(),
    price: money(line.unitPriceMinor),
    amount: money(line.amountMinor - line.discountMinor),
  }));
}

/** Vouchers and prepayments, and what came back. */
function otherLines({ extras, returned }: SaleDetail, shop: HeadOfShop): PaperLine[] {
  const { money, quantity } = formats(shop);
  const bare = (name: string, amountMinor: number, details: string[] = []): PaperLine => ({
    name,
    details,
    quantity: '',
    price: '',
    amount: money(amountMinor),
  });
  const lines = extras.map((extra) =>
    bare(
      word(extra.kind, {
        code: extra.voucherCode?.replace(/(\d{4})(?=\d)/g, '$1 ') ?? '',
        number: extra.orderNumber ?? extra.chequeNumber ?? '',
        name: extra.accountName ?? '',
      }),
      extra.amountMinor,
      extra.validUntil
        ? [word('creditUntil', { date: formats(shop).date(extra.validUntil) })]
        : [],
    ),
  );
  if (!returned) return lines;
  const heading = returned.ofNumber
    ? word('returned', { number: returned.ofNumber })
    : word('returnedWithoutSale');
  const why = word('because', {
    reason: returned.reason,
    condition: word(`condition_${returned.condition}`),
  });
  return [
    ...lines,
    { name: heading, details: [why], quantity: '', price: '', amount: '', heading: true },
    ...returned.lines.map((line) => ({
      ...bare(line.description, -line.netMinor),
      quantity: quantity(`-${line.quantity}`),
    })),
    ...(returned.feeMinor ? [bare(word('restocking'), returned.feeMinor)] : []),
    ...(returned.discountBackMinor
      ? [bare(word('discountBack'), returned.discountBackMinor)]
      : []),
  ];
}

function totals(sale: SaleDetail, shop: HeadOfShop): PaperContent['sums'] {
  const { money } = formats(shop);
  return [
    { label: word('net'), amount: money(sale.netMinor) },
    ...sale.taxes.map(({ authority, taxMinor }) => ({
      label: authority,
      amount: money(taxMinor),
    })),
    { label: word('total'), amount: money(sale.totalMinor), strong: true },
  ];
}

function tenders(sale: SaleDetail, shop: HeadOfShop): PaperContent['sums'] {
  const { money } = formats(shop);
  return sale.payments.flatMap((payment) => {
    const {
      name,
      lastFour,
      cheque,
      ownCheque,
      charge,
      amountMinor,
      tenderedMinor,
      changeMinor,
    } = payment;
    const back = amountMinor < 0;
    const label = back
      ? ownCheque
        ? word('ownCheque', { name, ...ownCheque })
        : word('givenBack', { name })
      : cheque
        ? word('cheque', { name, number: cheque.number })
        : charge?.dueDate
          ? word('onAccount', { name: charge.name, due: formats(shop).date(charge.dueDate) })
          : lastFour
            ? word('card', { name, lastFour })
            : word('tendered', { name });
    const rounding = payment.roundingMinor;
    return [
      { label, amount: money(back ? tenderedMinor - changeMinor : tenderedMinor) },
      ...(rounding ? [{ label: word('rounding'), amount: money(-rounding) }] : []),
      ...(changeMinor && !back ? [{ label: word('change'), amount: money(changeMinor) }] : []),
    ];
  });
}

function creditNotes({ credit }: SaleDetail, shop: HeadOfShop): string[] {
  if (!credit) return [];
  const { money, date } = formats(shop);
  return [
    `${word('creditIssued', { number: credit.number })}: ${money(credit.amountMinor)}`,
    word('creditUntil', { date: date(credit.validUntil) }),
  ];
}
