import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { readVenues, type VenueProblem } from '@/core/formats';
import { checkIssn } from '@/core/record';
import {
  asVenues,
  entryKey,
  entryName,
  JOURNAL_KINDS,
  PRESS_KINDS,
  REFEREED_WORDS,
  type VenueChanges,
  type VenueEntry,
  VenueRegister,
  venueChanges,
  venueKey,
} from '@/core/venues';
import { VenueRow } from '@/db/schema';
import { type Context, openReview, type Result, refuse } from './context';
import { queueReclassify } from './queue';

const year = z.int().min(1400).max(2999).nullable();
const venueEntry = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('journal'),
    title: z.string().trim().max(400),
    issns: z
      .array(
        z.string().transform((text, context) => {
          const issn = checkIssn(text);
          if (!issn) context.addIssue({ code: 'custom', message: `The check digit of the ISSN “${text}” is wrong, or it is no ISSN.` });
          return issn;
        }),
      )
      .max(8),
    kind: z.enum(['', ...JOURNAL_KINDS]),
    refereed: z.enum(REFEREED_WORDS),
    from: year,
    to: year,
    publisher: z.string().trim().max(300),
    tags: z.array(z.string().trim().max(100)).max(30),
  }),
  z.strictObject({
    type: z.literal('press'),
    name: z.string().trim().min(1, 'Give the press a name.').max(300),
    isbnPrefixes: z.array(z.string().regex(/^97[89]\d{1,9}$/, 'An ISBN prefix is 978 or 979 and the digits that follow.')).max(200),
    kind: z.enum(PRESS_KINDS),
  }),
]);

export async function venuesOf(em: EntityManager, reviewId: string): Promise<VenueEntry[]> {
  return (await em.find(VenueRow, { reviewId }, { orderBy: { key: 'asc' } })).map((v) => v.entry);
}

export const VenueFileText = z.strictObject({ text: z.string().max(20_000_000) });

export interface VenuePreview {
  entries: number;
  added: VenueEntry[];
  changed: VenueChanges['changed'];
  same: number;
  problems: VenueProblem[];
  /** Records of the review that an entry of the file speaks of. */
  records: number;
  journals: number;
}
const SHOWN = 200;

/** What taking a file into the register would change; nothing is stored. */
export async function previewVenues(
  ctx: Context,
  reviewId: string,
  { text }: z.infer<typeof VenueFileText>,
): Promise<Result<{ preview: VenuePreview }>> {
  await openReview(ctx, reviewId);
  const { entries, problems } = readVenues(text);
  if (entries.length === 0)
    return refuse('nothing-read', problems[0] ? `Line ${problems[0].line}: ${problems[0].message}` : 'The file holds no entries.');
  const changes = venueChanges(await venuesOf(ctx.em, reviewId), entries);
  const register = new VenueRegister(asVenues([...changes.added, ...changes.changed.map((c) => c.after)]));
  const places = await ctx.em.execute<{ issns: string[]; isbns: string[]; container: string; publisher: string; n: number }[]>(
    `select item->'issns' as issns, item->'isbns' as isbns, item->>'container' as container, item->>'publisher' as publisher, count(*)::int as n
     from active_record where review_id = ? group by 1, 2, 3, 4`,
    [reviewId],
  );
  const touched = places.filter((p) => register.journal(p, null) || register.press(p));
  return {
    ok: true,
    preview: {
      entries: entries.length,
      added: changes.added.slice(0, SHOWN),
      changed: changes.changed.slice(0, SHOWN),
      same: changes.same,
      problems: problems.slice(0, SHOWN),
      records: touched.reduce((n, p) => n + p.n, 0),
      journals: new Set(touched.map((p) => venueKey(p.container || p.publisher))).size,
    },
  };
}

