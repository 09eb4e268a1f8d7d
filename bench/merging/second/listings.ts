import { type BibRecord, emptyRecord, type Person } from '@/core/record';
import type { Listed } from '../listings';
import type { Chance } from '../originals';
import { type Published, publish } from './corpus';

/** The second corpus as five databases list it, and what each publication is related to. */
export function makeSecond(count: number, seed: number): { listed: Listed[]; originals: Pick<Published, 'id' | 'relation'>[] } {
  const { published, chance } = publish(count, seed);
  const listed: Listed[] = [];
  for (const work of published)
    for (const [database, share] of Object.entries(COVERAGE)) {
      if (
        !chance.chance(share) ||
        (database === 'index' && (!work.venue || work.pmid === '')) ||
        (database === 'index' && work.kind === 'talk')
      )
        continue;
      listed.push({ record: faulty(LISTINGS[database as keyof typeof LISTINGS](work, chance), chance), work: work.id, database });
    }
  return { listed, originals: published };
}

const COVERAGE = { index: 0.6, north: 0.42, south: 0.38, books: 0.3, table: 0.33 } as const;
const RIS_TYPE: Record<Published['kind'], string> = {
  article: 'JOUR',
  talk: 'CONF',
  manuscript: 'JOUR',
  thesis: 'THES',
  report: 'RPRT',
  book: 'BOOK',
  yearly: 'RPRT',
  letter: 'JOUR',
  correction: 'JOUR',
};
const letters = (given: string) =>
  given
    .split(/[\s.-]+/)
    .filter(Boolean)
    .map((g) => g[0])
    .join('');
const joined = (w: Published, dash = '-') => (w.last ? `${w.first}${dash}${w.last}` : w.first);

function base(w: Published): BibRecord {
  return {
    ...emptyRecord('ris'),
    title: w.title,
    abstract: w.abstract,
    authors: w.authors,
    container: w.place || (w.venue?.name ?? ''),
    volume: w.volume,
    issue: w.issue,
    pages: joined(w),
    issns: w.venue ? [w.venue.issn] : [],
    isbns: w.isbn ? [w.isbn] : [],
    doi: w.doi,
    types: [{ vocabulary: 'ris-type', term: RIS_TYPE[w.kind] }],
    dates: { online: '', issue: String(w.year), added: '' },
  };
}

const MESH: Partial<Record<Published['kind'], string[]>> = { letter: ['Letter'], correction: ['Published Erratum'] };
const shorter = (w: Published) => {
  if (!w.last || w.first.length !== w.last.length) return joined(w);
  let same = 0;
  while (same < w.last.length - 1 && w.first[same] === w.last[same]) same++;
  return `${w.first}-${w.last.slice(same)}`;
};

