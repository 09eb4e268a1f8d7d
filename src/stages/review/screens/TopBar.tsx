import { Search } from 'lucide-react';
import Link from 'next/link';
import { Suspense } from 'react';
import type { StripFigures } from '@/client/types';
import { intervalWords, readDate } from '@/core/record';
import type { Stamps } from '../queries/pulse';
import { NextStep } from './NextStep';
import { Pulse } from './Pulse';

interface TopBarProps {
  reviewId?: string;
  title?: string;
  asOf?: string;
  /** Who is signed in. */
  person?: string;
  administrator?: boolean;
  figures?: StripFigures;
  /** How the review stands as the page is drawn. */
  stamps?: Stamps;
}

/** The name, the review, what is left to do here, and a search over the whole review. */
export function TopBar({ reviewId, title, asOf, person, administrator, figures, stamps }: TopBarProps) {
  return (
    <header className="flex min-h-11 print:hidden flex-wrap items-center gap-x-3.5 md:h-11 md:flex-nowrap border-rule border-b bg-surface px-5">
      <Link href="/" dir="auto" className="font-serif font-semibold text-lead">
        Narrow<span className="text-copper">·</span>Sieve
      </Link>
      <span dir="auto" className="min-w-0 max-w-full truncate text-slate">
        {title}
      </span>
      {reviewId && figures && <NextStep reviewId={reviewId} figures={figures} />}
      <span className="ml-auto whitespace-nowrap text-slate">{asOf && `as of ${intervalWords(readDate(asOf))}`}</span>
      {reviewId && stamps && (
        <Suspense>
          <Pulse reviewId={reviewId} stood={stamps} />
        </Suspense>
      )}
      {reviewId && (
        <Link
          prefetch={false}
          href={`/reviews/${reviewId}/people`}
          className="whitespace-nowrap text-navy underline-offset-2 hover:underline"
        >
          People
        </Link>
      )}
      {administrator && !reviewId && (
        <Link prefetch={false} href="/house" className="whitespace-nowrap text-navy underline-offset-2 hover:underline">
          Accounts
        </Link>
      )}
      {person && (
        <Link prefetch={false} href="/account" dir="auto" className="whitespace-nowrap text-slate underline-offset-2 hover:underline">
          {person}
        </Link>
      )}
      {reviewId && (
        <form action={`/reviews/${reviewId}/find`} className="flex items-center">
          <Search size={15} aria-hidden className="-mr-6 z-10 text-slate" />
          <input
            name="find"
            type="search"
            aria-label="Find in this review"
            placeholder="find a work"
            maxLength={200}
            className="h-8 w-[150px] rounded-[4px] border border-edge bg-surface pr-2 pl-7 text-small"
          />
        </form>
      )}
    </header>
  );
}
