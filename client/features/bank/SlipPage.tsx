import type { SlipView } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useMay } from '~/api/session';
import { PapersButton } from '~/features/papers';
import { useWords } from '~/i18n';
import { router } from '~/router';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { BigMoney, Money, useMoney } from '~/ui/Money';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { RecallSlip } from './RecallSlip';
import { BagNote, SlipState } from './SlipState';

/** A slip: what it brings, each part with its trail, its pieces, and what became of it. */
export function SlipScreen({ id }: { id: number }) {
  const t = useWords();
  const slip = useQuery({
    queryKey: ['slip', id],
    queryFn: () => request<SlipView>('GET', `/slips/${id}`),
  });
  return (
    <Screen
      back="/bank/safe"
      title={slip.data ? t('safe.slip', { number: slip.data.number }) : t('safe.slips')}
      width={1120}
    >
      <Query of={slip}>
        {(view) => (
          <Column gap="$4" paddingBottom="$5">
            <Head slip={view} />
            <Column gap="$4" $wide={{ flexDirection: 'row', alignItems: 'flex-start' }}>
              <Column gap="$4" $wide={{ flex: 1 }}>
                <Brings slip={view} />
              </Column>
              <Column gap="$4" $wide={{ flex: 1 }}>
                <Became slip={view} />
                <Pieces slip={view} />
              </Column>
            </Column>
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function Head({ slip }: { slip: SlipView }) {
  const t = useWords();
  const may = useMay();
  const [recalling, setRecalling] = useState(false);
  const { line, recalled, bank, accountNumber, bankReference } = slip;
  return (
    <Column paddingHorizontal="$4" gap="$3">
      <Line justifyContent="space-between" alignItems="baseline" gap="$3" flexWrap="wrap">
        <BigMoney minor={slip.totalMinor} />
        <SlipState recalledBy={recalled?.number ?? null} atBankOn={line?.date ?? null} />
      </Line>
      <Column>
        <Body>{t('safe.slipTo', { bank, number: accountNumber })}</Body>
        {bankReference ? (
          <Body small tone="faded">
            {t('safe.slipReference', { reference: bankReference })}
          </Body>
        ) : null}
      </Column>
      <Line gap="$2" flexWrap="wrap">
        <PapersButton subject="slip" subjectId={slip.id} kinds={['depositSlip']} />
        <Button
          label={t('books.entry')}
          onPress={() => router.push(`/books/journal?entry=${slip.entryId}` as never)}
        />
        {line || recalled || !may('POST /slips/:id/recall') ? null : (
          <Button label={t('safe.recall')} onPress={() => setRecalling(true)} />
        )}
      </Line>
      {recalling ? <RecallSlip slip={slip} onClose={() => setRecalling(false)} /> : null}
    </Column>
  );
}

/** Its items, each leading to the trail of the takings that it is of. */
function Brings({ slip }: { slip: SlipView }) {
  const t = useWords();
  const dates = useDates();
  return (
    <Section title={t('safe.slipBrings')}>
      <Sheet role="list">
        {slip.items.map(({ safeItemId, takingsDay, drawer, refund, amountMinor, cheque }) => {
          const date = dates.day(takingsDay);
          return (
            <ListLink
              key={safeItemId}
              to={`/trail/${takingsDay}/${cheque ? 'cheque' : 'cash'}`}
            >
              <Column flex={1} minWidth={0}>
                <Body>
                  {cheque
                    ? t('safe.cheque', cheque)
                    : t(refund ? 'safe.slipRefund' : 'safe.slipCash', { date })}
                </Body>
                <Body small tone="faded">
                  {[cheque ? date : '', drawer].filter(Boolean).join(', ')}
                </Body>
              </Column>
              <Money minor={amountMinor} />
            </ListLink>
          );
        })}
      </Sheet>
    </Section>
  );
}

function Pieces({ slip: { count } }: { slip: SlipView }) {
  const t = useWords();
  const money = useMoney();
  if (count.length === 0) return null;
  return (
    <Section title={t('safe.slipPieces')}>
      <Sheet>
        {count.map(({ denominationMinor, pieces }) => (
          <SheetRow key={denominationMinor}>
            <Body>{`${pieces} × ${money(denominationMinor)}`}</Body>
            <Money minor={denominationMinor * pieces} />
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}

/** Sent, recalled or on the statement, and what the bank counted differently. */
function Became({ slip: { by, at, totalMinor, line, bag, recalled } }: { slip: SlipView }) {
  const t = useWords();
  const dates = useDates();
  const made = (who: string, when: string) =>
    t('safe.slipMade', {
      by: who,
      date: dates.day(dates.dateOf(when)),
      time: dates.time(when),
    });
  return (
    <Section title={t('safe.slipHow')}>
      <Sheet role="list">
        <SheetRow role="listitem">
          <Column flex={1}>
            <Body>{t('safe.slipSent')}</Body>
            <Body small tone="faded">
              {made(by, at)}
            </Body>
          </Column>
          <Money minor={totalMinor} />
        </SheetRow>
        {recalled ? (
          <SheetRow role="listitem">
            <Column flex={1}>
              <Body>{t('safe.slipRecalled', recalled)}</Body>
              <Body small tone="faded">
                {made(recalled.by, recalled.at)}
              </Body>
            </Column>
          </SheetRow>
        ) : null}
        {line ? (
          <ListLink to={`/lines/${line.id}`}>
            <Column flex={1} minWidth={0}>
              <Body>{t('safe.slipLine', { text: line.text })}</Body>
              <Body small tone="faded">
                {dates.day(line.date)}
              </Body>
            </Column>
            <Money minor={line.amountMinor} />
          </ListLink>
        ) : recalled ? null : (
          <SheetRow role="listitem">
            <Body tone="faded">{t('safe.slipWaits')}</Body>
          </SheetRow>
        )}
        {bag ? (
          <SheetRow role="listitem">
            <BagNote bag={bag} />
          </SheetRow>
        ) : null}
      </Sheet>
    </Section>
  );
}
