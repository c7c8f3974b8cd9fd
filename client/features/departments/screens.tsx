import type { DepartmentDetail, DepartmentList } from '@abacist/contracts';
import { useQuery } from '@tanstack/react-query';
import Plus from 'lucide-react-native/icons/plus';
import { useState } from 'react';
import { request } from '~/api/http';
import { useWords } from '~/i18n';
import { Button } from '~/ui/Button';
import { Column, Line, Sheet, SheetRow } from '~/ui/Box';
import { Query } from '~/ui/Query';
import { Screen } from '~/ui/Screen';
import { Tag } from '~/ui/Tag';
import { Body } from '~/ui/Text';
import { DepartmentDialog } from './DepartmentForm';

/** The departments: how the day's takings are parted, and which tax a line of each bears. */
export function DepartmentsScreen() {
  const t = useWords();
  const list = useQuery({
    queryKey: ['departments'],
    queryFn: () => request<DepartmentList>('GET', '/departments'),
  });
  const [open, setOpen] = useState<number | 'new' | null>(null);
  return (
    <Screen
      title={t('departments.title')}
      back="/books/shop"
      right={
        <Button
          icon={Plus}
          kind="primary"
          label={t('departments.add')}
          onPress={() => setOpen('new')}
        />
      }
    >
      <Query of={list}>
        {({ departments, taxCodes }) => (
          <Column paddingBottom="$5">
            <Sheet role="list">
              {departments.map((department) => (
                <DepartmentRow
                  key={department.id}
                  department={department}
                  taxCode={taxCodes.find(({ id }) => id === department.taxCodeId)?.name ?? ''}
                  onOpen={() => setOpen(department.id)}
                />
              ))}
            </Sheet>
            {open === null ? null : (
              <DepartmentDialog
                department={departments.find(({ id }) => id === open) ?? null}
                taxCodes={taxCodes}
                onClose={() => setOpen(null)}
              />
            )}
          </Column>
        )}
      </Query>
    </Screen>
  );
}

function DepartmentRow({
  department: { name, code, itemCount, active },
  taxCode,
  onOpen,
}: {
  department: DepartmentDetail;
  taxCode: string;
  onOpen: () => void;
}) {
  const t = useWords();
  return (
    <SheetRow role="listitem" paddingHorizontal="$1">
      <Button kind="plain" grow label={name} onPress={onOpen}>
        <Line flex={1} gap="$3" minWidth={0}>
          <Column flex={1} alignItems="flex-start">
            <Body>{name}</Body>
            <Body small tone="faded" textAlign="left">
              {[code, taxCode, t('departments.items', { count: itemCount })].join(' · ')}
            </Body>
          </Column>
          {active ? null : <Tag tone="faded" label={t('departments.off')} />}
        </Line>
      </Button>
    </SheetRow>
  );
}
