import { type BibRecord, normaliseDoi, normalisePmid } from '@/core/record';
import { normaliseText, normaliseTitle } from './normalise';
import type { SelfNamed } from './titles';

/** How one publication stands to another. Directed: the newer or lesser one names the one it belongs to. */
export const LINK_TYPES = {
  'preprint-of': { noun: 'preprint of', words: 'preprint of', back: 'posted before as' },
  'correction-of': { noun: 'correction of', words: 'corrects', back: 'corrected by' },
  'retraction-of': { noun: 'retraction of', words: 'retracts', back: 'retracted by' },
  'concern-about': { noun: 'expression of concern about', words: 'expresses concern about', back: 'subject of concern in' },
  'update-of': { noun: 'update of', words: 'update of', back: 'updated by' },
  'protocol-of': { noun: 'protocol of', words: 'protocol of', back: 'planned in' },
  'registration-of': { noun: 'registration of', words: 'registration of', back: 'registered as' },
  'abstract-of': { noun: 'conference abstract of', words: 'conference abstract of', back: 'told before in' },
  'thesis-of': { noun: 'thesis behind', words: 'thesis behind', back: 'grew out of the thesis' },
  'report-of': { noun: 'report behind', words: 'report behind', back: 'published before in the report' },
  'comment-on': { noun: 'comment on', words: 'comments on', back: 'commented on in' },
  'book-review-of': { noun: 'book review of', words: 'reviews', back: 'reviewed in' },
  'translation-of': { noun: 'translation of', words: 'translation of', back: 'translated as' },
} as const;
export type LinkType = keyof typeof LINK_TYPES;
export const LINK_CODES = Object.keys(LINK_TYPES) as [LinkType, ...LinkType[]];

/** What a record says of another publication. */
export interface Relation {
  type: LinkType;
  /** The other one is of this, not this of the other. */
  inverse: boolean;
  /** The field that says so, as the format names it. */
  field: string;
  doi: string;
  pmid: string;
  /** Where the other one stands in print, normalised: "container|volume|first page"; '' when not told. */
  place: string;
  /** The other one's title, normalised, or its key in the same file. */
  title: string;
  entry: string;
}

type Named = [type: LinkType, inverse: boolean];

/** Tags of MEDLINE citations. @source NLM, MEDLINE/PubMed Data Element (Field) Descriptions, comments and corrections; from memory */
const MEDLINE: Record<string, Named> = {
  CON: ['comment-on', false],
  CIN: ['comment-on', true],
  EFR: ['correction-of', false],
  EIN: ['correction-of', true],
  ECF: ['concern-about', false],
  ECI: ['concern-about', true],
  ROF: ['retraction-of', false],
  RIN: ['retraction-of', true],
  PROF: ['retraction-of', false],
  PRIN: ['retraction-of', true],
  UOF: ['update-of', false],
  UIN: ['update-of', true],
  CRF: ['update-of', false],
  CRI: ['update-of', true],
};

/** The same in PubMed XML: RefType of CommentsCorrections. @source NLM, PubMed DTD; from memory */
const PUBMED: Record<string, Named> = {
  CommentOn: MEDLINE.CON!,
  CommentIn: MEDLINE.CIN!,
  ErratumFor: MEDLINE.EFR!,
  ErratumIn: MEDLINE.EIN!,
  ExpressionOfConcernFor: MEDLINE.ECF!,
  ExpressionOfConcernIn: MEDLINE.ECI!,
  RetractionOf: MEDLINE.ROF!,
  RetractionIn: MEDLINE.RIN!,
  PartialRetractionOf: MEDLINE.PROF!,
  PartialRetractionIn: MEDLINE.PRIN!,
  UpdateOf: MEDLINE.UOF!,
  UpdateIn: MEDLINE.UIN!,
  RetractedandRepublishedFrom: MEDLINE.CRF!,
  RetractedandRepublishedIn: MEDLINE.CRI!,
};

/** Related entries of BibLaTeX. @source BibLaTeX manual, "Related Entries"; from memory */
const BIBLATEX: Record<string, Named> = {
  translationof: ['translation-of', false],
  translationas: ['translation-of', true],
  reviewof: ['book-review-of', false],
};

/** Notices name their publication by its DOI in the text. */
const NOTICE_TYPES: Partial<Record<SelfNamed, LinkType>> = {
  correction: 'correction-of',
  retraction: 'retraction-of',
  concern: 'concern-about',
};

