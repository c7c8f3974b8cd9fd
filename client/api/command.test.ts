import { useApproval } from '~/features/approval/store';
import { Burned, Cancelled, sendCommand } from './command';
import { ApiError } from './http';
import { send, settle, useUnanswered, whenKnown } from './unanswered';

type Sent = { key: string; body: { command: unknown; approval?: unknown } };
let sent: Sent[] = [];

/** Answers in turn; 'lost' is a connection that breaks, 'broken' an answer that does. */
function answers(...list: ([status: number, body: object] | 'lost' | 'broken')[]): void {
  sent = [];
  globalThis.fetch = (async (_url: string, init: RequestInit) => {
    const headers = init.headers as Record<string, string>;
    sent.push({ key: headers['Idempotency-Key']!, body: JSON.parse(String(init.body)) });
    const next = list.shift()!;
    if (next === 'lost') throw new TypeError('network');
    if (next === 'broken') {
      const json = () => Promise.reject(new SyntaxError('cut short'));
      return { ok: true, status: 200, json } as unknown as Response;
    }
    const [status, body] = next;
    return { ok: status < 400, status, json: async () => body } as Response;
  }) as typeof fetch;
}
const NEEDED = {
  error: 'approvalNeeded',
  refusals: [],
  rules: [{ code: 'rule.void', approver: 'manager' }],
};
const WRONG_PIN = { error: 'approvalNeeded', refusals: [{ code: 'approval.pin' }], rules: [] };
const asked = () => useApproval.getState().asked;
const settled = () => new Promise((resolve) => setTimeout(resolve, 0));

test('an answer comes back; the command goes under its key', async () => {
  answers([200, { number: 'R-1' }]);
  await expect(sendCommand('/sales', { a: 1 }, 'key-1')).resolves.toEqual({ number: 'R-1' });
  expect(sent).toEqual([{ key: 'key-1', body: { command: { a: 1 } } }]);
});

const online = (is: boolean) =>
  Object.defineProperty(navigator, 'onLine', { value: is, configurable: true });
const unknown = () => useUnanswered.getState().unknown;

describe('an answer that is lost', () => {
  const AWAY = [503, { error: 'broken', refusals: [{ code: 'server.away' }] }] as const;

  test.each<[string, Parameters<typeof answers>[0]]>([
    ['the connection broke', 'lost'],
    ['the database was away', [...AWAY]],
    ['something between answered', [502, {}]],
    ['the answer broke off', 'broken'],
  ])('%s: it waits until it is known to be kept', async (_, first) => {
    answers(first);
    const sending = sendCommand('/sales', { a: 1 }, 'k-1');
    await settled();
    expect(unknown()).toEqual([{ key: 'k-1', path: '/sales', command: { a: 1 } }]);
    const heard: unknown[] = [];
    whenKnown((key, known) => heard.push([key, known.state]));
    settle('k-1', { state: 'kept', answer: { number: 'R-9' } });
    await expect(sending).resolves.toEqual({ number: 'R-9' });
    expect(unknown()).toEqual([]);
    expect(heard).toEqual([['k-1', 'kept']]);
    expect(sent).toHaveLength(1);
  });

  test('what is kept over a reload holds no PIN; what does not fit is known until the page is left', async () => {
    const rules = [{ code: 'rule.void', approver: 'manager' as const }];
    const approval = { approverId: 3, pin: '864286', reason: 'Rung twice', rules };
    answers('lost', 'lost');
    const kept = sendCommand('/sales/1/void', {}, 'k-7', { approval, rules });
    await settled();
    expect(sent[0]!.body).toEqual({ command: {}, approval });
    expect(localStorage.getItem('abacist.unanswered')).toContain('k-7');
    expect(localStorage.getItem('abacist.unanswered')).not.toContain('864286');
    settle('k-7', { state: 'kept', answer: 1 });
    await kept;
    const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    const large = sendCommand('/statements', {}, 'k-8');
    await settled();
    expect(unknown()).toHaveLength(1);
    full.mockRestore();
    settle('k-8', { state: 'kept', answer: 2 });
    await expect(large).resolves.toBe(2);
  });

  test('cancelled, it is never sent again; sent again, it goes under the same key', async () => {
    answers('lost', 'lost', [200, { number: 'R-2' }]);
    const given = sendCommand('/sales', {}, 'k-2').catch((error: unknown) => error);
    await settled();
    settle('k-2', { state: 'burned' });
    expect(await given).toBeInstanceOf(Burned);
    const again = sendCommand('/sales', {}, 'k-3');
    await settled();
    settle('k-3', { state: 'again' });
    await expect(again).resolves.toEqual({ number: 'R-2' });
    expect(sent.map(({ key }) => key)).toEqual(['k-2', 'k-3', 'k-3']);
  });

  test('without a connection it is not sent, which is known; what was sent before is not', async () => {
    online(false);
    answers();
    await expect(sendCommand('/sales', {}, 'k-4')).rejects.toMatchObject({
      body: { refusals: [{ code: 'client.notSent' }] },
    });
    expect(unknown()).toEqual([]);
    online(true);
    answers('lost');
    const sending = sendCommand('/sales', {}, 'k-5').catch((error: unknown) => error);
    await settled();
    online(false);
    settle('k-5', { state: 'again' });
    await settled();
    expect(unknown()).toHaveLength(1);
    online(true);
    settle('k-5', { state: 'burned' });
    expect(await sending).toBeInstanceOf(Burned);
  });

  test('within two seconds a person sees that there is no answer, and may stop waiting', async () => {
    jest.useFakeTimers();
    globalThis.fetch = ((_url: string, { signal }: RequestInit) =>
      new Promise((_resolve, reject) =>
        signal!.addEventListener('abort', () => reject(new Error('aborted'))),
      )) as typeof fetch;
    const sending = send({ key: 'k-6', path: '/sales', command: {} });
    const lost = expect(sending).rejects.toMatchObject({
      body: { refusals: [{ code: 'client.unreachable' }] },
    });
    expect(useUnanswered.getState().giveUp).toBeNull();
    jest.advanceTimersByTime(2_000);
    useUnanswered.getState().giveUp!();
    await lost;
    expect(useUnanswered.getState().giveUp).toBeNull();
    jest.useRealTimers();
  });
});

