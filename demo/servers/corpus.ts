import { type BibRecord, emptyRecord } from '@/core/record';
import { seeded } from '@/testing/seeded';
import { demoWorks } from '../generate';
import { ISSN_OF, MILL_WORKS } from '../mills/works';
import { FAMILY, GIVEN } from '../templates';
import { LISTED_BY, VENUES } from '../work';
import BACKGROUND from './background.json' with { type: 'json' };

/** A record as a stand-in server holds it. */
export interface Served {
  id: string;
  title: string;
  abstract: string;
  authors: string[];
  venue: string;
  publisher: string;
  doi: string;
  year: number;
  /** Year in which the database took it in. */
  entered: number;
  /** The database's own word for what it is; '' while it is not indexed. */
  type: string;
  kind: 'article' | 'book' | 'report';
  language: string;
  headings: string[];
  main: string[];
  refereed: boolean;
}

const SEED = 20261130;
const REFEREED = new Set([
  'Journal Article',
  'Randomized Controlled Trial',
  'Systematic Review',
  'Review',
  'article',
  'Article',
  'Research',
]);

type Scenario = 'night' | 'mills';
/** A work of the background, before the databases list it. */
type Work = Omit<Served, 'id' | 'entered' | 'main'> & { key: number };

function background(scenario: Scenario, works: number): Work[] {
  const words = BACKGROUND[scenario];
  const next = seeded(SEED + (scenario === 'mills' ? 1 : 0));
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const whole = (from: number, to: number) => from + Math.floor(next() * (to - from + 1));
  // Nobody draws lots over mills.
  const designs = BACKGROUND.designs.filter((d) => scenario === 'night' || d.type !== 'Randomized Controlled Trial');
  const total = designs.reduce((n, d) => n + d.weight, 0);
  const drawn = (at: number) => {
    let below = 0;
    for (const design of designs) {
      below += design.weight;
      if (at < below) return design;
    }
    return designs[0]!;
  };
  return Array.from({ length: works }, (_, key) => {
    const design = drawn(next() * total);
    // Some are near the question: without them a search would find nothing but what the demo has already.
    const from = next() < words.near.share ? words.near : words;
    const parts: Record<string, string> = {
      ...{ people: pick(from.people), exposure: pick(from.exposures), outcome: pick(from.outcomes), place: pick(words.places) },
      ...{ n: String(whole(18, 900)), weeks: String(whole(3, 40)), pct: String(whole(2, 60)) },
    };
    const fill = (text: string) => sentenced(text.replace(/\{(\w+)\}/g, (_m, name: string) => parts[name]!));
    const venue = pick(words.venues);
    const year = whole(1988, 2026);
    const title = fill(design.title);
    const book = scenario === 'mills' && next() < 0.35;
    return {
      key,
      title,
      abstract: next() < 0.08 ? '' : fill(design.abstract),
      authors: Array.from({ length: whole(1, 4) }, () => `${pick(FAMILY)}, ${pick(GIVEN)}`),
      venue: book ? '' : venue,
      publisher: VENUES[venue]?.publisher ?? 'Ombra Scientific',
      doi: !book && next() < 0.8 ? `10.5555/bg.${scenario}.${key}` : '',
      year,
      type: book ? 'Book' : design.type,
      kind: book ? 'book' : design.type === 'News' ? 'report' : 'article',
      language: next() < 0.04 ? '' : next() < 0.07 ? 'spa' : 'eng',
      headings: headingsOf(`${title} ${parts.people}`, words.headings),
      refereed: REFEREED.has(design.type) && venue !== 'The Lighting Fitter',
    };
  });
}

const sentenced = (text: string) =>
  text.replace(/(^|[.:] )([a-z])/g, (_m, before: string, letter: string) => before + letter.toUpperCase());
const headingsOf = (text: string, by: Record<string, string[]>): string[] => {
  const low = text.toLowerCase();
  return [...new Set(Object.entries(by).flatMap(([word, headings]) => (low.includes(word) ? headings : [])))];
};

/** How a database differs from the others in what it takes in. */
export interface Listing {
  /** Share of the background that it lists. */
  share: number;
  from: number;
  headings: boolean;
  abstracts: boolean;
}

