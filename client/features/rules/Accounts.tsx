import { useWords } from '~/i18n';
import { Heading } from '~/ui/Text';
import { Pair, RuleScreen } from './RuleForm';
import type { TextRules } from './texts';

const RULES: TextRules = {
  graceDays: { as: 'days', most: 365 },
  latePercent: { as: 'percent' },
  lateGraceDays: { as: 'days', most: 365 },
  lateMinimumMinor: { as: 'amount' },
  chequeFeeMinor: { as: 'amount' },
  clerkWriteOffMinor: { as: 'amount' },
  bookkeeperWriteOffMinor: { as: 'amount' },
};

/** How regular customers pay: grace, discounts, late charges, what is written off. */
export function AccountRulesScreen() {
  const t = useWords();
  return (
    <RuleScreen path="/account-rules" name="accountRules" rules={RULES}>
      {({ field, choice }) => (
        <>
          <Heading size="section">{t('accountRules.late')}</Heading>
          <Pair left={field('graceDays')} right={field('chequeFeeMinor')} />
          <Pair left={field('latePercent')} right={field('lateGraceDays')} />
          {field('lateMinimumMinor')}
          <Heading size="section">{t('accountRules.discounts')}</Heading>
          {choice('discountBase', ['gross', 'net'])}
          {choice('partEarns')}
          {choice('discountAdjustsTax')}
          <Heading size="section">{t('accountRules.writeOffs')}</Heading>
          <Pair left={field('clerkWriteOffMinor')} right={field('bookkeeperWriteOffMinor')} />
          {choice('writeOffAdjustsTax')}
        </>
      )}
    </RuleScreen>
  );
}
