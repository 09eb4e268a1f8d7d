import type { EntityManager } from '@mikro-orm/postgresql';
import { asVenues, type JournalEntry, type VenueEntry, VenueRegister, venueKey } from '@/core/venues';
import type { Context } from '@/platform/context';
import { VenueRow } from '@/platform/db/schema';
import { talliesOf } from './tallies';

export async function venuesOf(em: EntityManager, reviewId: string): Promise<VenueEntry[]> {
  return (await em.find(VenueRow, { reviewId }, { orderBy: { key: 'asc' } })).map((v) => v.entry);
}

export interface VenueGap {
  title: string;
  issns: string[];
  works: number;
  /** Of these, works whose peer review is open. */
  open: number;
}

/** What the record that a work shows says of where it appeared. */
interface VenueOfWork {
  container: string;
  issns: string[];
  isbns: string[];
  publisher: string;
}

/** Journals and the like that records name and the register has no entry for, those first whose entry would settle most. */
export async function venueGaps(ctx: Context, reviewId: string): Promise<VenueGap[]> {
  const register = new VenueRegister(asVenues(await venuesOf(ctx.em, reviewId)));
  const rows = await talliesOf(ctx.em, reviewId, 'venue', null);
  const gaps = new Map<string, VenueGap>();
  for (const { doc, works, open } of rows) {
    const venue = doc as VenueOfWork;
    // A chapter is as its press is: the book it stands in needs no entry.
    if (register.journal(venue, null) || register.press(venue)) continue;
    const key = venueKey(venue.container);
    const known = gaps.get(key);
    if (known) {
      known.works += works;
      known.open += open;
      known.issns = [...new Set([...known.issns, ...venue.issns])];
    } else gaps.set(key, { title: venue.container, issns: venue.issns, works, open });
  }
  return [...gaps.values()].sort((a, b) => b.open - a.open || b.works - a.works || (a.title < b.title ? -1 : 1));
}

/** A journal, or what a record names in its place, with how many of some works stand in it and what the register says. */
export interface JournalOfWorks {
  title: string;
  issns: string[];
  works: number[];
  entry: Pick<JournalEntry, 'refereed' | 'from' | 'to'> | null;
}

/** The journals of some works, those with most of them first; a chapter's book needs no entry and is left out. */
export async function journalsOfWorks(ctx: Context, reviewId: string, works: readonly number[]): Promise<JournalOfWorks[]> {
  const register = new VenueRegister(asVenues(await venuesOf(ctx.em, reviewId)));
  const rows = await ctx.em.execute<{ container: string; issns: string[]; isbns: string[]; publisher: string; works: number[] }[]>(
    `select w.container, r.item->'issns' as issns, r.item->'isbns' as isbns, r.item->>'publisher' as publisher,
       json_agg(w.no order by w.no) as works
     from work w join record r on r.review_id = w.review_id and r.no = w.shown_record
     where w.review_id = ? and w.no = any(?::int[]) and w.container <> '' group by 1, 2, 3, 4`,
    [reviewId, `{${works.join(',')}}`],
  );
  const found = new Map<string, JournalOfWorks>();
  for (const row of rows) {
    const entry = register.journal(row, null)?.entry ?? null;
    if (!entry && (register.press(row) || row.isbns.length > 0)) continue;
    const key = venueKey(row.container);
    const known = found.get(key);
    if (known) {
      known.works.push(...row.works);
      known.issns = [...new Set([...known.issns, ...row.issns])];
      known.entry ??= entry;
    } else found.set(key, { title: row.container, issns: row.issns, works: row.works, entry });
  }
  return [...found.values()].sort((a, b) => b.works.length - a.works.length || (a.title < b.title ? -1 : 1));
}
