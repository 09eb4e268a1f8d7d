import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'One at a time'],
  ['/full-texts', 'Full texts'],
  ['/consistency', 'Decided alike?'],
  ['/reasons', 'Reasons and grounds'],
  ['/ledger', 'Ledger'],
] as const;
export type DecideView = (typeof VIEWS)[number][0];

export const DecideNav = ({ reviewId, current }: { reviewId: string; current: DecideView }) => (
  <ViewNav reviewId={reviewId} stage="decide" label="Views of deciding" views={VIEWS} current={current} />
);
