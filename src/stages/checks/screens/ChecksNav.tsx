import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'Sums'],
  ['/spot', 'Spot checks'],
  ['/known', 'Known relevant'],
  ['/overlap', 'Overlap'],
  ['/audit', 'Limiter audit'],
  ['/again', 'Judge again'],
] as const;
export type ChecksView = (typeof VIEWS)[number][0];

export const ChecksNav = ({ reviewId, current }: { reviewId: string; current: ChecksView }) => (
  <ViewNav reviewId={reviewId} stage="checks" label="Views of the checks" views={VIEWS} current={current} />
);
