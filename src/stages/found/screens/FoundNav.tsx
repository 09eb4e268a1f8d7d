'use client';
import { ViewNav } from '@/ui/view-nav';

const VIEWS = [
  ['', 'Sources found otherwise'],
  ['/citations', 'Following citations'],
] as const;

export const FoundNav = ({ reviewId, current }: { reviewId: string; current: (typeof VIEWS)[number][0] }) => (
  <ViewNav reviewId={reviewId} stage="others" label="Other ways of finding" views={VIEWS} current={current} />
);
