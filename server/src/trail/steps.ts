import { evidenceOf, MATCHED_FACTS, type Matched } from '../matching/evidence';
import type { TrailStep } from '@abacist/contracts';
import { sum } from '@abacist/core/money';
import { potRules } from '@abacist/core/days';
import { PLACES, placeOf, AT_HOME, type Place } from '@abacist/core/takings';
import type { DocumentKind } from '@abacist/core/ledger';
import { placeholders, rows, type Db } from '../db/pool';
import { readEntries } from '../ledger/journal';
import type { PotMove } from '../takings/moves';

type Note = { code: string; params: Record<string, string | number> };
type Facts = Record<string, string | number | null>;

/** What a document that moves takings is on a trail. */
type StepKind = {
  kind: TrailStep['kind'];
  /** From which place to which it moves them, when nothing is odd about it. */
  from: Place;
  to: Place;
  /** What its row says, one a document: `id` is the document's, `stepId` what the step leads to. */
  facts?: string;
  note: (facts: Facts, at: (place: Place) => number) => Note;
};

const plain = (code: string) => () => ({ code, params: {} });

/** Kinds of documents that move takings on: one row each. */
const STEPS: Partial<Record<DocumentKind, StepKind>> = {
  drawerClose: {
    kind: 'drawerClose',
    from: 'taken',
    to: 'counted',
    facts: `SELECT x.id, dr.name AS drawer FROM drawer_close x
      JOIN drawer_session ds ON ds.id = x.drawer_session_id
      JOIN drawer dr ON dr.id = ds.drawer_id`,
    note: ({ drawer }, at) => {
      const short = at('short');
      const code = short === 0 ? 'countAgrees' : short > 0 ? 'countShort' : 'countOver';
      const params = { drawer: drawer!, differenceMinor: Math.abs(short) };
      return { code: `trail.${code}`, params };
    },
  },
  drawerOpen: {
    kind: 'drawerOpen',
    from: 'float',
    to: 'short',
    note: plain('trail.drawerOpen'),
  },
  drawerOpenUndo: {
    kind: 'drawerOpen',
    from: 'short',
    to: 'float',
    note: plain('trail.drawerOpenUndone'),
  },
  moneyOut: {
    kind: 'moneyOut',
    from: 'taken',
    to: 'spent',
    facts: `SELECT x.id, COALESCE(NULLIF(x.party, ''), NULLIF(x.words, ''), '') AS words
      FROM drawer_act x`,
    note: ({ words }) => ({
      code: words ? 'trail.moneyOutTo' : 'trail.moneyOut',
      params: { words: words! },
    }),
  },
  moneyOutUndo: {
    kind: 'moneyOut',
    from: 'spent',
    to: 'taken',
    note: plain('trail.moneyOutUndone'),
  },
  drop: { kind: 'drop', from: 'taken', to: 'counted', note: plain('trail.drop') },
  dropUndo: {
    kind: 'drop',
    from: 'counted',
    to: 'taken',
    note: plain('trail.dropUndone'),
  },
  drawerToDrawer: {
    kind: 'drawerToDrawer',
    from: 'taken',
    to: 'taken',
    note: plain('trail.drawerToDrawer'),
  },
  drawerToDrawerUndo: {
    kind: 'drawerToDrawer',
    from: 'taken',
    to: 'taken',
    note: plain('trail.drawerToDrawerUndone'),
  },
  change: { kind: 'change', from: 'sent', to: 'counted', note: plain('trail.change') },
  changeUndo: {
    kind: 'change',
    from: 'counted',
    to: 'sent',
    note: plain('trail.changeUndone'),
  },
  floatUp: { kind: 'floatUp', from: 'counted', to: 'float', note: plain('trail.floatUp') },
  floatUpUndo: {
    kind: 'floatUp',
    from: 'float',
    to: 'counted',
    note: plain('trail.floatUpUndone'),
  },
  chequeFound: {
    kind: 'chequeFound',
    from: 'short',
    to: 'counted',
    note: plain('trail.chequeFound'),
  },
  safeCount: {
    kind: 'safeCount',
    from: 'counted',
    to: 'short',
    note: plain('trail.safeCount'),
  },
  slip: {
    kind: 'slip',
    from: 'counted',
    to: 'sent',
    facts: `SELECT x.id, x.total_minor AS totalMinor,
        (SELECT GROUP_CONCAT(DISTINCT o.takings_day ORDER BY o.takings_day)
         FROM slip_item s JOIN safe_item o ON o.id = s.safe_item_id
         WHERE s.slip_id = x.id AND o.takings_day <> :day) AS days
      FROM slip x`,
    note: ({ days, totalMinor }) => ({
      code: days === null ? 'trail.slip' : 'trail.slipWithOthers',
      params: { totalMinor: totalMinor!, days: days ?? '' },
    }),
  },
  slipRecall: {
    kind: 'slipRecall',
    from: 'sent',
    to: 'counted',
    note: plain('trail.slipRecalled'),
  },
  settlement: {
    kind: 'settlement',
    from: 'counted',
    to: 'sent',
    facts: `SELECT x.id, x.to_bank_minor AS netMinor,
        COALESCE((SELECT SUM(c.difference_minor) FROM settlement_scheme c
          JOIN batch b ON b.id = c.batch_id
          WHERE c.settlement_id = x.id AND CONCAT('card ', x.processor_id, ' ', c.scheme) = :pot
            AND EXISTS (SELECT 1 FROM cleared_part y WHERE y.settlement_id = x.id
              AND y.batch_id = b.id AND y.takings_day = :day)), 0) AS differenceMinor
      FROM settlement x`,
    note: ({ netMinor, differenceMinor }, at) => ({
      code: Number(differenceMinor) === 0 ? 'trail.settlement' : 'trail.settlementDiffers',
      params: {
        netMinor: netMinor!,
        feeMinor: at('spent'),
        differenceMinor: Math.abs(Number(differenceMinor)),
      },
    }),
  },
  settlementUndo: {
    kind: 'settlementUndo',
    from: 'sent',
    to: 'counted',
    note: plain('trail.settlementUndone'),
  },
  batchDifference: {
    kind: 'batchDifference',
    from: 'counted',
    to: 'spent',
    facts: 'SELECT x.id, x.amount_minor AS amountMinor FROM batch_difference x',
    note: ({ amountMinor }) => ({
      code: Number(amountMinor) === 0 ? 'trail.batchEvened' : 'trail.batchDifference',
      params: {},
    }),
  },
  batchDifferenceUndo: {
    kind: 'batchDifference',
    from: 'spent',
    to: 'counted',
    note: plain('trail.batchDifferenceUndone'),
  },
  chargeback: {
    kind: 'chargeback',
    from: 'home',
    to: 'disputed',
    note: plain('trail.chargebackAtBank'),
  },
  chargebackUndo: {
    kind: 'chargeback',
    from: 'disputed',
    to: 'home',
    note: plain('trail.chargebackUndone'),
  },
  disputeLost: {
    kind: 'other',
    from: 'disputed',
    to: 'spent',
    note: plain('trail.disputeLost'),
  },
  disputeLostUndo: {
    kind: 'other',
    from: 'spent',
    to: 'disputed',
    note: plain('trail.disputeLostUndone'),
  },
  disputeRetold: {
    kind: 'other',
    from: 'home',
    to: 'disputed',
    note: plain('trail.disputeRetold'),
  },
  disputeRetoldUndo: {
    kind: 'other',
    from: 'disputed',
    to: 'home',
    note: plain('trail.disputeForgotten'),
  },
  match: {
    kind: 'line',
    from: 'sent',
    to: 'home',
    facts: `SELECT x.*, l.id AS stepId, l.date, l.amount_minor AS totalMinor
      FROM (SELECT g.id, g.certain, g.grade, ${MATCHED_FACTS} FROM match_group g) x
      JOIN match_member m ON m.match_group_id = x.id AND m.kind = 'line'
      JOIN statement_line l ON l.id = m.member_id`,
    note: (facts) => evidenceOf(facts as Matched),
  },
  matchUndo: {
    kind: 'matchUndo',
    from: 'home',
    to: 'sent',
    note: plain('trail.matchUndone'),
  },
  chequeReturn: {
    kind: 'returnedCheque',
    from: 'sent',
    to: 'back',
    facts: `SELECT x.id, q.number, q.drawn_by AS name
      FROM returned_cheque x JOIN cheque q ON q.id = x.cheque_id`,
    note: ({ name, number }) => ({
      code: 'trail.returnedCheque',
      params: { name: name!, number: number! },
    }),
  },
  chequeReturnUndo: {
    kind: 'returnedCheque',
    from: 'back',
    to: 'sent',
    note: plain('trail.chequeReturnUndone'),
  },
};

