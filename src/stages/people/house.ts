import { z } from 'zod';
import type { Context } from '@/platform/context';
import { onEveryServer, otherServers } from '@/platform/db/directory';
import { OneTimeLink, PersonRow } from '@/platform/db/schema';
import { linkAddress, makeLink } from '@/platform/sign-in/links';
import { sendPasswordLink } from '@/platform/sign-in/mail';
import { runSettings } from '@/platform/sign-in/settings';
import { refuse } from '@/platform/verbs/refusals';
import { closeAccount, isLastAdministrator, ownedAlone } from './store/accounts';

export interface PersonLine {
  id: string;
  name: string;
  email: string;
  administrator: boolean;
  closed: boolean;
  twoFactor: boolean;
  reviews: number;
}

/** Everybody with an account at this installation, for administrators. Of a server that does not answer no review is counted. */
export async function peopleOfHouse(ctx: Context): Promise<PersonLine[]> {
  const { answers } = await onEveryServer(ctx.em, (em) =>
    em.execute<{ id: string; reviews: number }[]>('select person_id as id, count(*)::int as reviews from membership group by person_id'),
  );
  const people = await ctx.em.execute<Omit<PersonLine, 'reviews'>[]>(
    `select p.id, p.name, case when p.closed_at is null then p.email else '' end as email, p.administrator,
       p.closed_at is not null as closed, p.two_factor_enabled as "twoFactor"
     from person p order by p.closed_at is not null, lower(p.name), p.id`,
  );
  const rows = answers.flat();
  return people.map((p) => ({ ...p, reviews: rows.reduce((sum, r) => sum + (r.id === p.id ? r.reviews : 0), 0) }));
}

/** What administrators may change of the installation. */
export const HouseChange = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('invite'), label: z.string().trim().min(1, 'Say whom it is for.').max(120) }),
  z.strictObject({ do: z.literal('password-link'), person: z.uuid() }),
  z.strictObject({ do: z.literal('set-administrator'), person: z.uuid(), administrator: z.boolean() }),
  z.strictObject({ do: z.literal('close'), person: z.uuid() }),
]);
const LAST = 'Somebody must be able to let others in: make somebody else an administrator first.';

/** Does one of the things that administrators may do. Links are shown once. */
export async function changeHouse(ctx: Context, change: z.output<typeof HouseChange>) {
  const at = ctx.now();
  const address = (word: string) => linkAddress(runSettings().publicUrl, word);
  if (change.do === 'invite') {
    const word = await makeLink(ctx.em, at, { kind: 'account', label: change.label, madeBy: ctx.person.id });
    return { ok: true, address: address(word) };
  }
  return ctx.em.transactional(async (em) => {
    await em.execute(`select pg_advisory_xact_lock(hashtext('administrators'))`);
    const person = await em.findOne(PersonRow, { id: change.person, closedAt: null });
    if (!person) return refuse('no-person', 'There is no such account, or it is closed.');
    if (change.do === 'password-link') {
      await em.nativeDelete(OneTimeLink, { kind: 'password', personId: person.id, usedAt: null });
      const word = await makeLink(em, at, { kind: 'password', personId: person.id, label: person.name, madeBy: ctx.person.id });
      const sent = await sendPasswordLink(person, address(word));
      return { ok: true, address: address(word), sent };
    }
    if (await isLastAdministrator(em, person.id)) return refuse('last-administrator', LAST);
    if (change.do === 'set-administrator') {
      person.administrator = change.administrator;
      return { ok: true };
    }
    return closed({ ...ctx, em }, person.id);
  });
}

/** Closes one's own account. */
export const closeOwn = (ctx: Context) =>
  ctx.em.transactional(async (em) => {
    await em.execute(`select pg_advisory_xact_lock(hashtext('administrators'))`);
    if (await isLastAdministrator(em, ctx.person.id!)) return refuse('last-administrator', LAST);
    return closed({ ...ctx, em }, ctx.person.id!);
  });

async function closed(ctx: Context, id: string) {
  const others = await otherServers();
  const [alone] = (await Promise.all([ctx.em, ...others].map((em) => ownedAlone(em, id)))).flat();
  if (alone) return refuse('last-owner', `“${alone.title}” would have no owner: make somebody else one first, or delete it.`);
  // Elsewhere first: when a server does not answer, the account is as it was, and can be closed when it does.
  for (const em of [...others, ctx.em]) await closeAccount(em, ctx.now(), id);
  return { ok: true };
}
