import type { SaleCommand } from '@abacist/contracts';
import type { DecidedSale } from '@abacist/core/sales';
import type { CommandContext } from '../context';
import { insertMany, row, rows, run } from '../db/pool';
import {
  addItem,
  addToBalance,
  plainly,
  standingAllocations,
  storeAllocations,
  undoAllocation,
} from './items';
import { giveAgain, takenBack } from './giveAgain';
import { keepSignature } from './signature';
import { takeBackForGoods } from './writeOff';

/** Stores what a ticket charged to accounts; the tenders are stored already. */
export async function storeCharges(
  context: CommandContext,
  saleId: number,
  { charges, tenders }: DecidedSale,
  offered: SaleCommand['tenders'],
): Promise<void> {
  const { tx, today } = context;
  for (const charge of charges) {
    const signed = offered[charge.tender];
    const { charge: of, reference } = tenders[charge.tender]!;
    const stored = await row<{ id: number }>(
      tx,
      'SELECT id FROM sale_tender WHERE sale_id = ? AND position = ?',
      [saleId, charge.tender + 1],
    );
    if (signed && 'signature' in signed && signed.signature) {
      await keepSignature(context, stored!.id, signed.signature, `tenders.${charge.tender}`);
    }
    const itemId = await addItem(tx, {
      ...charge,
      kind: 'charge',
      number: null,
      date: today,
      saleId,
      saleTenderId: stored!.id,
      buyer: of!.buyer,
      reference: reference ?? '',
    });
    await insertMany(
      tx,
      'open_item_tax',
      ['open_item_id', 'authority_id', 'tax_minor'],
      charge.taxes.map(({ authorityId, taxMinor }) => [itemId, authorityId, taxMinor]),
    );
  }
}

/**
 * Stores what a ticket credited to accounts for goods that came back: a credit each, which
 * settles its own charge first. What had been written off of the charge is owed again before.
 */
export async function storeCredited(
  context: CommandContext,
  saleId: number,
  { refunds, tenders }: DecidedSale,
): Promise<void> {
  const { tx, today: date } = context;
  for (const [i, refund] of refunds.entries()) {
    const { chargeAccountId, amountMinor, saleTenderId, writtenBackMinor } = refund;
    if (chargeAccountId === null) continue;
    await takeBackForGoods(context, saleTenderId!, writtenBackMinor);
    const stored = await row<{ id: number }>(
      tx,
      'SELECT id FROM sale_tender WHERE sale_id = ? AND position = ?',
      [saleId, tenders.length + i + 1],
    );
    const itemId = await addItem(tx, {
      chargeAccountId,
      kind: 'creditNote',
      number: null,
      date,
      amountMinor,
      saleId,
      saleTenderId: stored!.id,
    });
    const charge = await row<{ id: number; leftMinor: number }>(
      tx,
      `SELECT id, left_minor AS leftMinor FROM open_item
       WHERE sale_tender_id = ? AND left_minor > 0`,
      [saleTenderId],
    );
    if (!charge) continue;
    const own = plainly(chargeAccountId, charge.id, Math.min(charge.leftMinor, -amountMinor));
    await storeAllocations(context, itemId, [own], { date, reason: '', saleId });
  }
}

/**
 * Undoes what a ticket did on accounts when it is voided: what it gave is taken back, and its
 * items are gone. @returns the number of an item that rests on it, which keeps it from being
 * voided; null when nothing does
 */
export async function voidItems(
  context: CommandContext,
  saleId: number,
): Promise<string | null> {
  const { tx, today: date } = context;
  const taken = await takenBack(context, 'u.sale_id = ?', saleId);
  const own = await standingAllocations(tx, 'x.sale_id = ?', [saleId]);
  for (const one of own) await undoAllocation(context, one, { date, reason: '', saleId });
  // A payment that it took back settles again what it had settled.
  await giveAgain(context, taken, { date, reason: '', saleId: null }, 'payment.usedSince');
  const items = await rows<{ id: number; chargeAccountId: number; amountMinor: number }>(
    tx,
    `SELECT id, charge_account_id AS chargeAccountId, amount_minor AS amountMinor
     FROM open_item WHERE sale_id = ? FOR UPDATE`,
    [saleId],
  );
  for (const { id } of items) {
    const [resting] = await standingAllocations(
      tx,
      '(x.credit_item_id = ? OR x.charge_item_id = ?)',
      [id, id],
    );
    if (resting) return resting.number;
  }
  for (const { id, chargeAccountId, amountMinor } of items) {
    await run(
      tx,
      'UPDATE open_item SET left_minor = 0, closed_on = date, voided = TRUE WHERE id = ?',
      [id],
    );
    await addToBalance(tx, chargeAccountId, -amountMinor);
  }
  return null;
}
