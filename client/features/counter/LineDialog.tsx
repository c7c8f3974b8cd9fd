import type { CounterSettings } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import {
  discountOf,
  isQuantity,
  lineOfOrder,
  type Discount,
  type TicketLine,
} from '@abacist/core/sales';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useNumbers } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Line } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { Body } from '~/ui/Text';
import { useTicket } from '~/features/ticket';
import { useTicketItems } from './useCounter';
import { useListPrice, useQuantityError } from './usePieces';

/** One line of the ticket: its quantity, its price, what is taken off. */
export function LineDialog({
  settings,
  index,
  onClose,
}: {
  settings: CounterSettings;
  index: number;
  onClose: () => void;
}) {
  const t = useWords();
  const { percent } = useNumbers();
  const word = useRefusalText();
  const { currency } = useShop();
  const { lines, order, changeLine } = useTicket();
  const line = lines[index]!;
  const ordered =
    line.order?.orderId === order?.id
      ? order?.lines?.find(({ position }) => position === line.order?.position)
      : undefined;
  const items = useTicketItems(settings);
  const item = 'itemId' in line ? items.find(({ id }) => id === line.itemId) : null;
  const listMinor = useListPrice(settings)(item);
  const [quantity, setQuantity] = useState('itemId' in line ? line.quantity : '1');
  const [price, setPrice] = useState(
    toDecimal(
      'itemId' in line ? (line.unitPriceMinor ?? listMinor) : line.amountMinor,
      currency,
    ),
  );
  const [off, setOff] = useState(discountText(line.discount, currency));
  const read = parseAmount(price, currency);
  const discount = readDiscount(off, currency);
  const name =
    item?.name ??
    settings.departments.find((one) => 'departmentId' in line && one.id === line.departmentId)
      ?.name ??
    '';
  const quantityError = useQuantityError()(quantity, item?.decimals ?? 0);
  const priceError = read.ok ? undefined : word(read.refusals[0]!);
  const offError = discount === null ? t('refusal.discount_percent') : undefined;
  // What was agreed to be taken off an order's line follows its quantity until it is typed over.
  const agreedOff = (of: string) =>
    ordered && isQuantity(of)
      ? discountText(lineOfOrder(0, ordered, of).discount, currency)
      : undefined;
  const [follows, setFollows] = useState(off === agreedOff(quantity));
  const changeQuantity = (text: string) => {
    setQuantity(text);
    if (follows) setOff((before) => agreedOff(text) ?? before);
  };
  const changeOff = (text: string) => {
    setFollows(false);
    setOff(text);
  };
  const save = () => {
    if (quantityError || !read.ok || discount === null) return;
    const changed: TicketLine =
      'itemId' in line
        ? {
            itemId: line.itemId,
            quantity,
            ...(read.value !== listMinor && { unitPriceMinor: read.value }),
            discount,
          }
        : { departmentId: line.departmentId, amountMinor: read.value, discount };
    changeLine(index, { ...changed, ...(line.order && { order: line.order }) });
    onClose();
  };
  return (
    <Dialog open title={name} onClose={onClose}>
      <Line gap="$3" alignItems="flex-start">
        {item ? (
          <Field
            label={item.unit ? t('counter.quantityIn', { unit: item.unit }) : t('counter.qty')}
            value={quantity}
            onChange={changeQuantity}
            numeric
            autoFocus
            error={quantityError}
            onSubmit={save}
          />
        ) : null}
        <Field
          label={item ? t('counter.unitPrice') : t('counter.amount')}
          value={price}
          onChange={setPrice}
          numeric
          error={priceError}
          onSubmit={save}
        />
      </Line>
      <Field
        label={t('counter.takeOff')}
        value={off}
        onChange={changeOff}
        numeric
        hint={t('counter.takeOffHint')}
        error={offError}
        onSubmit={save}
      />
      {settings.allowance === null ? null : (
        <Body small tone="faded">
          {t('counter.allowance', { percent: percent(settings.allowance.percent) })}
        </Body>
      )}
      <Decide label={t('counter.saveLine')} onDecide={save} onCancel={onClose} />
    </Dialog>
  );
}

/** What is taken off the whole ticket. */
export function DiscountDialog({ onClose }: { onClose: () => void }) {
  const t = useWords();
  const { currency } = useShop();
  const { discount, setDiscount } = useTicket();
  const [text, setText] = useState(discountText(discount, currency));
  const read = readDiscount(text, currency);
  const save = () => {
    if (read === null) return;
    setDiscount(read);
    onClose();
  };
  return (
    <Dialog open title={t('counter.discountTitle')} onClose={onClose}>
      <Field
        label={t('counter.takeOff')}
        value={text}
        onChange={setText}
        numeric
        autoFocus
        hint={t('counter.takeOffHint')}
        error={read === null ? t('refusal.discount_percent') : undefined}
        onSubmit={save}
      />
      <Decide label={t('counter.saveLine')} onDecide={save} onCancel={onClose} />
    </Dialog>
  );
}

function discountText(discount: Discount | undefined, currency: string): string {
  if (!discount) return '';
  if ('percent' in discount) return `${discount.percent}%`;
  return toDecimal(discount.amountMinor, currency);
}

/** `10%` or `2.50`; nothing when it is empty, null when it is neither. */
function readDiscount(text: string, currency: string): Discount | undefined | null {
  const trimmed = text.trim();
  if (!trimmed) return undefined;
  if (trimmed.endsWith('%')) {
    const discount = { percent: trimmed.slice(0, -1).trim() };
    return discountOf(100_00, discount, '').ok ? discount : null;
  }
  const read = parseAmount(trimmed, currency);
  return read.ok && read.value > 0 ? { amountMinor: read.value } : null;
}
