import { type BibRecord, emptyRecord, type Person } from '@/core/record';
import { makeOriginals } from './corpus';
import type { Chance, Original } from './originals';

/** A record of the corpus with what it is a record of. */
export interface Listed {
  record: BibRecord;
  work: number;
  database: string;
}

/**
 * The publications as five databases list them: each with its own fields, forms and faults, as databases have them.
 * Nothing here looks at how records are merged.
 */
export function makeCorpus(count: number, seed: number): { listed: Listed[]; originals: Original[] } {
  const { originals, chance } = makeOriginals(count, seed);
  const listed: Listed[] = [];
  for (const work of originals) {
    for (const [database, share] of Object.entries(COVERAGE)) {
      if (!chance.chance(share) || (database === 'indexer' && !work.journal)) continue;
      listed.push({ record: LISTINGS[database as keyof typeof LISTINGS](work, chance, originals), work: work.id, database });
    }
  }
  return { listed, originals };
}

const COVERAGE = { indexer: 0.62, citations: 0.55, engineers: 0.28, table: 0.3, aggregator: 0.42 } as const;

const full = (w: Original) => (w.subtitle ? `${w.title}: ${w.subtitle}` : w.title);
const initials = (given: string) =>
  given
    .split(/[\s.-]+/)
    .filter(Boolean)
    .map((g) => g[0])
    .join('');
const plain = (text: string) =>
  text.normalize('NFKD').replace(/\p{M}/gu, '').replace(/[øØ]/g, 'o').replace(/[łŁ]/g, 'l').replace(/ı/g, 'i');
const expanded = (text: string) => text.replace(/ö|ø/g, 'oe').replace(/ü/g, 'ue').replace(/å/g, 'aa');

/** A slip of the keyboard: a letter lost, doubled, changed or swapped with its neighbour. */
function typo(text: string, { whole, pick }: Chance): string {
  const at = whole(1, Math.max(1, text.length - 2));
  const letter = pick([...'abcdefghijklmnopqrstuvwxyz']);
  return pick([
    () => text.slice(0, at) + text.slice(at + 1),
    () => text.slice(0, at) + text[at] + text.slice(at),
    () => text.slice(0, at) + letter + text.slice(at + 1),
    () => text.slice(0, at) + (text[at + 1] ?? '') + text[at] + text.slice(at + 2),
  ])();
}

