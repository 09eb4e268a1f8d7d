import type { SheetBlock } from '@/core/search/blocks';
import { type Context, openReview } from '@/platform/context';

/** Parts that the words of the question suggest, for a sheet that is empty. */
export async function suggestedBlocks(ctx: Context, reviewId: string): Promise<SheetBlock[]> {
  const { population, intervention, outcome } = await openReview(ctx, reviewId);
  const part = (name: string, words: string): SheetBlock[] => {
    const terms = words
      .split(/[,;]/)
      .map((w) => w.trim())
      .filter((w) => w.length > 2)
      .slice(0, 30);
    return terms.length
      ? [{ name, want: 'in', note: '', terms: terms.map((text) => ({ kind: 'words', text: text.slice(0, 300), field: 'title-abstract' })) }]
      : [];
  };
  return [...part('Who', population), ...part('What is done', intervention), ...part('What comes of it', outcome)];
}
