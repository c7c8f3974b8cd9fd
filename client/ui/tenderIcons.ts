import type { TenderKind } from '@abacist/core/tenders';
import type { LucideIcon } from 'lucide-react-native';
import Anchor from 'lucide-react-native/icons/anchor';
import Banknote from 'lucide-react-native/icons/banknote';
import CreditCard from 'lucide-react-native/icons/credit-card';
import Gift from 'lucide-react-native/icons/gift';
import Handshake from 'lucide-react-native/icons/handshake';
import NotebookPen from 'lucide-react-native/icons/notebook-pen';
import PenLine from 'lucide-react-native/icons/pen-line';
import ScrollText from 'lucide-react-native/icons/scroll-text';
import Landmark from 'lucide-react-native/icons/landmark';
import Ship from 'lucide-react-native/icons/ship';
import Ticket from 'lucide-react-native/icons/ticket';

const BY_NAME: Record<string, LucideIcon> = {
  anchor: Anchor,
  banknote: Banknote,
  'credit-card': CreditCard,
  gift: Gift,
  handshake: Handshake,
  'scroll-text': ScrollText,
  ship: Ship,
  ticket: Ticket,
};
const BY_KIND: Record<TenderKind, LucideIcon> = {
  cash: Banknote,
  card: CreditCard,
  cheque: ScrollText,
  ownCheque: PenLine,
  onAccount: NotebookPen,
  storeCredit: Ticket,
  voucher: Gift,
  prepayment: Anchor,
  transfer: Landmark,
  other: Handshake,
};

/** The icon that the shop chose for a tender, else that of its kind. */
export function tenderIcon({ icon, kind }: { icon: string; kind: TenderKind }): LucideIcon {
  return BY_NAME[icon] ?? BY_KIND[kind];
}
