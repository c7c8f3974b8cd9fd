import type { SaleDetail } from '@abacist/contracts';
import type { PaperKind } from '@abacist/core/documents';
import { sum } from '@abacist/core/money';
import type { HeadOfShop, PaperContent, PaperFact, PaperLine } from './content';
import { addressOf, formats, shopHead } from './format';
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
  const lines = [...soldLines(sale, shop), ...(priced ? otherLines(sale, shop) : [])];
  return {
    shop: shopHead(shop),
    title: word('numbered', { kind: word(kind), number: sale.number }),
    marks: [
      ...(copy ? [word('copy')] : []),
      ...(sale.voidNumber ? [word('void', { number: sale.voidNumber })] : []),
    ],
    // A receipt goes over the counter, the others by post.
    to: addressOf(
      sale.customerName ?? payerOf(sale),
      kind === 'receipt' ? '' : customerAddress,
    ),
    date: date(sale.date),
    facts: [
      {
        label: word('date'),
        value: word('dateTime', { date: date(sale.date), time: time(sale.soldAt) }),
      },
      { label: word('servedBy'), value: sale.by },
      ...(sale.soldBy === sale.by ? [] : [{ label: word('soldBy'), value: sale.soldBy }]),
      ...(sale.orderNumbers.length
        ? [{ label: word('orderNumber'), value: sale.orderNumbers.join(', ') }]
        : []),
      ...(priced ? dueFacts(sale, shop) : []),
      ...(sale.exemptCertificate
        ? [sentence(word('exempt', { certificate: sale.exemptCertificate }))]
        : []),
      ...(priced && sale.pricesIncludeTax ? [sentence(word('pricesWithTax'))] : []),
    ],
    priced,
    lines,
    sums: priced ? [...totals(sale, shop), ...tenders(sale, shop)] : [],
    notes: priced
      ? [...creditNotes(sale, shop), ...(kind === 'invoice' ? howToPay(sale) : [])]
      : [word('received')],
    ...(kind === 'receipt' ? {} : { signatures: signatures(sale) }),
    barcode: sale.number,
  };
}

/** Who holds the account that was charged, where nobody else is named. */
const payerOf = ({ payments }: SaleDetail): string | null =>
  payments.find(({ charge }) => charge)?.charge?.name ?? null;

/** When a charge is due, and what paying sooner earns. */
const dueFacts = ({ payments }: SaleDetail, shop: HeadOfShop): PaperFact[] =>
  payments.flatMap(({ charge }) => {
    if (!charge?.dueDate) return [];
    const { date, money } = formats(shop);
    const { dueDate, discountDate, discountMinor } = charge;
    return [
      { label: word('dueDate'), value: date(dueDate) },
      ...(discountDate && discountMinor
        ? [
            {
              label: word('discountDate'),
              value: word('discountIf', {
                amount: money(discountMinor),
                date: date(discountDate),
              }),
            },
          ]
        : []),
    ];
  });

const howToPay = ({ payments, number }: SaleDetail): string[] =>
  payments.some(({ charge }) => charge?.dueDate) ? [word('howToPay', { number })] : [];

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
  let soFar = 0;
  return sale.lines.map((line) => ({
    code: line.code,
    tax: line.taxPercents.length
      ? word('percents', { percents: line.taxPercents.map(quantity).join(' + ') })
      : '',
    soFar: money((soFar += line.amountMinor - line.discountMinor)),
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
      [
        ...(extra.validUntil
          ? [word('creditUntil', { date: formats(shop).date(extra.validUntil) })]
          : []),
        ...paidOf(extra, shop),
      ],
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

/** What a payment on account paid, with discounts; what of it is not allocated. */
function paidOf(
  { paid, amountMinor }: SaleDetail['extras'][number],
  shop: HeadOfShop,
): string[] {
  if (!paid) return [];
  const { money } = formats(shop);
  const left = amountMinor - sum(paid.invoices.map((one) => one.amountMinor));
  return [
    ...paid.invoices.map((one) =>
      word(one.discountMinor ? 'paidWithDiscount' : 'paidInvoice', {
        number: one.number,
        amount: money(one.amountMinor),
        discount: money(one.discountMinor),
      }),
    ),
    ...(left > 0 ? [word('unallocatedPart', { amount: money(left) })] : []),
  ];
}

function totals(sale: SaleDetail, shop: HeadOfShop): PaperContent['sums'] {
  const { money, quantity } = formats(shop);
  return [
    { label: word('net'), amount: money(sale.netMinor) },
    ...sale.taxes.map(({ authority, percent, taxMinor }) => ({
      label: percent ? word('taxAt', { authority, percent: quantity(percent) }) : authority,
      amount: money(taxMinor),
    })),
    { label: word('total'), amount: money(sale.totalMinor), strong: true },
    ...sale.extras.flatMap(({ paid, accountName }) =>
      paid
        ? [
            {
              label: word('balanceAfter', { name: accountName ?? '' }),
              amount: money(paid.balanceAfterMinor),
            },
          ]
        : [],
    ),
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

/** Said by itself, without a label. */
const sentence = (value: string): PaperFact => ({ label: '', value });
