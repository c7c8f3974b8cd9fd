import { makeBead, STAGES } from '@abacist/core/days';
import Banknote from 'lucide-react-native/icons/banknote';
import { useState } from 'react';
import { useWords } from '~/i18n';
import { BeadIcon, RodDrawing } from '~/ui/Abacus';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { BigMoney, Money } from '~/ui/Money';
import { Empty, ErrorNote, Loading } from '~/ui/Notes';
import { Screen } from '~/ui/Screen';
import { Select } from '~/ui/Select';
import { Table, type TableColumn } from '~/ui/Table';
import { Tag } from '~/ui/Tag';
import { Body, Heading } from '~/ui/Text';

const TONES = ['home', 'waiting', 'loose'] as const;
const KINDS = ['primary', 'quiet', 'plain', 'chosen'] as const;
const BEADS = STAGES.flatMap((stage, i) => [
  makeBead(
    {
      key: stage,
      shape: i % 2 ? 'card' : 'cash',
      label: stage,
      looseMinor: i === 2 ? -840 : 0,
    },
    [{ place: stage, amountMinor: 100 }],
  ),
]);

/** As long as the longest list that a shop may have. */
const LONG = Array.from({ length: 100_000 }, (_, i) => i + 1);
const COLUMNS: TableColumn<number>[] = [
  { id: 'row', head: 'Row', track: '1fr', cell: (row) => <Body>{row}</Body> },
  {
    id: 'figure',
    head: 'Figure',
    track: '1fr',
    figure: true,
    cell: (row) => <Money minor={row} />,
  },
];

/** The design system's parts on one page, for whoever builds a screen. */
export function PartsScreen() {
  const t = useWords();
  const [text, setText] = useState('12.50');
  const [open, setOpen] = useState(false);
  return (
    <Screen title={t('parts.title')} eyebrow={t('parts.eyebrow')}>
      <Column gap="$5" paddingBottom="$6">
        <Column paddingHorizontal="$4" gap="$2">
          <Heading>{t('parts.buttons')}</Heading>
          <Line gap="$2" flexWrap="wrap">
            {KINDS.map((kind) => (
              <Button key={kind} kind={kind} label={kind} onPress={() => setOpen(true)} />
            ))}
            <Button icon={Banknote} label="icon" onPress={() => setOpen(true)} />
            <Button icon={Banknote} iconOnly label="icon only" onPress={() => setOpen(true)} />
            <Button disabled label="disabled" onPress={() => setOpen(true)} />
          </Line>
        </Column>
        <Column paddingHorizontal="$4" gap="$3">
          <Heading>{t('parts.fields')}</Heading>
          <Field label="Plain" value={text} onChange={setText} hint="With a hint" />
          <Field label="Numeric" numeric value={text} onChange={setText} />
          <Field label="Refused" value={text} onChange={setText} error="What to mend" />
          <Select
            label="Select"
            value="a"
            options={[
              { value: 'a', label: 'One' },
              { value: 'b', label: 'Other' },
            ]}
            onChange={setText}
          />
        </Column>
        <Column gap="$2">
          <Heading paddingHorizontal="$4">{t('parts.figures')}</Heading>
          <Sheet>
            {[123456, -4210, 0].map((minor) => (
              <SheetRow key={minor}>
                <Body>{t('parts.row')}</Body>
                <Money minor={minor} signed />
              </SheetRow>
            ))}
          </Sheet>
          <Column paddingHorizontal="$4">
            <BigMoney minor={18042} />
          </Column>
        </Column>
        <Column paddingHorizontal="$4" gap="$2">
          <Heading>{t('parts.states')}</Heading>
          <Line gap="$3" flexWrap="wrap">
            {TONES.map((tone) => (
              <Tag key={tone} tone={tone} label={tone} />
            ))}
            {([...STAGES, 'loose'] as const).map((look) => (
              <Line key={look}>
                <BeadIcon shape="cash" tone={look} />
                <BeadIcon shape="card" tone={look} />
              </Line>
            ))}
            <BeadIcon shape="card" tone="sent" hollow />
          </Line>
          <RodDrawing beads={BEADS} label={t('parts.rod')} />
        </Column>
        <Column paddingHorizontal="$4" gap="$2" height={320}>
          <Heading>{t('parts.table')}</Heading>
          <Table label={t('parts.table')} columns={COLUMNS} rows={LONG} keyOf={(row) => row} />
        </Column>
        <Column paddingHorizontal="$4" gap="$3">
          <Heading>{t('parts.notes')}</Heading>
          <ErrorNote error={new Error('shown as the general refusal')} />
          <Loading />
          <Empty
            title={t('parts.empty')}
            text={t('parts.emptyText')}
            action={<Button label={t('parts.open')} onPress={() => setOpen(true)} />}
          />
        </Column>
      </Column>
      <Dialog open={open} title={t('parts.dialog')} onClose={() => setOpen(false)}>
        <Body>{t('parts.dialogText')}</Body>
        <Button kind="primary" label={t('common.close')} onPress={() => setOpen(false)} />
      </Dialog>
    </Screen>
  );
}
