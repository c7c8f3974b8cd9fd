import type { CounterSettings, Returnable } from '@abacist/contracts';
import { fromMilli, leftOf, toMilli, type SoldLine } from '@abacist/core/returns';
import { decideReturn, type TicketReturn } from '@abacist/core/sales';
import Minus from 'lucide-react-native/icons/minus';
import Plus from 'lucide-react-native/icons/plus';
import { router } from '~/router';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { toCatalogue } from '~/features/catalogue';
import { useTicket } from '~/features/ticket';
import { taxRules } from '../useCounter';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { Money, useMoney } from '~/ui/Money';
import { RefusalNote } from '~/ui/Notes';
import { Body, Heading } from '~/ui/Text';
import { Why, type Reason } from './Why';

type Chosen = Record<number, string>;

/**
 * A sale's lines side by side with what came back and what is left; how many come back now, why,
 * and what that gives.
 */
export function OfSale({ settings, sale }: { settings: CounterSettings; sale: Returnable }) {
  const t = useWords();
  const money = useMoney();
  const shop = useShop();
  const dates = useDates();
  const { setReturned } = useTicket();
  const [chosen, setChosen] = useState<Chosen>({});
  const [why, setWhy] = useState<Reason>({
    reason: null,
    condition: 'asNew',
    feeWaived: false,
  });
  const lines = sale.lines.flatMap(({ position }) => {
    const quantity = chosen[position]?.trim() ?? '';
    return quantity && Number(quantity) !== 0 ? [{ position, quantity }] : [];
  });
  const returned: TicketReturn = {
    saleId: sale.id,
    lines,
    reason: why.reason ?? settings.reasons[0]?.code ?? '',
    condition: why.condition ?? 'asNew',
    ...(why.feeWaived && { feeWaived: true }),
  };
  const decided = decideReturn(returned, {
    catalogue: toCatalogue(settings, []),
    rules: taxRules(shop),
    returnRules: settings.returnRules,
    reasons: settings.reasons,
    original: sale,
  });
  const late = sale.ageDays > settings.returnRules.returnDays;
  const ready = decided.ok && why.reason !== null;
  const refusals = decided.ok || lines.length === 0 ? [] : decided.refusals;
  const put = () => {
    if (!ready) return;
    setReturned(returned);
    router.replace('/counter');
  };
  const backMinor = decided.ok && lines.length ? decided.value.totalMinor : 0;
  return (
    <Column gap="$4" paddingBottom="$5">
      <Column paddingHorizontal="$4" gap="$1">
        <Heading size="section">{sale.number}</Heading>
        <Body tone={late ? 'loose' : 'faded'}>
          {t(late ? 'returns.late' : 'returns.sold', {
            date: dates.day(sale.date),
            count: sale.ageDays,
            allowed: settings.returnRules.returnDays,
          })}
        </Body>
      </Column>
      <Sheet role="list" aria-label={t('returns.lines')}>
        {sale.lines.map((line) => (
          <SoldLineRow
            key={line.position}
            line={line}
            value={chosen[line.position] ?? ''}
            onChange={(quantity) => setChosen({ ...chosen, [line.position]: quantity })}
          />
        ))}
      </Sheet>
      <Why settings={settings} value={why} onChange={setWhy} />
      <Column paddingHorizontal="$4" gap="$2">
        <RefusalNote refusals={refusals} />
        <Line justifyContent="space-between">
          <Body strong>{t('returns.givesBack')}</Body>
          <Money minor={backMinor} strong />
        </Line>
        <Button
          kind="primary"
          big
          disabled={!ready}
          label={t('returns.putOnTicket', { amount: money(backMinor) })}
          onPress={put}
        />
        {lines.length && why.reason === null ? (
          <Body small tone="faded">
            {t('returns.chooseWhy')}
          </Body>
        ) : null}
      </Column>
    </Column>
  );
}

function SoldLineRow({
  line,
  value,
  onChange,
}: {
  line: SoldLine;
  value: string;
  onChange: (quantity: string) => void;
}) {
  const t = useWords();
  const { quantity } = useNumbers();
  const money = useMoney();
  const left = leftOf(line);
  const now = toMilli(value) ?? 0n;
  const gross = line.netMinor + line.parts.reduce((sum, part) => sum + part.taxMinor, 0);
  const step = (by: bigint) => {
    const next = now + by < 0n ? 0n : now + by > left ? left : now + by;
    onChange(next === 0n ? '' : fromMilli(next));
  };
  return (
    <SheetRow role="listitem">
      <Column flex={1} minWidth={0}>
        <Body>{line.description}</Body>
        <Body small tone="faded">
          {toMilli(line.returned.quantity) === 0n
            ? t('returns.soldLine', { quantity: quantity(line.quantity) })
            : t('returns.soldLineBack', {
                quantity: quantity(line.quantity),
                back: quantity(line.returned.quantity),
                left: quantity(fromMilli(left)),
              })}
        </Body>
        <Body small tone="faded">
          {t('returns.withTax', { amount: money(gross) })}
        </Body>
      </Column>
      {left === 0n ? (
        <Body tone="faded">{t('returns.allBack')}</Body>
      ) : (
        <Line gap="$1" alignItems="flex-start">
          <Button
            icon={Minus}
            iconOnly
            label={t('returns.fewer', { name: line.description })}
            disabled={now === 0n}
            onPress={() => step(-1000n)}
          />
          <Column width={76}>
            <Field
              label={t('returns.quantityOf', { name: line.description })}
              hideLabel
              value={value}
              onChange={onChange}
              placeholder="0"
              numeric
            />
          </Column>
          <Button
            icon={Plus}
            iconOnly
            label={t('returns.more', { name: line.description })}
            disabled={now >= left}
            onPress={() => step(1000n)}
          />
        </Line>
      )}
    </SheetRow>
  );
}
