import type { NewRate, TaxAuthority, TaxSetUp } from '@abacist/contracts';
import { rateOn } from '@abacist/core/tax';
import { router } from '~/router';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useDates, useNumbers } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body, Heading } from '~/ui/Text';
import { AuthorityDialog, RateDialog } from './Authority';
import { useTaxes } from './useTaxes';
export { TaxCodeScreen } from './TaxCode';

/** Whom tax is owed to, at which rate from when, and the codes that they make together. */
export function TaxesScreen() {
  const t = useWords();
  const taxes = useTaxes();
  const [adding, setAdding] = useState(false);
  return (
    <Screen title={t('taxes.title')} back="/books/shop">
      <Query of={taxes}>
        {(data) => (
          <Column gap="$4" paddingBottom="$5">
            <Column gap="$2">
              <Heading size="section" paddingHorizontal="$4">
                {t('taxes.authorities')}
              </Heading>
              <Sheet>
                {data.authorities.map((authority) => (
                  <Authority key={authority.id} authority={authority} />
                ))}
              </Sheet>
              <Line paddingHorizontal="$4">
                <Button label={t('taxes.newAuthority')} onPress={() => setAdding(true)} />
              </Line>
            </Column>
            <Column gap="$2">
              <Heading size="section" paddingHorizontal="$4">
                {t('taxes.codes')}
              </Heading>
              <Sheet role="list">
                {data.codes.map((code) => (
                  <ListLink key={code.id} to={`/books/taxes/${code.id}`}>
                    <Column flex={1}>
                      <Body>{code.name}</Body>
                      <Body small tone="faded">
                        <CodeParts setUp={data} parts={code.parts} />
                      </Body>
                    </Column>
                  </ListLink>
                ))}
              </Sheet>
              <Line paddingHorizontal="$4">
                <Button
                  label={t('taxes.newCode')}
                  onPress={() => router.push('/books/taxes/new')}
                />
              </Line>
            </Column>
            {adding ? <AuthorityDialog onClose={() => setAdding(false)} /> : null}
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function CodeParts({
  setUp,
  parts,
}: {
  setUp: TaxSetUp;
  parts: TaxSetUp['codes'][number]['parts'];
}) {
  const t = useWords();
  const { percent } = useNumbers();
  const { today } = useShop();
  if (parts.length === 0) return t('taxes.free');
  return parts
    .map(({ authorityId, compound }) => {
      const authority = setUp.authorities.find(({ id }) => id === authorityId)!;
      const rate = rateOn(authority.rates, today)?.ratePercent;
      return t(compound ? 'taxes.compoundPart' : 'taxes.part', {
        name: authority.name,
        percent: rate === undefined ? '?' : percent(rate),
      });
    })
    .join(' + ');
}

function Authority({ authority }: { authority: TaxAuthority }) {
  const t = useWords();
  const { percent } = useNumbers();
  const dates = useDates();
  const { today } = useShop();
  const [open, setOpen] = useState<'rate' | 'change' | null>(null);
  const drop = useCommand<NewRate, TaxSetUp>(`/taxes/authorities/${authority.id}/rates/drop`);
  const now = rateOn(authority.rates, today);
  return (
    <Column borderBottomWidth={1} borderColor="$rule" paddingVertical="$2">
      <SheetRow borderBottomWidth={0} alignItems="flex-start">
        <Column flex={1}>
          <Body strong>{authority.name}</Body>
          <Body small tone="faded">
            {[
              t('taxes.paidTo', { payee: authority.payee }),
              authority.accountNumber
                ? t('taxes.account', { number: authority.accountNumber })
                : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Body>
        </Column>
        <Heading size="section" level={0}>
          {now
            ? t('taxes.percent', { percent: percent(now.ratePercent) })
            : t('taxes.noneYet')}
        </Heading>
      </SheetRow>
      {authority.rates.map((rate) => (
        <Line key={rate.from} paddingHorizontal="$4" gap="$2" justifyContent="space-between">
          <Body small tone={rate.from > today ? 'waiting' : 'faded'}>
            {t(rate.from > today ? 'taxes.rateWillBe' : 'taxes.rateFrom', {
              percent: percent(rate.ratePercent),
              date: dates.date(rate.from),
            })}
          </Body>
          {rate.from > today ? (
            <Button
              kind="plain"
              label={t('taxes.dropRate')}
              onPress={() => drop.mutate(rate)}
            />
          ) : null}
        </Line>
      ))}
      <Column paddingHorizontal="$4">
        <ErrorNote error={drop.error} />
      </Column>
      <Line gap="$2" paddingHorizontal="$4" paddingTop="$2">
        <Button label={t('taxes.newRate')} onPress={() => setOpen('rate')} />
        <Button kind="plain" label={t('taxes.change')} onPress={() => setOpen('change')} />
      </Line>
      {open === 'rate' ? (
        <RateDialog authority={authority} onClose={() => setOpen(null)} />
      ) : null}
      {open === 'change' ? (
        <AuthorityDialog authority={authority} onClose={() => setOpen(null)} />
      ) : null}
    </Column>
  );
}
