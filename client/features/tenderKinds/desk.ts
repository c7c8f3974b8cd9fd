import type { CounterSettings, SaleDetail } from '@abacist/contracts';
import type { OfferedRefund, OfferedTender, TenderKind } from '@abacist/core/tenders';
import type { TFunction } from 'i18next';
import type { LucideIcon } from 'lucide-react-native';
import type { ComponentType } from 'react';
import type { useTicket } from '~/features/ticket';

/* What a kind of tender is at the counter: one file a kind, one row in the table. */

type CounterTender = CounterSettings['tenders'][number];

/** A form in which a tender is offered. Minor units. */
export type FormProps = {
  tender: CounterTender;
  settings: CounterSettings;
  /** What is left to pay; and what cash would pay of it, in coins. */
  leftMinor: number;
  cashMinor: number;
  busy: boolean;
  take: (offered: OfferedTender) => void;
};

/** A way to give money back as the person fills it in. */
export type RefundDraft = {
  kind: OfferedRefund['kind'];
  tenderId: number;
  saleTenderId: number | null;
  name: string;
  text: string;
  reference: string;
  /** A cheque of ours: what is written on it. */
  number: string;
  payee: string;
  bankAccountId: number;
};

/** What is asked with an amount that is given back. */
export type BackFieldsProps = {
  draft: RefundDraft;
  settings: CounterSettings;
  /** What the rules say of a field, in words. */
  errorAt: (field: string) => string | undefined;
  onChange: (part: Partial<RefundDraft>) => void;
};

type Ticket = Pick<
  ReturnType<typeof useTicket.getState>,
  'order' | 'tenders' | 'extras' | 'statementLine'
>;
type Payment = SaleDetail['payments'][number];
export type Words = { t: TFunction; day: (date: string) => string };

export type TenderDesk<K extends TenderKind> = {
  icon: LucideIcon;
  pays: {
    Form: ComponentType<FormProps>;
    /** Whether it fits the ticket; it does if not said. */
    fits?: (ticket: Ticket) => boolean;
    /** Whether it stands chosen at once: what the ticket was begun for. */
    first?: (ticket: Ticket) => boolean;
    /** How it pays all that is left where nothing more is asked: for what a ticket will post. */
    rest?: (tender: CounterTender, cashMinor: number) => Extract<OfferedTender, { kind: K }>;
    /** What stands beside its name once it is taken. */
    taken?: (offered: Extract<OfferedTender, { kind: K }>) => string;
  } | null;
  givesBack: {
    /** What its row is called; its name if not said. */
    label?: (t: TFunction) => string;
    Fields?: ComponentType<BackFieldsProps>;
    refund: (
      draft: RefundDraft,
      base: { tenderId: number; amountMinor: number },
    ) => Extract<OfferedRefund, { kind: K }>;
  } | null;
  /** Its row on a receipt, where it says more than its name. */
  receipt?: (payment: Payment, words: Words) => string | null;
};
