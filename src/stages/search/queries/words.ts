import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { normalised } from '@/core/query';
import { queryOf, sheet, TERM_FIELDS } from '@/core/search/blocks';
import { notOnSheet, tellingWords } from '@/core/search/desk';
import { Thesaurus } from '@/platform/db/schema';
import { reviewQuery } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { reviewState } from '@/stages/decide';
import { dialectAt, doorOf, headingsOf } from '../store/desk';
import { countAt, ServerFault, scanAt } from '../store/server';

/** Words that stand next to one in a database's own index, by which a misspelling shows. */
export const nearestWords = reviewQuery({
  name: 'nearest-words',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid(), field: z.enum(TERM_FIELDS), word: z.string().trim().min(1).max(100) }),
  refuses: ['no-door', 'outside-fault'],
  rests: [],
  async run(ctx, { databaseId, field, word }) {
    const door = await doorOf(ctx.em as EntityManager, ctx.reviewId, databaseId);
    if (!door) return refuse('no-door', 'No server is set for this database.');
    const index = door.settings.indexes[field]?.[0];
    if (!index) return { words: [], there: false };
    try {
      const asked = normalised(word).trim();
      // The beginning of a word leads to where it would stand, whichever of its letters is wrong.
      const clause = `${index} = "${asked.slice(0, Math.max(3, asked.length - 3)).replace(/["\\]/g, '')}"`;
      const { answer } = await scanAt(door, clause, 3, 40);
      const words = answer.map((t) => ({ word: t.shown, records: t.records, far: distance(t.value.toLowerCase(), asked) }));
      return {
        there: words.some((w) => w.far === 0),
        words: words
          .filter((w) => w.far > 0 && w.far <= 2)
          .sort((a, b) => a.far - b.far || (b.records ?? 0) - (a.records ?? 0))
          .slice(0, 5),
      };
    } catch (error) {
      if (error instanceof ServerFault) return refuse('outside-fault', error.message);
      throw error;
    }
  },
});

/** Letters to change, leave out or put in. @source Levenshtein 1966; two rows of the table */
function distance(a: string, b: string): number {
  if (Math.abs(a.length - b.length) > 3) return 9;
  let row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) next[j] = Math.min(next[j - 1]! + 1, row[j]! + 1, row[j - 1]! + (a[i - 1] === b[j - 1] ? 0 : 1));
    row = next;
  }
  return row[b.length]!;
}

/** Headings of a thesaurus for a word, or one heading with what stands above and below it. */
export const findHeadings = reviewQuery({
  name: 'find-headings',
  right: 'read',
  input: z.strictObject({ thesaurusId: z.uuid(), words: z.string().trim().max(200), label: z.string().max(300).nullable() }),
  refuses: ['no-thesaurus'],
  rests: ['search'],
  async run(ctx, { thesaurusId, words, label }) {
    const headings = await headingsOf(ctx.em as EntityManager, ctx.reviewId, thesaurusId);
    if (!headings) return refuse('no-thesaurus', 'This thesaurus is not in the review.');
    const labels = (ids: readonly string[]) => ids.flatMap((id) => headings.get(id)?.label ?? []);
    const one = label === null ? undefined : headings.called(label);
    const line = (c: NonNullable<typeof one>, by: string) => ({ label: c.label, by, below: headings.below(c.label).length });
    return {
      found: headings.find(words).map(({ concept, by }) => line(concept, by)),
      heading: one
        ? {
            label: one.label,
            also: one.also,
            note: one.note,
            broader: labels(one.broader),
            narrower: labels(one.narrower),
            below: headings.below(one.label),
          }
        : null,
    };
  },
});

/** What stands below some headings in the thesauri of the review, and the headings that kept works carry: for the sieve. */
export const headingsBelow = reviewQuery({
  name: 'headings-below',
  right: 'read',
  input: z.strictObject({ labels: z.array(z.string().max(300)).max(200) }),
  refuses: [],
  rests: ['search', 'decisions'],
  async run(ctx, { labels }) {
    const em = ctx.em as EntityManager;
    const thesauri = await em.find(Thesaurus, { reviewId: ctx.reviewId }, { fields: ['id', 'name'], orderBy: { at: 'asc' } });
    const below: { label: string; thesaurus: string; below: string[] }[] = [];
    for (const { id, name } of thesauri) {
      const headings = await headingsOf(em, ctx.reviewId, id);
      for (const label of labels) {
        const found = headings?.below(label) ?? [];
        // Thesauri of databases of one kind often say the same.
        if (found.length && !below.some((b) => b.label === label && b.below.join() === found.join()))
          below.push({ label, thesaurus: name, below: found });
      }
    }
    const { columns, states } = await reviewState(ctx, ctx.reviewId);
    const kept = Array.from(columns.numbers).filter((_, i) => states[i] === 'kept');
    const carried = countHeadings((await textsOf(em, ctx.reviewId, kept.slice(0, MOST_TEXTS))).map((t) => t.headings));
    return { below, kept: carried.slice(0, 12) };
  },
});

