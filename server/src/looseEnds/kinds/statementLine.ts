import { rows } from '../../db/pool';
import { openOf } from '../../matching/view';
import type { Finder, Found } from '../room';

/** Lines that nobody knows and lines that name a movement of another amount. */
export const statementLine: Finder = async ({ db, today }) => {
  const accounts = await rows<{ id: number }>(db, 'SELECT id FROM bank_account');
  const found: Found[] = [];
  for (const { id } of accounts) {
    const { openLines, reserved } = await openOf(db, id);
    for (const line of openLines) {
      const { note } = line;
      const noted = note !== null && note.askOn > today;
      found.push({
        code: noted ? 'lineNoted' : 'lineUnknown',
        since: line.date,
        amountMinor: line.amountMinor,
        params: {
          ...{ date: line.date, text: line.text },
          ...(noted && { note: note.note, askOn: note.askOn }),
        },
        path: `/lines/${line.id}`,
      });
    }
    for (const { line, movement, differenceMinor } of reserved) {
      found.push({
        code: 'lineReserved',
        since: line.date,
        amountMinor: differenceMinor,
        params: { date: line.date, number: movement.number },
        path: '/bank/statement',
      });
    }
  }
  return found;
};
