import type { Context } from '@/platform/context';
import { askReaders, type StageReading } from '@/stages/decide';

export type ReadingLine = StageReading;
export type PairLine = StageReading['pairs'][number];

/** Agreement of those who judged the same works, stage by stage. */
export async function twoReadersView(ctx: Context, reviewId: string): Promise<readonly ReadingLine[]> {
  const view = await askReaders(ctx, reviewId);
  return view.ok ? view.stages : [];
}
