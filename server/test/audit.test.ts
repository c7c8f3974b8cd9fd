import { audit } from '../src/audit/audit';
import { CHECKS } from '../src/audit/checks';
import { walkDay } from './day';
import {
  walkAccounts,
  walkCheques,
  walkOrders,
  walkReturns,
  walkWaysBack,
  walkWriteOff,
  walkWriteOffBack,
} from './walks';
import { walkCards } from './cardFiles';
import {
  walkActs,
  walkBag,
  walkClosing,
  walkCorrections,
  walkLines,
  walkTotals,
} from './walksOfDays';
import { openShop, type TestShop } from './harness';

let shop: TestShop;
beforeAll(async () => {
  shop = await openShop();
  await walkDay(shop);
  await walkReturns(shop);
  await walkOrders(shop);
  await walkAccounts(shop);
  await walkWriteOff(shop);
  await walkWriteOffBack(shop);
  await walkCheques(shop);
  await walkWaysBack(shop);
  await walkCorrections(shop);
  await walkActs(shop);
  await walkTotals(shop);
  await walkClosing(shop);
  await walkBag(shop);
  await walkLines(shop);
  await walkCards(shop);
  await shop.seal();
  // Whoever owns the database can take the guards away; the audit must see what he did then.
  for (const trigger of [
    'entry_insert',
    'entry_update',
    'entry_posted',
    'entry_delete',
    'entry_line_insert',
    'entry_line_update',
    'entry_line_delete',
    'seal_update',
    'seal_delete',
    'seal_sealed',
    'document_update',
    'document_delete',
  ]) {
    await shop.admin.query(`DROP TRIGGER ${trigger}`);
  }
  await shop.admin.query('SET SESSION foreign_key_checks = 0, check_constraint_checks = 0');
});
afterAll(() => shop.close());

const entryOf = (kind: string) => `(SELECT MIN(id) FROM entry WHERE kind = '${kind}')`;
const account = (role: string) => `(SELECT id FROM account WHERE role = '${role}')`;
const lines = (kind: string, role: string) =>
  `entry_line WHERE entry_id = ${entryOf(kind)} AND account_id = ${account(role)}`;
const shift = (kind: string, role: string) =>
  `UPDATE entry_line SET amount_minor = amount_minor + 7 WHERE entry_id = ${entryOf(kind)} AND account_id = ${account(role)}`;

const ofAccount = (role: string) =>
  `UPDATE entry_line SET amount_minor = amount_minor + 7 WHERE account_id = ${account(role)}`;

