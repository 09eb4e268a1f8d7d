'use client';
import { useAsk } from '@/client/useAsk';
import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'One at a time'],
  ['/full-texts', 'Full texts'],
  ['/differences', 'Differences'],
  ['/consistency', 'Decided alike?'],
  ['/reasons', 'Reasons and grounds'],
  ['/ledger', 'Ledger'],
] as const;
export type DecideView = (typeof VIEWS)[number][0];

/** Where one person judges there are no differences to settle. */
export function DecideNav({ reviewId, current }: { reviewId: string; current: DecideView }) {
  const byTwo = useAsk(reviewId, 'figures', {}).data?.figures.byTwo ?? current === '/differences';
  const views = VIEWS.filter(([path]) => path !== '/differences' || byTwo);
  return <ViewNav reviewId={reviewId} stage="decide" label="Views of deciding" views={views} current={current} />;
}
