import { redirect } from 'next/navigation';
import { page } from '@/app/review-page';
import { runSettings } from '@/platform/sign-in/settings';
import { demoPeopleOf } from '@/stages/people/queries/account-view';
import { SignInScreen } from '@/stages/people/screens/SignInScreen';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Sign in' };

/** What each of the demo's people is there for. */
const PARTS: Readonly<Record<string, string>> = {
  ...{ owner: 'reviewer, owns the reviews', reviewer: 'second reviewer', editor: 'librarian, edits', reader: 'reads only' },
};

/** Only a path of ours: an address of somebody else's would take people there right after they signed in. */
const ours = (to: unknown): string => (typeof to === 'string' && /^\/(?![/\\])/.test(to) ? to : '/');

export default page('anybody', async (ctx, _params, search) => {
  const to = ours(search.to);
  const { demo, institution } = runSettings();
  if (ctx.person.admitted && !demo) redirect(to);
  const people = demo ? await demoPeopleOf(ctx) : [];
  return (
    <SignInScreen
      to={to}
      demo={people.map((p) => ({ id: p.id, name: p.name, part: PARTS[p.role ?? ''] ?? 'an account' }))}
      institution={institution?.name ?? null}
      failed={search.failed !== undefined || search.error !== undefined}
    />
  );
});
