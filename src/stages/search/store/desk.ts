import type { EntityManager } from '@mikro-orm/postgresql';
import { isoToDay } from '@/core/record';
import { EMPTY_SHEET, type Sheet } from '@/core/search/blocks';
import { type DeskLine, dialectOf, linesOf } from '@/core/search/desk';
import { Headings } from '@/core/search/thesaurus';
import type { Context } from '@/platform/context';
import { type Review, SearchDoor, SearchSheet, Thesaurus } from '@/platform/db/schema';

/** The sheet that is being worked on, with the number of its edit. */
export async function sheetNow(em: EntityManager, reviewId: string): Promise<{ sheet: Sheet; edit: number }> {
  const row = await em.findOne(SearchSheet, { reviewId, number: 0 });
  return row ? { sheet: row.sheet, edit: row.edit } : { sheet: EMPTY_SHEET, edit: 0 };
}

export const doorsOf = (em: EntityManager, reviewId: string): Promise<SearchDoor[]> =>
  em.find(SearchDoor, { reviewId }, { orderBy: { databaseId: 'asc' } });
export const doorOf = (em: EntityManager, reviewId: string, databaseId: string): Promise<SearchDoor | null> =>
  em.findOne(SearchDoor, { reviewId, databaseId });

/** Thesauri stay what they are, so each is read once: by review and id. */
const held = new Map<string, Headings>();
const MOST_HELD = 20;
export async function headingsOf(em: EntityManager, reviewId: string, id: string | null | undefined): Promise<Headings | null> {
  if (!id) return null;
  const key = `${reviewId}/${id}`;
  const known = held.get(key);
  if (known) return known;
  const row = await em.findOne(Thesaurus, { reviewId, id });
  if (!row) return null;
  if (held.size >= MOST_HELD) held.delete(held.keys().next().value!);
  const headings = new Headings(row.concepts);
  held.set(key, headings);
  return headings;
}

/** How a database is asked, with the headings below others where it carries a thesaurus. */
export async function dialectAt(em: EntityManager, door: SearchDoor) {
  const headings = await headingsOf(em, door.reviewId, door.thesaurusId);
  return dialectOf(door.settings, headings ? (label) => headings.below(label) : undefined);
}

/** The lines of a sheet at one database, with the query that a person wrote there instead, if one did. */
export async function linesAt(ctx: Context, review: Review, door: SearchDoor, sheet: Sheet): Promise<DeskLine[]> {
  const dialect = await dialectAt(ctx.em as EntityManager, door);
  return linesOf(sheet, dialect, door.settings.limits, review.sieve, isoToDay(review.asOf), door.ownQuery);
}
