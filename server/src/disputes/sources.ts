import type { PartSource, SettledPart } from '@abacist/core/settlements';
import { atProcessor, moveAcrossPots, ofDispute, potOfCard } from '@abacist/core/takings';
import { minor, sum } from '@abacist/core/money';
import { rows, type Db } from '../db/pool';
import { heldBy, type HandRole, type HeldPart } from '../takings/held';
import { disputedCard, type DisputedCard } from './find';

/** What is known of a part of a settlement: the card that it disputes, the dispute that it is of. */
export type KnownPart = PartSource & { card?: DisputedCard; disputeId?: number };

type Open = {
  id: number;
  reference: string;
  lastFour: string;
  openMinor: number;
};

/**
 * What is known of each part of a settlement, by its place: a chargeback’s sale; the dispute that is
 * given back, with what it holds; of a reserve that is released what is held of it, the oldest first.
 */
export async function partSources(
  db: Db,
  of: { processorId: number; date: string },
  parts: readonly SettledPart[],
): Promise<Map<number, KnownPart>> {
  const found = new Map<number, KnownPart>();
  const hands = new Map<string, HeldPart[]>();
  /** Takes what a hand has for a part; two parts of one settlement never take the same. */
  const take = async (role: HandRole, holder: string, amountMinor: number) => {
    const held = hands.get(holder) ?? (await heldBy(db, role, [holder]));
    const has = sum(held.map((part) => part.amountMinor));
    const most = Math.min(-amountMinor, Math.max(0, has));
    const taken = most > 0 ? moveAcrossPots(held, most) : [];
    hands.set(
      holder,
      held.flatMap((part) => {
        const gone = taken
          .filter(({ takingsDay, pot }) => takingsDay === part.takingsDay && pot === part.pot)
          .map((one) => one.amountMinor);
        const left = part.amountMinor - sum(gone);
        return left === 0 ? [] : [{ ...part, amountMinor: minor(left) }];
      }),
    );
    return taken.map((part) => ({ ...part, amountMinor: minor(-part.amountMinor) }));
  };
  const open = await openDisputes(db, of.processorId);
  for (const [place, part] of parts.entries()) {
    const { kind, amountMinor } = part;
    if (kind === 'reserve' && amountMinor < 0) {
      found.set(place, {
        parts: await take('reserve', atProcessor(of.processorId), amountMinor),
      });
    }
    if (kind === 'chargeback' && amountMinor > 0) {
      const card = await disputedCard(db, of, part);
      if (card) found.set(place, { card, parts: [ofCard(of.processorId, card, amountMinor)] });
    }
    if (kind === 'chargeback' && amountMinor < 0) {
      const dispute = meantBy(part, open);
      if (!dispute) continue;
      const holder = ofDispute(dispute.id);
      found.set(place, {
        ...{ holder, disputeId: dispute.id },
        parts: await take('disputes', holder, amountMinor),
      });
      dispute.openMinor += amountMinor;
    }
    if (kind === 'chargebackFee') {
      const dispute = part.reference ? meantBy(part, open) : undefined;
      if (dispute) found.set(place, { disputeId: dispute.id, parts: [] });
    }
  }
  return found;
}

const ofCard = (
  processorId: number,
  { takingsDay, scheme }: DisputedCard,
  amountMinor: number,
) => ({
  ...{ takingsDay, pot: potOfCard(processorId, scheme) },
  amountMinor: minor(amountMinor),
});

/** The one open dispute that a part is of: by its reference, else by digits, else by its amount. */
function meantBy(part: SettledPart, open: readonly Open[]): Open | undefined {
  const { reference, lastFour } = part;
  const amountMinor = -part.amountMinor;
  const named = open.filter((one) => reference !== '' && one.reference === reference);
  if (named.length > 0) return named.length === 1 ? named[0] : undefined;
  if (part.kind !== 'chargeback') return undefined;
  const same = open.filter(
    (one) =>
      (lastFour === '' || one.lastFour === '' || one.lastFour === lastFour) &&
      one.openMinor >= amountMinor,
  );
  const byDigits = same.filter((one) => lastFour !== '' && one.lastFour === lastFour);
  if (byDigits.length === 1) return byDigits[0];
  const whole = same.filter((one) => one.openMinor === amountMinor);
  return whole.length === 1 ? whole[0] : undefined;
}

/** Disputes of a processor that stand: known by the reference of their part, or of their card. */
const openDisputes = (db: Db, processorId: number) =>
  rows<Open>(
    db,
    `SELECT x.id, x.reference, x.last_four AS lastFour,
       CAST(x.amount_minor - x.won_minor - x.lost_minor AS SIGNED) AS openMinor
     FROM dispute x
     WHERE x.processor_id = ? AND x.standing AND x.amount_minor > 0
     ORDER BY x.id`,
    [processorId],
  );
