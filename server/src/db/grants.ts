import mysql from 'mysql2/promise';

/** Columns that the application may change; every other column is written once. */
const UPDATES: Record<string, string[]> = {
  entry: ['status'],
  series: ['last_number'],
  command: ['answer', 'document_number'],
  sale: ['version'],
  customer_order: ['prepaid_minor', 'spent_minor', 'cancelled_at', 'version'],
  customer_order_line: ['sold_quantity'],
  voucher: ['used_minor', 'valid_until'],
  unknown_payment: ['used'],
  parked_ticket: ['taken_up_at'],
  terminal_charge: ['status', 'last_four', 'authorisation', 'resolved_at', 'asking_until'],
  credit_note: ['used_minor', 'valid_until'],
  drawer_session: ['count_begun_at'],
  drawer_act: ['undone', 'match_group_id'],
  drawer_open: ['undone'],
  shop: ['last_sheet'],
  safe_item: ['taken_minor'],
  batch: ['closed_at', 'closed_on', 'settled_whole'],
  batch_difference: ['standing'],
  card_decision: ['standing'],
  slip: ['match_group_id', 'standing'],
  day_close: ['standing'],
  import_file: ['standing'],
  own_cheque: ['match_group_id', 'voided'],
  transfer: ['match_group_id', 'voided'],
  paper_issue: ['state'],
  returned_cheque: [
    'match_group_id',
    'recovered_minor',
    'written_off_minor',
    'credited_minor',
    'standing',
  ],
  fee_accrual: ['standing'],
  fee_bill: ['match_group_id', 'standing'],
  bank_chargeback: ['match_group_id', 'standing'],
  dispute: [
    'won_minor',
    'lost_minor',
    'evidence_due',
    'sent_on',
    'sale_tender_id',
    'scheme',
    'last_four',
    'standing',
  ],
  dispute_lost: ['standing'],
  dispute_retold: ['standing'],
  dispute_file: ['removed'],
  settlement: ['match_group_id', 'standing', 'cleared_by_id'],
  settlement_transaction: ['sale_tender_id'],
  statement_line: ['match_group_id', 'standing'],
  line_split: ['standing'],
  reconciliation: ['standing'],
  card_statement: ['standing'],
  card_statement_item: ['standing'],
  taught_rule: ['standing', 'position'],
  bank_transfer: ['standing'],
  bank_transfer_leg: ['match_group_id', 'standing'],
  tax_payment: ['match_group_id', 'standing'],
  open_item: ['left_minor', 'closed_on', 'voided'],
  late_charge: ['standing'],
  period_lock: ['closed_through', 'filed_through'],
  job: ['beat_at', 'status', 'steps_done', 'steps_total', 'stop_asked', 'result', 'ended_at'],
  user: ['password_hash', 'pin_hash', 'active'],
};
/** INSERT … ON DUPLICATE KEY UPDATE asks for the whole row; these are derived and audited. */
const KEPT = [
  'balance_month',
  'balance_day',
  'takings_balance',
  'takings_held',
  'rod',
  'session',
  'rate_limit',
];
/** What the shop sets up and changes; no figure of the books is read from it later. */
const SETTINGS = [
  'shop_paper',
  'counter_rule',
  'account_rule',
  'reminder_step',
  'charge_account',
  'item',
  'customer',
  'department',
  'drawer_wanted',
  'totals_layout',
  'settlement_layout',
  'statement_layout',
  'processor',
  'tender',
  'tax_authority',
  'tax_code',
];
const DELETES = [
  'takings_held',
  'failed_try',
  'session',
  'rate_limit',
  'item_barcode',
  'drawer_wanted',
  'totals_layout',
  'charge_account_buyer',
  'tax_code_part',
  'tax_rate',
];
/** An entry can't even be inserted as POSTED: its status is not among the columns. */
const ENTRY_INSERT =
  'shop_id, date, kind, subject_id, reverses_entry_id, drawer_session_id, user_id, approval_id, posted_at, memo';
const READ_ONLY = [
  'schema_version',
  'unsealed',
  'unsealed_sheet',
  'batch_now',
  'settled_now',
  'slip_item_now',
];

/**
 * Creates the application's own database user with only the rights it needs: no DDL, no
 * TRUNCATE, no DELETE on the books, UPDATE by column.
 * @returns the address with which the application connects
 */
export async function grantApplicationUser(
  adminUrl: string,
  user: string,
  password: string,
): Promise<string> {
  const url = new URL(adminUrl);
  const database = url.pathname.slice(1);
  const connection = await mysql.createConnection({ uri: adminUrl });
  const who = `${connection.escape(user)}@${connection.escape('127.0.0.1')}`;
  try {
    await connection.query(`CREATE USER IF NOT EXISTS ${who} IDENTIFIED BY ?`, [password]);
    await connection.query(`ALTER USER ${who} IDENTIFIED BY ?`, [password]);
    const [tables] = await connection.query(
      'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = ?',
      [database],
    );
    for (const { name } of tables as { name: string }[]) {
      const on = `ON \`${database}\`.\`${name}\` TO ${who}`;
      await connection.query(`GRANT SELECT ${on}`);
      if (READ_ONLY.includes(name)) continue;
      await connection.query(
        `GRANT INSERT${name === 'entry' ? ` (${ENTRY_INSERT})` : ''} ${on}`,
      );
      const columns = UPDATES[name]?.map((column) => `\`${column}\``).join(', ');
      if (columns) await connection.query(`GRANT UPDATE (${columns}) ${on}`);
      if ([...KEPT, ...SETTINGS].includes(name)) await connection.query(`GRANT UPDATE ${on}`);
      if (DELETES.includes(name)) await connection.query(`GRANT DELETE ${on}`);
    }
    url.username = user;
    url.password = password;
    return url.toString();
  } finally {
    await connection.end();
  }
}
