import type { StatementView } from '@abacist/contracts';
import { useWords } from '~/i18n';
import { router } from '~/router';
import { Button } from '~/ui/Button';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { useMoney } from '~/ui/Money';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';
import { PairRow } from './Proposed';

/** A line that names a movement of another amount: nothing settles it but a person. */
export function Reserved({
  line,
  movement,
  differenceMinor,
  answered = false,
}: StatementView['reserved'][number] & {
  /** Its answers stand beside it already. */
  answered?: boolean;
}) {
  const t = useWords();
  const money = useMoney();
  return (
    <Sheet>
      <SheetRow>
        <Heading size="section">{t('statement.reserved')}</Heading>
        <Tag tone="loose" label={t('statement.differs')} />
      </SheetRow>
      <PairRow line={line} movement={movement} />
      <Column padding="$4">
        <Body tone="loose">
          {t('statement.reservedText', {
            number: movement.number,
            expected: money(movement.amountMinor),
            found: money(line.amountMinor),
            difference: money(differenceMinor),
          })}
        </Body>
        {answered ? null : (
          <Button
            label={t('statement.openLine')}
            onPress={() => router.push(`/lines/${line.id}` as never)}
          />
        )}
      </Column>
    </Sheet>
  );
}
