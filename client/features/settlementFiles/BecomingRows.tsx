import type { SettlementLook } from '@abacist/contracts';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useRefusalText } from '~/i18n/useRefusal';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { useMoney } from '~/ui/Money';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';

type Row = SettlementLook['look']['rows'][number];

/** What each of the first rows becomes, as it is read now. */
export function BecomingRows({
  look,
  most,
}: {
  look: SettlementLook['look'];
  /** How many rows are shown: on a phone few, of those that something is made of. */
  most: number;
}) {
  const t = useWords();
  const body = look.rows.filter(({ read, refusal }) => read !== null || refusal !== null);
  const rows = most < body.length && body.length > 0 ? body : look.rows;
  return (
    <Section title={t('settlementFile.becomes')}>
      <Sheet role="list">
        {rows.slice(0, most).map((row) => (
          <SheetRow key={row.row} role="listitem" alignItems="flex-start">
            <Column flex={1} minWidth={0} gap="$1">
              <Becomes row={row} />
              <Body small tone="faded" numberOfLines={1}>
                {`${t('settlementFile.rowBecomes', { row: row.row })}: ${row.text}`}
              </Body>
            </Column>
          </SheetRow>
        ))}
      </Sheet>
    </Section>
  );
}

function Becomes({ row: { read, refusal } }: { row: Row }) {
  const t = useWords();
  const word = useRefusalText();
  const text = useReadText();
  if (refusal)
    return (
      <Body small tone="loose">
        {word(refusal)}
      </Body>
    );
  const isNothing = read === null || read.as === 'none';
  return (
    <Body small {...(isNothing && { tone: 'faded' as const })}>
      {isNothing ? t('settlementFile.becomesNothing') : text(read)}
    </Body>
  );
}

/** A row in words, as it would be taken. */
function useReadText(): (read: NonNullable<Row['read']>) => string {
  const t = useWords();
  const money = useMoney();
  const dates = useDates();
  return (read) => {
    switch (read.as) {
      case 'card': {
        const { scheme, amountMinor, feeMinor, lastFour } = read.card;
        return [
          t('settlementFile.becomesCard', {
            ...{ scheme, amount: money(amountMinor), fee: money(feeMinor) },
          }),
          ...(lastFour ? [t('settlementFile.becomesEnds', { lastFour })] : []),
        ].join(', ');
      }
      case 'total': {
        const { scheme, batchDate, grossMinor, refundsMinor, feeMinor } = read.total;
        return t('settlementFile.becomesTotal', {
          ...{ scheme, date: dates.day(batchDate), fee: money(feeMinor) },
          amount: money(grossMinor - refundsMinor),
        });
      }
      case 'part':
        return read.parts
          .map(({ kind, amountMinor }) =>
            t('settlementFile.becomesPart', {
              kind: t(`settlementFile.part_${kind}`),
              amount: money(-amountMinor),
            }),
          )
          .join(', ');
      case 'sums':
        return t('settlementFile.becomesSums', {
          kind: t(`settlementFile.kind_${read.of === 'file' ? 'trailer' : 'payout'}`),
          list: Object.entries(read.stated)
            .map(([sum, figure]) => {
              const name = t(`settlementFile.sum_${sum as 'net'}`);
              return `${name} ${sum === 'items' ? figure : money(figure)}`;
            })
            .join(', '),
        });
      case 'none':
        return t('settlementFile.becomesNothing');
    }
  };
}
