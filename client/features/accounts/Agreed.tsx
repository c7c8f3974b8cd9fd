import type { AccountChange, AccountPage } from '@abacist/contracts';
import { costOfNotTaking, type Terms } from '@abacist/core/accounts';
import { toDecimal } from '@abacist/core/money';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Body } from '~/ui/Text';
import { Section } from '~/ui/Section';

/** Terms in words: `30 days net, 2 % within 7 days`. */
function useTermsText(): (terms: Terms) => string {
  const t = useWords();
  const { percent } = useNumbers();
  return ({ netDays, endOfMonth, discountPercent, discountDays }) =>
    [
      t(endOfMonth ? 'accounts.termsEom' : 'accounts.termsText', { days: netDays }),
      Number(discountPercent) > 0
        ? t('accounts.termsDiscount', {
            percent: percent(discountPercent),
            days: discountDays,
          })
        : '',
    ]
      .filter(Boolean)
      .join(', ');
}

/** What was agreed with the account's holder, by whom, and every change of it. */
export function Agreed({ account }: { account: AccountPage }) {
  const t = useWords();
  const { percent } = useNumbers();
  const dates = useDates();
  const termsText = useTermsText();
  const { customer, opened } = account;
  const { terms, buyers, buyersOnly } = account.account;
  const cost = costOfNotTaking(terms);
  const contact = [customer.phone, customer.email, customer.address].filter(Boolean);
  return (
    <Section title={t('accounts.termsTitle')}>
      <Sheet role="list">
        <SheetRow role="listitem">
          <Column flex={1}>
            <Body>{termsText(terms)}</Body>
            {cost ? (
              <Body small tone="faded">
                {t('accounts.termsCost', { percent: percent(cost.simplePercent, 1) })}
              </Body>
            ) : null}
          </Column>
        </SheetRow>
        {buyersOnly || buyers.length ? (
          <SheetRow role="listitem">
            <Body tone="faded">{t('accounts.buyers')}</Body>
            <Body flex={1} textAlign="right">
              {buyers.join(', ')}
            </Body>
          </SheetRow>
        ) : null}
        <ListLink to={`/customers/${customer.id}`}>
          <Body tone="faded">{t('accounts.customer')}</Body>
          <Body flex={1} textAlign="right">
            {contact.length ? contact.join(' · ') : customer.number}
          </Body>
        </ListLink>
        <SheetRow role="listitem">
          <Body small tone="faded">
            {t('accounts.opened', { ...opened, date: dates.day(dates.dateOf(opened.at)) })}
          </Body>
        </SheetRow>
        {account.changes.map((change, i) => (
          <SheetRow key={i} role="listitem">
            <Change change={change} />
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}

const MONEY = ['limit', 'groupLimit'];

function Change({ change }: { change: AccountChange }) {
  const t = useWords();
  const dates = useDates();
  const { currency } = useShop();
  const termsText = useTermsText();
  const shown = (text: string) => {
    if (text === '') return t('accounts.nothing');
    if (MONEY.includes(change.field)) return toDecimal(Number(text), currency);
    if (change.field === 'buyersOnly') {
      return t(text === 'true' ? 'accounts.buyersOnly_yes' : 'accounts.buyersOnly_no');
    }
    return change.field === 'terms' ? termsText(JSON.parse(text) as Terms) : text;
  };
  const by = [
    t('accounts.changedBy', {
      by: change.by,
      date: dates.day(dates.dateOf(change.changedAt)),
    }),
    change.approvedBy
      ? t('accounts.approvedBy', { name: change.approvedBy, reason: change.reason ?? '' })
      : '',
  ].filter(Boolean);
  return (
    <Column flex={1} minWidth={0}>
      <Body>
        {t('accounts.change', {
          field: t(`accounts.field_${change.field}`),
          before: shown(change.before),
          after: shown(change.after),
        })}
      </Body>
      <Body small tone="faded">
        {by.join(', ')}
      </Body>
    </Column>
  );
}
