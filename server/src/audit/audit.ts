import { FIRST_SEAL, sealHash } from '@abacist/core/seal';
import { rows, type Db } from '../db/pool';
import { readForSeal } from '../ledger/sealed';
import { CHECKS } from './checks';

/** One thing that does not hold: the entry that breaks it where there is one. */
type Breach = {
  check: string;
  entryId: number | null;
  about: string;
  expected: string;
  found: string;
};
export type AuditReport = {
  checks: number;
  entries: number;
  seals: number;
  breaches: Breach[];
};

const SEALS_AT_ONCE = 500;
const MOST_BREACHES = 50;

/** Proves the books of a database: balances, sub-ledgers, numbers, the chain of seals. */
export async function audit(db: Db): Promise<AuditReport> {
  const breaches: Breach[] = [];
  for (const { name, sql } of CHECKS) {
    const found = await rows<Omit<Breach, 'check'>>(db, `${sql} LIMIT ${MOST_BREACHES}`);
    breaches.push(
      ...found.map(({ entryId, about, expected, found: is }) => ({
        check: name,
        entryId,
        about,
        expected: String(expected),
        found: String(is),
      })),
    );
  }
  const chain = await checkChain(db);
  const [count] = await rows<{ entries: number }>(db, 'SELECT COUNT(*) AS entries FROM entry');
  return {
    checks: CHECKS.length + 1,
    entries: count!.entries,
    seals: chain.seals,
    breaches: [...breaches, ...chain.breaches],
  };
}

/** Computes every seal again from the entry as it stands now. */
async function checkChain(db: Db): Promise<{ seals: number; breaches: Breach[] }> {
  const check = 'the chain of seals holds';
  const breaches: Breach[] = [];
  let last = 0;
  let hash = FIRST_SEAL;
  for (;;) {
    const seals = await rows<{ number: number; entry_id: number; hash: string }>(
      db,
      `SELECT number, entry_id, hash FROM seal WHERE number > ? ORDER BY number
       LIMIT ${SEALS_AT_ONCE}`,
      [last],
    );
    if (seals.length === 0 || breaches.length >= MOST_BREACHES)
      return { seals: last, breaches };
    const entries = new Map(
      (
        await readForSeal(
          db,
          seals.map(({ entry_id }) => entry_id),
        )
      ).map(({ entry }) => [entry.id, entry]),
    );
    const sheets = await sheetsOf(db, last + 1, seals.at(-1)!.number);
    for (const seal of seals) {
      const about = `journal number ${seal.number}`;
      const breach = (expected: string, found: string) =>
        breaches.push({ check, entryId: seal.entry_id, about, expected, found });
      if (seal.number !== last + 1) breach(`journal number ${last + 1}`, about);
      last = seal.number;
      const entry = entries.get(seal.entry_id);
      if (!entry) {
        breach('its entry', 'none');
        continue;
      }
      const computed = sealHash(hash, seal.number, entry, sheets.get(seal.number));
      if (computed !== seal.hash) breach(computed, seal.hash);
      // Go on from what is stored, so that one change is named once and not a thousand times.
      hash = seal.hash;
    }
  }
}

/** Hashes of the day sheets that seals vouch for, by the number of the seal; made of what is kept now. */
async function sheetsOf(
  db: Db,
  from: number,
  to: number,
): Promise<ReadonlyMap<number, string[]>> {
  const found = await rows<{ number: number; hash: string }>(
    db,
    `SELECT s.number, SHA2(c.content, 256) AS hash
     FROM sealed_sheet s JOIN day_close c ON c.id = s.day_close_id
     WHERE s.number BETWEEN ? AND ? ORDER BY c.id`,
    [from, to],
  );
  const by = new Map<number, string[]>();
  for (const { number, hash } of found) by.set(number, [...(by.get(number) ?? []), hash]);
  return by;
}
