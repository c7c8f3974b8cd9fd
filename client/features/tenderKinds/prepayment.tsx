import type { OfferedTender } from '@abacist/core/tenders';
import Anchor from 'lucide-react-native/icons/anchor';
import { useTicket } from '~/features/ticket';
import { Column } from '~/ui/Box';
import type { FormProps, TenderDesk } from './desk';
import { TakeAmount } from './TakeAmount';

/** What is left of the order's prepayments after what is offered of them already. */
const leftOf = ({
  order,
  tenders,
}: {
  order: { leftMinor: number } | null;
  tenders: readonly OfferedTender[];
}): number =>
  tenders.reduce(
    (left, tender) => left - (tender.kind === 'prepayment' ? tender.amountMinor : 0),
    order?.leftMinor ?? 0,
  );

function Form({ tender, leftMinor, busy, take }: FormProps) {
  const ticket = useTicket();
  const { order } = ticket;
  const prepaidLeft = leftOf(ticket);
  if (!order) return null;
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <TakeAmount
        key={`${prepaidLeft} ${leftMinor}`}
        mostMinor={Math.min(prepaidLeft, leftMinor)}
        ofMinor={prepaidLeft}
        busy={busy}
        onTake={(amountMinor) =>
          take({ kind: 'prepayment', tenderId: tender.id, orderId: order.id, amountMinor })
        }
      />
    </Column>
  );
}

/** A prepayment pays only for its own order. */
export const PREPAYMENT: TenderDesk<'prepayment'> = {
  icon: Anchor,
  pays: { Form, fits: (ticket) => leftOf(ticket) > 0, first: () => true },
  givesBack: null,
};
