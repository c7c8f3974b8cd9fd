import {
  signInSchema,
  switchPersonSchema,
  type Person,
  type SessionInfo,
} from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import type { Role } from '@abacist/core/people';
import { verify } from '@node-rs/argon2';
import { Router, type Request } from 'express';
import type { Deps } from '../context';
import { row, rows } from '../db/pool';
import { HttpError, refuseWith } from '../http/errors';
import { validate } from '../http/validate';
import { loadShop, loadShopFor } from '../settings/shop';
import { DEMO_PEOPLE } from './demoPeople';

declare module 'express-session' {
  interface SessionData {
    actor: { id: number; username: string; name: string; role: Role };
  }
}

/** A hash that no password has: an unknown name takes as long as a wrong password. */
const NOBODY =
  '$argon2id$v=19$m=19456,t=2,p=1$MDAwMDAwMDAwMDAwMDAwMA$Wwy5yTOIhgjxe1AwiQbjWz5ZIJ0BHnXF4oQTjB3J5wA';

type UserRow = {
  id: number;
  username: string;
  name: string;
  role: Role;
  password_hash: string;
};

export function peopleRoutes(deps: Deps): Router {
  const router = Router();

  router.get('/session', async (request, response) => {
    response.json(await sessionInfo(deps, request));
  });

  router.post('/session', async (request, response) => {
    const { username, password } = validate(signInSchema, request.body);
    await deps.limiter.consume(`sign-in ${request.ip} ${username}`);
    const found = await row<UserRow>(
      deps.pool,
      'SELECT id, username, name, role, password_hash FROM user WHERE username = ? AND active',
      [username],
    );
    const right = await verify(found?.password_hash ?? NOBODY, password).catch(() => false);
    if (!found || !right) {
      throw new HttpError(401, {
        error: 'notSignedIn',
        refusals: [{ code: 'people.signIn', at: 'password' }],
      });
    }
    await deps.limiter.reset(`sign-in ${request.ip} ${username}`);
    await regenerate(request);
    const { id, name, role } = found;
    request.session.actor = { id, username: found.username, name, role };
    response.json(await sessionInfo(deps, request));
  });

  router.post('/session/switch', async (request, response) => {
    const actor = request.session.actor;
    if (!actor) throw new HttpError(401, { error: 'notSignedIn', refusals: [] });
    await loadShopFor(deps.pool, actor.id);
    const { personId, pin } = validate(switchPersonSchema, request.body);
    const person = await byPin(deps, personId, pin);
    await regenerate(request);
    request.session.actor = person;
    response.json(await sessionInfo(deps, request));
  });

  router.delete('/session', async (request, response) => {
    await new Promise<void>((resolve, reject) => {
      request.session.destroy((error: unknown) =>
        error ? reject(error as Error) : resolve(),
      );
    });
    response.clearCookie('abacist').json({});
  });

  return router;
}

/** The person whose PIN it is. @throws HttpError 422 `people.pin`, 429 after too many tries */
async function byPin({ pool, limiter }: Deps, personId: number, pin: string): Promise<Person> {
  await limiter.consume(`pin ${personId}`);
  const found = await row<Person & { pin_hash: string | null }>(
    pool,
    'SELECT id, username, name, role, pin_hash FROM user WHERE id = ? AND active',
    [personId],
  );
  const right = Boolean(found?.pin_hash && (await verify(found.pin_hash, pin)));
  if (!found || !right) throw refuseWith('people.pin', 'pin');
  await limiter.reset(`pin ${personId}`);
  const { pin_hash: _hash, ...person } = found;
  return person;
}

/** A new session id at sign-in, so that one planted before is worth nothing. */
function regenerate(request: Request): Promise<void> {
  return new Promise((resolve, reject) => {
    request.session.regenerate((error: unknown) =>
      error ? reject(error as Error) : resolve(),
    );
  });
}

async function sessionInfo(deps: Deps, request: Request): Promise<SessionInfo> {
  const shop = await loadShop(deps.pool);
  const actor = request.session.actor;
  const approvers = actor
    ? await rows<{ id: number; name: string; role: Role }>(
        deps.pool,
        `SELECT id, name, role FROM user
         WHERE active AND pin_hash IS NOT NULL AND role <> 'clerk'
         ORDER BY role DESC, name`,
      )
    : [];
  const colleagues = actor
    ? await rows<{ id: number; name: string }>(
        deps.pool,
        `SELECT id, name FROM user
         WHERE active AND pin_hash IS NOT NULL AND id <> ? ORDER BY name`,
        [actor.id],
      )
    : [];
  return {
    colleagues,
    person: actor ?? null,
    approvers,
    demoUsers: shop.demo ? DEMO_PEOPLE : [],
    shop: {
      name: shop.name,
      currency: shop.currency,
      locale: shop.locale,
      zone: shop.zone,
      today: businessDate(deps.clock(), shop.zone),
      cashStepMinor: shop.cashStepMinor,
      pricesIncludeTax: shop.pricesIncludeTax,
      taxRoundBy: shop.taxRoundBy,
      taxRounding: shop.taxRounding,
      blindCount: shop.blindCount,
      hasMail: deps.outside.mail !== null,
      hasPrinter: deps.outside.printer !== null,
      hasTerminal: deps.outside.terminal !== null,
    },
  };
}