/** Headings with how many carry each, those of most first. */
function countHeadings(lists: readonly (readonly string[])[]): { heading: string; n: number }[] {
  const counts = new Map<string, number>();
  for (const list of lists) for (const h of new Set(list)) counts.set(h, (counts.get(h) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([heading, n]) => ({ heading, n }));
}

const MOST_TEXTS = 400;
const MOST_COUNTED = 10;

/** Words and headings of kept works that the sheet lacks, with what each would add to the whole at one database. */
export const proposeWords = reviewQuery({
  name: 'propose-words',
  right: 'edit',
  input: z.strictObject({ databaseId: z.uuid().nullable(), sheet, block: z.int().min(0).max(19) }),
  refuses: [],
  rests: ['decisions'],
  async run(ctx, { databaseId, sheet: asked, block }) {
    const em = ctx.em as EntityManager;
    const { columns, states } = await reviewState(ctx, ctx.reviewId);
    const numbers = Array.from(columns.numbers);
    const kept = numbers.filter((_, i) => states[i] === 'kept').slice(0, MOST_TEXTS);
    const others = numbers.filter((_, i) => states[i] !== 'kept').slice(0, MOST_TEXTS);
    const [own, rest] = [await textsOf(em, ctx.reviewId, kept), await textsOf(em, ctx.reviewId, others)];
    const words = notOnSheet(
      tellingWords(
        own.map((t) => t.text),
        rest.map((t) => t.text),
        Math.max(2, Math.ceil(kept.length / 20)),
        60,
      ),
      asked,
    ).slice(0, MOST_COUNTED);
    const asks = new Set(asked.blocks.flatMap((b) => b.terms.flatMap((t) => (t.kind === 'heading' ? [normalised(t.text)] : []))));
    return {
      kept: kept.length,
      words: await withAdded(em, ctx.reviewId, databaseId, asked, block, words),
      headings: countHeadings(own.map((t) => t.headings))
        .filter((h) => !asks.has(normalised(h.heading)))
        .slice(0, 12),
    };
  },
});

async function textsOf(em: EntityManager, reviewId: string, works: readonly number[]) {
  if (works.length === 0) return [];
  const rows = await em.execute<{ title: string; abstract: string | null; headings: string[] | null }[]>(
    `select w.title, r.item->>'abstract' as abstract, r.item->'headings' as headings from work w
       left join record r on r.review_id = w.review_id and r.no = w.shown_record
      where w.review_id = ? and w.no = any(?::int[])`,
    [reviewId, `{${works.join(',')}}`],
  );
  return rows.map((r) => ({ text: `${r.title}. ${r.abstract ?? ''}`, headings: r.headings ?? [] }));
}

async function withAdded(
  em: EntityManager,
  reviewId: string,
  databaseId: string | null,
  asked: z.output<typeof sheet>,
  at: number,
  words: readonly { word: string; n: number; others: number }[],
) {
  const door = databaseId ? await doorOf(em, reviewId, databaseId) : null;
  const block = asked.blocks[at];
  if (!door || !block) return words.map((w) => ({ ...w, adds: null }));
  const dialect = await dialectAt(em, door);
  const total = async (terms: typeof block.terms) => {
    const { query } = queryOf({ blocks: asked.blocks.map((b, i) => (i === at ? { ...b, terms } : b)) }, dialect);
    return query ? (await countAt(door, query)).answer.total! : 0;
  };
  try {
    const now = await total(block.terms);
    return await Promise.all(
      words.map(async (w) => ({
        ...w,
        adds: (await total([...block.terms, { kind: 'words', text: w.word, field: 'title-abstract' }])) - now,
      })),
    );
  } catch (error) {
    if (!(error instanceof ServerFault)) throw error;
    return words.map((w) => ({ ...w, adds: null }));
  }
}
