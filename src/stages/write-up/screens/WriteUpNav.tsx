import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'What became of every work'],
  ['/flow', 'Flow diagram'],
  ['/methods', 'Methods and tables'],
  ['/references', 'References'],
  ['/take', 'Export'],
] as const;
export type WriteUpView = (typeof VIEWS)[number][0];

export const WriteUpNav = ({ reviewId, current }: { reviewId: string; current: WriteUpView }) => (
  <ViewNav reviewId={reviewId} stage="write-up" label="Views of the write-up" views={VIEWS} current={current} />
);
