import type { ProcessorsView, SettlementImport, SettlementsAnswer } from '@abacist/contracts';
import { useMedia } from '@tamagui/core';
import { useQuery } from '@tanstack/react-query';
import { useRef, type ReactNode } from 'react';
import { router } from '~/router';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { useMoney } from '~/ui/Money';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Field } from '~/ui/Field';
import { FilePick } from '~/ui/FilePick';
import { ErrorNote, Loading, RefusalNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Body } from '~/ui/Text';
import { WillPost } from '~/features/books';
import { BecomingRows } from './BecomingRows';
import { HowRead } from './HowRead';
import { Foreseen } from './Foreseen';
import { usePicked } from './store';
import { useLook } from './useLook';

const FILES = '.csv,.txt,.tsv,.dat,.xlsx,text/csv,text/plain';

/** A file of a processor before it is taken: how it is read, what its rows become, what it would post. */
export function SettlementFileScreen({ processorId }: { processorId: number }) {
  const t = useWords();
  const found = useQuery({
    queryKey: ['processors'],
    queryFn: () => request<ProcessorsView>('GET', '/processors'),
  });
  const name = found.data?.processors.find(({ id }) => id === processorId)?.name ?? '';
  return (
    <Screen title={t('settlementFile.title', { name })} back="/bank/cards" width={1180}>
      <Query of={found}>{() => <File processorId={processorId} name={name} />}</Query>
    </Screen>
  );
}

function File({ processorId, name }: { processorId: number; name: string }) {
  const t = useWords();
  const media = useMedia();
  const { picked, pick, mapping, editing, saveAs, change } = usePicked();
  const file = picked?.processorId === processorId ? picked.file : null;
  const top = useRef<HTMLDivElement>(null);
  const { look, isPart } = useLook({
    ...{ processorId, file, mapping, whole: !editing },
    times: picked?.times ?? 0,
  });
  const seen = file ? look.data : undefined;
  const isNew = seen !== undefined && (seen.layout === null || mapping !== null);
  const send = useCommand<SettlementImport, SettlementsAnswer>('/settlements');
  const choose = (
    <FilePick
      label={t(file ? 'settlementFile.another' : 'settlementFile.pick', { name })}
      accept={FILES}
      disabled={send.isPending}
      onPick={(chosen) => {
        send.reset();
        pick(processorId, chosen);
      }}
    />
  );
  if (send.data) return <Posted answer={send.data}>{choose}</Posted>;
  if (!file || !seen)
    return (
      <Column gap="$3" paddingHorizontal="$4" paddingBottom="$5">
        {file ? null : <Body>{t('settlementFile.pickText')}</Body>}
        {file && look.isFetching ? <Loading /> : null}
        <ErrorNote error={look.error} />
        <Line>{choose}</Line>
      </Column>
    );
  const used = mapping ?? seen.look.mapping;
  const open = editing || seen.gaps.length > 0 || (seen.layout === null && mapping === null);
  const fresh = seen.payouts.filter(({ known }) => known === null);
  const ready = !open && !isPart && seen.refusals.length === 0 && fresh.length > 0;
  const command = (): SettlementImport | null =>
    ready
      ? {
          ...{ ...file, processorId, mapping: used },
          ...(isNew && { saveAs: saveAs.trim() || name.slice(0, 80) }),
        }
      : null;
  const rows = <BecomingRows look={seen.look} most={media.pair ? 30 : 4} />;
  return (
    <Column gap="$4" paddingBottom="$5">
      <Column gap="$2" paddingHorizontal="$4">
        <div ref={top} style={{ scrollMarginTop: 120 }} />
        <Body strong>{file.name}</Body>
        <Body tone={seen.layout === null && mapping === null ? 'waiting' : 'faded'}>
          {seen.layout === null || mapping !== null
            ? t(open ? 'settlementFile.unknown' : 'settlementFile.isNew')
            : t('settlementFile.knownAs', {
                name: seen.layout === 'own' ? t('settlementFile.own') : seen.layout,
              })}
        </Body>
        <Line gap="$3" flexWrap="wrap">
          {choose}
          {open ? null : (
            <Button
              label={t('settlementFile.change')}
              onPress={() => change({ editing: true })}
            />
          )}
        </Line>
      </Column>
      <ErrorNote error={look.error} />
      {open ? (
        <>
          <Column
            gap="$4"
            {...(media.pair && { flexDirection: 'row', alignItems: 'flex-start' })}
          >
            {media.pair ? null : rows}
            <Column {...(media.pair && { flex: 1, minWidth: 0 })}>
              <HowRead
                seen={seen}
                mapping={used}
                onChange={(next) => change({ mapping: next, editing: true })}
              />
            </Column>
            {media.pair ? (
              <Column flex={1} minWidth={0}>
                {rows}
              </Column>
            ) : null}
          </Column>
          <Column gap="$2" paddingHorizontal="$4">
            {seen.gaps.map((gap) => (
              <Body key={gap} tone="loose">
                {t(`settlementFile.gap_${gap}`)}
              </Body>
            ))}
            <Button
              kind="primary"
              big
              label={t('settlementFile.done')}
              disabled={seen.gaps.length > 0}
              onPress={() => {
                change({ mapping: used, editing: false });
                top.current?.scrollIntoView();
              }}
            />
          </Column>
        </>
      ) : (
        <>
          <Column paddingHorizontal="$4">
            <RefusalNote refusals={seen.refusals} />
          </Column>
          <Foreseen seen={seen} />
          <Column gap="$3" paddingHorizontal="$4">
            {isNew && ready ? (
              <Field
                label={t('settlementFile.saveAs')}
                hint={t('settlementFile.saveAsHint')}
                placeholder={name}
                value={saveAs}
                onChange={(typed) => change({ saveAs: typed })}
                maxLength={80}
              />
            ) : null}
            <ErrorNote error={send.error} />
            {seen.refusals.length === 0 && fresh.length === 0 ? (
              <Body tone="faded">{t('settlementFile.nothingNew')}</Body>
            ) : null}
            <WillPost right="POST /settlements" path="/settlements" command={command} />
            <Button
              kind="primary"
              big
              label={t('settlementFile.post', { count: fresh.length })}
              disabled={!ready || send.isPending || look.isFetching}
              onPress={() => {
                const body = command();
                if (body) send.mutate(body);
              }}
            />
          </Column>
        </>
      )}
    </Column>
  );
}

/** What was posted, each with the way to it. */
function Posted({
  answer: { settlements, bills },
  children,
}: {
  answer: SettlementsAnswer;
  children: ReactNode;
}) {
  const t = useWords();
  const dates = useDates();
  const money = useMoney();
  return (
    <Column gap="$4" paddingHorizontal="$4" paddingBottom="$5">
      {settlements.map(({ settlementId, number, netMinor, differences }) => {
        const differs = differences.length > 0;
        return (
          <Column key={settlementId} role="status" gap="$2">
            <Body strong tone={differs ? 'loose' : 'home'}>
              {t(differs ? 'cards.importedDiffers' : 'cards.imported', {
                ...{ number, net: money(netMinor) },
              })}
            </Body>
            <Line>
              <Button
                kind="primary"
                label={t('settlement.title', { number })}
                onPress={() => router.replace(`/bank/settlements/${settlementId}`)}
              />
            </Line>
          </Column>
        );
      })}
      {bills.map(({ id, number, month, amountMinor }) => (
        <Body key={id} strong tone="home" role="status">
          {t('settlementFile.billed', {
            ...{ number, month: dates.month(month), amount: money(amountMinor) },
          })}
        </Body>
      ))}
      <Line>{children}</Line>
    </Column>
  );
}
