import type { BetterAuthPlugin } from 'better-auth';
import { APIError, createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { z } from 'zod';

/** Lets whoever is at this machine be one of the people of the demo. Only there while the demo runs, and only on loopback. */
export const demoPeople = () =>
  ({
    id: 'demo-people',
    endpoints: {
      beOneOfTheDemo: createAuthEndpoint('/demo', { method: 'POST', body: z.object({ person: z.uuid() }) }, async (ctx) => {
        const { internalAdapter } = ctx.context;
        const user = await internalAdapter.findUserById(ctx.body.person);
        if (!user || !('demo' in user) || user.demo !== true) throw new APIError('NOT_FOUND', { message: 'There is no such person.' });
        const session = await internalAdapter.createSession(user.id);
        await setSessionCookie(ctx, { session, user });
        return ctx.json({ ok: true });
      }),
    },
  }) satisfies BetterAuthPlugin;