/** A document that moves takings and has no words of its own. */
const OTHERWISE: StepKind = {
  kind: 'other',
  from: 'taken',
  to: 'counted',
  note: plain('trail.moved'),
};

/**
 * Moves of a day's pot as the steps of its trail, each with its document's words and its entry. What
 * a step brings to its place stands at its head; what of it went elsewhere stands beside.
 */
export async function stepsOf(
  db: Db,
  { date: day, pot }: { date: string; pot: string },
  moves: readonly PotMove[],
): Promise<TrailStep[]> {
  const [entries, facts] = await Promise.all([
    readEntries(
      db,
      moves.map(({ entryId }) => entryId),
    ),
    factsOf(db, moves, { day, pot }),
  ]);
  return moves.map((move, i): TrailStep => {
    const { kind, from, to, note } = STEPS[move.kind] ?? OTHERWISE;
    const at = (place: Place) =>
      sum(
        move.lines.flatMap(({ role, holder, amountMinor }) =>
          (holder === AT_HOME ? 'home' : placeOf(role)) === place ? [amountMinor] : [],
        ),
      );
    const came =
      at(to) !== 0 ? to : (PLACES.find((one) => one !== from && at(one) !== 0) ?? to);
    const own = facts.get(`${move.kind} ${move.subjectId}`) ?? {};
    return {
      kind,
      id: Number(own['stepId'] ?? move.subjectId),
      number: kind === 'line' ? null : move.number,
      date: String(own['date'] ?? move.date),
      from,
      place: came,
      amountMinor: at(came),
      beside: PLACES.filter((one) => one !== from && one !== came && at(one) !== 0).map(
        (place) => ({ place, amountMinor: at(place) }),
      ),
      note: note(own, at),
      entry: entries[i] ?? null,
    };
  });
}

