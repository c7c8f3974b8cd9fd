import { createHash, randomBytes } from 'node:crypto';
import { verify } from '@node-rs/argon2';
import type { FailedTry } from '@abacist/contracts';
import type { Role } from '@abacist/core/people';
import type { Request, Response } from 'express';
import type { Deps } from '../context';
import { row, rows, run, type Db } from '../db/pool';
import { toInstant } from '../sales/read';

const COOKIE = 'abacist-device';
const YEARS = 2 * 365 * 24 * 60 * 60 * 1000;

/** What a device's cookie holds, as it is kept; null when it has none. */
export function deviceOf(request: Request): string | null {
  const found = /(?:^|;\s*)abacist-device=([0-9a-f]{64})/.exec(request.headers.cookie ?? '');
  return found ? createHash('sha256').update(found[1]!).digest('hex') : null;
}

/** Whether a person signed in on a device before. */
export async function isTrusted(
  db: Db,
  device: string | null,
  userId: number,
): Promise<boolean> {
  if (device === null) return false;
  const found = await row(
    db,
    'SELECT user_id FROM trusted_device WHERE device_hash = ? AND user_id = ?',
    [device, userId],
  );
  return found !== undefined;
}

/** Trusts the device for a person who has just signed in on it; it gets a cookie if it has none. */
export async function trustDevice(
  { pool, clock }: Deps,
  request: Request,
  response: Response,
  userId: number,
): Promise<void> {
  let device = deviceOf(request);
  if (device === null) {
    const secret = randomBytes(32).toString('hex');
    device = createHash('sha256').update(secret).digest('hex');
    response.cookie(COOKIE, secret, {
      httpOnly: true,
      sameSite: 'strict',
      secure: request.secure,
      maxAge: YEARS,
      path: '/api',
    });
  }
  await run(
    pool,
    'INSERT IGNORE INTO trusted_device (device_hash, user_id, since) VALUES (?, ?, ?)',
    [device, userId, clock()],
  );
}

/** Who tries at what, from where. */
export type Try = {
  kind: FailedTry['kind'];
  userId: number | null;
  byUserId: number | null;
  address: string;
};

/** Keeps a failed try, for the manager to see. */
export async function keepFailure({ pool, clock, log }: Deps, one: Try): Promise<void> {
  await run(
    pool,
    `INSERT INTO failed_try (kind, user_id, by_user_id, address, tried_at)
     VALUES (?, ?, ?, ?, ?)`,
    [one.kind, one.userId, one.byUserId, one.address.slice(0, 60), clock()],
  ).catch((error: unknown) => log.error({ err: error }, 'a failed try was not kept'));
}

/** Who stands there, at which device, and from which address. */
export type Stands = { userId: number; device: string; address: string };

/** @param userId who is signed in there */
export const standsAt = (request: Request, userId: number): Stands => {
  const address = request.ip ?? '';
  return { userId, device: deviceOf(request) ?? address, address };
};

/**
 * Whether a PIN is a person's. Tries count by who stands there and by the device, not by the address:
 * all drawers of a shop share one, and nobody may lock a person's PIN for the others.
 * @throws HttpError 429 after too many tries
 */
export async function isPinOf(
  deps: Deps,
  personId: number,
  pin: string | undefined,
  by: Stands,
): Promise<{ id: number; username: string; name: string; role: Role } | undefined> {
  const keys = [`pin ${by.userId} ${personId}`, `pin ${by.device} ${personId}`];
  await deps.limiter.consume(keys);
  const found = await row<{
    id: number;
    username: string;
    name: string;
    role: Role;
    pin_hash: string | null;
  }>(
    deps.pool,
    'SELECT id, username, name, role, pin_hash FROM user WHERE id = ? AND active',
    [personId],
  );
  const right = Boolean(found?.pin_hash && pin && (await verify(found.pin_hash, pin)));
  if (!found || !right) {
    await keepFailure(deps, {
      kind: 'pin',
      userId: found?.id ?? null,
      byUserId: by.userId,
      address: by.address,
    });
    return undefined;
  }
  await deps.limiter.reset(keys);
  const { pin_hash: _hash, ...person } = found;
  return person;
}

/** The newest failed tries. */
export async function failedTries(db: Db): Promise<{ tries: FailedTry[] }> {
  const found = await rows<FailedTry>(
    db,
    `SELECT f.kind, u.name, b.name AS \`by\`, f.address, f.tried_at AS triedAt
     FROM failed_try f
     LEFT JOIN user u ON u.id = f.user_id
     LEFT JOIN user b ON b.id = f.by_user_id
     ORDER BY f.id DESC LIMIT 200`,
  );
  return { tries: found.map((one) => ({ ...one, triedAt: toInstant(one.triedAt) })) };
}
