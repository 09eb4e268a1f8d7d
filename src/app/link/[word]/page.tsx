import { page } from '@/app/review-page';
import { linkView } from '@/stages/people/join';
import { LinkScreen } from '@/stages/people/screens/LinkScreen';

export const dynamic = 'force-dynamic';
export const metadata = { title: 'Link' };

export default page<{ word: string }>('anybody', async (ctx, { word }) => {
  const link = await linkView(ctx, word);
  if (link) return <LinkScreen word={word} link={link} you={ctx.person.name} />;
  return (
    <main className="p-8">
      <h1 className="text-title">This link leads nowhere any more</h1>
      <p className="mt-2">It was used, has been withdrawn, or is too old. Ask whoever gave it to you for another.</p>
    </main>
  );
});
