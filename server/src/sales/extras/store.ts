import type { SaleAnswer } from '@abacist/contracts';
import type { RefundState } from '@abacist/core/returns';
import type { DecidedExtra, ExtraKind, ExtraOf } from '@abacist/core/sales';
import type { CommandContext } from '../../context';

/** A voucher that a ticket sold: its paper's code is in the answer. */
type SoldVoucher = SaleAnswer['vouchers'][number];

/** An extra's row, as its kind undoes it. */
export type ExtraRow = {
  kind: ExtraKind;
  amountMinor: number;
  orderId: number | null;
  voucherId: number | null;
  returnedChequeId: number | null;
  recoveredMinor: number;
  unknownPaymentId: number | null;
  saleId: number;
};

/** What a kind of extra is to the server: how it is loaded, kept and undone. One file a kind. */
export type ExtraStore<K extends ExtraKind> = {
  /** What brought the money that it pays back. */
  broughtBy?: (tx: CommandContext['tx'], extra: ExtraOf<K>) => Promise<RefundState>;
  /** Keeps what is its own, before its row is stored; the voucher that it made. */
  keep?: (
    context: CommandContext,
    saleId: number,
    extra: DecidedExtra,
    offered: ExtraOf<K>,
  ) => Promise<{ id: number; sold: SoldVoucher } | void>;
  /** Whether somebody used meanwhile what it brought: its ticket can't be voided then. */
  used?: (context: CommandContext, row: ExtraRow) => Promise<boolean>;
  /** Takes back what it kept, when its ticket is voided. */
  undo?: (context: CommandContext, row: ExtraRow) => Promise<void>;
};
