import type { Metadata } from 'next';
import { page } from '@/app/review-page';
import { decisionTables } from '@/core/classify';
import { TopBar } from '@/stages/review/screens/TopBar';
import { HowItDecides } from './HowItDecides';
import { LikelyExplained } from './LikelyExplained';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'How it decides' };

export default page('signed-in', async () => {
  return (
    <>
      <TopBar title="How it decides" />
      <main className="max-w-[1280px] px-5 py-4">
        <h1 className="text-title">How it decides</h1>
        <p className="max-w-[100ch]">
          Every table and rule by which works are classified, with where it is from. The same code that classifies prints this page. What a
          database’s profile, a register of venues or a scheme of your own adds is shown on their pages.
        </p>
        <HowItDecides tables={decisionTables()} />
        <LikelyExplained />
      </main>
    </>
  );
});
