import { useWords } from '~/i18n';
import { Column, Sheet, SheetRow } from '~/ui/Box';
import { Button } from '~/ui/Button';
import { Check } from '~/ui/Check';
import { Dialog } from '~/ui/Dialog';
import { KeyCap } from '~/ui/KeyCap';
import { showKeys, useKeysInView, useSingleKeys } from '~/ui/keys';
import { Body } from '~/ui/Text';

/** The keys of the place in view, and whether single ones do anything. */
export function KeySheet() {
  const t = useWords();
  const { inView } = useKeysInView();
  const { on } = useSingleKeys();
  const close = () => showKeys(false);
  const everywhere = [
    { key: t('keys.ctrlK'), label: t('shell.search') },
    { key: t('keys.arrows'), label: t('keys.rows') },
    { key: t('keys.escape'), label: t('keys.closes') },
  ];
  return (
    <Dialog open title={t('keys.title')} onClose={close}>
      <Sheet role="list" aria-label={t('keys.title')}>
        {[...inView.values(), ...everywhere].map(({ key, label }, i) => (
          <SheetRow key={i} role="listitem" minHeight={40}>
            <Body flex={1}>{label}</Body>
            <KeyCap name={key} />
          </SheetRow>
        ))}
      </Sheet>
      <Column>
        <Check on={on} onToggle={() => useSingleKeys.setState({ on: !on })}>
          <Body>{t('keys.single')}</Body>
        </Check>
      </Column>
      <Button label={t('common.close')} onPress={close} />
    </Dialog>
  );
}
