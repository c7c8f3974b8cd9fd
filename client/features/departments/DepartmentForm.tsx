import type {
  ChangeDepartment,
  DepartmentDetail,
  DepartmentList,
  NewDepartment,
} from '@abacist/contracts';
import { useState } from 'react';
import { useCommand } from '~/api/command';
import { useWords } from '~/i18n';
import { Choice } from '~/ui/Choice';
import { Decide } from '~/ui/Decide';
import { Dialog } from '~/ui/Dialog';
import { Field } from '~/ui/Field';
import { ErrorNote } from '~/ui/Notes';
import { Select } from '~/ui/Select';

/** One department, or a new one. Its code is said once: price lists name it. */
export function DepartmentDialog({
  department,
  taxCodes,
  onClose,
}: {
  department: DepartmentDetail | null;
  taxCodes: DepartmentList['taxCodes'];
  onClose: () => void;
}) {
  const t = useWords();
  const [draft, setDraft] = useState<NewDepartment>(
    department ?? { code: '', name: '', taxCodeId: taxCodes[0]?.id ?? 0, active: true },
  );
  const change = (part: Partial<NewDepartment>) =>
    setDraft((before) => ({ ...before, ...part }));
  const add = useCommand<NewDepartment, DepartmentList>('/departments', onClose);
  const save = useCommand<ChangeDepartment, DepartmentList>(
    `/departments/${department?.id}`,
    onClose,
  );
  const name = draft.name.trim();
  const code = draft.code.trim();
  const codeError = /\s/.test(code) ? t('departments.noSpace') : undefined;
  const ready = name !== '' && code !== '' && !codeError;
  const submit = () => {
    if (!ready || add.isPending || save.isPending) return;
    const { taxCodeId, active } = draft;
    if (department) save.mutate({ name, taxCodeId, active });
    else add.mutate({ name, code, taxCodeId, active });
  };
  return (
    <Dialog open title={department?.name ?? t('departments.new')} onClose={onClose}>
      <Field
        label={t('departments.name')}
        value={draft.name}
        onChange={(text) => change({ name: text })}
        maxLength={80}
        onSubmit={submit}
      />
      {department ? null : (
        <Field
          label={t('departments.code')}
          hint={t('departments.codeHint')}
          value={draft.code}
          onChange={(text) => change({ code: text })}
          maxLength={20}
          error={codeError}
          onSubmit={submit}
        />
      )}
      <Select
        label={t('departments.taxCode')}
        value={String(draft.taxCodeId)}
        options={taxCodes.map(({ id, name: label }) => ({ value: String(id), label }))}
        onChange={(value) => change({ taxCodeId: Number(value) })}
      />
      {department ? (
        <Choice
          label={t('departments.active')}
          value={draft.active ? 'on' : 'off'}
          options={[
            { value: 'on', label: t('departments.on') },
            { value: 'off', label: t('departments.off') },
          ]}
          onChange={(value) => change({ active: value === 'on' })}
        />
      ) : null}
      <ErrorNote error={add.error ?? save.error} />
      <Decide
        label={t('departments.save')}
        disabled={!ready}
        onDecide={submit}
        onCancel={onClose}
      />
    </Dialog>
  );
}