/** What the documents behind moves say, by kind and id. */
async function factsOf(
  db: Db,
  moves: readonly PotMove[],
  { day, pot }: { day: string; pot: string },
): Promise<Map<string, Facts>> {
  const kinds = [...new Set(moves.map(({ kind }) => kind))];
  const lists = await Promise.all(
    kinds.map(async (kind): Promise<[string, Facts][]> => {
      const sql = STEPS[kind]?.facts;
      if (!sql) return [];
      const ids = moves.filter((move) => move.kind === kind).map((move) => move.subjectId);
      const given: string[] = [];
      const filled = sql.replace(/:(day|pot)\b/g, (_, name: 'day' | 'pot') => {
        given.push({ day, pot }[name]);
        return '?';
      });
      const found = await rows<Facts>(
        db,
        `${filled} WHERE x.id IN (${placeholders(ids.length)})`,
        [...given, ...ids],
      );
      return found.map((one) => [`${kind} ${one['id']}`, one]);
    }),
  );
  return new Map(lists.flat());
}

/** What of a pot has not come home, where it waits. */
export function waitingSteps(
  date: string,
  pot: string,
  parts: readonly { place: Place; amountMinor: number }[],
): TrailStep[] {
  const words = potRules(pot).waits;
  return parts.flatMap(({ place, amountMinor }): TrailStep[] => {
    const code = words[place];
    if (code === undefined || amountMinor === 0) return [];
    const note = { code, params: {} };
    return [
      {
        kind: 'waiting',
        id: 0,
        number: null,
        date,
        from: null,
        place,
        amountMinor,
        beside: [],
        note,
        entry: null,
      },
    ];
  });
}
