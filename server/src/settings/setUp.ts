import { ROLES, type Role } from '@abacist/core/people';
import { post } from '@abacist/core/ledger';
import { inFund } from '@abacist/core/takings';
import type { OtherAccount } from '@abacist/contracts/choices';
import { roomOf, type TenderKind } from '@abacist/core/tenders';
import { hash } from '@node-rs/argon2';
import type { Pool } from 'mysql2/promise';
import { insertMany, row, rows, run } from '../db/pool';
import { transaction, type Tx } from '../db/transaction';
import { businessDate } from '@abacist/core/dates';
import { contextOf } from '../http/contextOf';
import type { ItemInput } from '@abacist/core/items';
import { setBarcodes, upsertItems } from '../items/save';
import { postDocument } from '../ledger/post';
import type { Deps, Shop } from '../context';
import { REMINDERS, RETURN_REASONS } from './firstWords';

/** All that a shop needs before its first sale. Codes refer to each other by name. */
export type ShopSetUp = {
  shop: Omit<Shop, 'id' | 'closedThrough' | 'filedThrough' | 'lastSheet'>;
  papers: { address: string; email: string; taxNumbers: string; foot: string };
  people: { username: string; name: string; role: Role; password: string; pin: string }[];
  authorities: {
    code: string;
    name: string;
    payee: string;
    ratePercent: string;
    from: string;
  }[];
  taxCodes: { code: string; name: string; authorities: string[] }[];
  departments: { code: string; name: string; taxCode: string }[];
  items: {
    code: string;
    name: string;
    department: string;
    priceMinor: number;
    unit?: string;
    decimals?: number;
    barcodes?: string[];
    taxCode?: string;
  }[];
  drawers: { code: string; name: string; floatMinor: number }[];
  bankAccounts: { name: string; accountNumber: string }[];
  processors: {
    code: string;
    name: string;
    bankAccount: string;
    cutOff: string;
    delayBankingDays: number;
    statementText: string;
    merchantNumber?: string;
  }[];
  tenders: {
    code: string;
    name: string;
    kind: TenderKind;
    isDebit?: boolean;
    account?: OtherAccount;
    processor?: string;
    scheme?: string;
    shortcut: string;
  }[];
};

/** True when the database holds a shop already. */
export async function hasShop(pool: Pool): Promise<boolean> {
  return (await row(pool, 'SELECT id FROM shop')) !== undefined;
}

