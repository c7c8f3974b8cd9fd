import type { ApplyTaught, DrawerActCommand } from '@abacist/contracts';
import type { MovementKind } from '@abacist/core/movements';
import {
  catches,
  partsOf,
  type TaughtAnswer,
  type TaughtWhat,
} from '@abacist/core/taughtRules';
import type { CommandContext } from '../../context';
import { row, run } from '../../db/pool';
import { makeAct } from '../../drawer/acts/make';
import type { CommandResult } from '../../http/command';
import { notFound, refuseWith } from '../../http/errors';
import { gather } from '../../http/gather';
import { payTax } from '../../tax/pay';
import { openLine, type OpenLine } from '../lines';
import { transferBetween } from '../ownTransfer';
import { taughtRules } from './read';

type Of<W extends TaughtWhat> = Extract<TaughtAnswer, { what: W }>;
type Recorded = { kind: MovementKind; id: number };

/** How each answer is recorded from its line, and what it is at the bank. */
const RECORD: {
  [W in TaughtWhat]: (
    context: CommandContext,
    line: OpenLine,
    answer: Of<W>,
  ) => Promise<Recorded>;
} = {
  act: async (context, line, act) => {
    const { kind, party, words } = act;
    const amountMinor = Math.abs(line.amountMinor);
    const command: DrawerActCommand = {
      ...{ kind, bankAccountId: line.bankAccountId, amountMinor, lineId: line.id },
      ...{ party, words: words || line.text.slice(0, 200) },
      // A line that its parts don't fit is not caught.
      parts: partsOf(act, amountMinor)!.map((part) => ({ ...part, words: '' })),
    };
    const { answer } = await makeAct(context, command);
    return { kind: 'bankMoney', id: answer.id };
  },
  ownTransfer: async (context, line, { accountId }) => {
    const out = line.amountMinor < 0;
    const { answer } = await transferBetween(context, {
      fromId: out ? line.bankAccountId : accountId,
      toId: out ? accountId : line.bankAccountId,
      amountMinor: Math.abs(line.amountMinor),
      ...{ words: line.text.slice(0, 200), lineId: line.id },
    });
    const leg = await row<{ id: number }>(
      context.tx,
      `SELECT id FROM bank_transfer_leg WHERE bank_transfer_id = ? AND bank_account_id = ?`,
      [answer.id, line.bankAccountId],
    );
    return { kind: 'ownTransfer', id: leg!.id };
  },
  tax: async (context, line, { authorityId }) => {
    const { answer } = await payTax(context, {
      ...{ authorityId, bankAccountId: line.bankAccountId, payableMinor: -line.amountMinor },
      ...{ inputTaxMinor: 0, discountMinor: 0, penaltyMinor: 0 },
      ...{ words: line.text.slice(0, 200), lineId: line.id },
    });
    return { kind: 'taxPayment', id: answer.id };
  },
};

/**
 * Records lines as their rules say: all of them or none; what any of them asks for is asked at once.
 * @throws HttpError 404 `taught.unknown`; 422 `taught.notCaught` and what each answer's own command refuses, at its line
 */
export async function applyTaught(
  context: CommandContext,
  { lines }: ApplyTaught,
): Promise<CommandResult<{ recorded: number }>> {
  const rules = new Map((await taughtRules(context.tx)).map((rule) => [rule.id, rule]));
  const all = gather(context);
  for (const [i, { lineId, ruleId }] of lines.entries())
    await all.part(`lines.${i}`, async () => {
      const rule = rules.get(ruleId);
      if (!rule) throw notFound('taught.unknown');
      const line = await openLine(context, lineId);
      if (!catches(rule, line)) throw refuseWith('taught.notCaught', 'lineId');
      const { answer } = rule;
      const made = await RECORD[answer.what](all.on(context.today), line, answer as never);
      await run(
        context.tx,
        `INSERT INTO taught_use (taught_rule_id, statement_line_id, movement_kind, movement_id)
         VALUES (?, ?, ?, ?)`,
        [ruleId, lineId, made.kind, made.id],
      );
    });
  all.done();
  return { answer: { recorded: lines.length } };
}