/** How each invariant is broken by hand, by the name of its check. */
const BREAKS: Record<string, string> = {
  'what a rule recorded of a line is its amount, and was matched with it':
    'UPDATE taught_use SET statement_line_id = statement_line_id - 1',
  'a finished statement says the balance of its lines, and all of them are matched':
    'UPDATE statement_line SET amount_minor = amount_minor + 1 WHERE bank_account_id = 2',
  'a finished statement is kept as it was': `UPDATE reconciliation SET content = '{}'`,
  'the parts of a line that is split add up to it and stand in its place':
    'UPDATE statement_line SET amount_minor = amount_minor + 1 WHERE line_split_id IS NOT NULL LIMIT 1',
  'both ends of a transfer between our accounts are its amount, and stand with it':
    'UPDATE bank_transfer_leg SET standing = NULL LIMIT 1',
  'money between our accounts is in none of them for no moment': ofAccount('transfers'),
  'every document is listed with its own figure, day and customer': `UPDATE document
    SET amount_minor = amount_minor + 1 WHERE kind = 'slip'`,
  'what fills a float up leaves the items of the safe that it names':
    'UPDATE drawer_act_safe SET amount_minor = amount_minor + 1',
  'what a count of the safe differs by is in over and short':
    'UPDATE safe_count SET difference_minor = difference_minor + 1',
  'what a count of the safe found or missed is an item of it':
    'UPDATE safe_item SET amount_minor = amount_minor - 1 WHERE safe_count_id IS NOT NULL',
  'what is paid from the safe leaves the items that it names': `UPDATE drawer_act_safe f
    JOIN drawer_act x ON x.id = f.drawer_act_id SET f.amount_minor = f.amount_minor + 1
    WHERE x.kind = 'paidFromSafe'`,
  'what moves at the bank beside the tickets is on its way: moneyOut': `UPDATE drawer_act
    SET amount_minor = amount_minor + 1 WHERE kind = 'paidByBank'`,
  'what moves at the bank beside the tickets is on its way: moneyIn': `UPDATE drawer_act
    SET amount_minor = amount_minor + 1 WHERE kind = 'moneyInBank'`,
  'the shop’s own card owes what it paid and no bill did': `UPDATE drawer_act
    SET amount_minor = amount_minor + 1 WHERE kind = 'paidByCard'`,
  'a statement of the shop’s card is the one before it and what stands on it':
    'UPDATE card_statement SET balance_minor = balance_minor + 1 ORDER BY date LIMIT 1',
  'what moves at the bank beside the tickets is on its way: change': `UPDATE drawer_act
    SET amount_minor = amount_minor + 1 WHERE kind = 'changeFetched'`,
  'change that the bank gives lies in the safe as its item says': `UPDATE safe_item i
    JOIN drawer_act x ON x.id = i.drawer_act_id SET i.amount_minor = i.amount_minor + 1
    WHERE x.kind = 'changeFetched'`,
  'a cheque by post lies in the safe at once': `UPDATE cheque q
    JOIN safe_item i ON i.cheque_id = q.id SET q.amount_minor = q.amount_minor + 1
    WHERE i.sale_id IS NOT NULL`,
  'what a counted float differs by is in over and short':
    'UPDATE drawer_open SET expected_minor = expected_minor - 1, difference_minor = difference_minor + 1',
  'what is voided after its count is in over and short':
    'UPDATE sale_void SET counted = FALSE',
  'what was typed as totals is undone whole, or stands': `INSERT INTO day_totals_undo (day_totals_id)
    SELECT MAX(id) FROM day_totals`,
  'what was typed as totals is what its tickets took':
    'UPDATE day_totals SET total_minor = total_minor + 1',
  'a closed sheet is what it was': `UPDATE day_close SET content = CONCAT(content, ' ')`,
  'only the last sheet of a day stands, and what was reopened stands no more': `UPDATE day_close SET standing = NULL`,
  'what came on a sheet after it was closed is told of it, and was approved': `UPDATE day_close SET closed_at = '2026-01-01'`,
  'the pieces that were counted for a slip are its cash':
    'UPDATE slip_cash SET pieces = pieces + 1',
  'cash that is corrected in a counted drawer is in over and short': `UPDATE entry_line l
    JOIN entry e ON e.id = l.entry_id AND e.kind = 'sale' SET l.amount_minor = l.amount_minor + 7
    WHERE l.account_id = ${account('overAndShort')}`,
  'a correction gives back what stands on the receipt, and takes as much': `UPDATE sale_tender st JOIN sale s ON s.id = st.sale_id
    SET st.of_sale_tender_id = NULL WHERE s.corrects_sale_id IS NOT NULL AND st.amount_minor < 0`,
  'no entry is left OPEN': `UPDATE entry SET status = 'OPEN' WHERE id = ${entryOf('slip')}`,
  'every entry adds up to zero': shift('sale', 'sales'),
  'every posted entry is sealed or waits for its seal': `DELETE FROM seal WHERE entry_id = ${entryOf('match')}`,
  'document numbers have no gap': `DELETE FROM document WHERE series = 'R' AND number = 2`,
  'every entry has its document': `DELETE FROM document WHERE kind = 'slip'`,
  'every document has its entry, or says that it moves nothing': `UPDATE document SET entry_id = NULL WHERE kind = 'settlement'`,
  'every sale has its document': `DELETE FROM document WHERE kind = 'sale' AND number = 1`,
  'an entry is turned around by the kind of document that undoes it': `UPDATE entry SET kind = 'slipRecall' WHERE kind = 'saleVoid' LIMIT 1`,
  'a reversing entry turns each line of its entry': `UPDATE ${lines('saleVoid', 'sales').replace('entry_line', 'entry_line SET department_id = 1')}`,
  'kept balances by month are the sums of sealed lines':
    'UPDATE balance_month SET debit_minor = debit_minor + 1 LIMIT 1',
  'kept balances by day are the sums of sealed lines':
    'UPDATE balance_day SET credit_minor = credit_minor + 1 LIMIT 1',
  'cash and cheques of a sale are in its drawer': shift('sale', 'drawer'),
  'cards of a sale are in card clearing': `UPDATE entry_line l JOIN entry e ON e.id = l.entry_id AND e.kind = 'sale' SET l.amount_minor = l.amount_minor + 1 WHERE l.account_id = ${account('cardClearing')}`,
  'tax of a sale is payable to its authorities': `UPDATE entry_line SET authority_id = 2 WHERE account_id = ${account('taxPayable')}`,
  'net of a sale is income of its departments': `UPDATE ${lines('sale', 'sales').replace('entry_line', 'entry_line SET department_id = 1')}`,
  'net of what came back is in returns of its departments': ofAccount('returns'),
  'a restocking fee is income': ofAccount('restockingFees'),
  'store credit of a ticket is owed or was owed': ofAccount('storeCredit'),
  'an expired credit note is other income': ofAccount('otherIncome'),
  'returned lines and fee add up to what the ticket took back':
    'UPDATE sale_return SET fee_minor = fee_minor + 1',
  'no more of a line came back than was sold': 'UPDATE return_line SET quantity = 2',
  'a card got back no more than it paid':
    'UPDATE sale_tender SET amount_minor = amount_minor - 1 WHERE of_sale_tender_id IS NOT NULL',
  'what was used of a credit note is what tickets took of it and what expired':
    'UPDATE credit_note SET used_minor = used_minor - 1 WHERE used_minor > 0',
  'store credit owed is what is left of the credit notes':
    'UPDATE credit_note SET amount_minor = amount_minor + 1',
  'lines of a ticket add up to its totals, and tenders to its total':
    'UPDATE sale_line SET net_minor = net_minor + 1 LIMIT 1',
  'a drawer close moves to the safe what its items say':
    'UPDATE safe_item SET amount_minor = amount_minor + 1',
  'a drawer difference is in over and short': shift('drawerClose', 'overAndShort'),
  'a slip moves to the bank what its items say': shift('slip', 'bankInTransit'),
  'a settlement clears gross less refunds': shift('settlement', 'cardClearing'),
  'a settlement’s fees and the tax on them are an expense, or owed back': shift(
    'settlement',
    'cardFees',
  ),
  'what a settlement disputes is on its account':
    'UPDATE settlement SET chargebacks_minor = 5',
  'what a settlement takes for disputes is on its account':
    'UPDATE settlement SET chargeback_fees_minor = 5',
  'what a settlement holds in reserve is on its account':
    'UPDATE settlement SET reserve_minor = 5',
  'what a settlement adjusts is on its account': 'UPDATE settlement SET adjustments_minor = 5',
  'the cards and parts of a settlement are what its head says':
    'UPDATE settlement SET tax_minor = 5',
  'a card of the till is in one settlement that stands': `INSERT INTO settlement_transaction
      (settlement_id, position, file_row, batch_date, scheme, card_kind, amount_minor, fee_minor,
       reference, authorisation, last_four, sale_tender_id)
    SELECT s.id, x.n, 2, s.date, 'Meridian', '', 0, 0, '', '', '',
      (SELECT MIN(id) FROM sale_tender)
    FROM settlement s JOIN (SELECT 901 AS n UNION ALL SELECT 902) x`,
  'what the bank debits for a dispute is on its way to the bank': shift(
    'chargeback',
    'bankInTransit',
  ),
  'what the bank debits for a dispute is disputed, without its fee': shift(
    'chargeback',
    'disputes',
  ),
  'a dispute that no settlement told of is what the bank debited':
    'UPDATE dispute SET amount_minor = amount_minor + 1 WHERE settlement_id IS NULL',
  'what is disputed at a processor is what its settlements and the bank took for it, less what is lost':
    'UPDATE settlement SET chargebacks_minor = 5',
  'what a dispute holds is what of it is open': `UPDATE entry_line SET holder = 'dispute 99' WHERE holder = 'dispute 1' LIMIT 1`,
  'what of a dispute came back or is lost is what its rows say':
    'UPDATE dispute SET won_minor = won_minor + 1',
  'accrued fees are those of months that no bill has cleared':
    'UPDATE fee_accrual SET fees_minor = fees_minor + 1',
  'a bill of fees is on its way to the bank': shift('feeBill', 'bankInTransit'),
  'a bill of fees is what its lines say':
    'UPDATE fee_bill_line SET amount_minor = amount_minor + 1',
  'what is lost of a dispute is disputed no more': shift('disputeLost', 'disputes'),
  'a lost dispute is a loss, less the tax that is owed no more':
    'UPDATE dispute_lost_tax SET tax_minor = tax_minor + 1',
  'the reserve at a processor is what its settlements left there':
    'UPDATE settlement SET reserve_minor = 5',
  'a match brings to the bank what its lines say': shift('match', 'bank'),
  'what slips and floats took of the safe is what is gone from it':
    'UPDATE safe_item SET taken_minor = 0',
  'a cheque of ours, or a transfer, is on its way to the bank': ofAccount('bankInTransit'),
  'a returned cheque leaves the bank with what it brought': shift(
    'chequeReturn',
    'bankInTransit',
  ),
  'a transfer is what its ticket took, and void with it': 'UPDATE transfer SET voided = TRUE',
  'returned cheques are what no account owes of them and nobody paid or wrote off':
    ofAccount('returnedCheques'),
  'what was paid of a returned cheque is what tickets say':
    'UPDATE returned_cheque SET recovered_minor = recovered_minor - 1',
  'a returned cheque is owed again by the accounts that it paid, or by a walk-in':
    'UPDATE returned_cheque SET walk_in_minor = walk_in_minor - 1',
  'a credit paid out, or what was taken back or withdrawn, is eaten up in full': `UPDATE open_item SET left_minor = 1 WHERE kind = 'paidOut'`,
  'a write-off that was taken back is no expense any more, and its tax is owed again': shift(
    'writeOffUndo',
    'writeOffs',
  ),
  'late charges are those of accounts': ofAccount('lateCharges'),
  'fees for returned cheques are those of accounts': ofAccount('feeIncome'),
  'an own cheque is what its ticket gave back, and void with it':
    'UPDATE own_cheque SET voided = TRUE',
  'what is matched belongs to a match that stands': 'UPDATE slip SET match_group_id = 999',
  'what moves takings is zero by day and pot': `UPDATE entry_line SET takings_day = '2026-01-01' WHERE entry_id = ${entryOf('slip')} AND account_id = ${account('safe')}`,
  'what a pot took on a day is what all its lines add up to':
    'UPDATE sale_tender SET kept_minor = kept_minor + 5 WHERE amount_minor > 0',
  'what is in somebody’s hands is what his own rows say, by day and pot':
    'UPDATE cleared_part SET amount_minor = amount_minor - 1',
  'a line without takings is one that may have none': `UPDATE entry_line SET takings_day = NULL, pot = NULL, holder = NULL WHERE entry_id = ${entryOf('slip')}`,
  'kept takings are the sums of sealed lines':
    'UPDATE takings_balance SET amount_minor = amount_minor + 1 LIMIT 1',
  'the frame has each day of sealed tickets and takings': 'DELETE FROM rod LIMIT 1',
  'what is kept of each hand is the sum of its sealed lines': 'DELETE FROM takings_held',
  'a drawer’s fund is what it was opened with and what counts changed it by':
    'UPDATE drawer_close SET fund_change_minor = fund_change_minor + 5',
  'drawers hold what was taken and not moved to the safe or the fund':
    'UPDATE drawer_close SET to_safe_minor = to_safe_minor - 5',
  'the safe holds what waits in it': 'UPDATE safe_item SET taken_minor = taken_minor - 5',
  'card clearing is card tenders less what was settled and decided':
    'UPDATE settlement SET gross_minor = gross_minor + 1',
  'bank in transit is what was sent or is to be paid and no line shows yet':
    'UPDATE slip SET match_group_id = NULL',
  'the bank holds its opening balance and the matched lines':
    'UPDATE bank_opening SET amount_minor = amount_minor + 1',
  'tax payable is the stored tax of standing sales':
    'UPDATE sale_line_tax SET tax_minor = tax_minor + 1',
  'the tax of a day’s sheet is the movement of its tax accounts': `UPDATE entry SET date = '2026-03-01' WHERE kind = 'sale'`,
  'tips owed are those that cards brought': `UPDATE sale_extra SET amount_minor = amount_minor + 1 WHERE kind = 'tip'`,
  'vouchers owed are what is left of them':
    'UPDATE voucher SET amount_minor = amount_minor + 1',
  'prepayments owed are those taken less those used, paid back and kept': `UPDATE sale_extra SET net_minor = net_minor + 1 WHERE kind = 'prepayment'`,
  'what an order was paid ahead, and spent of that, is what its tickets say':
    'UPDATE customer_order SET spent_minor = spent_minor - 1',
  'what is sold of an order is what its tickets sold':
    'UPDATE customer_order_line SET sold_quantity = 0',
  'an expired voucher is other income': shift('voucherExpired', 'otherIncome'),
  'what a processor carries is what its settlements left and cleared':
    'UPDATE settlement SET carried_minor = carried_minor - 1',
  'a processor carries no more than its settlements took below zero':
    'UPDATE settlement SET carried_minor = 5',
  'a batch is settled whole when what the till has is settled or decided':
    'UPDATE settled SET amount_minor = amount_minor - 1',
  'payments of unknown payers are owed until somebody says whose they are':
    'UPDATE unknown_payment SET amount_minor = amount_minor + 1 WHERE NOT used',
  'a payment of an unknown payer is used by one ticket':
    'UPDATE unknown_payment SET used = NOT used',
  'a bag that the bank counted differently is over or short':
    'UPDATE match_group SET bag_difference_minor = 1',
  'what a bank counted differently stands on the day and drawer that a person named':
    'UPDATE match_group SET bag_safe_item_id = NULL WHERE bag_safe_item_id IS NOT NULL',
  'what no settlement will settle of a batch is an adjustment':
    'UPDATE batch_difference SET amount_minor = amount_minor - 1',
  'the parts of what was paid out or came in add up to it, and their taxes to theirs':
    'UPDATE drawer_act_tax SET tax_minor = tax_minor + 1',
  'each account and department of what was paid out or came in moved by its parts': shift(
    'moneyOut',
    'inputTax',
  ),
  'a drop moves to the safe what its items say': shift('drop', 'safe'),
  'what is undone after its count turns each line, its cash against over and short': shift(
    'dropUndo',
    'overAndShort',
  ),
  'a cheque that is found lies in the safe': shift('chequeFound', 'safe'),
  'what was used of a voucher is what tickets took of it and what expired':
    'UPDATE voucher SET used_minor = used_minor - 1',
  'what stands on a ticket beside goods adds up':
    'UPDATE sale_extra SET amount_minor = amount_minor + 1',
  'a cheque taken is kept as the paper that it is, and no other is': 'DELETE FROM cheque',
  'what a count put in the safe of a cheque is that cheque':
    'UPDATE safe_item SET amount_minor = amount_minor - 1 WHERE cheque_id IS NOT NULL',
  'each charge account is what is left of its items': ofAccount('chargeAccounts'),
  'an account’s kept balance is what is left of its items':
    'UPDATE charge_account SET balance_minor = balance_minor + 1',
  'what is left of an item is what no allocation took':
    'UPDATE open_item SET left_minor = left_minor - 1 WHERE left_minor > 1',
  'an item is closed on the day from which on nothing is left': `UPDATE open_item SET closed_on = '2030-01-01' WHERE left_minor = 0`,
  'an allocation joins a credit and a charge of one payer, not before either': `UPDATE allocation SET date = '2020-01-01'`,
  'what undoes an allocation is its mirror':
    'UPDATE allocation SET amount_minor = amount_minor - 1 WHERE undoes_id IS NOT NULL',
  'what a ticket charges or pays on an account is an item of it, void with it':
    'UPDATE open_item SET voided = TRUE WHERE sale_id IS NOT NULL',
  'discounts given are those of allocations and agreed allowances, less what came back':
    'UPDATE allocation SET discount_minor = discount_minor + 1 WHERE discount_minor > 0',
  'what was written off is an expense, less the tax that is owed no more': shift(
    'writeOff',
    'writeOffs',
  ),
  'the tax of a charge is its share of its ticket': `INSERT INTO open_item_tax SELECT id, 1, 900 FROM open_item WHERE kind = 'charge'`,
  'what goods took off a returned cheque is what tickets say':
    'UPDATE returned_cheque SET credited_minor = credited_minor + 1',
  'a returned cheque that is written off is an expense': shift('chequeWriteOff', 'writeOffs'),
  'an account’s limit is what was last decided of it':
    'UPDATE charge_account SET limit_minor = limit_minor + 1',
  'the chain of seals holds': `UPDATE entry SET memo = 'changed' WHERE id = ${entryOf('sale')}`,
};