/** The demo's own works that a database lists. */
function ownWorks(scenario: Scenario, tag: string): Work[] {
  if (scenario === 'mills') {
    const letter = tag === 'EB' ? 'E' : 'C';
    return MILL_WORKS.filter((w) => w.in.includes(letter)).map((w, i) => ({
      key: 1_000_000 + i,
      title: w.wrong?.title ?? w.title,
      abstract: w.abstract ?? '',
      authors: [w.author],
      venue: w.container ?? '',
      publisher: w.publisher ?? '',
      doi: '',
      year: w.year,
      type: w.genre ?? w.cslType ?? '',
      kind: w.isbn ? 'book' : 'article',
      language: 'eng',
      headings: headingsOf(w.title, BACKGROUND.mills.headings),
      refereed: w.truth.peerReview.includes('refereed'),
    }));
  }
  const name = LISTED_BY[tag as keyof typeof LISTED_BY];
  return demoWorks().flatMap((w, i): Work[] => {
    const own = w[name];
    if (!own) return [];
    const types = 'types' in own ? own.types : [own.type];
    const status = 'status' in own && own.status;
    const type = status ? '' : (types.at(-1) ?? '');
    return [
      {
        key: 1_000_000 + i,
        title: w.title,
        abstract: 'noAbstract' in own && own.noAbstract ? '' : w.abstract,
        authors: w.authors,
        venue: w.venue,
        publisher: VENUES[w.venue]?.publisher ?? '',
        doi: w.doi,
        year: Number(/\d{4}/.exec(w.issued)?.[0] ?? 2020),
        type,
        kind: w.truth.sourceType === 'report' || w.truth.sourceType === 'thesis' ? 'report' : 'article',
        language: w.language,
        headings: [...new Set([...w.headings, ...headingsOf(`${w.title} ${w.abstract}`, BACKGROUND.night.headings)])],
        refereed: w.truth.peerReview === 'refereed',
      },
    ];
  });
}

const WORKS: Readonly<Record<Scenario, number>> = { night: 30_000, mills: 9_000 };
const backgrounds = new Map<string, Work[]>();

/**
 * All records of a database, the same at every start. The share of the background that it lists is drawn by the work, so that
 * what two databases have in common stays what it is.
 * @param scale less than one makes it smaller, for tests
 */
export function corpusOf(scenario: Scenario, tag: string, { share, from, headings, abstracts }: Listing, scale = 1): Served[] {
  const works = Math.round(WORKS[scenario] * scale);
  const key = `${scenario}${works}`;
  const all = backgrounds.get(key) ?? background(scenario, works);
  backgrounds.set(key, all);
  const next = seeded(SEED + tag.charCodeAt(0) * 256 + tag.charCodeAt(1));
  const listed = all.filter((w) => next() < share && w.year >= from);
  return [...ownWorks(scenario, tag), ...listed].map((work, i): Served => {
    const drawn = next();
    return {
      ...work,
      id: `${tag}${String(100_000 + i)}`,
      abstract: abstracts ? work.abstract : '',
      entered: Math.min(2026, work.year + (drawn < 0.25 ? 1 : 0)),
      // Its indexers are behind with the newest.
      type: work.year >= 2025 && drawn > 0.4 ? '' : work.type,
      headings: headings ? work.headings : [],
      main: headings ? work.headings.slice(0, 1) : [],
    };
  });
}

/** A record as our formats know it. */
export function recordOf(served: Served, tag: string): BibRecord {
  return {
    ...emptyRecord('mods'),
    accession: served.id,
    title: served.title,
    abstract: served.abstract,
    authors: served.authors.map((a) => {
      const [family, given = ''] = a.split(', ', 2);
      return { family: family!, given };
    }),
    container: served.venue,
    publisher: served.publisher,
    issns: [VENUES[served.venue]?.issn || ISSN_OF.get(served.venue) || ''].filter(Boolean),
    doi: served.doi,
    types: [
      { vocabulary: 'mods-resource', term: 'text' },
      ...(served.type ? [{ vocabulary: 'mods-genre' as const, term: served.type }] : []),
    ],
    headings: served.headings,
    languages: served.language ? [served.language] : [],
    dates: { online: '', issue: String(served.year), added: `${served.entered}` },
    database: tag,
  };
}
