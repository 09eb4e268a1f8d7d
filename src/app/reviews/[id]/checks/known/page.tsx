import type { Metadata } from 'next';
import { after } from 'next/server';
import { found } from '@/app/found';
import { currentContext } from '@/platform/http/current-context';
import { knownView } from '@/stages/checks/queries/known-view';
import { KnownScreen } from '@/stages/checks/screens/KnownScreen';
import { readBlocksAhead } from '@/stages/merge/store/merge-blocks';

export const metadata: Metadata = { title: 'Known relevant' };

export default async function KnownPage({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const ctx = await currentContext();
  const view = await found(knownView(ctx, id));
  // Who opens this page may bring a list next.
  after(() => readBlocksAhead(ctx.em.fork(), id));
  return <KnownScreen reviewId={id} view={view} />;
}
