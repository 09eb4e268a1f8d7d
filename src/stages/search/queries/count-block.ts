import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { blockQuery, isTruncated, queryOf, type Sheet, type SheetBlock, sheet, termQuery } from '@/core/search/blocks';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { dialectAt, doorOf, headingsOf } from '../store/desk';
import { type Asked, countAt, ServerFault } from '../store/server';

/** What one term finds at a database. Null: it was not asked or not answered. */
export interface TermCount {
  alone: number | null;
  /** What only this term adds to its part, and to the whole question. */
  onlyHere: number | null;
  onlyWhole: number | null;
  problem: string;
}

const NO_HEADING = 'no such heading there';

const count = async (door: Asked, query: string): Promise<number | null> => (query ? (await countAt(door, query)).answer.total : null);

/** What each term of a part finds alone and what only it adds, at one database; what all find alone is asked first. */
export const countBlock = reviewQuery({
  name: 'count-block',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid(), sheet, block: z.int().min(0).max(19) }),
  refuses: ['no-door'],
  rests: [],
  async run(ctx, { databaseId, sheet: asked, block: at }) {
    const em = ctx.em as EntityManager;
    const door = await doorOf(em, ctx.reviewId, databaseId);
    if (!door) return refuse('no-door', 'No server is set for this database.');
    const dialect = await dialectAt(em, door);
    const headings = await headingsOf(em, ctx.reviewId, door.thesaurusId);
    const block = asked.blocks[at];
    if (!block) return { terms: [], block: null, whole: null };
    const without = (i: number): SheetBlock => ({ ...block, terms: block.terms.filter((_, t) => t !== i) });
    const wholeWith = (own: SheetBlock): Pick<Sheet, 'blocks'> => ({ blocks: asked.blocks.map((b, i) => (i === at ? own : b)) });
    const [blockTotal, whole, ...terms] = await Promise.all([
      count(door, blockQuery(block, dialect)).catch(unanswered),
      count(door, queryOf(wholeWith(block), dialect).query).catch(unanswered),
      ...block.terms.map(async (term, i): Promise<TermCount> => {
        const query = termQuery(term, dialect);
        if (headings && term.kind === 'heading' && !headings.called(term.text))
          return { alone: null, onlyHere: null, onlyWhole: null, problem: NO_HEADING };
        if (!query)
          return {
            alone: null,
            onlyHere: null,
            onlyWhole: null,
            problem:
              term.kind === 'heading'
                ? NO_HEADING
                : isTruncated(term.text) && !dialect.truncates
                  ? 'it knows no star for endings'
                  : 'cannot be asked there',
          };
        try {
          const alone = await count(door, query);
          const rest = blockQuery(without(i), dialect);
          const all = await count(door, blockQuery(block, dialect));
          const restTotal = rest ? await count(door, rest) : 0;
          const wholeTotal = await count(door, queryOf(wholeWith(block), dialect).query);
          const restWhole = rest ? await count(door, queryOf(wholeWith(without(i)), dialect).query) : 0;
          const less = (a: number | null, b: number | null) => (a === null || b === null ? null : a - b);
          return {
            alone,
            onlyHere: less(all, restTotal),
            onlyWhole: block.want === 'out' ? less(restWhole, wholeTotal) : less(wholeTotal, restWhole),
            problem: '',
          };
        } catch (error) {
          if (error instanceof ServerFault) return { alone: null, onlyHere: null, onlyWhole: null, problem: error.message };
          throw error;
        }
      }),
    ]);
    return { terms, block: blockTotal, whole };
  },
});

function unanswered(error: unknown): null {
  if (error instanceof ServerFault) return null;
  throw error;
}
