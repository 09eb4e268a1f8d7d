import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { knownTitles } from '@/stages/checks';
import { doorOf, linesAt, sheetNow } from '../store/desk';
import { type Asked, countAt, ServerFault } from '../store/server';

/** Each costs a request for every line. */
const MOST_KNOWN = 25;
/** Enough words of a title to tell it from others. */
const WORDS = 12;

/** What became of a work that is known to belong, at one database. */
export interface KnownAt {
  number: number;
  title: string;
  /** Whether the database has it at all; null when that could not be asked. */
  there: boolean | null;
  /** Lines that do not find it. */
  lostBy: { key: string; label: string }[];
}

/** Looks for works that are known to belong in every line: which line loses which. */
export const knownInLines = reviewQuery({
  name: 'known-in-lines',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid() }),
  refuses: ['no-door', 'outside-fault'],
  rests: ['search', 'checks', 'sieve'],
  async run(ctx, { databaseId }) {
    const em = ctx.em as EntityManager;
    const door = await doorOf(em, ctx.reviewId, databaseId);
    if (!door) return refuse('no-door', 'No server is set for this database.');
    const { sheet } = await sheetNow(em, ctx.reviewId);
    const lines = (await linesAt(ctx, ctx.review, door, sheet)).filter((l) => l.query && (l.kind !== 'limiter' || l.clause));
    const known = await knownTitles(ctx, ctx.reviewId);
    const index = door.settings.indexes.title?.[0];
    try {
      const asked = known.slice(0, MOST_KNOWN).map(async ({ number, title }): Promise<KnownAt> => {
        const clause = index ? `${index} = "${plainWords(title)}"` : '';
        if (!clause || plainWords(title) === '') return { number, title, there: null, lostBy: [] };
        const there = await finds(door, clause);
        if (!there) return { number, title, there, lostBy: [] };
        const lost = await Promise.all(
          lines.map(async (l) => ((await finds(door, `(${l.query}) and ${clause}`)) ? [] : [{ key: l.key, label: l.label }])),
        );
        return { number, title, there, lostBy: lost.flat() };
      });
      return { known: await Promise.all(asked), of: known.length };
    } catch (error) {
      if (error instanceof ServerFault) return refuse('outside-fault', error.message);
      throw error;
    }
  },
});

const plainWords = (title: string): string =>
  title
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .slice(0, WORDS)
    .join(' ');
const finds = async (door: Asked, query: string): Promise<boolean> => ((await countAt(door, query)).answer.total ?? 0) > 0;
