import { useWords } from '~/i18n';
import { Body } from '~/ui/Text';

/** The heads of account, debit and credit, side by side in a row. */
export function SidesHead() {
  const t = useWords();
  return (
    <>
      <Body small tone="faded" flex={2}>
        {t('books.account')}
      </Body>
      <Body small tone="faded" flex={1} textAlign="right">
        {t('books.debit')}
      </Body>
      <Body small tone="faded" flex={1} textAlign="right">
        {t('books.credit')}
      </Body>
    </>
  );
}
