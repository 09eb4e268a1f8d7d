'use client';
import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'Lists and links'],
  ['/requests', 'Requests'],
] as const;

export const LibraryNav = ({ reviewId, current }: { reviewId: string; current: (typeof VIEWS)[number][0] | '/inside' }) => (
  <ViewNav reviewId={reviewId} stage="library" label="Views of the library" views={VIEWS} current={current} />
);
