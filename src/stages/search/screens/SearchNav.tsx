'use client';
import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'Sheet'],
  ['/lines', 'Lines and limiters'],
  ['/titles', 'First titles'],
  ['/saved', 'Run again'],
  ['/by-hand', 'By hand, and on paper'],
  ['/doors', 'Ways in and headings'],
] as const;
export type SearchViewPath = (typeof VIEWS)[number][0];

export const SearchNav = ({ reviewId, current }: { reviewId: string; current: SearchViewPath }) => (
  <ViewNav reviewId={reviewId} stage="search" label="Views of the search desk" views={VIEWS} current={current} />
);
