import type { Actor, Shop } from '../context';
import { row, type Db } from '../db/pool';
import { HttpError } from '../http/errors';

type ShopRow = {
  id: number;
  name: string;
  currency: string;
  locale: string;
  zone: string;
  holiday_region: string;
  cash_step_minor: number;
  prices_include_tax: number;
  tax_round_by: Shop['taxRoundBy'];
  tax_rounding: Shop['taxRounding'];
  blind_count: number;
  demo: number;
  closed_through: string | null;
  filed_through: string | null;
  last_sheet: string | null;
};

const SHOP = `
  SELECT s.*, p.closed_through, p.filed_through
  FROM shop s
  JOIN period_lock p ON p.shop_id = s.id`;

/** The shop and its period locks. @throws Error when the database holds no shop */
export async function loadShop(db: Db): Promise<Shop> {
  const found = await row<ShopRow>(db, SHOP);
  if (!found) throw new Error('the database holds no shop: run the set-up first');
  return toShop(found);
}

/**
 * The shop for a person at work, in one statement with the check that he still is a user: who
 * is switched off is out at once. A posting reads the locks in share mode, so that none can be
 * set while it is under way.
 * @throws HttpError 401 when the user is switched off, or his role or password is another since
 */
export async function loadShopFor(db: Db, actor: Actor, shared = false): Promise<Shop> {
  const found = await row<ShopRow>(
    db,
    `${SHOP}
     JOIN user u ON u.id = ? AND u.active AND u.role = ?
       AND u.auth_version = COALESCE(?, u.auth_version)${shared ? ' LOCK IN SHARE MODE' : ''}`,
    [actor.id, actor.role, actor.authVersion ?? null],
  );
  if (!found) throw new HttpError(401, { error: 'notSignedIn', refusals: [] });
  return toShop(found);
}

function toShop(found: ShopRow): Shop {
  return {
    id: found.id,
    name: found.name,
    currency: found.currency,
    locale: found.locale,
    zone: found.zone,
    holidayRegion: found.holiday_region,
    cashStepMinor: found.cash_step_minor,
    pricesIncludeTax: Boolean(found.prices_include_tax),
    taxRoundBy: found.tax_round_by,
    taxRounding: found.tax_rounding,
    blindCount: Boolean(found.blind_count),
    demo: Boolean(found.demo),
    closedThrough: found.closed_through,
    filedThrough: found.filed_through,
    lastSheet: found.last_sheet,
  };
}
