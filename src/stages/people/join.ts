import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import type { Context } from '@/platform/context';
import { otherServers } from '@/platform/db/directory';
import { noteChange } from '@/platform/db/note-change';
import { type OneTimeLink, PersonRow, Review } from '@/platform/db/schema';
import { findLink, spendLink } from '@/platform/sign-in/links';
import { signedIn } from '@/platform/sign-in/person';
import { type Refusal, refuse } from '@/platform/verbs/refusals';
import { Email, makeAccount, Name, Password, setPassword } from './store/accounts';
import { addMember } from './store/members';

/** What a link is for, for whoever opens it. */
export interface LinkView {
  kind: OneTimeLink['kind'];
  label: string;
  /** The review that it leads into. */
  title: string | null;
  role: OneTimeLink['role'];
}

const GONE = 'This link was used, has been withdrawn, or is too old. Ask whoever gave it to you for another.';

/** What a link is for; null when it is worth nothing. Looking at it does not use it up. */
export async function linkView(ctx: Context, word: string): Promise<LinkView | null> {
  const at = await whereLinkIs(ctx, word);
  const link = at && (await findLink(at.em, ctx.now(), word));
  if (!link) return null;
  const review = link.reviewId ? await at.em.findOne(Review, { id: link.reviewId }) : null;
  return { kind: link.kind, label: link.label, title: review ? review.title : null, role: link.role };
}

/** A link into a review stands where the review lies, any other at home. */
async function whereLinkIs(ctx: Context, word: string): Promise<Context | null> {
  for (const em of [ctx.em, ...(await otherServers())]) if (await findLink(em, ctx.now(), word)) return { ...ctx, em };
  return null;
}

/** What somebody fills in who has no account yet. */
export const NewPerson = z.strictObject({ name: Name, email: Email, password: Password });
export const NewPassword = z.strictObject({ password: Password });

type Joined = {
  ok: true;
  reviewId: string | null /** Whoever is to be signed in now. */;
  signIn: { email: string; password: string } | null;
};

/**
 * Uses a link: makes the account it is for, sets a password anew, or lets somebody who is signed in into a review.
 * Everything or nothing: a link whose account could not be made can be used again. Where the review lies on another
 * server the account is made first: if that server then fails, the link can be used by whoever has signed in.
 */
export async function takeLink(ctx: Context, word: string, given: unknown): Promise<Joined | Refusal> {
  const at = ctx.now();
  const there = await whereLinkIs(ctx, word);
  if (!there) return refuse('no-link', GONE);
  return there.em
    .transactional(async (em): Promise<Joined | Refusal> => {
      const link = await findLink(em, at, word);
      if (!link || !(await spendLink(em, at, link))) return refuse('no-link', GONE);
      const home = there.em === ctx.em ? em : ctx.em;
      const answer = await taken({ ...ctx, em }, home, link, given);
      // Thrown, so that the link is as it was.
      if (!answer.ok) throw new Unused(answer);
      return answer;
    })
    .catch((error: unknown) => {
      if (error instanceof Unused) return error.refusal;
      throw error;
    });
}
class Unused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.message);
  }
}

/** @param home where people sign in */
async function taken(ctx: Context, home: EntityManager, link: OneTimeLink, given: unknown): Promise<Joined | Refusal> {
  const at = ctx.now();
  if (link.kind === 'password') {
    const parsed = NewPassword.safeParse(given);
    if (!parsed.success) return refuse('bad-input', parsed.error.issues[0]!.message);
    const person = await ctx.em.findOne(PersonRow, { id: link.personId!, closedAt: null });
    if (!person) return refuse('no-link', GONE);
    await setPassword(ctx.em, at, person.id, parsed.data.password);
    return { ok: true, reviewId: null, signIn: { email: person.email, password: parsed.data.password } };
  }
  const known = link.kind === 'review' ? ctx.person.id : null;
  if (known) {
    await enter(ctx, link, { id: known, name: ctx.person.name! });
    return { ok: true, reviewId: link.reviewId ?? null, signIn: null };
  }
  const parsed = NewPerson.safeParse(given);
  if (!parsed.success) return refuse('bad-input', parsed.error.issues[0]!.message);
  const id = await makeAccount(home, at, { ...parsed.data, administrator: link.kind === 'administrator' });
  if (!id) return refuse('email-taken', 'There is an account with this e-mail: sign in with it, then open the link again.');
  await enter(ctx, link, { id, name: parsed.data.name });
  return { ok: true, reviewId: link.reviewId ?? null, signIn: parsed.data };
}

async function enter(ctx: Context, link: OneTimeLink, who: { id: string; name: string }): Promise<void> {
  if (!link.reviewId) return;
  const review = await ctx.em.findOneOrFail(Review, { id: link.reviewId });
  await addMember(ctx.em, link.reviewId, who.id, link.role!, ctx.now());
  const person = signedIn(async () => ctx.em, { ...who, administrator: false });
  await noteChange({ ...ctx, person }, review, { kind: 'member', did: 'joined', subject: `${who.name} (${link.role})` });
}
