import { mergeLines, onceCounted, type JournalLine } from '../ledger';
import { minor, negate, roundCash } from '../money';
import { accept, refuse, type BrokenRule, type Outcome } from '../outcome';
import { roomOf } from './kinds';
import { payTicket, takeOf } from './pay';
import { postTenders, type PostWhere } from './post';
import type { AskedReferences } from './room';
import type { GivenRefund, OfferedTender, RefundKind, TakenTender, TenderKind } from './types';

/** The tender that a receipt should have had. */
type RightTender = { tenderId: number; lastFour: string; reference: string };

/** A tender of a receipt as it stands, minor units. */
type StandingTender = {
  saleTenderId: number;
  tenderId: number;
  kind: TenderKind;
  amountMinor: number;
  keptMinor: number;
  roundingMinor: number;
};

export type CorrectionState = Omit<PostWhere, 'tenders'> & {
  /** The receipt. */
  number: string;
  isVoid: boolean;
  /** Goods came back on another ticket: what was refunded went by the tenders as they are. */
  hasReturns: boolean;
  /** A tip, a voucher, a payment on account: they rest on what paid them. */
  hasExtras: boolean;
  /** It was put right already: then what put it right is what stands. */
  corrected: boolean;
  /** Its drawer is counted and closed. */
  counted: boolean;
  cashStepMinor: number;
  wrong: StandingTender;
  tenders: readonly (PostWhere['tenders'][number] & {
    kind: TenderKind;
    asks: AskedReferences;
  })[];
};

/** A correction: the wrong tender given back, the right one taken, and what both post. */
type DecidedCorrection = {
  taken: TakenTender;
  given: GivenRefund;
  lines: JournalLine[];
  broken: BrokenRule[];
};

/**
 * Corrects the tender of a receipt: what stands under a wrong one is given back to it and taken by the
 * right one, on a document of today of its own; the receipt stays as it was. Cash of a drawer that is counted
 * stands against over and short: the count found it as it was. It is approved.
 * Refusals: `correct.void`, `correct.hasReturns`, `correct.hasExtras`, `correct.corrected`,
 * `correct.kind` (of what else rests on it), `correct.same`, `tender.unknown`, and what the right tender's room asks for.
 */
export function decideCorrection(
  to: RightTender,
  state: CorrectionState,
): Outcome<DecidedCorrection> {
  const { wrong } = state;
  if (state.isVoid) return refuse('correct.void');
  if (state.corrected) return refuse('correct.corrected');
  if (state.hasReturns) return refuse('correct.hasReturns');
  if (state.hasExtras) return refuse('correct.hasExtras');
  const right = state.tenders.find(({ id }) => id === to.tenderId);
  if (!right) return refuse('tender.unknown', 'to.tenderId');
  if (wrong.amountMinor <= 0 || !roomOf(wrong.kind).corrects || !roomOf(right.kind).corrects) {
    return refuse('correct.kind', 'to.tenderId');
  }
  if (right.id === wrong.tenderId) return refuse('correct.same', 'to.tenderId');
  const paid = payTicket(
    wrong.amountMinor,
    [offered(to, right.kind, wrong.amountMinor, state.cashStepMinor)],
    state.cashStepMinor,
    () => right.asks,
  );
  if (!paid.ok) return paid;
  const taken = paid.value[0]!;
  const given = backFrom(wrong);
  const lines = postTenders([taken], [given], state);
  return accept({
    taken,
    given,
    lines: state.counted ? onceCounted(lines) : mergeLines(lines),
    broken: [
      {
        code: 'rule.tenderCorrected',
        approver: 'bookkeeper',
        params: { number: state.number, amountMinor: wrong.amountMinor },
      },
    ],
  });
}

/** The right tender as if it were offered of the amount; cash without change. */
function offered(
  { tenderId, lastFour, reference }: RightTender,
  kind: TenderKind,
  amountMinor: number,
  cashStepMinor: number,
): OfferedTender {
  const paid = takeOf(kind).paysRest
    ? { tenderedMinor: roundCash(amountMinor, cashStepMinor) }
    : { amountMinor };
  return { kind, tenderId, ...paid, lastFour, reference } as OfferedTender;
}

/** All of the wrong tender, as it is given back to it. */
const backFrom = (wrong: StandingTender): GivenRefund => ({
  tenderId: wrong.tenderId,
  kind: wrong.kind as RefundKind,
  saleTenderId: wrong.saleTenderId,
  amountMinor: negate(minor(wrong.amountMinor)),
  keptMinor: negate(minor(wrong.keptMinor)),
  roundingMinor: negate(minor(wrong.roundingMinor)),
  reference: null,
  ownCheque: null,
  transfer: null,
  chargeAccountId: null,
  writtenBackMinor: minor(0),
});
