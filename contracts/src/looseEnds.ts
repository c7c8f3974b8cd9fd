/** Something that does not tie and needs a person, with the next step. */
export type LooseEnd = {
  code:
    | 'drawerNotCounted'
    | 'slipNotAtBank'
    | 'batchNotSettled'
    | 'chequeNotCashed'
    | 'accountOverLimit'
    | 'accountOverdue'
    | 'accountCredit'
    | 'chequeReturned'
    | 'chequeOwed'
    | 'transferNotAtBank'
    | 'returnNotAtBank'
    | 'settlementDiffers'
    | 'settlementNotAtBank'
    | 'settlementCarried'
    | 'lineReserved'
    | 'lineUnknown'
    | 'creditExpiring'
    | 'creditExpired'
    | 'voucherExpiring'
    | 'voucherExpired'
    | 'terminalOrphan';
  place: LooseEndPlace;
  ageDays: number;
  amountMinor: number;
  params: Record<string, string | number>;
  /** Where the next step is done: a path of the client. */
  path: string;
};
type LooseEndPlace = 'counter' | 'days' | 'accounts' | 'bank';
export type LooseEnds = { ends: LooseEnd[]; byPlace: Record<LooseEndPlace, number> };
