import type { Metadata } from 'next';
import { after } from 'next/server';
import { found } from '@/app/found';
import { KnownScreen } from '@/features/checks/KnownScreen';
import { knownView } from '@/server/checks/known-view';
import { currentContext } from '@/server/current-context';
import { readBlocksAhead } from '@/server/merge-blocks';

export const metadata: Metadata = { title: 'Known relevant' };

export default async function KnownPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const view = await found(knownView(ctx, id));
  // Who opens this page may bring a list next.
  after(() => readBlocksAhead(ctx.em.fork(), id));
  return <KnownScreen reviewId={id} view={view} />;
}
