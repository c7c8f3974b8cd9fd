import type { LineSplit } from '@abacist/contracts';
import { parseAmount, toDecimal } from '@abacist/core/money';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { useAmountError } from '~/i18n/useAmountError';
import { Column, Line } from '~/ui/Box';
import { Button } from '~/ui/Button';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { BigMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import type { MeaningDialog } from './room';
import { WholeLine } from './WholeLine';

type Part = { amount: string; words: string; out: boolean };

/** A line that is several things: parts stand in its place, each is answered by itself. */
export function Several({ line, onClose }: MeaningDialog) {
  const t = useWords();
  const { currency } = useShop();
  const wrong = useAmountError();
  const out = line.amountMinor < 0;
  const empty: Part = { amount: '', words: '', out };
  const [parts, setParts] = useState<Part[]>([empty, empty]);
  const send = useCommand<LineSplit, object>(`/lines/${line.id}/split`, onClose);
  const read = parts.map((part) => {
    const amount = parseAmount(part.amount || '0', currency);
    return amount.ok && amount.value >= 0 ? (part.out ? -1 : 1) * amount.value : null;
  });
  const restMinor = read.reduce<number>((left, one) => left - (one ?? 0), line.amountMinor);
  const ready = restMinor === 0 && read.every((one) => one) && !send.isPending;
  const change = (at: number, to: Partial<Part>) =>
    setParts(parts.map((part, i) => (i === at ? { ...part, ...to } : part)));
  const decide = () => {
    if (ready)
      send.mutate({
        parts: parts.map(({ words }, i) => ({ amountMinor: read[i]!, words: words.trim() })),
      });
  };
  return (
    <Dialog open title={t('trail.is_several')} onClose={onClose}>
      <WholeLine line={line} />
      {parts.map((part, i) => (
        <Column key={i} role="group" aria-label={t('trail.part', { number: i + 1 })} gap="$2">
          <Choice
            label={t('trail.part', { number: i + 1 })}
            shown
            value={part.out ? 'out' : 'in'}
            options={[
              { value: 'in', label: t('trail.partIn') },
              { value: 'out', label: t('trail.partOut') },
            ]}
            onChange={(way) => change(i, { out: way === 'out' })}
          />
          <Field
            label={t('trail.partAmount', { number: i + 1 })}
            value={part.amount}
            onChange={(amount) => change(i, { amount })}
            error={part.amount ? wrong(part.amount) : undefined}
            numeric
          />
          <Field
            label={t('trail.partWords', { number: i + 1 })}
            value={part.words}
            onChange={(words) => change(i, { words })}
            maxLength={100}
            onSubmit={decide}
          />
        </Column>
      ))}
      <Line gap="$2" flexWrap="wrap">
        <Button
          kind="plain"
          label={t('trail.partMore')}
          onPress={() =>
            // What is not shared yet is offered.
            setParts([
              ...parts,
              {
                ...empty,
                out: restMinor === 0 ? out : restMinor < 0,
                amount: restMinor === 0 ? '' : toDecimal(Math.abs(restMinor), currency),
              },
            ])
          }
        />
        {parts.length > 2 ? (
          <Button
            kind="plain"
            label={t('trail.partLess')}
            onPress={() => setParts(parts.slice(0, -1))}
          />
        ) : null}
      </Line>
      <Line justifyContent="space-between" alignItems="baseline" role="status">
        <Body>{t(restMinor === 0 ? 'trail.pickedAgrees' : 'trail.pickedDiffers')}</Body>
        <BigMoney minor={restMinor} color={restMinor === 0 ? '$moss' : '$plum'} />
      </Line>
      <ErrorNote error={send.error} />
      <Decide
        label={t('trail.splitIt')}
        disabled={!ready}
        onDecide={decide}
        onCancel={onClose}
      />
    </Dialog>
  );
}
