import type {
  LateChargeProposal,
  LateChargeRow,
  LateChargesPosted,
  PostLateCharges,
} from '@abacist/contracts';
import { addDays } from '@abacist/core/dates';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Field } from '~/ui/Field';
import { ListLink } from '~/ui/ListLink';
import { Money, useMoney } from '~/ui/Money';
import { Empty, ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';

/** The months that are over, the latest first. */
function monthsBefore(today: string, count: number): string[] {
  const months: string[] = [];
  let first = `${today.slice(0, 7)}-01`;
  while (months.length < count) {
    const month = addDays(first, -1).slice(0, 7);
    months.push(month);
    first = `${month}-01`;
  }
  return months;
}

/** Late charges of a month: what the rule comes to, looked at, then posted. */
export function LateChargesScreen() {
  const t = useWords();
  const dates = useDates();
  const { today } = useShop();
  const [months] = useState(() => monthsBefore(today, 12));
  const [month, setMonth] = useState(months[0]!);
  const proposal = useQuery({
    queryKey: ['lateCharges', month],
    queryFn: () => request<LateChargeProposal>('GET', `/late-charges?month=${month}`),
    placeholderData: keepPreviousData,
  });
  return (
    <Screen title={t('lateCharges.title')} back="/accounts">
      <Column gap="$4" paddingBottom="$5">
        <Column paddingHorizontal="$4" maxWidth={320}>
          <Select
            label={t('lateCharges.month')}
            value={month}
            options={months.map((value) => ({ value, label: dates.month(value) }))}
            onChange={setMonth}
          />
        </Column>
        <Query of={proposal}>{(found) => <Review key={found.month} proposal={found} />}</Query>
      </Column>
    </Screen>
  );
}

/** What a person left of the proposal: accounts taken out, amounts lowered. */
function Review({ proposal }: { proposal: LateChargeProposal }) {
  const t = useWords();
  const { percent } = useNumbers();
  const money = useMoney();
  const { currency } = useShop();
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [typed, setTyped] = useState<Record<number, string>>({});
  const send = useCommand<PostLateCharges, LateChargesPosted>('/late-charges');
  const { rows, monthlyPercent, graceDays, minimumMinor } = proposal;
  const open = rows.filter(({ chargedMinor }) => chargedMinor === null);
  const amountOf = (row: LateChargeRow) => {
    const text = typed[row.chargeAccountId] ?? toDecimal(row.chargeMinor, currency);
    const read = parseAmount(text || '0', currency);
    return read.ok && read.value > 0 && read.value <= row.chargeMinor ? read.value : null;
  };
  const chosen = open.filter(({ chargeAccountId }) => !left.has(chargeAccountId));
  const charges = chosen.map((row) => ({
    chargeAccountId: row.chargeAccountId,
    amountMinor: amountOf(row),
  }));
  const ready =
    charges.length > 0 &&
    charges.every(({ amountMinor }) => amountMinor !== null) &&
    !send.isPending;
  const totalMinor = charges.reduce((sum, { amountMinor }) => sum + (amountMinor ?? 0), 0);
  const toggle = (chargeAccountId: number) => {
    const next = new Set(left);
    if (!next.delete(chargeAccountId)) next.add(chargeAccountId);
    setLeft(next);
  };
  return (
    <>
      <Body paddingHorizontal="$4" tone="faded">
        {t('lateCharges.rule', {
          percent: percent(monthlyPercent),
          days: graceDays,
          minimum: money(minimumMinor),
        })}
      </Body>
      {send.data ? (
        <Body paddingHorizontal="$4" tone="home" strong role="status">
          {t('lateCharges.posted', {
            number: send.data.number,
            count: send.data.count,
            total: money(send.data.totalMinor),
          })}
        </Body>
      ) : null}
      {rows.length === 0 ? (
        <Empty title={t('lateCharges.noneTitle')} text={t('lateCharges.noneText')} />
      ) : (
        <Sheet role="list" aria-label={t('lateCharges.title')}>
          {rows.map((row) =>
            row.chargedMinor === null ? (
              <Proposed
                key={row.chargeAccountId}
                row={row}
                on={!left.has(row.chargeAccountId)}
                text={typed[row.chargeAccountId] ?? toDecimal(row.chargeMinor, currency)}
                onToggle={() => toggle(row.chargeAccountId)}
                onType={(text) => setTyped({ ...typed, [row.chargeAccountId]: text })}
              />
            ) : (
              <ListLink key={row.chargeAccountId} to={`/accounts/${row.chargeAccountId}`}>
                <Column flex={1} minWidth={0}>
                  <Body>{row.name}</Body>
                  <Body small tone="home">
                    {t('lateCharges.charged')}
                  </Body>
                </Column>
                <Money minor={row.chargedMinor} />
              </ListLink>
            ),
          )}
          {chosen.length > 1 ? (
            <SheetRow>
              <Body strong>{t('common.total')}</Body>
              <Money minor={totalMinor} strong />
            </SheetRow>
          ) : null}
        </Sheet>
      )}
      {open.length ? (
        <Column paddingHorizontal="$4" gap="$3">
          <ErrorNote error={send.error} />
          <Button
            kind="primary"
            big
            disabled={!ready}
            label={t('lateCharges.post', { count: chosen.length, total: money(totalMinor) })}
            onPress={() =>
              send.mutate({
                month: proposal.month,
                charges: charges.map(({ chargeAccountId, amountMinor }) => ({
                  chargeAccountId,
                  amountMinor: amountMinor!,
                })),
              })
            }
          />
        </Column>
      ) : null}
    </>
  );
}

function Proposed({
  row,
  on,
  text,
  onToggle,
  onType,
}: {
  row: LateChargeRow;
  on: boolean;
  text: string;
  onToggle: () => void;
  onType: (text: string) => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const dates = useDates();
  const money = useMoney();
  const { currency } = useShop();
  const read = parseAmount(text || '0', currency);
  const error = !read.ok
    ? word(read.refusals[0]!)
    : read.value > row.chargeMinor
      ? t('more.atMost', { most: money(row.chargeMinor) })
      : read.value <= 0
        ? t('refusal.tender_notPositive')
        : undefined;
  return (
    <Line role="listitem" gap="$2" paddingRight="$4" borderBottomWidth={1} borderColor="$rule">
      <Column flex={1} minWidth={0}>
        <Check bare on={on} onToggle={onToggle}>
          <Column flex={1} minWidth={0} alignItems="flex-start">
            <Body textAlign="left">{row.name}</Body>
            <Body small tone="faded" textAlign="left">
              {t('lateCharges.late', {
                amount: money(row.baseMinor),
                date: dates.day(row.oldestDue),
              })}
            </Body>
          </Column>
        </Check>
      </Column>
      <Column width={132}>
        {on ? (
          <Field
            label={t('lateCharges.amount', { name: row.name })}
            hideLabel
            value={text}
            onChange={onType}
            numeric
            error={error}
          />
        ) : null}
      </Column>
    </Line>
  );
}
