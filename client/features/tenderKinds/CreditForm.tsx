import type { CreditNote } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { useMoney } from '~/ui/Money';
import { Body } from '~/ui/Text';
import { TakeAmount } from './TakeAmount';

/** A credit note by its number: what is left of it and until when, then the amount to take. */
export function CreditForm({
  leftMinor,
  busy,
  onTake,
}: {
  leftMinor: number;
  busy: boolean;
  onTake: (credit: { creditNoteId: number; amountMinor: number }) => void;
}) {
  const t = useWords();
  const [text, setText] = useState('');
  const number = /^(?:N-?)?(\d{1,12})$/i.exec(text.trim())?.[1];
  const found = useQuery({
    queryKey: ['credits', number],
    queryFn: () => request<{ credits: CreditNote[] }>('GET', `/credits?number=${number}`),
    enabled: number !== undefined,
  });
  const credit = found.data?.credits[0];
  const none = number !== undefined && found.data !== undefined && !credit;
  return (
    <Column gap="$3" paddingHorizontal="$4">
      <Field
        label={t('credits.number')}
        value={text}
        onChange={setText}
        placeholder="N-12"
        maxLength={14}
        autoFocus
        error={none ? t('refusal.credit_unknown') : undefined}
      />
      {credit ? (
        <Take
          key={credit.id}
          credit={credit}
          leftMinor={leftMinor}
          busy={busy}
          onTake={onTake}
        />
      ) : null}
    </Column>
  );
}

function Take({
  credit,
  leftMinor,
  busy,
  onTake,
}: {
  credit: CreditNote;
  leftMinor: number;
  busy: boolean;
  onTake: (credit: { creditNoteId: number; amountMinor: number }) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const dates = useDates();
  const params = { left: money(credit.leftMinor), date: dates.day(credit.validUntil) };
  const expired = credit.validUntil < dates.today;
  return (
    <>
      <Body tone={expired ? 'loose' : 'ink'}>
        {t(expired ? 'credits.leftExpired' : 'credits.left', params)}
      </Body>
      {expired || credit.leftMinor === 0 ? null : (
        <TakeAmount
          mostMinor={Math.min(credit.leftMinor, leftMinor)}
          busy={busy}
          onTake={(amountMinor) => onTake({ creditNoteId: credit.id, amountMinor })}
        />
      )}
    </>
  );
}
