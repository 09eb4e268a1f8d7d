import type { EntityManager } from '@mikro-orm/postgresql';
import {
  type CitationLine,
  CitationsFault,
  type CitedReference,
  identifiersOf,
  joinLeads,
  type Lead,
  leadsFrom,
  listedReferences,
  printedReference,
  readCitations,
  referencesOf,
} from '@/core/citations';
import { type BibRecord, localDay } from '@/core/record';
import { CitationRound, ListRow } from '@/platform/db/schema';
import { keptText } from '@/platform/files/kept-files';
import { OutsideFault } from '@/platform/outside/ask';
import { getOutside } from '@/platform/outside/get';
import type { OpenReview } from '@/platform/verbs/open-review';
import { attachmentsOf, libraryOf, reviewState } from '@/stages/decide';
import { recordsOfWorks } from './enter-source';
import { knownWorks } from './known-works';
import { addressOf, describedAt } from './register';

/** Works that one round follows; more are followed in the next. */
export const MOST_FOLLOWED = 500;
/** Leads of which only an identifier is known, and that a register is asked about. */
const MOST_DESCRIBED = 300;
const AT_ONCE = 4;
/** A source that fails so often, one time after the other, is not asked any more. */
const MOST_BROKEN = 5;
/** References that are read in one round. */
const MOST_REFERENCES = 50_000;
const BOUNDS = { bytes: 20_000_000, ms: 15_000 };

export interface Followed {
  leads: Lead[];
  /** By work: how many references are known, and how many works cite it; null where nobody could say. */
  works: { work: number; references: number | null; citedBy: number | null }[];
  sources: string[];
  failed: string[];
}

/**
 * Follows the citations of the kept works: what their records and PDFs say that they cite, what lists that were brought and the
 * index that is set say of both directions. A source that fails is named, and stops no other.
 */
export async function followCitations(ctx: OpenReview): Promise<Followed> {
  const { reviewId } = ctx;
  const em = ctx.em as EntityManager;
  const state = await reviewState(ctx, reviewId);
  const keptNumbers = await toFollow(
    em,
    reviewId,
    Array.from(state.columns.numbers).filter((_, i) => state.states[i] === 'kept'),
  );
  const { list, works } = await knownWorks(ctx, reviewId);
  const kept = keptNumbers.flatMap((no) => list.get(no) ?? []);
  const sources: string[] = [];
  const failed: string[] = [];
  const references = await referencesOfWorks(ctx, keptNumbers, sources);
  const lines: CitationLine[] = [];
  const identifiers = new Map(
    kept.flatMap((w) =>
      [...w.dois.map((doi) => ({ doi, pmid: '' })), ...w.pmids.map((pmid) => ({ doi: '', pmid }))]
        .flatMap(identifiersOf)
        .map((id) => [id, w.no] as const),
    ),
  );
  const lists = await em.find(ListRow, { reviewId, kind: 'citations', removed: false }, { orderBy: { at: 'asc' } });
  for (const row of lists) {
    lines.push(
      ...readCitations(await keptText(em, reviewId, row.sha256)).lines.filter((l) => identifiers.has(l.citing) || identifiers.has(l.cited)),
    );
    sources.push(`${row.name} (${row.day})`);
  }
  const { citations, register } = libraryOf(ctx.review);
  const asked = new Set<number>();
  if (citations) {
    let broken = 0;
    await eachInTurn(kept, async (work) => {
      if (broken >= MOST_BROKEN) return;
      const id = work.dois[0] ?? (work.pmids[0] && `pmid:${work.pmids[0]}`);
      if (!id) return;
      try {
        const { bytes } = await getOutside(addressOf(citations, id), BOUNDS);
        lines.push(...readCitations(new TextDecoder().decode(bytes)).lines);
        asked.add(work.no);
        broken = 0;
      } catch (error) {
        if (!(error instanceof OutsideFault || error instanceof CitationsFault)) throw error;
        failed.push(`Work ${work.no}: ${error.message}`);
        if (++broken === MOST_BROKEN) failed.push('The citation index was not asked about the rest.');
      }
    });
    if (asked.size) sources.push(`${new URL(citations).host}, asked on ${localDay(ctx.now())}`);
  }
  const leads = leadsFrom(kept, references, lines, works);
  if (register) await describe(leads, register, works, failed);
  const joined = joinLeads(leads);
  // No table and no index can say who cites a work without an identifier.
  const isIdentified = (no: number) => (list.get(no)?.dois.length ?? 0) + (list.get(no)?.pmids.length ?? 0) > 0;
  const citing = new Map<number, Set<string>>();
  for (const line of lines) {
    const no = identifiers.get(line.cited);
    if (no !== undefined) citing.set(no, (citing.get(no) ?? new Set()).add(line.citing));
  }
  return {
    leads: joined,
    works: kept.map(({ no }) => ({
      work: no,
      references: references.get(no)?.length ?? null,
      citedBy: citing.get(no)?.size ?? (asked.has(no) || (lists.length > 0 && isIdentified(no)) ? 0 : null),
    })),
    ...{ sources, failed: failed.slice(0, 20) },
  };
}

