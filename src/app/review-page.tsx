import { headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import type { ReactNode } from 'react';
import { DatabaseAway } from '@/app/DatabaseAway';
import { reading } from '@/platform/cache/parts';
import { type Context, NotFound, openReview, rightIn } from '@/platform/context';
import { isUnreachable } from '@/platform/db/faults';
import { atReview, currentContext } from '@/platform/http/current-context';
import { admits } from '@/platform/http/review-route';
import { type Admission, includes, type Right } from '@/platform/verbs/rights';

export type Search = Record<string, string | string[] | undefined>;
interface Given<P> {
  params: Promise<P>;
  searchParams: Promise<Search>;
  children?: ReactNode;
}
interface Page<P> {
  (given: Given<P>): Promise<ReactNode>;
  /** Who is shown it at all, and of a review what the person must be allowed to do. */
  admits: Admission | Right;
}

/**
 * A page that is about no review. An address that leads nowhere, or where one may not go, becomes the page that says so;
 * who has not signed in is asked to, and comes back.
 */
export function page<P extends object>(
  admission: Admission,
  render: (ctx: Context, params: P, search: Search, children?: ReactNode) => Promise<ReactNode>,
): Page<P> {
  const admitted = async ({ params, searchParams, children }: Given<P>) => {
    const ctx = reading(await currentContext());
    if (!admits(ctx.person, admission)) {
      if (ctx.person.admitted) notFound();
      const to = (await headers()).get(PATH_HEADER) ?? '/';
      redirect(to === '/' ? '/sign-in' : `/sign-in?to=${encodeURIComponent(to)}`);
    }
    return render(ctx, await params, await searchParams, children);
  };
  const rendered = async (given: Given<P>) => {
    try {
      return await admitted(given);
    } catch (error) {
      if (error instanceof NotFound) notFound();
      if (isUnreachable(error)) return <DatabaseAway />;
      throw error;
    }
  };
  return Object.assign(rendered, { admits: admission });
}
/** Where a request goes, as the gate says: the framework tells pages their parameters alone. */
const PATH_HEADER = 'x-narrow-sieve-path';

/** What stands around every page of a review. */
export const reviewFrame = (right: Right, render: (ctx: Context, id: string, children: ReactNode) => Promise<ReactNode>) => {
  const framed = reviewPage(right, (ctx, { id }, _search, children) => render(ctx, id, children));
  const frame = ({ params, children }: { params: Promise<{ id: string }>; children: ReactNode }) =>
    framed({ params, children, searchParams: Promise.resolve({}) });
  return Object.assign(frame, { admits: right });
};

/** A page of a review. */
export function reviewPage<P extends object = object>(
  right: Right,
  render: (ctx: Context, params: P & { id: string }, search: Search, children?: ReactNode) => Promise<ReactNode>,
): Page<P & { id: string }> {
  const opened = async (ctx: Context, params: P & { id: string }, search: Search, children?: ReactNode) => {
    if (!includes(await rightIn(ctx, params.id), right)) notFound();
    const at = await atReview(ctx, params.id);
    await openReview(at, params.id);
    return render(at, params, search, children);
  };
  return Object.assign(page<P & { id: string }>('signed-in', opened), { admits: right });
}
