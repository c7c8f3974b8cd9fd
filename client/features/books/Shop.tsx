import type { Right } from '@abacist/contracts/rights';
import { useMay } from '~/api/session';
import { useWords } from '~/i18n';
import { usePathname } from '~/router';
import { Column, Sheet } from '~/ui/Box';
import { ListLink } from '~/ui/ListLink';
import { Body } from '~/ui/Text';

type Page = { to: string; name: string; needs?: Right };
const PAGES = [
  { to: '/books/items', name: 'shopItems' },
  { to: '/books/departments', name: 'shopDepartments' },
  { to: '/books/taxes', name: 'shopTaxes' },
  { to: '/books/tenders', name: 'shopTenders' },
  { to: '/books/processors', name: 'shopProcessors' },
  { to: '/books/rules', name: 'shopRules' },
  { to: '/books/account-rules', name: 'shopAccountRules' },
  { to: '/books/papers', name: 'shopPapers' },
  { to: '/books/customers', name: 'shopCustomers' },
  { to: '/books/failed-tries', name: 'shopTries', needs: 'GET /failed-tries' },
] as const satisfies Page[];

/** Whether a path is one of these pages, or under one. */
export const isShopPage = (path: string): boolean =>
  PAGES.some(({ to }) => path === to || path.startsWith(`${to}/`));

/** What the shop sets up: each leads to a page of its own. */
export function ShopPages() {
  const t = useWords();
  const may = useMay();
  const path = usePathname();
  const pages = PAGES.filter((page) => !('needs' in page) || may(page.needs));
  return (
    <Sheet role="list">
      {pages.map(({ to, name }) => (
        <ListLink key={to} to={to} {...(path.startsWith(to) && { current: true })}>
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
