import { readFileSync } from 'node:fs';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { audit } from '../src/audit/audit';
import { walkDay } from './day';
import { walkAccounts, walkOrders, walkReturns } from './walks';
import { openShop, type TestShop } from './harness';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
  await walkDay(shop);
  await walkReturns(shop);
  await walkOrders(shop);
  await walkAccounts(shop);
});
afterAll(() => shop.close());

const FACTS = ['date', 'made_at', 'user_id', 'drawer_id', 'customer_id', 'amount_minor'];

test('documents of a shop that was there before get what a list shows of them', async () => {
  const facts = () =>
    shop.all(
      `SELECT kind, subject_id, ${FACTS.join(', ')} FROM document ORDER BY kind, subject_id`,
    );
  const before = await facts();
  expect(before.length).toBeGreaterThan(25);
  // As the shop was: without the columns, without what reads by them.
  for (const one of ['document_user', 'document_drawer', 'document_for']) {
    await shop.admin.query(`ALTER TABLE document DROP FOREIGN KEY ${one}`);
  }
  const keys = ['document_made', 'document_amount', 'document_by_number', 'document_kind'];
  for (const key of [...keys, 'document_customer', 'document_user', 'document_drawer']) {
    await shop.admin.query(`ALTER TABLE document DROP KEY IF EXISTS ${key}`);
  }
  await shop.admin.query(
    `ALTER TABLE document ${FACTS.map((column) => `DROP COLUMN ${column}`).join(', ')}`,
  );
  await shop.admin.query(
    'ALTER TABLE statement_line DROP KEY statement_line_amount, DROP KEY statement_line_text',
  );
  const { host, port, user, password, database } = shop.admin.connection.config as never;
  const connection = await mysql.createConnection({
    ...{ host, port, user, password, database },
    multipleStatements: true,
  });
  for (const file of ['036.do.document_facts.sql', '038.do.documents_without_entry.sql']) {
    const sql = readFileSync(path.join(__dirname, '..', 'migrations', file), 'utf8');
    await connection.query(sql);
  }
  await connection.end();
  expect(await facts()).toEqual(before);
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
  // Documents are guarded again.
  await expect(shop.admin.query('UPDATE document SET number = number + 1')).rejects.toThrow(
    'a number is never changed',
  );
});
