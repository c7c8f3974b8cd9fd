import type { CounterSettings } from '@abacist/contracts';
import type { PricedLine } from '@abacist/core/sales';
import Undo2 from 'lucide-react-native/icons/undo-2';
import X from 'lucide-react-native/icons/x';
import { useMedia, useTheme } from '@tamagui/core';
import { useState } from 'react';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useNumbers } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, SheetRow } from '~/ui/Box';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { RefusalNote } from '~/ui/Notes';
import { Body, Heading } from '~/ui/Text';
import { LineDialog } from './LineDialog';
import { useTicket } from '~/features/ticket';
import { givesBack, useFigures, useTicketItems, type Figures } from './useCounter';

/** What stands on the ticket: sold lines, returns, discounts, tax by authority (not on a short screen). */
export function TicketLines({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const media = useMedia();
  const figures = useFigures(settings);
  const items = useTicketItems(settings);
  const [open, setOpen] = useState<number | null>(null);
  if (figures.empty) {
    return (
      <Column>
        <Body tone="faded" padding="$4">
          {t('counter.emptyTicket')}
        </Body>
      </Column>
    );
  }
  const { sold, back } = figures;
  return (
    <Column>
      <Column role="list" aria-label={t('counter.ticket')}>
        {sold?.lines.map((line, i) => (
          <SoldRow
            key={i}
            line={line}
            unit={items.find(({ id }) => id === line.itemId)?.unit ?? ''}
            onOpen={() => setOpen(i)}
            index={i}
          />
        ))}
        <ExtraRows />
        {back ? <ReturnedRows figures={figures} /> : null}
        {sold?.taxes.length && !media.short ? (
          <TaxRow settings={settings} figures={figures} />
        ) : null}
        {figures.refusals.length ? (
          <Column padding="$3">
            <RefusalNote refusals={figures.refusals} />
          </Column>
        ) : null}
        {open === null ? null : (
          <LineDialog settings={settings} index={open} onClose={() => setOpen(null)} />
        )}
      </Column>
    </Column>
  );
}

function SoldRow({
  line,
  unit,
  index,
  onOpen,
}: {
  line: PricedLine;
  unit: string;
  index: number;
  onOpen: () => void;
}) {
  const t = useWords();
  const { quantity } = useNumbers();
  const money = useMoney();
  const { removeLine, lines } = useTicket();
  const rung = lines[index];
  const own = line.unitPriceMinor !== 0 && rung && 'unitPriceMinor' in rung;
  const details = [
    line.itemId !== null && line.quantity !== '1'
      ? t(unit ? 'counter.quantityUnit' : 'counter.quantity', {
          quantity: quantity(line.quantity),
          unit,
          price: money(line.unitPriceMinor),
        })
      : own
        ? t('counter.ownPrice', { price: money(line.unitPriceMinor) })
        : '',
    line.discountMinor ? t('counter.less', { amount: money(line.discountMinor) }) : '',
  ].filter(Boolean);
  return (
    <SheetRow
      role="listitem"
      paddingRight="$1"
      paddingLeft="$1"
      $short={{ paddingVertical: 0 }}
    >
      <Button kind="plain" label={line.description} grow onPress={onOpen}>
        <Column flex={1} minWidth={0} alignItems="flex-start">
          <Body>{line.description}</Body>
          {details.length ? (
            <Body small tone="faded">
              {details.join(' · ')}
            </Body>
          ) : null}
        </Column>
        <Money minor={line.amountMinor - line.discountMinor} strong />
      </Button>
      <Button
        kind="plain"
        icon={X}
        iconOnly
        label={t('counter.removeLine', { name: line.description })}
        onPress={() => removeLine(index)}
      />
    </SheetRow>
  );
}

/** A voucher sold, a prepayment taken or paid back. */
function ExtraRows() {
  const t = useWords();
  const { extras, removeExtra, order, accountNames, chequeNumber } = useTicket();
  return extras.map((extra, i) => {
    const label = t(`orders.extra_${extra.kind}`, {
      number: order?.number ?? chequeNumber,
      name: 'chargeAccountId' in extra ? (accountNames[extra.chargeAccountId] ?? '') : '',
    });
    return (
      <SheetRow key={i} role="listitem" paddingRight="$1">
        <Body flex={1}>{label}</Body>
        <Money minor={givesBack(extra.kind) ? -extra.amountMinor : extra.amountMinor} strong />
        <Button
          kind="plain"
          icon={X}
          iconOnly
          label={t('counter.removeLine', { name: label })}
          onPress={() => removeExtra(i)}
        />
      </SheetRow>
    );
  });
}

function ReturnedRows({ figures: { back, original } }: { figures: Figures }) {
  const t = useWords();
  const { quantity } = useNumbers();
  const theme = useTheme();
  const { setReturned } = useTicket();
  return (
    <>
      <SheetRow role="listitem" paddingRight="$1">
        <Undo2 size={20} color={theme.ink.val} aria-hidden />
        <Body flex={1} strong>
          {original
            ? t('counter.backOf', { number: original.number })
            : t('counter.backWithoutSale')}
        </Body>
        <Button
          kind="plain"
          icon={X}
          iconOnly
          label={t('counter.removeReturn')}
          onPress={() => setReturned(undefined)}
        />
      </SheetRow>
      {back!.lines.map((line) => (
        <SheetRow key={line.position} role="listitem">
          <Body flex={1}>
            {t('counter.backLine', {
              quantity: quantity(line.quantity),
              name: line.description,
            })}
          </Body>
          <Money minor={-(line.netMinor + line.taxMinor)} strong />
        </SheetRow>
      ))}
      {back!.fee.feeMinor > 0 ? (
        <SheetRow role="listitem">
          <Body flex={1}>{t('counter.restocking')}</Body>
          <Money minor={back!.fee.feeMinor + back!.fee.taxMinor} strong />
        </SheetRow>
      ) : null}
      {back!.discountBack.discountMinor > 0 ? (
        <SheetRow role="listitem">
          <Body flex={1}>{t('counter.discountBack')}</Body>
          <Money
            minor={back!.discountBack.discountMinor + back!.discountBack.taxMinor}
            strong
          />
        </SheetRow>
      ) : null}
    </>
  );
}

function TaxRow({
  settings,
  figures: { sold },
}: {
  settings: CounterSettings;
  figures: Figures;
}) {
  const money = useMoney();
  return (
    <SheetRow>
      <Body tone="faded" flex={1}>
        {sold!.taxes
          .map(({ authorityId, taxMinor }) => {
            const authority = settings.authorities.find(({ id }) => id === authorityId);
            return `${authority?.name ?? ''} ${money(taxMinor)}`;
          })
          .join(' · ')}
      </Body>
      <Money minor={sold!.taxMinor} tone="faded" />
    </SheetRow>
  );
}

/** What is to pay or to give back in big figures, and what cash would pay when it is rounded. */
export function ToPay({ settings }: { settings: CounterSettings }) {
  const t = useWords();
  const money = useMoney();
  const { cashStepMinor } = useShop();
  const { totalMinor, leftMinor, cashMinor } = useFigures(settings);
  const media = useMedia();
  // Where there is hardly room for two lines of the ticket, paying says it soon enough.
  const tight = media.low || (media.narrow && media.short);
  const left = leftMinor !== totalMinor;
  const label =
    totalMinor < 0 ? 'counter.toGiveBack' : left ? 'counter.leftToPay' : 'counter.toPay';
  return (
    <Column
      paddingHorizontal="$4"
      paddingVertical="$3"
      gap="$1"
      $short={{ paddingVertical: '$1', gap: 0 }}
    >
      <Line justifyContent="space-between" gap="$3" flexWrap="wrap">
        <Heading size="page" level={2}>
          {t(label)}
        </Heading>
        <BigMoney minor={Math.abs(leftMinor)} />
      </Line>
      {cashStepMinor > 1 && leftMinor > 0 && cashMinor !== leftMinor && !tight ? (
        <Body tone="faded">{t('counter.cashPays', { amount: money(cashMinor) })}</Body>
      ) : null}
    </Column>
  );
}
