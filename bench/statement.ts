import { randomUUID } from 'node:crypto';
import { statementCsv } from '@abacist/sim/bank';
import { signIn } from './posting';

const FEW = 10_000;
const MANY = 100_000;
/** A very busy account: a thousand lines take a fortnight. */
const A_DAY = 70;
const FROM = Date.UTC(2022, 0, 1);

export type StatementTimes = {
  lines: number;
  /** From the file that is sent to its lines in the books. */
  importMs: number;
  /** Until the engine has looked at all of them. */
  matchMs: number;
  /** The lane, and the account reconciled on its last day, with every line open. */
  laneMs: number;
  reconcileMs: number;
};

/**
 * A bank's file of so many lines that nothing explains, brought over HTTP to an account of its own: the worst case, since
 * none of them is done with. Milliseconds.
 */
export async function measureStatement(address: string): Promise<StatementTimes[]> {
  const cookie = await signIn(address, 'tamsin', 'salt and oak');
  const ask = async (method: string, path: string, command?: object) => {
    const began = performance.now();
    const answer = await fetch(`${address}/api${path}`, {
      method,
      headers: {
        ...{ Cookie: cookie, 'Content-Type': 'application/json' },
        ...(command && { 'Idempotency-Key': randomUUID() }),
      },
      ...(command && { body: JSON.stringify({ command }) }),
    });
    const body = (await answer.json()) as { id: number; jobId: string; status: string };
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}`);
    return { body, ms: performance.now() - began };
  };
  const times: StatementTimes[] = [];
  for (const lines of [FEW, MANY]) {
    const accountNumber = `BENCH-${lines}`;
    const { body: account } = await ask('POST', '/bank-accounts', {
      ...{ name: accountNumber, accountNumber },
    });
    const on = (i: number) =>
      new Date(FROM + Math.floor(i / A_DAY) * 86_400_000).toISOString().slice(0, 10);
    const all = Array.from({ length: lines }, (_, i) => ({
      ...{ date: on(i), text: `LINE ${i} OF MANY` },
      amountMinor: (((i * 7_919) % 90_000) + 100) * (i % 3 ? 1 : -1),
    }));
    const csv = statementCsv(0, all, { account: accountNumber });
    const contentBase64 = Buffer.from(csv).toString('base64');
    const brought = await ask('POST', '/statements', { name: 'bench.csv', contentBase64 });
    const began = performance.now();
    while ((await ask('GET', `/jobs/${brought.body.jobId}`)).body.status === 'running')
      await new Promise((resolve) => setTimeout(resolve, 50));
    const matchMs = performance.now() - began;
    const lane = await ask('GET', `/statement?bankAccountId=${account.id}`);
    const reconciled = await ask(
      'GET',
      `/reconciliation?bankAccountId=${account.id}&asOf=${on(lines - 1)}`,
    );
    times.push({
      ...{ lines, importMs: brought.ms, matchMs },
      ...{ laneMs: lane.ms, reconcileMs: reconciled.ms },
    });
  }
  return times;
}
