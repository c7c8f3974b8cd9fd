import type { AccountSummary } from '@abacist/contracts';
import { useTheme, View } from '@tamagui/core';
import { useWords } from '~/i18n';
import { useDates } from '~/i18n/useFormat';
import { Column, Line } from '~/ui/Box';
import { useMoney } from '~/ui/Money';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';

/** How near a balance is to its limit: from four fifths on it is worth a look. */
const NEAR = 0.8;

type Of = Pick<AccountSummary, 'balanceMinor' | 'limitMinor' | 'availableMinor'>;

/** A balance against its limit as a bar, with the words beside it; nothing without a limit. */
export function Gauge({
  account,
  tall,
  brief,
}: {
  account: Of;
  tall?: boolean;
  /** In a table: what is left, and no more words. */
  brief?: boolean;
}) {
  const t = useWords();
  const theme = useTheme();
  const money = useMoney();
  const { balanceMinor, limitMinor, availableMinor } = account;
  if (limitMinor === null && availableMinor === null) {
    return (
      <Body small tone="faded">
        {t('accounts.noLimit')}
      </Body>
    );
  }
  const room = availableMinor ?? 0;
  const whole = limitMinor ?? Math.max(1, balanceMinor + room);
  const used = whole === 0 ? 1 : Math.max(0, Math.min(1, 1 - room / Math.max(1, whole)));
  const over = room < 0;
  const fill = over ? theme.plum : used >= NEAR ? theme.amber : theme.moss;
  return (
    <Column gap={4} width="100%">
      <View
        role="img"
        aria-label={t('accounts.gauge', {
          balance: money(balanceMinor),
          limit: limitMinor === null ? money(whole) : money(limitMinor),
        })}
        height={tall ? 12 : 8}
        borderRadius={6}
        backgroundColor="$well"
        borderWidth={1}
        borderColor="$rule"
        overflow="hidden"
      >
        <View height="100%" width={`${Math.round(used * 100)}%`} backgroundColor={fill.val} />
      </View>
      <Body small tone={over ? 'loose' : 'faded'}>
        {over
          ? t('accounts.over', { amount: money(-room) })
          : limitMinor === null || (brief && room <= limitMinor)
            ? t('accounts.left', { amount: money(room) })
            : room > limitMinor
              ? // More is left than the limit: it says why.
                t('accounts.leftWithCredit', {
                  limit: money(limitMinor),
                  amount: money(room),
                  credit: money(room - limitMinor),
                })
              : `${t('accounts.left', { amount: money(room) })} ${t('accounts.ofLimit', { limit: money(limitMinor) })}`}
      </Body>
    </Column>
  );
}

/** What a person must know of an account before anything else, as words. */
export function AccountTags({ account }: { account: AccountSummary }) {
  const t = useWords();
  const money = useMoney();
  const dates = useDates();
  const { overdueMinor, overdueDays, creditMinor, holdReason, returnedOn, closed } = account;
  const tags = [
    closed ? ({ tone: 'faded', label: t('accounts.closed') } as const) : null,
    holdReason !== null ? ({ tone: 'loose', label: t('accounts.onHold') } as const) : null,
    returnedOn !== null
      ? ({
          tone: 'loose',
          label: t('accounts.returned', { date: dates.day(returnedOn) }),
        } as const)
      : null,
    overdueMinor > 0
      ? ({
          tone: 'waiting',
          label: t('accounts.overdue', { amount: money(overdueMinor), days: overdueDays }),
        } as const)
      : null,
    creditMinor > 0
      ? ({
          tone: 'ink',
          label: t('accounts.creditLeft', { amount: money(creditMinor) }),
        } as const)
      : null,
  ].filter((tag) => tag !== null);
  if (tags.length === 0) return null;
  return (
    <Line gap="$2" flexWrap="wrap">
      {tags.map((tag) => (
        <Tag key={tag.label} {...tag} />
      ))}
    </Line>
  );
}
