'use client';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { StripFigures } from '@/client/types';
import { useFigures } from '@/client/useFigures';

/** What is left to do at the stage that is looked at, else at the first stage where something is; it leads there. */
export function NextStep({ reviewId, figures: given }: { reviewId: string; figures: StripFigures }) {
  const { next } = useFigures(reviewId, given);
  const here = usePathname().split('/')[3] ?? '';
  const step = next.find((s) => s.stage === here) ?? next[0];
  if (!step) return null;
  return (
    <Link
      prefetch={false}
      href={`/reviews/${reviewId}/${step.path}`}
      className="shrink-0 whitespace-nowrap text-navy text-small underline-offset-2 hover:underline"
    >
      <span className="text-slate">next: </span>
      {step.words}
    </Link>
  );
}
