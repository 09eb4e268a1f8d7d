import { LINK_TYPES } from '@/core/merge';
import { type Context, openReview } from '@/platform/context';
import { RecordRow } from '@/platform/db/schema';
import { standingRulings } from '../store/merge-rulings';

export interface RulingLine {
  act: string;
  words: string;
  titles: [string, string];
  reason: string;
  person: string;
  at: string;
}

/** What people ruled about joins and links and has not been taken back, the newest first. */
export async function rulingsView(ctx: Context, reviewId: string): Promise<RulingLine[]> {
  await openReview(ctx, reviewId);
  const rulings = await standingRulings(ctx.em, reviewId);
  const first = [...new Map(rulings.map((r) => [r.act, r])).values()].reverse();
  const counts = new Map<string, number>();
  for (const r of rulings) counts.set(r.act, (counts.get(r.act) ?? 0) + 1);
  const records = await ctx.em.find(RecordRow, { reviewId, no: { $in: first.flatMap((r) => [r.a, r.b]) } }, { fields: ['no', 'item'] });
  const titles = new Map(records.map((r) => [r.no, r.item.title]));
  return first.map((r) => ({
    act: r.act,
    words: wordsOf(r.verdict, r.link, counts.get(r.act)!),
    titles: [titles.get(r.a) ?? '', titles.get(r.b) ?? ''],
    reason: r.reason,
    person: r.person,
    at: r.at.toISOString(),
  }));
}

function wordsOf(verdict: string, link: keyof typeof LINK_TYPES | null | undefined, rows: number): string {
  if (verdict === 'join') return 'joined';
  if (verdict === 'apart') return rows > 1 ? `taken out of a work of ${rows + 1} records` : 'kept apart';
  const words = link ? LINK_TYPES[link].words : 'linked to';
  return verdict === 'link' ? words : `not: ${words}`;
}
