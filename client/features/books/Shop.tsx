import { useWords } from '~/i18n';
import { Column, Sheet } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Body } from '~/ui/Text';

const PAGES = [
  { to: '/books/items', name: 'shopItems' },
  { to: '/books/departments', name: 'shopDepartments' },
  { to: '/books/taxes', name: 'shopTaxes' },
  { to: '/books/tenders', name: 'shopTenders' },
  { to: '/books/rules', name: 'shopRules' },
  { to: '/books/account-rules', name: 'shopAccountRules' },
  { to: '/books/papers', name: 'shopPapers' },
  { to: '/books/customers', name: 'shopCustomers' },
] as const;

/** What the shop sets up: each leads to a page of its own. */
export function ShopPages() {
  const t = useWords();
  return (
    <Sheet role="list">
      {PAGES.map(({ to, name }) => (
        <ListLink key={to} to={to}>
          <Column flex={1} paddingVertical="$1">
            <Body strong>{t(`books.${name}`)}</Body>
            <Body small tone="faded">
              {t(`books.${name}Text`)}
            </Body>
          </Column>
        </ListLink>
      ))}
    </Sheet>
  );
}
