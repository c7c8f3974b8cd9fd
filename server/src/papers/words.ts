import i18next from 'i18next';

/** The wording of papers; English first. */
const en = {
  receipt: 'Receipt',
  invoice: 'Invoice',
  creditNote: 'Credit note',
  quotation: 'Quotation',
  order: 'Order',
  deliveryNote: 'Delivery note',
  copy: 'COPY',
  void: 'VOID: {{number}}',
  numbered: '{{kind}} {{number}}',
  dateTime: '{{date}}, {{time}}',
  servedBy: 'Served by {{name}}',
  soldBy: 'Sold by {{name}}',
  for: 'For {{name}}',
  exempt: 'Free of tax by certificate {{certificate}}',
  taxNumbers: 'Tax numbers: {{numbers}}',
  pricesWithTax: 'Prices hold their tax.',
  page: 'page {{page}} of {{of}}',
  amount: 'Amount',
  lessOff: 'less {{amount}}',
  each: '{{quantity}} × {{price}}',
  eachUnit: '{{quantity}} {{unit}} × {{price}}',
  ofQuantity: '{{quantity}} {{unit}}',
  returned: 'Back of {{number}}',
  returnedWithoutSale: 'Back, sale not found',
  because: '{{reason}}; {{condition}}',
  condition_asNew: 'as new',
  condition_opened: 'opened',
  condition_damaged: 'damaged',
  restocking: 'Restocking fee',
  discountBack: 'Discount that was taken',
  voucher: 'Gift voucher {{code}}',
  prepayment: 'Prepayment for {{number}}',
  prepaymentBack: 'Prepayment of {{number}} back',
  tip: 'Tip',
  cashBack: 'Cash back',
  accountPayment: 'Paid on account {{name}}',
  net: 'Before tax',
  total: 'Total',
  tendered: '{{name}}',
  card: '{{name}} ···· {{lastFour}}',
  cheque: '{{name}} {{number}}',
  onAccount: 'On account of {{name}}, due {{due}}',
  givenBack: 'Given back: {{name}}',
  ownCheque: 'Given back: {{name}} {{number}} to {{payee}}',
  rounding: 'Cash rounding',
  change: 'Change',
  creditIssued: 'Credit note {{number}}',
  creditUntil: 'To be used until {{date}}.',
  creditLeft: 'Left',
  creditOf: 'Issued with {{number}} for goods that came back.',
  validUntil: 'Valid until {{date}}.',
  prepaid: 'Paid ahead',
  toPay: 'To pay',
  received: 'Received in good order:',
  subject: '{{kind}} {{number}} from {{shop}}',
  mailText:
    'Good day,\n\nplease find {{kind}} {{number}} of {{date}} attached.\n\nWith kind regards\n{{shop}}',
} as const;

const instance = i18next.createInstance();
void instance.init({
  lng: 'en',
  showSupportNotice: false,
  fallbackLng: 'en',
  resources: { en: { translation: en } },
  interpolation: { escapeValue: false },
});

export type PaperWord = keyof typeof en;

/** A word of a paper, with its parameters filled in. */
export const word = (key: PaperWord, params: Record<string, string | number> = {}): string =>
  instance.t(key, params);
