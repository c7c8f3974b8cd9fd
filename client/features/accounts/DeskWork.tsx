import { router } from '~/router';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Sheet } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { ListLink } from '~/ui/ListLink';
import { Body } from '~/ui/Text';

const PAGES = [
  { to: '/accounts/received', name: 'accounts.received' },
  { to: '/accounts/aging', name: 'accounts.aging' },
  { to: '/accounts/statements', name: 'statements.title' },
  { to: '/accounts/reminders', name: 'reminders.title' },
  { to: '/accounts/late-charges', name: 'lateCharges.title' },
  { to: '/accounts/files', name: 'accountFiles.title' },
] as const;

/** Where there is room, what is done most stands outside. */
const OUTSIDE = PAGES.slice(0, 2);

/** What the bookkeeper does for all accounts, behind one button; where there is room, the first of it beside. */
export function DeskWork({ folded }: { folded: boolean }) {
  const t = useWords();
  const [open, setOpen] = useState(false);
  const outside = folded ? [] : OUTSIDE;
  const inside = PAGES.slice(outside.length);
  return (
    <>
      {outside.map(({ to, name }) => (
        <Button key={to} label={t(name)} onPress={() => router.push(to as never)} />
      ))}
      <Button label={t('accounts.desk')} onPress={() => setOpen(true)} />
      {open ? (
        <Dialog open title={t('accounts.desk')} onClose={() => setOpen(false)}>
          <Sheet role="list" aria-label={t('accounts.desk')}>
            {inside.map(({ to, name }) => (
              <ListLink key={to} to={to}>
                <Body>{t(name)}</Body>
              </ListLink>
            ))}
          </Sheet>
          <Button label={t('common.cancel')} onPress={() => setOpen(false)} />
        </Dialog>
      ) : null}
    </>
  );
}
