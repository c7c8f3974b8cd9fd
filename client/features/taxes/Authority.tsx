import type { NewRate, SaveAuthority, TaxAuthority, TaxSetUp } from '@abacist/contracts';
import { isIsoDate } from '@abacist/core/dates';
import { decideRate } from '@abacist/core/tax';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useRefusalText } from '~/i18n/useRefusal';
import { Column, Line } from '~/ui/Box';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { DateField } from '~/ui/DateField';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';

function RateFields({
  rate,
  onChange,
  errorAt,
}: {
  rate: NewRate;
  onChange: (rate: NewRate) => void;
  errorAt: (place: string) => string | undefined;
}) {
  const t = useWords();
  return (
    <Line gap="$3" alignItems="flex-start">
      <Column flex={1}>
        <Field
          label={t('taxes.ratePercent')}
          value={rate.ratePercent}
          onChange={(ratePercent) => onChange({ ...rate, ratePercent })}
          numeric
          maxLength={12}
          error={errorAt('ratePercent')}
        />
      </Column>
      <Column flex={1}>
        <DateField
          label={t('taxes.from')}
          value={rate.from}
          onChange={(from) => onChange({ ...rate, from })}
          error={errorAt('from')}
        />
      </Column>
    </Line>
  );
}

/** A rate that begins on a day; items need not be touched. */
export function RateDialog({
  authority,
  onClose,
}: {
  authority: TaxAuthority;
  onClose: () => void;
}) {
  const t = useWords();
  const word = useRefusalText();
  const { today } = useShop();
  const [rate, setRate] = useState<NewRate>({ from: '', ratePercent: '' });
  const send = useCommand<NewRate, TaxSetUp>(
    `/taxes/authorities/${authority.id}/rates`,
    onClose,
  );
  const whole = { from: rate.from.trim(), ratePercent: rate.ratePercent.trim() };
  const decided = decideRate(authority.rates, whole, today);
  const errorAt = (place: string) => {
    const found = decided.ok ? undefined : decided.refusals.find(({ at }) => at === place);
    return found && rate.from && rate.ratePercent ? word(found) : undefined;
  };
  const ready = decided.ok && isIsoDate(whole.from) && !send.isPending;
  return (
    <Dialog open title={t('taxes.newRateOf', { name: authority.name })} onClose={onClose}>
      <RateFields rate={rate} onChange={setRate} errorAt={errorAt} />
      <ErrorNote error={send.error} />
      <Decide
        label={t('taxes.setRate')}
        disabled={!ready}
        onDecide={() => send.mutate(whole)}
        onCancel={onClose}
      />
    </Dialog>
  );
}

/** A new authority with its first rate, or what is said of one that there is. */
export function AuthorityDialog({
  authority,
  onClose,
}: {
  authority?: TaxAuthority;
  onClose: () => void;
}) {
  const t = useWords();
  const { today } = useShop();
  const [draft, setDraft] = useState({
    code: authority?.code ?? '',
    name: authority?.name ?? '',
    payee: authority?.payee ?? '',
    accountNumber: authority?.accountNumber ?? '',
  });
  const [rate, setRate] = useState<NewRate>({ from: today, ratePercent: '' });
  const send = useCommand<SaveAuthority, TaxSetUp>(
    authority ? `/taxes/authorities/${authority.id}` : '/taxes/authorities',
    onClose,
  );
  const word = useRefusalText();
  const decided = decideRate([], rate, today);
  const errorAt = (place: string) => {
    const found = decided.ok ? undefined : decided.refusals.find(({ at }) => at === place);
    return found && rate.ratePercent ? word(found) : undefined;
  };
  const ready =
    draft.code.trim() &&
    draft.name.trim() &&
    draft.payee.trim() &&
    (authority || (decided.ok && isIsoDate(rate.from)));
  return (
    <Dialog
      open
      title={authority ? authority.name : t('taxes.newAuthority')}
      onClose={onClose}
    >
      {(['name', 'code', 'payee', 'accountNumber'] as const).map((place) => (
        <Field
          key={place}
          label={t(`taxes.${place}`)}
          hint={place === 'accountNumber' ? t('taxes.accountHint') : undefined}
          value={draft[place]}
          onChange={(text) => setDraft((before) => ({ ...before, [place]: text }))}
          maxLength={place === 'accountNumber' ? 10 : place === 'code' ? 20 : 80}
        />
      ))}
      {authority ? null : <RateFields rate={rate} onChange={setRate} errorAt={errorAt} />}
      <ErrorNote error={send.error} />
      <Decide
        label={t('taxes.save')}
        disabled={!ready || send.isPending}
        onDecide={() => send.mutate({ ...draft, ...(!authority && { rate }) })}
        onCancel={onClose}
      />
    </Dialog>
  );
}
