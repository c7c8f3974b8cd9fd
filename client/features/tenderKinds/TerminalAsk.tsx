import type { TerminalAnswer, TerminalAsk as Ask } from '@abacist/contracts';
import { useMutation } from '@tanstack/react-query';
import SmartphoneNfc from 'lucide-react-native/icons/smartphone-nfc';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column } from '~/ui/Box';
import { useMoney } from '~/ui/Money';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';
import { useTicket } from '~/features/ticket';

/** Asks the card terminal for an amount, as often as it needs: it charges once. */
export function TerminalAsk({
  tenderId,
  amountMinor,
  onTake,
}: {
  tenderId: number;
  amountMinor: number;
  onTake: (card: { amountMinor: number; lastFour: string; reference: string }) => void;
}) {
  const t = useWords();
  const money = useMoney();
  const { chargeFor, chargeIs } = useTicket();
  const ask = useMutation({
    mutationFn: async () => {
      const asked: Ask = {
        reference: chargeFor(tenderId, amountMinor),
        tenderId,
        amountMinor,
      };
      const answer = await request<TerminalAnswer>('POST', '/terminal', asked);
      if (answer.status === 'approved') chargeIs(asked.reference, answer);
      if (answer.status === 'declined') chargeIs(asked.reference, null);
      return answer;
    },
    onSuccess: (answer) => {
      if (answer.status !== 'approved') return;
      const { lastFour, authorisation } = answer;
      onTake({ amountMinor, lastFour, reference: authorisation });
    },
  });
  const status = ask.data?.status;
  return (
    <Column gap="$2">
      <Button
        kind="primary"
        big
        icon={SmartphoneNfc}
        disabled={ask.isPending || amountMinor <= 0}
        label={
          ask.isPending
            ? t('terminal.waiting')
            : t(status === 'unknown' || ask.isError ? 'terminal.again' : 'terminal.ask', {
                amount: money(amountMinor),
              })
        }
        onPress={() => ask.mutate()}
      />
      <ErrorNote error={ask.error} />
      {status === 'declined' ? (
        <Body tone="loose" role="alert">
          {t('terminal.declined')}
        </Body>
      ) : null}
      {status === 'unknown' ? (
        <Body tone="loose" role="alert">
          {t('terminal.unknown')}
        </Body>
      ) : null}
      <Body small tone="faded">
        {t('terminal.orType')}
      </Body>
    </Column>
  );
}
