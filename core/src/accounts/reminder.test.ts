import { checkReminderSteps, fillLetter, reminderDue } from '.';

const STEPS = [
  { step: 1, afterDays: 7 },
  { step: 2, afterDays: 21 },
  { step: 3, afterDays: 45 },
];

test.each<[string, string, { step: number; date: string } | null, number | null]>([
  ['before the first step', '2026-03-07', null, null],
  ['on its day', '2026-03-08', null, 1],
  ['long overdue, never reminded: the friendly one comes first', '2026-06-01', null, 1],
  ['after the first, before the second’s days', '2026-03-20', { step: 1, date: '2026-03-08' }, null],
  ['on the second’s day', '2026-03-22', { step: 1, date: '2026-03-08' }, 2],
  ['after the last there is none', '2026-06-01', { step: 3, date: '2026-05-01' }, null],
  ['what was sent for another debt does not count', '2026-03-22', { step: 3, date: '2026-02-20' }, 1],
  ['what was made today goes out again', '2026-03-08', { step: 1, date: '2026-03-08' }, 1],
])('due since 1 March, %s', (_name, today, last, step) => {
  expect(reminderDue('2026-03-01', today, STEPS, last)).toBe(step);
}); // prettier-ignore

test('a letter names what is known, and nothing else', () => {
  const params = {
    name: 'Gannet',
    overdue: '100.00',
    since: '1 March',
    days: '7',
    shop: 'Us',
  };
  expect(fillLetter('{{name}}: {{overdue}} since {{since}} ({{x}})', params)).toBe(
    'Gannet: 100.00 since 1 March ({{x}})',
  );
  const step = { afterDays: 7, subject: 'Hello {{name}}', text: 'Pay {{overdue}}' };
  expect(checkReminderSteps([step, { ...step, afterDays: 8 }]).ok).toBe(true);
  const code = (...steps: (typeof step)[]) => {
    const checked = checkReminderSteps(steps);
    return checked.ok ? null : checked.refusals[0];
  };
  expect(code(step, step)).toMatchObject({ code: 'reminder.days', at: 'steps.1.afterDays' });
  expect(code({ ...step, text: 'Pay {{sum}}' })).toMatchObject({
    code: 'reminder.word',
    at: 'steps.0.text',
    params: { word: 'sum' },
  });
  expect(code({ ...step, subject: ' ' })).toMatchObject({ code: 'reminder.empty' });
});
