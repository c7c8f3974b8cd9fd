import type { DisputeDetail } from '@abacist/contracts';
import type { HeadOfShop, PaperContent, PaperFact } from './content';
import { formats, shopHead } from './format';
import { word } from './words';

/** What the shop answers to a dispute, before the papers of its sale: the card, and what is attached. */
export function paperOfDispute(
  dispute: DisputeDetail,
  { today, by }: { today: string; by: string },
  shop: HeadOfShop,
): PaperContent {
  const { money, date } = formats(shop);
  const { settled } = dispute;
  const told = (label: Parameters<typeof word>[0], value: string | null): PaperFact[] =>
    value ? [{ label: word(label), value }] : [];
  const when = settled?.on
    ? [date(settled.on), settled.time].filter(Boolean).join(', ')
    : null;
  return {
    shop: { ...shopHead(shop), foot: '' },
    title: word('dispute'),
    marks: [],
    to: [dispute.processor],
    date: date(today),
    facts: [
      ...told('date', date(today)),
      ...told('by', by),
      ...told('disputeReference', dispute.reference),
      ...told('disputeReceived', date(dispute.receivedOn)),
      ...told('disputeDue', dispute.evidenceDue && date(dispute.evidenceDue)),
    ],
    letter: [
      word('disputeLetter', {
        amount: money(dispute.amountMinor),
        number: dispute.saleNumber ?? '',
      }),
    ],
    priced: true,
    lines: [
      {
        name: word('disputeCard', {
          scheme: dispute.scheme,
          lastFour: dispute.lastFour || '–',
        }),
        details: [
          ...(settled?.reference
            ? [word('disputeSettled', { reference: settled.reference })]
            : []),
          ...(settled?.authorisation
            ? [word('disputeAuthorisation', { authorisation: settled.authorisation })]
            : []),
          ...(when ? [when] : []),
        ],
        ...{ quantity: '', price: '', amount: money(dispute.amountMinor) },
      },
    ],
    sums: [],
    notes: [
      word('disputeHolds'),
      ...dispute.files.map(({ name }, i) => word('disputeFile', { number: i + 1, name })),
    ],
    barcode: `DISPUTE-${dispute.id}`,
  };
}
