import { ArrowLeft } from 'lucide-react';
import Link from 'next/link';

/** The way back to the stage that a page belongs to. */
export function BackLink({
  reviewId,
  to = 'retrieve',
  children = 'All databases and retrievals',
}: {
  reviewId: string;
  to?: string;
  children?: string;
}) {
  return (
    <Link
      className="mb-1 inline-flex items-center gap-1.5 text-small text-navy underline-offset-2 hover:underline"
      href={`/reviews/${reviewId}/${to}`}
    >
      <ArrowLeft size={14} aria-hidden /> {children}
    </Link>
  );
}
