import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import { reading } from '@/platform/cache/parts';
import { type Context, NotFound, openReview } from '@/platform/context';
import { currentContext } from '@/platform/http/current-context';
import type { Right } from '@/platform/verbs/rights';

export type Search = Record<string, string | string[] | undefined>;
interface Given<P> {
  params: Promise<P>;
  searchParams: Promise<Search>;
  children?: ReactNode;
}
interface Page<P> {
  (given: Given<P>): Promise<ReactNode>;
  /** What the person must be allowed to do. */
  right: Right;
}

/** A page that is about no review. An address that leads nowhere, or where one may not go, becomes the page that says so. */
export function page<P extends object>(
  right: Right,
  render: (ctx: Context, params: P, search: Search, children?: ReactNode) => Promise<ReactNode>,
): Page<P> {
  const rendered = async ({ params, searchParams, children }: Given<P>) => {
    const ctx = reading(await currentContext());
    if (!ctx.person.may(right)) notFound();
    try {
      return await render(ctx, await params, await searchParams, children);
    } catch (error) {
      if (error instanceof NotFound) notFound();
      throw error;
    }
  };
  return Object.assign(rendered, { right });
}

/** What stands around every page of a review. */
export const reviewFrame = (right: Right, render: (ctx: Context, id: string, children: ReactNode) => Promise<ReactNode>) => {
  const framed = reviewPage(right, (ctx, { id }, _search, children) => render(ctx, id, children));
  const frame = ({ params, children }: { params: Promise<{ id: string }>; children: ReactNode }) =>
    framed({ params, children, searchParams: Promise.resolve({}) });
  return Object.assign(frame, { right });
};

/** A page of a review. */
export const reviewPage = <P extends object = object>(
  right: Right,
  render: (ctx: Context, params: P & { id: string }, search: Search, children?: ReactNode) => Promise<ReactNode>,
): Page<P & { id: string }> =>
  page<P & { id: string }>(right, async (ctx, params, search, children) => {
    await openReview(ctx, params.id);
    return render(ctx, params, search, children);
  });
