'use client';
import { useAsk } from '@/client/useAsk';
import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'Sums'],
  ['/spot', 'Spot checks'],
  ['/known', 'Known relevant'],
  ['/overlap', 'Overlap'],
  ['/audit', 'Limiter audit'],
  ['/again', 'Judge again'],
  ['/readers', 'Two reviewers'],
] as const;
export type ChecksView = (typeof VIEWS)[number][0];

/** Where one person judges there is nobody to agree with. */
export function ChecksNav({ reviewId, current }: { reviewId: string; current: ChecksView }) {
  const byTwo = useAsk(reviewId, 'figures', {}).data?.figures.byTwo ?? current === '/readers';
  const views = VIEWS.filter(([path]) => path !== '/readers' || byTwo);
  return <ViewNav reviewId={reviewId} stage="checks" label="Views of the checks" views={views} current={current} />;
}
