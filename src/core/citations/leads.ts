import type { Direction } from '@/core/found';
import { normaliseTitle } from '@/core/merge';
import { type BibRecord, emptyRecord } from '@/core/record';
import { type CitationLine, identifiersOf } from './citation-lines';
import type { CitedReference } from './references-of';

/** A work as citations are followed from it and matched to it. */
export interface KnownWork {
  no: number;
  dois: readonly string[];
  pmids: readonly string[];
  titles: readonly string[];
  /** 0 when it is not known. */
  year: number;
}

/** A source that a kept work cites, or that cites one. */
export interface Lead {
  /** What it is known by: an identifier, or its title. */
  key: string;
  direction: Direction;
  text: string;
  record: BibRecord;
  /** Of which kept works, by number, rising. */
  of: number[];
  /** The work of the review that it is already; null when it is none. */
  work: number | null;
}

export const yearOf = (record: Pick<BibRecord, 'dates'>): number =>
  Number(/\b(?:1[5-9]|20)\d{2}\b/.exec(record.dates.issue || record.dates.online)?.[0] ?? 0);

/** Works that can be found by an identifier, or by title and year. */
export class KnownWorks {
  private readonly byIdentifier = new Map<string, number>();
  private readonly byTitle = new Map<string, { no: number; year: number }[]>();
  constructor(works: readonly KnownWork[]) {
    for (const work of works) {
      for (const doi of work.dois) this.byIdentifier.set(`doi:${doi}`, work.no);
      for (const pmid of work.pmids) this.byIdentifier.set(`pmid:${pmid}`, work.no);
      for (const title of new Set(work.titles.map(normaliseTitle))) {
        if (title.split(' ').length < 3) continue;
        this.byTitle.set(title, [...(this.byTitle.get(title) ?? []), { no: work.no, year: work.year }]);
      }
    }
  }

  identified(identifier: string): number | null {
    return this.byIdentifier.get(identifier) ?? null;
  }

  /**
   * By an identifier, else by a title of three words or more whose years are no more than one apart, where one work alone fits.
   * Another identifier of the same kind speaks against the title.
   */
  find(record: Pick<BibRecord, 'doi' | 'pmid' | 'title' | 'dates'>): number | null {
    for (const id of identifiersOf(record)) {
      const no = this.identified(id);
      if (no !== null) return no;
    }
    const year = yearOf(record);
    const fitting = (this.byTitle.get(normaliseTitle(record.title)) ?? []).filter(
      (w) => year === 0 || w.year === 0 || Math.abs(w.year - year) <= 1,
    );
    return fitting.length === 1 ? fitting[0]!.no : null;
  }
}

/** What a reference is known by, so that two that print it differently are one lead. */
function keyOf(record: BibRecord, text: string): string {
  const [identifier] = identifiersOf(record);
  const title = normaliseTitle(record.title);
  return identifier ?? (title.split(' ').length >= 3 ? `title:${title.slice(0, 200)}` : `text:${normaliseTitle(text).slice(0, 200)}`);
}

/**
 * What citations lead to from the kept works: what they cite, and what cites them, each once a direction, those of most kept
 * works first.
 * @param references of each kept work
 * @param lines of citation indexes
 */
export function leadsFrom(
  kept: readonly KnownWork[],
  references: ReadonlyMap<number, readonly CitedReference[]>,
  lines: Iterable<CitationLine>,
  works: KnownWorks,
): Lead[] {
  const leads = new Map<string, Lead>();
  // One that is printed without an identifier may be printed with one elsewhere.
  const keyOfTitle = new Map<string, string>();
  const add = (direction: Direction, record: BibRecord, text: string, of: number) => {
    const work = works.find(record);
    if (work === of) return;
    const title = normaliseTitle(record.title);
    const own = work === null ? keyOf(record, text) : `work:${work}`;
    const key = (title && !own.startsWith('doi:') ? keyOfTitle.get(`${direction} ${title}`) : undefined) ?? own;
    if (title) keyOfTitle.set(`${direction} ${title}`, keyOfTitle.get(`${direction} ${title}`) ?? key);
    const lead = leads.get(`${direction} ${key}`);
    if (!lead) leads.set(`${direction} ${key}`, { key, direction, text, record, of: [of], work });
    else {
      if (!lead.of.includes(of)) lead.of.push(of);
      if (said(record) > said(lead.record)) Object.assign(lead, { record, text });
    }
  };
  for (const { no } of kept) for (const { record, text } of references.get(no) ?? []) add('backwards', record, text, no);
  const own = new Map<string, number>();
  for (const { no, dois, pmids } of kept) {
    for (const doi of dois) own.set(`doi:${doi}`, no);
    for (const pmid of pmids) own.set(`pmid:${pmid}`, no);
  }
  for (const { citing, cited, on } of lines) {
    const from = own.get(citing);
    if (from !== undefined) add('backwards', bare(cited, ''), cited, from);
    const to = own.get(cited);
    if (to !== undefined) add('forwards', bare(citing, on), citing, to);
  }
  for (const lead of leads.values()) lead.of.sort((a, b) => a - b);
  return [...leads.values()].sort(inOrder);
}

const inOrder = (a: Lead, b: Lead): number =>
  b.of.length - a.of.length || (a.direction < b.direction ? -1 : a.direction > b.direction ? 1 : 0) || (a.key < b.key ? -1 : 1);

/**
 * Leads that turn out to be one, once more is known of them: of one direction, with one title of three words or more, years no more
 * than one apart, and no two identifiers of a kind. The one with an identifier stands for both.
 */
export function joinLeads(leads: readonly Lead[]): Lead[] {
  const joined: Lead[] = [];
  const byTitle = new Map<string, Lead[]>();
  // Those with an identifier first: what is printed without one joins them.
  const order = [...leads].sort((a, b) => Number(b.record.doi !== '') - Number(a.record.doi !== ''));
  for (const lead of order) {
    const title = normaliseTitle(lead.record.title);
    const alike = title.split(' ').length >= 3 ? (byTitle.get(`${lead.direction} ${title}`) ?? []) : [];
    const twin = alike.find((t) => areOne(t.record, lead.record) && t.work === lead.work);
    if (twin) {
      twin.of = [...new Set([...twin.of, ...lead.of])].sort((a, b) => a - b);
      continue;
    }
    const own = { ...lead, of: [...lead.of] };
    joined.push(own);
    byTitle.set(`${lead.direction} ${title}`, [...alike, own]);
  }
  return joined.sort(inOrder);
}

function areOne(a: BibRecord, b: BibRecord): boolean {
  if ((a.doi && b.doi && a.doi !== b.doi) || (a.pmid && b.pmid && a.pmid !== b.pmid)) return false;
  const [x, y] = [yearOf(a), yearOf(b)];
  return x === 0 || y === 0 || Math.abs(x - y) <= 1;
}

/** How much a record says: the one that says most stands for its lead. */
const said = (r: BibRecord): number =>
  Number(r.title !== '') * 4 + Number(r.doi !== '') * 2 + Number(r.pmid !== '') + Number(r.authors.length > 0) + Number(r.container !== '');

/** A record of which an index says only what it is known by; the day is the citing work's. */
function bare(identifier: string, on: string): BibRecord {
  const record = emptyRecord('csl-json');
  if (identifier.startsWith('doi:')) record.doi = identifier.slice(4);
  else record.pmid = identifier.slice(5);
  if (on) record.dates = { ...record.dates, issue: on };
  return record;
}
