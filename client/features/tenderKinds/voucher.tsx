import Gift from 'lucide-react-native/icons/gift';
import type { FormProps, TenderDesk } from './desk';
import { VoucherForm } from './VoucherForm';

const Form = ({ tender, leftMinor, busy, take }: FormProps) => (
  <VoucherForm
    key={leftMinor}
    leftMinor={leftMinor}
    busy={busy}
    onTake={(taken) => take({ kind: 'voucher', tenderId: tender.id, ...taken })}
  />
);

export const VOUCHER: TenderDesk<'voucher'> = { icon: Gift, pays: { Form }, givesBack: null };