const titleCase = (text: string) => text.replace(/(?<![\p{L}'’])\p{L}/gu, (l) => l.toUpperCase());
const american = (text: string) =>
  text
    .replace(/randomised/g, 'randomized')
    .replace(/labour/gi, 'labor')
    .replace(/modelling/g, 'modeling')
    .replace(/Evaluating/g, 'Evaluation of');

const TYPES: Record<string, [ris: string, mesh: string[]]> = {
  preprint: ['GEN', ['Preprint']],
  protocol: ['JOUR', ['Journal Article', 'Clinical Trial Protocol']],
  registration: ['GEN', []],
  'conference-abstract': ['ABST', ['Journal Article']],
  correction: ['JOUR', ['Published Erratum']],
  retraction: ['JOUR', ['Retraction of Publication']],
  concern: ['JOUR', ['Expression of Concern']],
  comment: ['JOUR', ['Letter', 'Comment']],
  reply: ['JOUR', ['Letter', 'Comment']],
  editorial: ['JOUR', ['Editorial']],
  'book-review': ['JOUR', ['Book Review']],
  book: ['BOOK', []],
  chapter: ['CHAP', []],
  thesis: ['THES', []],
  'annual-report': ['RPRT', []],
  review: ['JOUR', ['Journal Article', 'Systematic Review']],
};

function base(w: Original): BibRecord {
  const [ris] = TYPES[w.kind] ?? ['JOUR'];
  return {
    ...emptyRecord('ris'),
    title: full(w),
    abstract: w.abstract,
    authors: w.authors,
    container: w.journal?.name ?? w.container,
    volume: w.volume,
    issue: w.issue,
    pages: w.pages,
    issns: w.journal ? [w.journal.print, w.journal.electronic] : [],
    doi: w.doi,
    types: [{ vocabulary: 'ris-type', term: ris }],
    languages: [w.language],
    dates: { online: '', issue: String(w.year), added: '' },
  };
}

const shortRange = (pages: string) => {
  const [from, to] = pages.split('-');
  if (!from || !to || from.length !== to.length) return pages;
  let same = 0;
  while (same < to.length - 1 && from[same] === to[same]) same++;
  return `${from}-${to.slice(same)}`;
};

/** Names of relations a careful indexer records, from the notice's side. */
const INDEXED: Record<string, string> = {
  'correction-of': 'EFR',
  'retraction-of': 'ROF',
  'concern-about': 'ECF',
  'comment-on': 'CON',
  'update-of': 'UOF',
};

const LISTINGS = {
  /** Indexes carefully: own numbers, initials, abbreviated journal and page range, titles as printed. */
  indexer(w: Original, c: Chance, all: readonly Original[]): BibRecord {
    const [, mesh] = TYPES[w.kind] ?? ['', ['Journal Article']];
    const b = base(w);
    const tag = w.relation && INDEXED[w.relation.type];
    return {
      ...b,
      format: 'nbib',
      accession: w.pmid,
      pmid: w.pmid,
      title: w.language === 'en' ? b.title : `[${w.otherTitle}].`,
      authors: w.authors.map((a) => ({ family: a.family, given: initials(a.given) })),
      container: w.journal && c.chance(0.5) ? w.journal.abbreviation : b.container,
      pages: shortRange(w.pages),
      doi: c.chance(0.93) ? w.doi : '',
      types: mesh.map((term) => ({ vocabulary: 'mesh-publication-type', term })),
      dates: { ...b.dates, issue: c.chance(0.5) ? `${w.year} ${MONTHS[w.month - 1]}` : String(w.year) },
      extra: {
        ...(w.language === 'en' ? {} : { TT: [w.title] }),
        ...(tag && c.chance(0.8) ? { [tag]: [placeWords(all[w.relation!.to]!)] } : {}),
      },
    };
  },
  /** Counts citations: titles in capitals of one kind or another, the year it first appeared, plain letters. */
  citations(w: Original, c: Chance): BibRecord {
    const b = base(w);
    const dress = c.next();
    let title = dress < 0.08 ? b.title.toUpperCase() : dress < 0.6 ? titleCase(b.title) : b.title;
    if (c.chance(0.015)) title = typo(title, c);
    const year = w.month <= 2 && c.chance(0.4) ? w.year - 1 : w.year;
    return {
      ...b,
      title,
      authors: c.chance(0.6) ? w.authors.map((a) => ({ family: plain(a.family), given: initials(a.given).slice(0, 1) })) : w.authors,
      container: c.chance(0.5) ? b.container.toUpperCase().replace(/ AND /g, ' & ') : b.container,
      doi: c.chance(0.85) ? w.doi : '',
      issns: b.issns.slice(0, 1),
      pages: c.chance(0.06) ? '' : w.pages,
      dates: { ...b.dates, issue: String(year) },
    };
  },
  /** For engineers: abbreviations, few authors, what is in press, pages with marks around them. */
  engineers(w: Original, c: Chance): BibRecord {
    const b = base(w);
    const press = c.chance(0.04);
    return {
      ...b,
      format: 'bibtex',
      types: [{ vocabulary: 'bibtex-type', term: w.journal ? 'article' : w.kind === 'thesis' ? 'phdthesis' : 'misc' }],
      title: c.chance(0.2) ? american(b.title) : b.title,
      authors: c.chance(0.08)
        ? w.authors.slice(0, 1)
        : c.chance(0.015)
          ? w.authors.map((a) => ({ family: a.given, given: a.family }))
          : w.authors,
      container: w.journal && c.chance(0.7) ? w.journal.abbreviation.replace(/(\w{2,}) /g, '$1. ') : b.container,
      doi: c.chance(0.6) ? w.doi : '',
      issns: c.chance(0.5) ? b.issns.slice(1) : [],
      abstract: c.chance(0.5) ? w.abstract : '',
      volume: press ? '' : w.volume,
      issue: press || c.chance(0.3) ? '' : w.issue,
      pages: press ? '' : c.chance(0.1) ? `pp. ${w.pages.replace('-', '--')}` : w.pages,
      languages: [],
    };
  },
  /** A table: cut titles and abstracts, three names at most, markup left in, identifiers often lost. */
  table(w: Original, c: Chance): BibRecord {
    const b = base(w);
    let title = b.title;
    if (c.chance(0.05)) title = w.title;
    if (title.length > 120 && c.chance(0.3)) title = `${title.slice(0, 110)}…`;
    if (c.chance(0.03)) title = title.replace(/(\w+)$/, '<i>$1</i>');
    if (c.chance(0.03)) title = title.replace(/ and /, ' &amp; ');
    if (c.chance(0.02)) title = typo(title, c);
    const names: Person[] = c.chance(0.3) ? w.authors.map((a) => ({ family: expanded(a.family), given: a.given })) : w.authors;
    return {
      ...b,
      format: 'csv',
      types: [],
      title,
      authors: names.slice(0, 3),
      container: c.chance(0.1) && w.journal ? `${b.container} (Tamsin)` : b.container,
      doi: c.chance(0.55) ? w.doi : '',
      issns: [],
      abstract: w.abstract.slice(0, 400),
      volume: c.chance(0.05) ? '' : w.volume,
      issue: c.chance(0.3) ? '' : w.issue,
      pages: c.chance(0.4) ? (w.pages.split('-')[0] ?? '') : w.pages,
      languages: [],
      dates: { ...b.dates, issue: c.chance(0.015) ? '' : String(w.year) },
    };
  },
  /** Takes from everywhere: other punctuation and spelling, labels in abstracts, sometimes wrong numbers. */
  aggregator(w: Original, c: Chance): BibRecord {
    const b = base(w);
    if (w.kind === 'registration') b.accession = w.otherTitle;
    let title = w.subtitle ? `${w.title}${c.pick([': ', ' - ', '. ', ' – ', ': '])}${w.subtitle}` : w.title;
    if (c.chance(0.15)) title = american(title);
    if (c.chance(0.1)) title = title.replace(/-/g, c.pick([' ', '']));
    if (c.chance(0.02)) title = typo(title, c);
    if (c.chance(0.25)) title += '.';
    return {
      ...b,
      types: [{ vocabulary: 'ris-type', term: w.journal ? 'JOUR' : (TYPES[w.kind] ?? ['GEN'])[0] }],
      title,
      authors: c.chance(0.3) ? w.authors.map((a) => ({ family: a.family, given: initials(a.given).split('').join('. ') })) : w.authors,
      container: c.chance(0.1) && w.journal ? `The ${b.container}` : b.container,
      doi: c.chance(0.004) ? typo(w.doi, c) : c.chance(0.75) ? w.doi : '',
      abstract: c.chance(0.3)
        ? ''
        : `${c.chance(0.5) ? 'Abstract ' : ''}${w.abstract}${c.chance(0.3) ? ` Copyright ${w.year} the authors.` : ''}`,
      volume: c.chance(0.006) ? String(c.whole(1, 60)) : w.volume,
      pages: c.chance(0.05) ? w.pages.replace('-', '–') : w.pages,
      issue: c.chance(0.1) ? `0${w.issue}` : w.issue,
      dates: { ...b.dates, issue: c.chance(0.03) ? String(w.year + 1) : String(w.year) },
      languages: [],
    };
  },
} as const;

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** How an indexer points to the other publication: its place in print and, where it has one, its number. */
const placeWords = (to: Original): string =>
  `${to.journal?.abbreviation ?? to.container}. ${to.year};${to.volume}(${to.issue}):${to.pages}.${to.pmid ? ` PMID: ${to.pmid}` : ''}`;
