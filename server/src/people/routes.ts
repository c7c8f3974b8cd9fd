import {
  approvalSchema,
  signInSchema,
  switchPersonSchema,
  type SessionInfo,
} from '@abacist/contracts';
import { businessDate } from '@abacist/core/dates';
import { APPROVERS, type Role } from '@abacist/core/people';
import { verify } from '@node-rs/argon2';
import { Router, type Request } from 'express';
import type { Deps } from '../context';
import { placeholders, row, rows } from '../db/pool';
import { HttpError, refuseWith } from '../http/errors';
import { noInput, query } from '../http/query';
import { allowed } from '../http/rights';
import { validate } from '../http/validate';
import { loadShop, loadShopFor } from '../settings/shop';
import { checkApprover } from './approvals';
import { DEMO_PEOPLE } from './demoPeople';
import {
  deviceOf,
  failedTries,
  isPinOf,
  isTrusted,
  keepFailure,
  standsAt,
  trustDevice,
} from './tries';

declare module 'express-session' {
  interface SessionData {
    actor: SessionActor;
    seenAt: number;
  }
}

type SessionActor = {
  id: number;
  username: string;
  name: string;
  role: Role;
  authVersion: number;
};

/** A hash that no password has: an unknown name takes as long as a wrong password. */
const NOBODY =
  '$argon2id$v=19$m=19456,t=2,p=1$MDAwMDAwMDAwMDAwMDAwMA$Wwy5yTOIhgjxe1AwiQbjWz5ZIJ0BHnXF4oQTjB3J5wA';

type UserRow = {
  id: number;
  username: string;
  name: string;
  role: Role;
  password_hash: string;
  authVersion: number;
};

export function peopleRoutes(deps: Deps): Router {
  const router = Router();

  router.get('/session', async (request, response) => {
    response.json(await sessionInfo(deps, request));
  });

  router.post('/session', async (request, response) => {
    const { username, password } = validate(signInSchema, request.body);
    const found = await row<UserRow>(
      deps.pool,
      `SELECT id, username, name, role, password_hash, auth_version AS authVersion
       FROM user WHERE username = ? AND active`,
      [username],
    );
    const address = request.ip ?? '';
    const device = deviceOf(request);
    // On a device of his own only its own tries count: nobody else can lock him out of it.
    const trusted = found && (await isTrusted(deps.pool, device, found.id));
    const keys = trusted
      ? [`sign-in device ${device} ${found.id}`]
      : [`sign-in person ${found?.id ?? 0}`, `sign-in address ${address}`];
    await deps.limiter.consume(keys);
    const right = await verify(found?.password_hash ?? NOBODY, password).catch(() => false);
    if (!found || !right) {
      const userId = found?.id ?? null;
      await keepFailure(deps, { kind: 'password', userId, byUserId: null, address });
      throw new HttpError(401, {
        error: 'notSignedIn',
        refusals: [{ code: 'people.signIn', at: 'password' }],
      });
    }
    await deps.limiter.reset(keys);
    await regenerate(request);
    const { id, name, role, authVersion } = found;
    signIn(deps, request, { id, username: found.username, name, role, authVersion });
    await trustDevice(deps, request, response, id);
    response.json(await sessionInfo(deps, request));
  });

  router.post('/session/switch', async (request, response) => {
    const actor = allowed(request, 'POST /session/switch');
    await loadShopFor(deps.pool, actor);
    const { personId, pin } = validate(switchPersonSchema, request.body);
    const person = await isPinOf(deps, personId, pin, standsAt(request, actor.id));
    if (!person) throw refuseWith('people.pin', 'pin');
    await regenerate(request);
    const { authVersion } = (await row<{ authVersion: number }>(
      deps.pool,
      'SELECT auth_version AS authVersion FROM user WHERE id = ?',
      [personId],
    ))!;
    signIn(deps, request, { ...person, authVersion });
    response.json(await sessionInfo(deps, request));
  });

  // What is asked before money changes hands is known to be right before it does.
  router.post('/approvals/check', async (request, response) => {
    const actor = allowed(request, 'POST /approvals/check');
    const approval = validate(approvalSchema, request.body);
    await checkApprover(deps, actor, approval, standsAt(request, actor.id));
    response.json({});
  });

  router.get(
    '/failed-tries',
    query(deps, 'GET /failed-tries', noInput, ({ db }) => failedTries(db)),
  );

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

/** Who is signed in from here on; `seenAt` is when he was last at work. */
function signIn(deps: Deps, request: Request, actor: SessionActor): void {
  request.session.actor = actor;
  request.session.seenAt = deps.clock().getTime();
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
         WHERE active AND pin_hash IS NOT NULL AND role IN (${placeholders(APPROVERS.length)})
         ORDER BY role DESC, name`,
        APPROVERS,
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
    person: actor
      ? { id: actor.id, username: actor.username, name: actor.name, role: actor.role }
      : null,
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
