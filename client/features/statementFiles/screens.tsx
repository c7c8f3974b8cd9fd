import type {
  LookAtStatement,
  StatementAnswer,
  StatementImport,
  StatementLook,
  StatementView,
} from '@abacist/contracts';
import { parseAmount } from '@abacist/core/money';
import type { StatementMapping } from '@abacist/core/statementMapping';
import { useQuery } from '@tanstack/react-query';
import { checkFile } from '~/api/reading';
import { useStatement } from '~/api/statement';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useLane } from '~/features/bank';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useAmountError } from '~/i18n/useAmountError';
import { useRefusalText } from '~/i18n/useRefusal';
import { router } from '~/router';
import { Button } from '~/ui/Button';
import { Choice } from '~/ui/Choice';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { GoOn } from '~/ui/GoOn';
import { Money, useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Section } from '~/ui/Section';
import { Body } from '~/ui/Text';
import { HowRead } from './HowRead';
import { useTable } from './store';

/** A bank's own table: what its columns say, what each row becomes, and what all of it comes to. */
export function StatementFileScreen() {
  const t = useWords();
  const file = useTable((table) => table.file);
  const statement = useStatement(null);
  if (!file)
    return (
      <GoOn
        title={t('statementFile.title')}
        text={t('statementFile.noFile')}
        onPress={() => router.replace('/bank/statement')}
      />
    );
  return <Query of={statement}>{({ accounts }) => <Making accounts={accounts} />}</Query>;
}

function Making({ accounts }: Pick<StatementView, 'accounts'>) {
  const t = useWords();
  const { file, mapping, bankAccountId, change } = useTable();
  const account = accounts.find(({ id }) => id === bankAccountId) ?? accounts[0]!;
  const look = useQuery({
    queryKey: ['statementFile', account.id, file, mapping],
    queryFn: () =>
      checkFile<StatementLook>('/statement-files/look', {
        ...file!,
        bankAccountId: account.id,
        mapping,
      } satisfies LookAtStatement),
    placeholderData: (before) => before,
    retry: false,
    gcTime: 0,
  });
  return (
    <Screen
      title={t('statementFile.title')}
      eyebrow={file!.name}
      back="/bank/statement"
      width={1120}
      footer={
        look.data ? (
          <Import seen={look.data} accountId={account.id} accounts={accounts} />
        ) : null
      }
    >
      <Column gap="$4" paddingBottom="$5">
        {accounts.length > 1 ? (
          <Column paddingHorizontal="$4">
            <Choice
              shown
              label={t('statement.account')}
              value={String(account.id)}
              options={accounts.map(({ id, name }) => ({ value: String(id), label: name }))}
              onChange={(id) => change({ bankAccountId: Number(id), mapping: null })}
            />
          </Column>
        ) : null}
        <Query of={look}>
          {(seen) => (
            <Column gap="$4" $wide={{ flexDirection: 'row', alignItems: 'flex-start' }}>
              <Column gap="$4" $wide={{ flex: 1 }}>
                <HowRead
                  seen={seen}
                  mapping={mapping ?? seen.mapping}
                  onChange={(next: StatementMapping) => change({ mapping: next })}
                />
              </Column>
              <Column gap="$4" $wide={{ flex: 1 }}>
                <Becomes seen={seen} />
              </Column>
            </Column>
          )}
        </Query>
      </Column>
    </Screen>
  );
}

/** What the first rows become, and what all of them come to. */
function Becomes({ seen }: { seen: StatementLook }) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  const word = useRefusalText();
  const { whole, refusal, gaps } = seen;
  return (
    <>
      <Section title={t('statementFile.comesTo')}>
        <Column paddingHorizontal="$4" gap="$1" role="status">
          {gaps.map((gap) => (
            <Body key={gap} tone="loose" strong>
              {t(`statementFile.gap_${gap}`)}
            </Body>
          ))}
          {refusal ? (
            <Body tone="loose" strong>
              {[refusal.at, word(refusal)].filter(Boolean).join(': ')}
            </Body>
          ) : null}
          {whole ? (
            <>
              <Body strong>
                {t('statementFile.whole', {
                  count: whole.lines,
                  from: dates.day(whole.from),
                  to: dates.day(whole.to),
                })}
              </Body>
              <Body>
                {t('statementFile.inOut', {
                  came: money(whole.inMinor),
                  left: money(-whole.outMinor),
                })}
              </Body>
              {whole.closingMinor === null ? null : (
                <Body>{t('statementFile.closes', { amount: money(whole.closingMinor) })}</Body>
              )}
              {whole.leftOut.map(({ row, text }) => (
                <Body key={row} small tone="faded">
                  {t('statementFile.leftOut', { row, text })}
                </Body>
              ))}
            </>
          ) : null}
        </Column>
      </Section>
      <Section title={t('statementFile.rows')}>
        <Sheet role="list">
          {seen.rows.map(({ row, text, line, refusal: why }) => (
            <SheetRow key={row} role="listitem">
              <Column flex={1} minWidth={0}>
                <Body small tone="faded" numberOfLines={1}>
                  {text}
                </Body>
                {line ? (
                  <Body>{`${dates.day(line.date)} · ${line.text}`}</Body>
                ) : (
                  <Body tone={why ? 'loose' : 'faded'}>
                    {why ? word(why) : t('statementFile.noLine')}
                  </Body>
                )}
              </Column>
              {line ? <Money minor={line.amountMinor} strong /> : null}
            </SheetRow>
          ))}
        </Sheet>
      </Section>
    </>
  );
}

/** What was there before, where nothing says it; a name by which such a file is known; and the import. */
function Import({
  seen,
  accountId,
  accounts,
}: {
  seen: StatementLook;
  accountId: number;
} & Pick<StatementView, 'accounts'>) {
  const t = useWords();
  const { currency } = useShop();
  const wrong = useAmountError();
  const show = useLane((lane) => lane.show);
  const { file, mapping, opening, saveAs, change } = useTable();
  const send = useCommand<StatementImport, StatementAnswer>('/statements', () => {
    useTable.setState({ file: null });
    if (accounts.length > 1) show(accountId);
    router.replace('/bank/statement');
  });
  const asks = seen.whole !== null && seen.openingMinor === null;
  const read = parseAmount(opening || 'x', currency);
  const ready = seen.whole !== null && (!asks || read.ok) && !send.isPending;
  return (
    <Column gap="$3">
      {asks ? (
        <Field
          label={t('statementFile.opening')}
          hint={t('statementFile.openingHint')}
          value={opening}
          onChange={(text) => change({ opening: text })}
          error={wrong(opening)}
          numeric
        />
      ) : null}
      <Field
        label={t('statementFile.saveAs')}
        hint={t('statementFile.saveAsHint')}
        value={saveAs}
        onChange={(text) => change({ saveAs: text })}
        maxLength={80}
      />
      <ErrorNote error={send.error} />
      <Button
        kind="primary"
        big
        disabled={!ready}
        label={t('statementFile.import', { count: seen.whole?.lines ?? 0 })}
        onPress={() => {
          if (ready)
            send.mutate({
              ...file!,
              table: {
                ...{ bankAccountId: accountId, mapping: mapping ?? seen.mapping },
                openingMinor: asks && read.ok ? read.value : null,
                saveAs: saveAs.trim() || null,
              },
            });
        }}
      />
    </Column>
  );
}
