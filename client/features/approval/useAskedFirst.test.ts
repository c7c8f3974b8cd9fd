import type { BrokenRule } from '@abacist/core/outcome';
import { act, renderHook } from '@testing-library/react';
import { useApproval } from './store';
import { useAskedFirst } from './useAskedFirst';

const RULE = {
  code: 'rule.discount',
  approver: 'manager',
  params: { percent: '50' },
} as const;
const asked = () => useApproval.getState().asked;
const turn = () => act(() => new Promise((resolve) => setTimeout(resolve, 0)));

/** What the server says to each PIN that is tried; null: it can't be asked. */
function checks(...list: (readonly [number, object] | null)[]): string[] {
  const paths: string[] = [];
  globalThis.fetch = (async (url: string) => {
    paths.push(url);
    const next = list.shift()!;
    if (!next) throw new TypeError('network');
    const [status, body] = next;
    return { ok: status < 400, status, json: async () => body } as Response;
  }) as typeof fetch;
  return paths;
}
const WRONG = [
  409,
  { error: 'approvalNeeded', refusals: [{ code: 'approval.pin' }] },
] as const;
const answer = async (pin: string) => {
  const said = { approverId: 3, pin, reason: 'Sun-bleached', rules: [] };
  act(() => asked()!.answer(said));
  await turn();
};
const hook = (left = () => {}) =>
  renderHook(({ rules }) => useAskedFirst(rules, left), {
    initialProps: { rules: [RULE] as BrokenRule[] },
  });

test('a wrong PIN is told before anything changes hands; the reason stays', async () => {
  const paths = checks(WRONG, [200, {}]);
  const { result } = hook();
  expect(asked()).toMatchObject({ rules: [RULE], refusals: [] });
  // Until it is known to be right nothing goes on: the dialog stands in the way.
  act(() =>
    asked()!.answer({ approverId: 3, pin: '000000', reason: 'Sun-bleached', rules: [] }),
  );
  expect(asked()).toMatchObject({ checking: true });
  await turn();
  expect(asked()).toMatchObject({
    checking: false,
    refusals: [{ code: 'approval.pin' }],
    before: { reason: 'Sun-bleached' },
  });
  expect(result.current()).toBeUndefined();
  await answer('864286');
  expect(asked()).toBeNull();
  expect(paths).toEqual(['/api/approvals/check', '/api/approvals/check']);
  expect(result.current()).toMatchObject({ approval: { pin: '864286' }, rules: [RULE] });
});

test('where the server can’t be asked, the command itself will be', async () => {
  checks(null);
  const { result } = hook();
  await answer('864286');
  expect(result.current()).toMatchObject({ approval: { pin: '864286' } });
});

test('what is approved holds for these figures; left, nothing is', async () => {
  checks([200, {}]);
  const left = jest.fn();
  const { result, rerender } = hook(left);
  await answer('864286');
  const other = { ...RULE, params: { percent: '60' } };
  rerender({ rules: [other] });
  await turn();
  expect(result.current()).toBeUndefined();
  expect(asked()).toMatchObject({ rules: [other] });
  act(() => asked()!.answer(undefined));
  await turn();
  expect(left).toHaveBeenCalledTimes(1);
  expect(result.current()).toBeUndefined();
});
