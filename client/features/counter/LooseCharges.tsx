import type { CounterSettings } from '@abacist/contracts';
import type { OfferedTender } from '@abacist/core/tenders';
import { looseCharges, useTicket } from '~/features/ticket';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Money } from '~/ui/Money';
import { Body } from '~/ui/Text';

/**
 * Cards that the terminal charged and that stand on the ticket no more: in sight until they pay
 * after all, or a bookkeeper has seen that the terminal reversed them.
 */
export function LooseCharges({
  settings,
  leftMinor,
  onTake,
}: {
  settings: CounterSettings;
  leftMinor: number;
  onTake: (tender: OfferedTender) => void;
}) {
  const t = useWords();
  const loose = looseCharges(useTicket());
  if (loose.length === 0) return null;
  return (
    <Column gap="$2">
      <Body tone="loose" paddingHorizontal="$4" role="status">
        {t('terminal.looseText')}
      </Body>
      <Sheet role="list" aria-label={t('terminal.loose')}>
        {loose.map(({ reference, tenderId, amountMinor, authorisation, lastFour }) => (
          <SheetRow key={reference} role="listitem" paddingRight="$1">
            <Body flex={1}>
              {settings.tenders.find(({ id }) => id === tenderId)?.name}
              {` ···· ${lastFour}`}
            </Body>
            <Money minor={amountMinor} strong />
            <Button
              label={t('terminal.putBack')}
              disabled={amountMinor > leftMinor}
              onPress={() =>
                onTake({
                  kind: 'card',
                  tenderId,
                  amountMinor,
                  lastFour,
                  reference: authorisation,
                })
              }
            />
          </SheetRow>
        ))}
      </Sheet>
    </Column>
  );
}