test('every check is broken below', () => {
  expect(Object.keys(BREAKS).sort()).toEqual(
    [...CHECKS.map(({ name }) => name), 'the chain of seals holds'].sort(),
  );
});

test('each bank account reconciles to the cent on every day, with a list of what stands on one side alone', async () => {
  const tamsin = await shop.as('tamsin');
  const [dates] = await shop.admin.query(
    `SELECT DISTINCT date FROM entry
     UNION SELECT DISTINCT date FROM statement_line ORDER BY date`,
  );
  const seen = { whole: 0, underWay: 0, notPosted: 0 };
  for (const { date } of dates as { date: string }[])
    for (const account of [1, 2]) {
      const { body } = await tamsin.get(
        `/reconciliation?bankAccountId=${account}&asOf=${date}`,
      );
      const underWay = body.underWay.reduce(
        (sum: number, one: any) => sum + one.amountMinor,
        0,
      );
      // What a statement that is missing moved nobody knows.
      const difference = body.missing.length ? 0 : body.differenceMinor;
      expect({ account, date, difference, underWay }).toEqual({
        ...{ account, date, difference: 0, underWay: body.transitMinor },
      });
      seen.whole += body.statementMinor !== null && body.missing.length === 0 ? 1 : 0;
      seen.underWay += body.underWay.length;
      seen.notPosted += body.notPosted.length;
    }
  expect(seen.whole).toBeGreaterThan(10);
  expect(seen.underWay).toBeGreaterThan(10);
  expect(seen.notPosted).toBeGreaterThan(0);
}, 60_000);

test('the books as they were posted hold', async () => {
  expect(await audit(shop.admin)).toMatchObject({ breaches: [] });
});

test.each(Object.entries(BREAKS))('it finds that not: %s', async (name, sql) => {
  await shop.admin.beginTransaction();
  try {
    const [changed] = await shop.admin.query(sql);
    expect((changed as { affectedRows: number }).affectedRows).toBeGreaterThan(0);
    const { breaches } = await audit(shop.admin);
    const found = breaches.filter(({ check }) => check === name);
    expect(found.length).toBeGreaterThan(0);
  } finally {
    await shop.admin.rollback();
  }
});

test('it names the exact entry', async () => {
  await shop.admin.beginTransaction();
  try {
    const { id } = await shop.one(`SELECT ${entryOf('sale')} AS id`);
    await shop.admin.query(shift('sale', 'drawer'));
    const { breaches } = await audit(shop.admin);
    const named = breaches.filter(({ entryId }) => entryId === id).map(({ check }) => check);
    expect(named).toEqual([
      'every entry adds up to zero',
      'cash and cheques of a sale are in its drawer',
      'the chain of seals holds',
    ]);
  } finally {
    await shop.admin.rollback();
  }
});
