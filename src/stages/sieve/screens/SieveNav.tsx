import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'The funnel'],
  ['/what-if', 'What if'],
  ['/held', 'Held works'],
  ['/parity', 'Is it even?'],
  ['/versions', 'Versions'],
] as const;
export type SieveView = (typeof VIEWS)[number][0];

export const SieveNav = ({ reviewId, current }: { reviewId: string; current: SieveView }) => (
  <ViewNav reviewId={reviewId} stage="sieve" label="Views of the sieve" views={VIEWS} current={current} />
);
