import type { ChangeDepartment, DepartmentList, NewDepartment } from '@abacist/contracts';
import type { CommandContext } from '../context';
import { isDuplicate, row, rows, run, type Db } from '../db/pool';
import type { CommandResult } from '../http/command';
import { notFound, refuseWith } from '../http/errors';
import { refuseUnknownTaxCode } from '../tax/known';

type Saved = Promise<CommandResult<DepartmentList>>;

/** The departments with what they hold, and the tax codes that they may have. */
export async function departmentList(db: Db): Promise<DepartmentList> {
  const found = await rows<DepartmentList['departments'][number] & { active: unknown }>(
    db,
    `SELECT d.id, d.code, d.name, d.tax_code_id AS taxCodeId, d.active,
       (SELECT COUNT(*) FROM item i WHERE i.department_id = d.id AND i.active) AS itemCount
     FROM department d ORDER BY d.id`,
  );
  const taxCodes = await rows<DepartmentList['taxCodes'][number]>(
    db,
    'SELECT id, name FROM tax_code ORDER BY id',
  );
  return {
    departments: found.map((one) => ({ ...one, active: Boolean(one.active) })),
    taxCodes,
  };
}

/** Adds a department. @throws HttpError 422 `department.codeTaken`, `item.unknownTaxCode` */
export async function addDepartment(
  { tx }: CommandContext,
  { code, name, taxCodeId, active }: NewDepartment,
): Saved {
  await refuseUnknownTaxCode(tx, taxCodeId);
  try {
    await run(
      tx,
      'INSERT INTO department (code, name, tax_code_id, active) VALUES (?, ?, ?, ?)',
      [code, name, taxCodeId, active],
    );
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw refuseWith('department.codeTaken', 'code');
  }
  return { answer: await departmentList(tx) };
}

/**
 * Changes a department; what was sold keeps the tax that it was sold with. One that still has
 * items on sale stays on, since they could be sold no more, and so does the last one.
 * @throws HttpError 422 `department.hasItems`, `department.last`, `item.unknownTaxCode`
 */
export async function changeDepartment(
  { tx }: CommandContext,
  { name, taxCodeId, active }: ChangeDepartment,
  id: number,
): Saved {
  await refuseUnknownTaxCode(tx, taxCodeId);
  // All rows: two people can't switch off the last two at once.
  const known = await rows<{ id: number; active: number }>(
    tx,
    'SELECT id, active FROM department FOR UPDATE',
  );
  if (!known.some((one) => one.id === id)) throw notFound('item.unknownDepartment');
  if (!active) {
    if (!known.some((one) => one.id !== id && one.active)) {
      throw refuseWith('department.last', 'active');
    }
    const { count } = (await row<{ count: number }>(
      tx,
      'SELECT COUNT(*) AS count FROM item WHERE department_id = ? AND active',
      [id],
    ))!;
    if (count > 0) throw refuseWith('department.hasItems', 'active', { count });
  }
  await run(tx, 'UPDATE department SET name = ?, tax_code_id = ?, active = ? WHERE id = ?', [
    name,
    taxCodeId,
    active,
    id,
  ]);
  return { answer: await departmentList(tx) };
}