/** Sets up a shop in one transaction; the floats in its drawers are opening balances. */
export async function setUpShop(deps: Deps, setUp: ShopSetUp): Promise<void> {
  const people = await Promise.all(
    setUp.people.map(async (person) => [
      person.username,
      person.name,
      person.role,
      await hash(person.password),
      await hash(pinOf(person)),
    ]),
  );
  await transaction(deps.pool, async (tx) => {
    const { shop } = setUp;
    await run(
      tx,
      `INSERT INTO shop
         (id, name, currency, locale, zone, holiday_region, cash_step_minor, prices_include_tax,
          tax_round_by, tax_rounding, blind_count, demo)
       VALUES (1, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        shop.name,
        shop.currency,
        shop.locale,
        shop.zone,
        shop.holidayRegion,
        shop.cashStepMinor,
        shop.pricesIncludeTax,
        shop.taxRoundBy,
        shop.taxRounding,
        shop.blindCount,
        shop.demo,
      ],
    );
    await run(tx, 'INSERT INTO period_lock (shop_id) VALUES (1)');
    await run(tx, 'INSERT INTO counter_rule (shop_id) VALUES (1)');
    await run(tx, 'INSERT INTO account_rule (id) VALUES (1)');
    await setUpWords(tx);
    await run(
      tx,
      'INSERT INTO shop_paper (shop_id, address, email, tax_numbers, foot) VALUES (1, ?, ?, ?, ?)',
      [setUp.papers.address, setUp.papers.email, setUp.papers.taxNumbers, setUp.papers.foot],
    );
    await insertMany(
      tx,
      'user',
      ['username', 'name', 'role', 'password_hash', 'pin_hash', 'sales_code'],
      people.map((person, i) => [...person, String(i + 1)]),
    );
    await setUpTax(tx, setUp);
    await setUpCatalogue(tx, setUp);
    await setUpMoney(tx, setUp);
    await postFloats(deps, tx);
  });
}

async function idOf(tx: Tx, table: string, code: string, column = 'code'): Promise<number> {
  const found = await row<{ id: number }>(tx, `SELECT id FROM ${table} WHERE ${column} = ?`, [
    code,
  ]);
  if (!found) throw new Error(`the set-up names no ${table} ${code}`);
  return found.id;
}

async function setUpWords(tx: Tx): Promise<void> {
  await insertMany(
    tx,
    'return_reason',
    ['code', 'name', 'restocking', 'position'],
    RETURN_REASONS.map(({ code, name, restocking }, i) => [code, name, restocking, i + 1]),
  );
  await insertMany(
    tx,
    'reminder_step',
    ['step', 'after_days', 'subject', 'text'],
    REMINDERS.map(({ afterDays, subject, text }, i) => [
      i + 1,
      afterDays,
      subject,
      text.join('\n\n'),
    ]),
  );
}

async function setUpTax(tx: Tx, { authorities, taxCodes }: ShopSetUp): Promise<void> {
  for (const { code, name, payee, ratePercent, from } of authorities) {
    const { insertId } = await run(
      tx,
      'INSERT INTO tax_authority (code, name, payee) VALUES (?, ?, ?)',
      [code, name, payee],
    );
    await run(
      tx,
      'INSERT INTO tax_rate (authority_id, valid_from, rate_percent) VALUES (?, ?, ?)',
      [insertId, from, ratePercent],
    );
  }
  for (const { code, name, authorities: parts } of taxCodes) {
    const { insertId } = await run(tx, 'INSERT INTO tax_code (code, name) VALUES (?, ?)', [
      code,
      name,
    ]);
    for (const [i, authority] of parts.entries()) {
      await run(
        tx,
        'INSERT INTO tax_code_part (tax_code_id, position, authority_id) VALUES (?, ?, ?)',
        [insertId, i + 1, await idOf(tx, 'tax_authority', authority)],
      );
    }
  }
}

async function setUpCatalogue(tx: Tx, { departments, items }: ShopSetUp): Promise<void> {
  for (const { code, name, taxCode } of departments) {
    await run(tx, 'INSERT INTO department (code, name, tax_code_id) VALUES (?, ?, ?)', [
      code,
      name,
      await idOf(tx, 'tax_code', taxCode),
    ]);
  }
  const inputs: ItemInput[] = [];
  for (const item of items) {
    const department = departments.find(({ code }) => code === item.department);
    inputs.push({
      code: item.code,
      name: item.name,
      departmentId: await idOf(tx, 'department', item.department),
      taxCodeId: await idOf(tx, 'tax_code', item.taxCode ?? department?.taxCode ?? ''),
      priceMinor: item.priceMinor,
      priceIncludesTax: false,
      unit: item.unit ?? '',
      decimals: item.decimals ?? 0,
      barcodes: item.barcodes ?? [],
      active: true,
    });
  }
  if (inputs.length === 0) return;
  const ids = await upsertItems(tx, inputs);
  await setBarcodes(
    tx,
    inputs.map(({ barcodes }, i) => ({ itemId: ids[i]!, barcodes })),
  );
}

async function setUpMoney(tx: Tx, setUp: ShopSetUp): Promise<void> {
  for (const { code, name, floatMinor } of setUp.drawers) {
    await run(tx, 'INSERT INTO drawer (code, name, float_minor) VALUES (?, ?, ?)', [
      code,
      name,
      floatMinor,
    ]);
  }
  for (const { name, accountNumber } of setUp.bankAccounts) {
    await run(
      tx,
      'INSERT INTO bank_account (name, account_number, currency) VALUES (?, ?, ?)',
      [name, accountNumber, setUp.shop.currency],
    );
  }
  for (const processor of setUp.processors) {
    const bankAccountId = await idOf(tx, 'bank_account', processor.bankAccount, 'name');
    const { insertId } = await run(
      tx,
      `INSERT INTO processor
         (code, name, bank_account_id, cut_off, delay_banking_days, merchant_number)
       VALUES (?, ?, ?, ?, ?, ?)`,
      [
        processor.code,
        processor.name,
        bankAccountId,
        processor.cutOff,
        processor.delayBankingDays,
        processor.merchantNumber ?? '',
      ],
    );
    await run(
      tx,
      `INSERT INTO line_rule (bank_account_id, contains, kind, party)
       VALUES (?, ?, 'settlement', ?)`,
      [bankAccountId, processor.statementText, `processor ${insertId}`],
    );
  }
  for (const [i, tender] of setUp.tenders.entries()) {
    await run(
      tx,
      `INSERT INTO tender (code, name, kind, processor_id, scheme, position, shortcut, is_debit,
         account_role, opens_drawer)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        tender.code,
        tender.name,
        tender.kind,
        tender.processor ? await idOf(tx, 'processor', tender.processor) : null,
        tender.scheme ?? null,
        i + 1,
        tender.shortcut,
        tender.isDebit ?? false,
        tender.account ?? null,
        Boolean(roomOf(tender.kind).inDrawer),
      ],
    );
  }
}

async function postFloats(deps: Deps, tx: Tx): Promise<void> {
  const manager = await row<{ id: number; name: string }>(
    tx,
    `SELECT id, name FROM user WHERE role = 'manager' ORDER BY id LIMIT 1`,
  );
  if (!manager) throw new Error('the set-up names no manager');
  const context = await contextOf(deps, tx, { ...manager, role: 'manager' });
  const drawers = await rows<{ id: number; float_minor: number }>(
    tx,
    'SELECT id, float_minor FROM drawer',
  );
  const date = businessDate(context.now, context.shop.zone);
  for (const { id, float_minor } of drawers) {
    await postDocument(context, {
      kind: 'opening',
      subjectId: id,
      date,
      lines: post('opening.balance', {
        amount: [
          {
            amountMinor: float_minor,
            ledgerAccount: 'fund',
            drawerId: id,
            takings: {
              takingsDay: date,
              pot: 'broughtIn',
              holders: { fund: inFund(id) },
            },
          },
        ],
      }),
      memo: '',
    });
  }
}

/** Who approves has a PIN that is not guessed in passing. @throws Error on a shorter one */
function pinOf({ username, role, pin }: ShopSetUp['people'][number]): string {
  const least = ROLES[role].leastPinDigits;
  if (!new RegExp(`^\\d{${least},8}$`).test(pin)) {
    throw new Error(`the PIN of ${username} needs ${least} digits at least`);
  }
  return pin;
}
