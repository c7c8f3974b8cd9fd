import { typedOf } from '@abacist/core/typedTenders';
import type { CounterSettings, TotalsChoices } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { ACT_FACTS, kindsOf } from '@abacist/core/drawerActs';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { request } from '~/api/http';
import { useShop } from '~/api/session';
import { useCounterSettings } from '~/features/catalogue';
import { useWords } from '~/i18n';
import type { ReadWith } from './read';
import { ACTS_HERE, bankPlace, drawerPlace, PAYMENT, tenderWhat } from './readRow';

type ReadDate = typeof import('@abacist/core/typedDate').readDate;

/** What the grid offers for a day, with the rates of that day. */
const choicesOn = (date: string) => ({
  queryKey: ['totals', 'choices', date],
  queryFn: () => request<TotalsChoices>('GET', `/totals/choices?date=${date}`),
});

/** All that a draft is read with; undefined while some of it is on its way. */
export function useReadWith(from: string): {
  shop: ReadWith | undefined;
  parties: readonly string[];
  error: unknown;
} {
  const t = useWords();
  const { today, currency, taxRounding, locale, pricesIncludeTax } = useShop();
  const settings = useCounterSettings();
  const choices = useQuery(choicesOn(today));
  // A day before the first rate has none: the shop says so when it is posted, and today's stand in here.
  const ofDay = useQuery(choicesOn(isIsoDate(from) && from <= today ? from : today));
  const readDate = useDateReader();
  const shop = useMemo((): ReadWith | undefined => {
    if (!settings.data || !choices.data || !readDate) return undefined;
    const { drawers, departments, authorities, tenders } = settings.data;
    return {
      currency,
      today,
      rounding: taxRounding,
      pricesIncludeTax,
      drawers,
      departments,
      authorities,
      tenders,
      taxCodes: (ofDay.data ?? choices.data).taxCodes,
      lists: listsOf(t, settings.data, choices.data),
      readDate: (text) => {
        const read = readDate(text, today, locale);
        return read.ok ? read.value : null;
      },
    };
  }, [
    settings.data,
    choices.data,
    ofDay.data,
    readDate,
    t,
    today,
    currency,
    taxRounding,
    locale,
    pricesIncludeTax,
  ]);
  return {
    shop,
    parties: choices.data?.parties ?? [],
    error: settings.error ?? choices.error,
  };
}

/** What cells of the list may name, in the words of the screen. */
function listsOf(
  t: ReturnType<typeof useWords>,
  { drawers, tenders, bankAccounts, taxCodes }: CounterSettings,
  { accounts }: TotalsChoices,
): ReadWith['lists'] {
  const onAct = ACTS_HERE.flatMap((what) => kindsOf(what).map((kind) => ACT_FACTS[kind]));
  const ledger = [...new Set(onAct.flatMap((facts) => facts.accounts))];
  return {
    whats: [
      ...tenders
        .filter(({ kind }) => typedOf(kind).ofPiece)
        .map(({ id, name }) => ({ value: tenderWhat(id), label: name })),
      { value: PAYMENT, label: t('totals.payment') },
      ...ACTS_HERE.map((what) => ({ value: what, label: t(`totals.act_${what}`) })),
    ],
    tenders,
    chargeAccounts: accounts.map(({ id, name }) => ({ value: String(id), label: name })),
    ledgerAccounts: ledger.map((value) => ({ value, label: t(`account.${value}`) })),
    places: [
      ...drawers.map(({ id, name }) => ({ value: drawerPlace(id), label: name })),
      { value: 'safe', label: t('acts.place_safe') },
      ...bankAccounts.map(({ id, name }) => ({ value: bankPlace(id), label: name })),
      { value: 'shopCard', label: t('acts.place_shopCard') },
      { value: 'owner', label: t('acts.place_owner') },
    ],
    taxCodes: taxCodes
      .filter(({ parts }) => parts.length > 0)
      .map(({ id, name }) => ({ value: String(id), label: name })),
  };
}

/** Reads dates as people type them; it comes when the screen does. */
function useDateReader(): ReadDate | null {
  const [reader, setReader] = useState<{ read: ReadDate } | null>(null);
  useEffect(() => {
    let here = true;
    void import('@abacist/core/typedDate').then(({ readDate }) => {
      if (here) setReader({ read: readDate });
    });
    return () => {
      here = false;
    };
  }, []);
  return reader?.read ?? null;
}
