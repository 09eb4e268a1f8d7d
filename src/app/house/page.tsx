import { page } from '@/app/review-page';
import { peopleOfHouse } from '@/stages/people/house';
import { HouseScreen } from '@/stages/people/screens/HouseScreen';
import { TopBar } from '@/stages/review/screens/TopBar';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Accounts' };

export default page('administrator', async (ctx) => (
  <>
    <TopBar person={ctx.person.name ?? ''} administrator />
    <HouseScreen people={await peopleOfHouse(ctx)} you={ctx.person.id!} />
  </>
));