export function relationsOf(record: BibRecord, named: SelfNamed | null): Relation[] {
  const found: Relation[] = [];
  const { extra } = record;
  for (const tag in MEDLINE) for (const text of extra[tag] ?? []) found.push(fromReference(tag, MEDLINE[tag]!, text));
  for (const xml of extra.MedlineCitation ?? []) if (xml.includes('<CommentsCorrections ')) found.push(...fromPubmed(xml));
  for (const title of extra.RI ?? []) found.push(relation('RI', ['book-review-of', false], { title: normaliseTitle(title) }));
  for (const json of extra['reviewed-title'] ?? [])
    found.push(relation('reviewed-title', ['book-review-of', false], { title: normaliseTitle(json) }));
  const related = BIBLATEX[(extra.relatedtype?.[0] ?? '').toLowerCase()];
  if (related)
    for (const key of (extra.related ?? []).flatMap((k) => k.split(/\s*,\s*/))) found.push(relation('related', related, { entry: key }));
  const notice = named && NOTICE_TYPES[named];
  if (notice)
    for (const [text] of record.abstract.matchAll(/\b10\.\d{4,9}\/\S+/g)) {
      const doi = normaliseDoi(text);
      if (doi && doi !== record.doi) found.push(relation('abstract', [notice, false], { doi }));
    }
  return found;
}

const relation = (field: string, [type, inverse]: Named, to: Partial<Relation>): Relation => ({
  type,
  inverse,
  field,
  doi: '',
  pmid: '',
  place: '',
  title: '',
  entry: '',
  ...to,
});

/** "J Occup Chronobiol. 2020 Jan;3(2):12-9. doi: 10.5555/x. PMID: 99000101" */
function fromReference(field: string, named: Named, reference: string): Relation {
  const text = reference.slice(0, 500);
  const place = placeIn(text);
  return relation(field, named, {
    doi: normaliseDoi(text),
    pmid: normalisePmid(/PMID:?\s*(\d+)/i.exec(text)?.[1] ?? ''),
    place: place ? placeKey(place.container.replace(/^.*\.\s+(?=\p{Lu})/u, ''), place.volume, place.page) : '',
  });
}

/** Container, volume and first page behind the first year that they follow: "…. 2020 Jan;3(2):12-9". */
function placeIn(text: string): { container: string; volume: string; page: string } | null {
  for (const year of text.matchAll(/\s\d{4}/g)) {
    const rest = text.slice(year.index + year[0].length);
    const at = rest.search(/[;:]/);
    if (rest[at] !== ';') continue;
    const found = /^\s{0,3}([^(:;\s]{0,20}(?:\s[^(:;\s]{1,20}){0,3})\s{0,3}(?:\([^)]{0,40}\))?\s{0,3}:\s{0,3}([^\s.,;-]+)/.exec(
      rest.slice(at + 1),
    );
    if (found) return { container: text.slice(0, year.index).trimEnd().replace(/\.$/, ''), volume: found[1]!, page: found[2]! };
  }
  return null;
}

/** Names of journals are shortened in many ways, so only the first letters of their words count. */
export const placeKey = (container: string, volume: string, firstPage: string): string =>
  container && volume && firstPage
    ? `${normaliseText(container)
        .split(' ')
        .filter((w) => !/^(?:of|and|in|the|for|on)$/.test(w))
        .map((w) => w[0])
        .join('')}|${normaliseText(volume)}|${firstPage.toLowerCase()}`
    : '';

function fromPubmed(xml: string): Relation[] {
  return [...xml.matchAll(/<CommentsCorrections RefType="(\w+)"[^>]*>(.*?)<\/CommentsCorrections>/gs)].flatMap(([, type, inner]) => {
    const named = PUBMED[type!];
    if (!named) return [];
    const source = /<RefSource>([^<]*)/.exec(inner!)?.[1] ?? '';
    const pmid = /<PMID[^>]*>(\d+)/.exec(inner!)?.[1] ?? '';
    return [fromReference(type!, named, pmid ? `${source} PMID: ${pmid}` : source)];
  });
}

/** "conclusions changed", "the conclusions have not changed". Common practice of those who keep reviews up to date. */
export function conclusionsOf(abstract: string): 'changed' | 'unchanged' | '' {
  const found =
    /\bconclusions? (?:(?:of (?:this|the) review )?(?:has|have|are|is|was|were|remains?) )?(not |un|no )?(?:been )?changed?\b/i.exec(
      abstract,
    );
  if (!found) return /\bno change (?:in|to) (?:the |our )?conclusions?\b/i.test(abstract) ? 'unchanged' : '';
  return found[1] ? 'unchanged' : 'changed';
}
