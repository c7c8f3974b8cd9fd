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

/** What the bookkeeper does for all accounts: side by side where there is room, else behind one button. */
export function DeskWork({ folded }: { folded: boolean }) {
  const t = useWords();
  const [open, setOpen] = useState(false);
  if (!folded) {
    return PAGES.map(({ to, name }) => (
      <Button key={to} label={t(name)} onPress={() => router.push(to as never)} />
    ));
  }
  return (
    <>
      <Button label={t('accounts.desk')} onPress={() => setOpen(true)} />
      {open ? (
        <Dialog open title={t('accounts.desk')} onClose={() => setOpen(false)}>
          <Sheet role="list" aria-label={t('accounts.desk')}>
            {PAGES.map(({ to, name }) => (
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