test('a refusal is an error with codes to word', async () => {
  answers([422, { error: 'refused', refusals: [{ code: 'tender.short' }] }]);
  const refused = await sendCommand('/sales', {}, 'k').catch((error: unknown) => error);
  expect(refused).toBeInstanceOf(ApiError);
  expect((refused as ApiError).body.refusals[0]!.code).toBe('tender.short');
});

test('a broken rule asks a person, and the same command goes again with the approval', async () => {
  answers([409, NEEDED], [409, WRONG_PIN], [200, { number: 'V-1' }]);
  const voiding = sendCommand('/sales/1/void', {}, 'key-2');
  await settled();
  const { rules } = asked()!;
  expect(rules).toEqual(NEEDED.rules);
  asked()!.answer({ approverId: 3, pin: '000000', reason: 'Rung twice', rules });
  await settled();
  // The PIN was wrong: asked again, the rules still stand there, and the reason is not lost.
  expect(asked()).toMatchObject({
    rules: NEEDED.rules,
    refusals: [{ code: 'approval.pin' }],
    before: { reason: 'Rung twice' },
  });
  const approval = { approverId: 3, pin: '864286', reason: 'Rung twice', rules };
  asked()!.answer(approval);
  await expect(voiding).resolves.toEqual({ number: 'V-1' });
  expect(sent.map(({ key }) => key)).toEqual(['key-2', 'key-2', 'key-2']);
  expect(sent[2]!.body).toEqual({ command: {}, approval });
  expect(asked()).toBeNull();
});

test('who has said why is not asked for it again: the approval begins with that reason', async () => {
  answers([409, NEEDED], [200, {}]);
  const undo = { reason: 'Typed twice' };
  const undoing = sendCommand('/acts/1/undo', undo, 'key-9', undefined, undo.reason);
  await settled();
  expect(asked()!.before).toEqual({ reason: 'Typed twice', rules: [] });
  asked()!.answer({ reason: 'Typed twice', rules: NEEDED.rules as never });
  await undoing;
  expect(sent[1]!.body).toMatchObject({
    approval: { reason: 'Typed twice', rules: NEEDED.rules },
  });
});

test('nobody approves: nothing more is sent', async () => {
  answers([409, NEEDED]);
  const voiding = sendCommand('/sales/1/void', {}, 'key-3');
  await settled();
  asked()!.answer(undefined);
  await expect(voiding).rejects.toBeInstanceOf(Cancelled);
  expect(sent).toHaveLength(1);
});

test('a second rule is approved together with the first, as it stands now', async () => {
  const late = { code: 'rule.returnLate', approver: 'manager', params: { days: 31 } };
  const later = { ...late, params: { days: 32 } };
  answers(
    [409, NEEDED],
    [409, { ...NEEDED, rules: [late] }],
    [409, { ...NEEDED, rules: [later] }],
    [200, {}],
  );
  const sending = sendCommand('/sales', {}, 'key-4');
  await settled();
  for (const expected of [NEEDED.rules, [...NEEDED.rules, late], [...NEEDED.rules, later]]) {
    expect(asked()!.rules).toEqual(expected);
    asked()!.answer({ reason: 'Good customer', rules: asked()!.rules });
    await settled();
  }
  await sending;
  expect(sent.at(-1)!.body).toMatchObject({
    approval: { rules: [{ code: 'rule.void' }, { params: { days: 32 } }] },
  });
});

test('what was approved before goes with it; what is broken beside it is asked about still', async () => {
  const rules = [
    { code: 'rule.priceChange', approver: 'manager' as const, params: { lines: 1 } },
  ];
  const approval = { approverId: 3, pin: '864286', reason: 'Last one', rules };
  answers([200, {}]);
  await sendCommand('/sales', {}, 'key-5', { approval, rules });
  expect(sent).toEqual([{ key: 'key-5', body: { command: {}, approval } }]);
  answers([409, NEEDED], [200, {}]);
  const sending = sendCommand('/sales', {}, 'key-6', { approval, rules });
  await settled();
  expect(asked()).toMatchObject({ rules: [...rules, ...NEEDED.rules], before: approval });
  asked()!.answer({ ...approval, rules: asked()!.rules });
  await sending;
  expect(sent).toHaveLength(2);
});
