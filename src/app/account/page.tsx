import { page } from '@/app/review-page';
import { accountView } from '@/stages/people/queries/account-view';
import { AccountScreen } from '@/stages/people/screens/AccountScreen';
import { TopBar } from '@/stages/review/screens/TopBar';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Your account' };

export default page('signed-in', async (ctx) => (
  <>
    <TopBar person={ctx.person.name ?? ''} administrator={ctx.person.administrator} />
    <AccountScreen account={await accountView(ctx)} />
  </>
));
