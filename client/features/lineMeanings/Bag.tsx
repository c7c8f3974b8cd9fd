import type { BagCounted, MovementView, SlipView } from '@abacist/contracts';
import { BAG_CAUSES, type BagCause } from '@abacist/core/bagCauses';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { request } from '~/api/http';
import { useStatement } from '~/api/statement';
import { useMovementWords } from '~/features/bank';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Button } from '~/ui/Button';
import { Line, Sheet, SheetRow } from '~/ui/Box';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { BigMoney, Money } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Query } from '~/ui/Query';
import { Select } from '~/ui/Select';
import { Body } from '~/ui/Text';
import type { MeaningDialog } from './room';

/** Which slip it is that the bank counted differently: the nearest sum first. */
export function WhichBag({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const words = useMovementWords();
  const [slip, setSlip] = useState<MovementView | null>(null);
  const statement = useStatement(line.bankAccountId);
  if (slip) return <TakeFigure {...{ line, slip, onClose }} />;
  return (
    <Dialog open title={t('trail.whichSlip')} onClose={onClose}>
      <Query of={statement}>
        {({ openMovements, reserved }) => {
          const apart = ({ amountMinor }: MovementView) =>
            Math.abs(amountMinor - line.amountMinor);
          const slips = [...openMovements, ...reserved.map(({ movement }) => movement)]
            .filter(({ kind }) => kind === 'slip')
            .toSorted((a, b) => apart(a) - apart(b));
          return slips.length === 0 ? (
            <Body>{t('trail.noSlip')}</Body>
          ) : (
            <Sheet role="list">
              {slips.map((one) => (
                <SheetRow key={one.key} role="listitem" flexWrap="wrap">
                  <Body flex={1}>{words(one)}</Body>
                  <Money minor={one.amountMinor} strong />
                  <Button label={t('trail.thisSlip')} onPress={() => setSlip(one)} />
                </SheetRow>
              ))}
            </Sheet>
          );
        }}
      </Query>
      <Button label={t('common.cancel')} onPress={onClose} />
    </Dialog>
  );
}

/** Takes the bank’s figure: by how much it differs, why, and whose drawer it was, where that is known. */
function TakeFigure({ line, slip, onClose }: MeaningDialog & { slip: MovementView }) {
  const t = useWords();
  const dates = useDates();
  const slipId = slip.key.split(' ')[1]!;
  const differenceMinor = line.amountMinor - slip.amountMinor;
  const [cause, setCause] = useState<BagCause>('miscounted');
  const [part, setPart] = useState('');
  const [note, setNote] = useState('');
  const take = useCommand<BagCounted, object>(`/slips/${slipId}/bag`, onClose);
  const parts = useQuery({
    queryKey: ['slip', Number(slipId)],
    queryFn: () => request<SlipView>('GET', `/slips/${slipId}`),
  });
  // A false note lowers what the bank counted, and no cheque holds one.
  const causes = BAG_CAUSES.filter((one) => one !== 'falseNote' || differenceMinor < 0);
  const options = (parts.data?.items ?? [])
    .filter(({ cheque }) => cheque === null || cause !== 'falseNote')
    .map(({ safeItemId, takingsDay, drawer, cheque }) => ({
      value: String(safeItemId),
      label: cheque
        ? t('safe.cheque', cheque)
        : [dates.day(takingsDay), drawer].filter(Boolean).join(', '),
    }));
  const chosen = options.some(({ value }) => value === part) ? part : '';
  return (
    <Dialog open title={t('trail.bagTitle', { number: slip.number })} onClose={onClose}>
      <Line justifyContent="space-between" alignItems="baseline" gap="$3">
        <Body>{t(differenceMinor < 0 ? 'trail.bagLess' : 'trail.bagMore')}</Body>
        <BigMoney minor={Math.abs(differenceMinor)} color="$plum" />
      </Line>
      <Choice
        label={t('trail.bagCause')}
        shown
        value={cause}
        options={causes.map((value) => ({ value, label: t(`safe.bag_${value}`) }))}
        onChange={setCause}
      />
      <Select
        label={t('trail.bagWhose')}
        value={chosen}
        options={[{ value: '', label: t('trail.bagNobody') }, ...options]}
        onChange={setPart}
      />
      <Field
        label={t(cause === 'other' ? 'common.why' : 'trail.bagNote')}
        value={note}
        onChange={setNote}
        maxLength={200}
      />
      <ErrorNote error={take.error} />
      <Decide
        label={t('trail.bagTake')}
        disabled={take.isPending || (cause === 'other' && note.trim() === '')}
        onDecide={() =>
          take.mutate({
            lineId: line.id,
            cause,
            safeItemId: chosen === '' ? null : Number(chosen),
            note: note.trim(),
          })
        }
        onCancel={onClose}
      />
    </Dialog>
  );
}
