import type { LucideIcon } from 'lucide-react-native';
import Anchor from 'lucide-react-native/icons/anchor';
import Banknote from 'lucide-react-native/icons/banknote';
import CreditCard from 'lucide-react-native/icons/credit-card';
import Gift from 'lucide-react-native/icons/gift';
import Handshake from 'lucide-react-native/icons/handshake';
import ScrollText from 'lucide-react-native/icons/scroll-text';
import Ship from 'lucide-react-native/icons/ship';
import Ticket from 'lucide-react-native/icons/ticket';

/** Icons that a shop may choose for its tenders, by their names in the contract. */
export const tenderIcons: Record<string, LucideIcon> = {
  anchor: Anchor,
  banknote: Banknote,
  'credit-card': CreditCard,
  gift: Gift,
  handshake: Handshake,
  'scroll-text': ScrollText,
  ship: Ship,
  ticket: Ticket,
};
