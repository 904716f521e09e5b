import { NotFoundError } from '../db/errors';
import { check } from '@tamper/core';
import {
  code,
  firstSchema,
  inviteSchema,
  joinSchema,
  newPassphraseSchema,
  setRolesSchema,
  signInSchema,
  type Person,
} from '@tamper/core/people';
import { Router, type Request, type Response } from 'express';
import { z } from 'zod';
import { id, pathId } from '../http/input';

import { actorOf, whoOf } from './guard';
import { RefusedError, type People } from './people';
import type { Sessions } from './sessions';
import type { Tries } from './tries';

const WRONG = 'The name or the passphrase is wrong.';
const auditQuery = z.object({
  limit: z.coerce.number().int().min(1).max(200).default(50),
  before: z.coerce.number().int().min(1).max(Number.MAX_SAFE_INTEGER).optional(),
});
const named = (request: Request, name: string): string => {
  const parsed = id.safeParse(request.params[name]);
  if (!parsed.success) throw new NotFoundError();
  return parsed.data;
};

/** Signing in and out, and people of jobs. Who may ask is told by the table of routes. */
export function peopleRoutes(people: People, sessions: Sessions, tries: Tries): Router {
  const router = Router();
  const from = (request: Request) => request.socket.remoteAddress ?? 'nowhere';

  /** What a device has to know of those who are signed in on it. */
  async function me(accounts: readonly Person[]) {
    const jobs = await people.jobsOf(accounts.map(({ id: one }) => one));
    return {
      crew: true,
      people: accounts.map(({ id: one, name, keeper }) => ({
        ...{ id: one, name, keeper },
        jobs: Object.fromEntries(jobs.filter(({ accountId }) => accountId === one).map(({ jobId, roles }) => [jobId, roles])),
      })),
    };
  }
  async function signedIn(request: Request, response: Response, person: Person, status = 200): Promise<void> {
    await sessions.begin(request, response, person);
    const all = await people.rolesIn(sessions.accountsOn(request), null);
    response.status(status).json({ ...(await me(all)), as: person.id });
  }

  router.get('/me', async (_request, response) => {
    const { crew, here } = actorOf(response);
    response.json(crew ? await me(here) : { crew: false, people: [] });
  });
  router.post('/first', async (request, response) => {
    const { name, passphrase } = check(firstSchema, request.body);
    const made = await people.first(name, passphrase);
    response.locals.actor = { crew: true, who: made, here: [] };
    await signedIn(request, response, made, 201);
  });
  router.post('/sign-in', async (request, response) => {
    const { name, passphrase } = check(signInSchema, request.body);
    const found = await tries.tried(name, from(request), async () => {
      const person = await people.who(name, passphrase);
      if (!person) throw new RefusedError(403, 'wrong', WRONG);
      return person;
    });
    await people.note(found, 'signed in', null);
    await signedIn(request, response, found);
  });
  router.post('/join', async (request, response) => {
    const body = check(joinSchema, request.body);
    const { again, jobId, ...made } = await tries.tried('a code', from(request), () => people.join(body.code, body.name, body.passphrase));
    if (again) await sessions.endAll(made.id);
    await people.note(made, again ? 'set a new passphrase by a code' : 'came in by an invitation', jobId);
    await signedIn(request, response, made, 201);
  });
  router.post('/accept', async (request, response) => {
    const who = whoOf(response);
    const body = check(z.strictObject({ code }), request.body);
    const jobId = await tries.tried('a code', from(request), () => people.accept(body.code, who.id));
    await people.note(who, 'came into the job by an invitation', jobId);
    response.json({ ...(await me(actorOf(response).here)), as: who.id });
  });
  router.post('/sign-out', async (request, response) => {
    await sessions.end(request, response, whoOf(response).id);
    response.status(204).end();
  });
  router.post('/sign-out/everywhere', async (request, response) => {
    await sessions.endAll(whoOf(response).id, request.sessionID);
    response.status(204).end();
  });
  router.post('/passphrase', async (request, response) => {
    const who = whoOf(response);
    const { old, passphrase } = check(newPassphraseSchema, request.body);
    await tries.tried(who.name, from(request), () => people.newPassphrase(who.id, old, passphrase));
    await sessions.endAll(who.id, request.sessionID);
    response.status(204).end();
  });
  router.get('/devices', async (request, response) => {
    const items = await sessions.of(whoOf(response).id);
    response.json({ items: items.map((one) => ({ ...one, here: one.id === sessions.nameOf(request.sessionID) })) });
  });
  router.delete('/devices/:id', async (request, response) => {
    if (!(await sessions.endOne(whoOf(response).id, String(request.params.id)))) throw new NotFoundError();
    response.status(204).end();
  });

  router.get('/people', async (_request, response) => void response.json({ items: await people.everybody() }));
  router.post('/people/:id/close', async (request, response) => {
    await people.close(pathId(request));
    await sessions.endAll(pathId(request));
    response.status(204).end();
  });
  router.put('/people/:id/keeper', async (request, response) => {
    await people.keep(pathId(request), check(z.strictObject({ keeper: z.boolean() }), request.body).keeper);
    response.status(204).end();
  });
  router.post('/people/:id/code', async (request, response) => {
    const accountId = pathId(request);
    if (!(await people.everybody()).some((one) => one.id === accountId && one.closedAt === null)) throw new NotFoundError();
    response.status(201).json(await people.invite({ accountId }));
  });
  router.get('/audit', async (request, response) => {
    const { limit, before } = check(auditQuery, request.query);
    response.json({ items: await people.audited(null, limit, before) });
  });

  router.get('/jobs/:id/people', async (request, response) => void response.json({ items: await people.members(pathId(request)) }));
  router.put('/jobs/:id/people/:account', async (request, response) => {
    const { roles } = check(setRolesSchema, request.body);
    await people.change(pathId(request), named(request, 'account'), roles);
    response.json({ items: await people.members(pathId(request)) });
  });
  router.get(
    '/jobs/:id/invitations',
    async (request, response) => void response.json({ items: await people.invitations(pathId(request)) }),
  );
  router.post('/jobs/:id/invitations', async (request, response) => {
    const { roles } = check(inviteSchema, request.body);
    response.status(201).json(await people.invite({ jobId: pathId(request), roles }));
  });
  router.delete('/jobs/:id/invitations/:invitation', async (request, response) => {
    await people.takeBack(pathId(request), named(request, 'invitation'));
    response.status(204).end();
  });
  router.get('/jobs/:id/audit', async (request, response) => {
    const { limit, before } = check(auditQuery, request.query);
    response.json({ items: await people.audited(pathId(request), limit, before) });
  });
  return router;
}
