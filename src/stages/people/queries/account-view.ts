import type { Context } from '@/platform/context';
import { PersonCredential, PersonRow } from '@/platform/db/schema';

/** One's own account. */
export async function accountView(ctx: Context) {
  const person = await ctx.em.findOneOrFail(PersonRow, { id: ctx.person.id! });
  const password = (await ctx.em.count(PersonCredential, { personId: person.id, providerId: 'credential' })) > 0;
  return { name: person.name, email: person.email, twoFactor: person.twoFactorEnabled, password, demo: person.demo };
}

/** People of the demo, with what each is in most reviews. */
export const demoPeopleOf = (ctx: Pick<Context, 'em'>): Promise<{ id: string; name: string; role: string | null }[]> =>
  ctx.em.execute(
    `select p.id, p.name, (select m.role from membership m where m.person_id = p.id group by m.role order by count(*) desc, m.role limit 1) as role
     from person p where p.demo and p.closed_at is null order by p.created_at, p.name`,
  );
