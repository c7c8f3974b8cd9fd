import type { ChequeAtBank, ChequesAtBank } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Query } from '~/ui/Query';
import { Body } from '~/ui/Text';
import { ReturnChequeDialog, type ShownBy } from './ReturnCheque';

/** Which cheque a statement line brought back: those of just that amount, the latest first. */
export function FindReturned({
  line,
  amountMinor,
  onClose,
}: {
  line: ShownBy;
  amountMinor: number;
  onClose: () => void;
}) {
  const t = useWords();
  const dates = useDates();
  const [chosen, setChosen] = useState<ChequeAtBank | null>(null);
  const found = useQuery({
    queryKey: ['cheques', amountMinor],
    queryFn: () => request<ChequesAtBank>('GET', `/cheques?amountMinor=${amountMinor}`),
  });
  if (chosen && found.data) {
    return (
      <ReturnChequeDialog
        cheque={chosen}
        feeMinor={found.data.feeMinor}
        line={line}
        onClose={onClose}
      />
    );
  }
  return (
    <Dialog open title={t('cheques.which')} onClose={onClose}>
      <Query of={found}>
        {({ cheques }) =>
          cheques.length === 0 ? (
            <Body>{t('cheques.none')}</Body>
          ) : (
            <Sheet role="group" aria-label={t('cheques.which')}>
              {cheques.map((cheque) => (
                <Button
                  key={cheque.id}
                  kind="plain"
                  label={t('cheques.one', { number: cheque.number, name: cheque.drawnBy })}
                  onPress={() => setChosen(cheque)}
                >
                  <Line flex={1} paddingVertical="$2">
                    <Column flex={1} minWidth={0} alignItems="flex-start">
                      <Body textAlign="left">
                        {t('cheques.one', { number: cheque.number, name: cheque.drawnBy })}
                      </Body>
                      <Body small tone="faded" textAlign="left">
                        {t('cheques.where', {
                          date: dates.day(cheque.takenOn),
                          ticket: cheque.ticket,
                          slip: cheque.slip,
                        })}
                      </Body>
                    </Column>
                  </Line>
                </Button>
              ))}
            </Sheet>
          )
        }
      </Query>
      <Button label={t('common.cancel')} onPress={onClose} />
    </Dialog>
  );
}