/** Takes a file into the register: entries that it names are added or replaced, others stay. */
export async function importVenues(
  ctx: Context,
  reviewId: string,
  { text }: z.infer<typeof VenueFileText>,
): Promise<Result<{ added: number; changed: number; entries: VenueEntry[] }>> {
  const review = await openReview(ctx, reviewId);
  const { entries } = readVenues(text);
  if (entries.length === 0) return refuse('nothing-read', 'The file holds no entries.');
  return ctx.em.transactional(async (tx) => {
    const changes = venueChanges(await venuesOf(tx, reviewId), entries);
    const fresh = [...changes.added, ...changes.changed.map((c) => c.after)];
    await tx.upsertMany(
      VenueRow,
      fresh.map((entry) => ({ reviewId, key: entryKey(entry), entry, person: review.person, at: ctx.now() })),
    );
    if (fresh.length) await queueReclassify(tx, reviewId, ctx.now());
    const all = (await venuesOf(tx, reviewId)).sort((a, b) => (entryName(a) < entryName(b) ? -1 : 1));
    return { ok: true as const, added: changes.added.length, changed: changes.changed.length, entries: all };
  });
}

export const SaveVenue = z.strictObject({ before: z.string().max(400).nullable(), entry: venueEntry });

/** Adds an entry, or changes one. */
export async function saveVenue(
  ctx: Context,
  reviewId: string,
  { before, entry }: z.infer<typeof SaveVenue>,
): Promise<Result<{ key: string }>> {
  const review = await openReview(ctx, reviewId);
  const made = entry as VenueEntry;
  if (made.type === 'journal' && !made.title && made.issns.length === 0) return refuse('no-name', 'Give the journal a title or an ISSN.');
  if (made.type === 'journal' && made.from !== null && made.to !== null && made.to < made.from)
    return refuse('years', 'The last year comes before the first.');
  const key = entryKey(made);
  return ctx.em.transactional(async (tx) => {
    if (key !== before && (await tx.count(VenueRow, { reviewId, key })) > 0)
      return refuse('there-already', `“${entryName(made)}” is in the register already, for the same years.`);
    if (before && before !== key) await tx.nativeDelete(VenueRow, { reviewId, key: before });
    await tx.upsert(VenueRow, { reviewId, key, entry: made, person: review.person, at: ctx.now() });
    await queueReclassify(tx, reviewId, ctx.now());
    return { ok: true as const, key };
  });
}

export const DropVenue = z.strictObject({ key: z.string().max(400) });
export async function dropVenue(ctx: Context, reviewId: string, { key }: z.infer<typeof DropVenue>): Promise<Result<object>> {
  await openReview(ctx, reviewId);
  return ctx.em.transactional(async (tx) => {
    const gone = await tx.nativeDelete(VenueRow, { reviewId, key });
    if (!gone) return refuse('no-entry', 'This entry is not in the register any more.');
    await queueReclassify(tx, reviewId, ctx.now());
    return { ok: true as const };
  });
}

export interface VenueGap {
  title: string;
  issns: string[];
  works: number;
  /** Of these, works whose peer review is open. */
  open: number;
}

/** Journals and the like that records name and the register has no entry for, those first whose entry would settle most. */
export async function venueGaps(ctx: Context, reviewId: string): Promise<VenueGap[]> {
  const register = new VenueRegister(asVenues(await venuesOf(ctx.em, reviewId)));
  const rows = await ctx.em.execute<
    { container: string; issns: string[]; isbns: string[]; publisher: string; works: number; open: number }[]
  >(
    `select w.container, r.item->'issns' as issns, r.item->'isbns' as isbns, r.item->>'publisher' as publisher, count(*)::int as works,
       (count(*) filter (where jsonb_array_length(w.axes->'peerReview'->'codes') > 1))::int as open
     from work w join record r on r.review_id = w.review_id and r.no = w.shown_record
     where w.review_id = ? and w.absorbed_by is null and w.container <> '' group by 1, 2, 3, 4`,
    [reviewId],
  );
  const gaps = new Map<string, VenueGap>();
  for (const row of rows) {
    // A chapter is as its press is: the book it stands in needs no entry.
    if (register.journal(row, null) || register.press(row)) continue;
    const key = venueKey(row.container);
    const known = gaps.get(key);
    if (known) {
      known.works += row.works;
      known.open += row.open;
      known.issns = [...new Set([...known.issns, ...row.issns])];
    } else gaps.set(key, { title: row.container, issns: row.issns, works: row.works, open: row.open });
  }
  return [...gaps.values()].sort((a, b) => b.open - a.open || b.works - a.works || (a.title < b.title ? -1 : 1));
}
