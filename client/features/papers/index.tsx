import type { IssuePaper, PaperIssued, PaperSubject } from '@abacist/contracts';
import type { PaperKind } from '@abacist/core/documents';
import { isEmail } from '@abacist/core/customers';
import FileText from 'lucide-react-native/icons/file-text';
import Mail from 'lucide-react-native/icons/mail';
import Printer from 'lucide-react-native/icons/printer';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useShop } from '~/api/session';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line } from '~/ui/Box';
import { Check } from '~/ui/Check';
import { Choice } from '~/ui/Choice';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Body } from '~/ui/Text';

/** A button that hands out a document's papers: as PDF, by mail, on the roll printer. */
export function PapersButton({
  subject,
  subjectId,
  kinds,
  customerEmail = null,
}: {
  subject: PaperSubject;
  subjectId: number;
  kinds: readonly PaperKind[];
  /** Where the customer's mail goes; null where nobody is chosen, whose address could be kept. */
  customerEmail?: string | null;
}) {
  const t = useWords();
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button icon={Printer} iconOnly label={t('papers.open')} onPress={() => setOpen(true)} />
      {open ? (
        <PapersDialog
          {...{ subject, subjectId, kinds, customerEmail }}
          onClose={() => setOpen(false)}
        />
      ) : null}
    </>
  );
}

function PapersDialog({
  subject,
  subjectId,
  kinds,
  customerEmail,
  onClose,
}: {
  subject: PaperSubject;
  subjectId: number;
  kinds: readonly PaperKind[];
  customerEmail: string | null;
  onClose: () => void;
}) {
  const t = useWords();
  const { hasMail, hasPrinter } = useShop();
  const [kind, setKind] = useState<PaperKind>(kinds[0]!);
  const [format, setFormat] = useState<IssuePaper['format']>(
    kinds[0] === 'receipt' ? 'roll' : 'page',
  );
  const [to, setTo] = useState(customerEmail ?? '');
  const [keeps, setKeeps] = useState(false);
  const [said, setSaid] = useState('');
  const issue = useCommand<IssuePaper, PaperIssued>('/papers');
  const base = { kind, subject, subjectId, format };
  const openPdf = () => {
    // Opened within the tap, so that the browser lets it; filled when the paper is there.
    const page = window.open('', '_blank');
    issue.mutate(
      { ...base, how: 'pdf' },
      {
        onSuccess: ({ issueId, copy }) => {
          const address = `/api/papers/${issueId}/pdf`;
          if (page) page.location.href = address;
          else window.location.href = address;
          setSaid(t(copy ? 'papers.openedCopy' : 'papers.opened'));
        },
        onError: () => page?.close(),
      },
    );
  };
  const send = (command: IssuePaper, done: string) =>
    issue.mutate(command, { onSuccess: () => setSaid(done) });
  const address = to.trim();
  const mailable = isEmail(address);
  // Another address than that on file, of a customer who is on file.
  const keepable = mailable && customerEmail !== null && address !== customerEmail;
  return (
    <Dialog open title={t('papers.open')} onClose={onClose}>
      {kinds.length > 1 ? (
        <Choice
          label={t('papers.kind')}
          value={kind}
          options={kinds.map((value) => ({ value, label: t(`papers.kind_${value}`) }))}
          onChange={(next) => {
            setKind(next);
            setFormat(next === 'receipt' ? 'roll' : 'page');
          }}
        />
      ) : null}
      <Choice
        label={t('papers.format')}
        value={format}
        options={(['roll', 'page'] as const).map((value) => ({
          value,
          label: t(`papers.format_${value}`),
        }))}
        onChange={setFormat}
      />
      <ErrorNote error={issue.error} />
      {said ? (
        <Body tone="home" strong role="status">
          {said}
        </Body>
      ) : null}
      <Button
        kind="primary"
        big
        icon={FileText}
        disabled={issue.isPending}
        label={t('papers.pdf')}
        onPress={openPdf}
      />
      {hasPrinter ? (
        <Button
          big
          icon={Printer}
          disabled={issue.isPending}
          label={t('papers.roll')}
          onPress={() => send({ ...base, format: 'roll', how: 'roll' }, t('papers.printed'))}
        />
      ) : null}
      {hasMail ? (
        <Line gap="$2" alignItems="flex-end">
          <Column flex={1}>
            <Field
              label={t('papers.to')}
              value={to}
              onChange={setTo}
              maxLength={120}
              autoComplete="email"
            />
          </Column>
          <Button
            icon={Mail}
            disabled={!mailable || issue.isPending}
            label={t('papers.mail')}
            onPress={() =>
              send(
                {
                  ...base,
                  how: 'mail',
                  to: address,
                  ...(keepable && keeps && { keepAddress: true }),
                },
                t('papers.mailed', { to: address }),
              )
            }
          />
        </Line>
      ) : null}
      {hasMail && keepable ? (
        <Check bare on={keeps} onToggle={() => setKeeps(!keeps)}>
          <Body>{t('papers.keepAddress')}</Body>
        </Check>
      ) : null}
      <Button label={t('common.done')} onPress={onClose} />
    </Dialog>
  );
}
