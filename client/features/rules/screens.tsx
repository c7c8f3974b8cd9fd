import { PREPAYMENT_TAX } from '@abacist/core/orders';
import { useWords } from '~/i18n';
import { Heading } from '~/ui/Text';
import { Pair, RuleScreen } from './RuleForm';
import type { TextRules } from './texts';
export { AccountRulesScreen } from './Accounts';

const RULES: TextRules = {
  returnDays: { as: 'days' },
  approvalAboveMinor: { as: 'amount', optional: true },
  restockingPercent: { as: 'percent' },
  creditDays: { as: 'days' },
  creditWarnDays: { as: 'days' },
  clerkPercent: { as: 'percent' },
  bookkeeperPercent: { as: 'percent' },
  quotationDays: { as: 'days' },
  voucherDays: { as: 'days', optional: true },
  cashBackMaxMinor: { as: 'amount', optional: true, least: 1 },
  paidOutFreeMinor: { as: 'amount', optional: true },
  countAskAboveMinor: { as: 'amount', optional: true },
};

/** How the counter takes goods back, how far prices move, what orders and cards may do. */
export function RulesScreen() {
  const t = useWords();
  return (
    <RuleScreen path="/counter-rules" name="rules" rules={RULES}>
      {({ field, choice }) => (
        <>
          <Heading size="section">{t('rules.returns')}</Heading>
          <Pair left={field('returnDays')} right={field('approvalAboveMinor')} />
          <Pair left={field('restockingPercent')} right={field('creditDays')} />
          {choice('restockingTaxed')}
          {choice('originalTendersFirst')}
          {field('creditWarnDays')}
          <Heading size="section">{t('rules.prices')}</Heading>
          <Pair left={field('clerkPercent')} right={field('bookkeeperPercent')} />
          <Heading size="section">{t('rules.orders')}</Heading>
          {choice('prepaymentTax', PREPAYMENT_TAX)}
          <Pair left={field('quotationDays')} right={field('voucherDays')} />
          <Heading size="section">{t('rules.cards')}</Heading>
          {choice('tips')}
          {field('cashBackMaxMinor')}
          <Heading size="section">{t('rules.drawers')}</Heading>
          <Pair left={field('paidOutFreeMinor')} right={field('countAskAboveMinor')} />
          {choice('countTwoSign')}
        </>
      )}
    </RuleScreen>
  );
}