/** As many as one round follows: those that no round has followed yet before the others. */
async function toFollow(em: EntityManager, reviewId: string, kept: readonly number[]): Promise<number[]> {
  if (kept.length <= MOST_FOLLOWED) return [...kept];
  const rounds = await em.find(CitationRound, { reviewId });
  const followed = new Set(rounds.flatMap((r) => r.followed.map((f) => f.record)));
  const records = await recordsOfWorks(em, reviewId, kept);
  const isNew = (no: number) => !followed.has(records.get(no) ?? 0);
  return [...kept.filter(isNew), ...kept.filter((no) => !isNew(no))].slice(0, MOST_FOLLOWED);
}

async function referencesOfWorks(ctx: OpenReview, numbers: readonly number[], sources: string[]): Promise<Map<number, CitedReference[]>> {
  const { reviewId } = ctx;
  const found = new Map<number, CitedReference[]>();
  const add = (no: number, list: readonly CitedReference[]) => list.length && found.set(no, [...(found.get(no) ?? []), ...list]);
  const rows = await ctx.em.execute<{ work: number; item: BibRecord; raw: string }[]>(
    `select m.work_no as work, r.item, r.raw from work_record m join record r on r.review_id = m.review_id and r.no = m.record_no
     where m.review_id = ? and m.active and m.work_no = any(?::int[]) order by r.no`,
    [reviewId, `{${numbers.join(',')}}`],
  );
  let [inRecords, inPdfs, all] = [0, 0, 0];
  for (const { work, item, raw } of rows) {
    if (all > MOST_REFERENCES) break;
    const own = referencesOf(item, raw);
    all += own.length;
    if (own.length) inRecords++;
    add(work, own);
  }
  const wanted = new Set(numbers);
  for (const pdf of (await attachmentsOf(ctx, reviewId)).filter((a) => wanted.has(a.workNo) && a.hasText)) {
    if (all > MOST_REFERENCES) break;
    const pages = await ctx.em.execute<{ text: string }[]>(
      'select text from attachment_page where review_id = ? and attachment_id = ? order by page',
      [reviewId, pdf.id],
    );
    const own = listedReferences(pages.map((p) => p.text)).map((r) => printedReference(r.text, `${pdf.name}, page ${r.page}`));
    all += own.length;
    if (own.length) inPdfs++;
    add(pdf.workNo, own);
  }
  if (inRecords) sources.push(`references in ${inRecords === 1 ? 'one record' : `${inRecords} records`}`);
  if (inPdfs) sources.push(`references in ${inPdfs === 1 ? 'one PDF' : `${inPdfs} PDFs`}`);
  return found;
}

/** Asks a register about leads of which only an identifier is known; one that turns out to be in the review by its title is known. */
async function describe(leads: Lead[], register: string, works: { find(r: BibRecord): number | null }, failed: string[]): Promise<void> {
  const bare = leads.filter((l) => l.work === null && !l.record.title && (l.record.doi || l.record.pmid)).slice(0, MOST_DESCRIBED);
  let broken = 0;
  await eachInTurn(bare, async (lead) => {
    if (broken >= MOST_BROKEN) return;
    try {
      const described = await describedAt(register, lead.record.doi || `pmid:${lead.record.pmid}`);
      if (!described) return;
      lead.record = { ...described, doi: described.doi || lead.record.doi, pmid: described.pmid || lead.record.pmid };
      lead.work = works.find(lead.record);
    } catch (error) {
      if (!(error instanceof OutsideFault)) throw error;
      if (++broken === 1) failed.push(`The register of identifiers: ${error.message}`);
    }
  });
}

async function eachInTurn<T>(list: readonly T[], work: (one: T) => Promise<void>): Promise<void> {
  let at = 0;
  const next = async (): Promise<void> => {
    while (at < list.length) await work(list[at++]!);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, next));
}