const LISTINGS = {
  /** A careful index: short journal names, initials, its own numbers, shortened pages. */
  index(w: Published, c: Chance): BibRecord {
    const b = base(w);
    return {
      ...b,
      format: 'nbib',
      accession: w.pmid,
      pmid: w.pmid,
      title: w.foreign ? `[${w.title}].` : w.title,
      authors: w.authors.map((a) => ({ family: a.family, given: letters(a.given) })),
      container: w.venue ? w.venue.short : b.container,
      pages: shorter(w),
      doi: c.chance(0.9) ? w.doi : '',
      types: (MESH[w.kind] ?? ['Journal Article']).map((term) => ({ vocabulary: 'mesh-publication-type', term })),
      extra: w.foreign && c.chance(0.7) ? { TT: [w.foreign] } : {},
    };
  },
  /** Prints what the publisher sends: locators, online year, all names. */
  north(w: Published, c: Chance): BibRecord {
    const b = base(w);
    const early = w.kind === 'article' && c.chance(0.12);
    return {
      ...b,
      title: w.foreign && c.chance(0.5) ? w.foreign : w.title,
      doi: c.chance(0.8) ? w.doi : '',
      dates: { ...b.dates, issue: String(early ? w.year - 1 : w.year) },
      pages: w.venue?.locators && w.kind !== 'talk' && c.chance(0.15) ? `1-${c.whole(4, 22)}` : b.pages,
    };
  },
  /** Keeps the name that a journal had before, writes names in capitals and drops subtitles. */
  south(w: Published, c: Chance): BibRecord {
    const b = base(w);
    const old = w.venue?.before && c.chance(0.5) ? w.venue.before : null;
    const cut = c.chance(0.06) ? w.title.split(/: | – /)[0]! : w.title;
    const loud = c.chance(0.15);
    return {
      ...b,
      title: loud ? cut.toUpperCase() : cut,
      authors: loud ? w.authors.map((a) => ({ family: a.family.toUpperCase(), given: letters(a.given) })) : w.authors,
      container: old && !w.place ? old.name : b.container,
      issns: old ? [old.issn] : c.chance(0.6) ? b.issns : [],
      doi: c.chance(0.5) ? w.doi : '',
      abstract: c.chance(0.35) ? '' : w.abstract,
      issue: c.chance(0.2) ? '' : w.issue,
    };
  },
  /** Books, theses and reports first; articles with few fields. */
  books(w: Published, c: Chance): BibRecord {
    const b = base(w);
    return {
      ...b,
      abstract: c.chance(0.6) ? '' : w.abstract,
      authors: c.chance(0.15) ? w.authors.slice(0, 1) : w.authors,
      doi: c.chance(0.35) ? w.doi : '',
      issns: [],
      pages: c.chance(0.2) ? w.first : b.pages,
      container: w.venue && !w.place && c.chance(0.3) ? `The ${b.container}` : b.container,
    };
  },
  /** A table: cut abstracts, no types, names in one cell. */
  table(w: Published, c: Chance): BibRecord {
    const b = base(w);
    return {
      ...b,
      format: 'csv',
      types: c.chance(0.5)
        ? []
        : [{ vocabulary: 'own', term: w.kind === 'article' ? 'Article' : w.kind === 'talk' ? 'Meeting abstract' : w.kind }],
      authors: w.authors.slice(0, 4).map((a) => ({ family: plain(a.family), given: a.given })),
      doi: c.chance(0.6) ? w.doi : '',
      abstract: w.abstract.slice(0, 300),
      volume: c.chance(0.06) ? '' : w.volume,
      issns: c.chance(0.5) ? b.issns : [],
      pages: c.chance(0.3) ? w.first : joined(w, '–'),
    };
  },
} as const;

const plain = (text: string) => text.normalize('NFKD').replace(/\p{M}/gu, '').replace(/ø/g, 'o').replace(/ł/g, 'l');

/** What keyboards do to a field now and then: of a hundred records three or four have one such fault. */
function faulty(record: BibRecord, c: Chance): BibRecord {
  const dice = c.next();
  if (dice < 0.01) return { ...record, title: slip(record.title, c) };
  if (dice < 0.017) return { ...record, pages: slipOfDigit(record.pages, c) };
  if (dice < 0.023) return { ...record, volume: slipOfDigit(record.volume, c) };
  if (dice < 0.03) return { ...record, dates: { ...record.dates, issue: String(Number(record.dates.issue) + c.pick([-1, 1, -2])) } };
  if (dice < 0.036) return { ...record, authors: turned(record.authors, c) };
  return record;
}
const slipOfDigit = (text: string, c: Chance) => {
  const at = text.search(/\d/);
  if (at < 0) return text;
  const place = c.whole(at, Math.max(at, text.search(/\D|$/) - 1));
  return `${text.slice(0, place)}${c.whole(0, 9)}${text.slice(place + 1)}`;
};
const slip = (text: string, c: Chance) => {
  const at = c.whole(1, Math.max(1, text.length - 2));
  return c.chance(0.5) ? text.slice(0, at) + text.slice(at + 1) : text.slice(0, at) + text[at + 1] + text[at] + text.slice(at + 2);
};
const turned = (people: Person[], c: Chance): Person[] =>
  c.chance(0.5) ? people.map((a) => ({ family: a.given || a.family, given: a.given ? a.family : '' })) : [...people].reverse();
