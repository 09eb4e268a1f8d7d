import { seeded } from '@/testing/seeded';
import { DOUBTFUL, HAND_WRITTEN } from './hand-written';
import { FAMILY, filled, GIVEN, JOURNALS, LIGHTS, OUTCOMES, PEOPLE, TEMPLATES, type Template } from './templates';
import { type DemoWork, LISTED_BY } from './work';
import { writeOstrane, writeVellmora } from './write-exports';
import { writeBrindlecote, writeQuillby, writeTarnwick } from './write-more-exports';

export const DEMO_SEED = 20260914;
const GENERATED = 1100;

/** All works of the demo: the hand-written ones, then generated ones. The same seed gives the same works. */
export function demoWorks(seed = DEMO_SEED): DemoWork[] {
  const next = seeded(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
  const whole = (from: number, to: number) => from + Math.floor(next() * (to - from + 1));
  const weights = TEMPLATES.reduce((n, t) => n + t.weight, 0);
  const choose = (): Template => {
    let at = next() * weights;
    return (
      TEMPLATES.find((t) => {
        at -= t.weight;
        return at < 0;
      }) ?? TEMPLATES[0]!
    );
  };
  const titles = new Set<string>();
  const works: DemoWork[] = [];
  while (works.length < GENERATED) {
    const template = choose();
    const parts = {
      people: pick(PEOPLE),
      light: pick(LIGHTS),
      outcome: pick(OUTCOMES),
      n: whole(24, 180),
      weeks: whole(2, 9),
      minutes: whole(11, 48),
    };
    const title = filled(template.title, parts);
    if (titles.has(title)) continue;
    titles.add(title);
    const i = works.length;
    const year = whole(2007, 2026);
    const month = year === 2026 ? whole(1, 8) : whole(1, 12);
    const day = whole(1, 28);
    const where = next();
    const journal = template.venue ?? pick(JOURNALS);
    const partial = next();
    const monthName = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'][month - 1]!;
    const pad = (n: number) => String(n).padStart(2, '0');
    const work: DemoWork = {
      key: `generated-${i}`,
      title,
      abstract: next() < 0.06 ? '' : filled(template.abstract, parts),
      authors: Array.from({ length: whole(1, 5) }, () => `${pick(FAMILY)}, ${pick(GIVEN)}`),
      venue: journal,
      volume: journal ? String(year - 1999) : '',
      issue: journal ? String(whole(1, 12)) : '',
      pages: journal ? `${100 + i * 7}-${104 + i * 7}` : '',
      doi: template.truth.sourceType === 'scholarly-journal' && next() < 0.85 ? `10.5555/ns.${year}.${1000 + i}` : '',
      issued: partial < 0.2 ? `${year}` : partial < 0.3 ? `${year} ${pick(['Spring', 'Summer', 'Autumn'])}` : `${year} ${monthName}`,
      online:
        next() < 0.3 && template.truth.sourceType === 'scholarly-journal'
          ? `${month > 2 ? year : year - 1}${pad(month > 2 ? month - 2 : month + 10)}${pad(day)}`
          : '',
      language: next() < 0.04 ? 'spa' : 'eng',
      headings: ['Humans', pick(['Sleep', 'Wakefulness', 'Lighting', 'Circadian Rhythm', 'Work Schedule Tolerance'])],
      truth: template.truth,
    };
    // Ostrane lists only what it can index; about half of the journal items are in both.
    const canOstrane = template.types.length > 0;
    const inVellmora = where < 0.6;
    const inOstrane = canOstrane && where > 0.42;
    if (inVellmora) {
      const season = /Spring|Summer|Autumn/.exec(work.issued)?.[0];
      const printed =
        work.issued === `${year}` ? `${year}///` : season ? `${year}///${season}` : `${year}/${pad(month)}/${next() < 0.5 ? pad(day) : ''}`;
      work.vellmora = {
        type: template.ris,
        date: printed,
        ...(next() < 0.05 ? { title: title.toUpperCase() } : {}),
        ...(next() < 0.15 ? { noDoi: true } : {}),
      };
    }
    if (inOstrane) {
      const unindexed = year >= 2026 && next() < 0.7;
      const loose = next() < 0.2 && template.types.length > 1;
      work.ostrane = {
        types: unindexed || loose ? ['Journal Article'] : template.types,
        pmid: String(99001000 + i),
        ...(unindexed ? { status: 'In-Process' } : {}),
        ...(next() < 0.05 ? { noAbstract: true } : {}),
      };
    }
    listElsewhere(work, template, { next, pick, inOstrane });
    if (!Object.values(LISTED_BY).some((name) => work[name])) work.vellmora = { type: template.ris, date: `${year}///` };
    works.push(work);
  }
  return [...HAND_WRITTEN, ...DOUBTFUL, ...works];
}

interface Chance {
  next(): number;
  pick<T>(list: readonly T[]): T;
  inOstrane: boolean;
}

/** The three other databases: Quillby indexes like Ostrane, Tarnwick is for engineers, Brindlecote takes everything since 2019. */
function listElsewhere(work: DemoWork, template: Template, { next, inOstrane }: Chance) {
  const number = Number(work.key.split('-')[1]);
  const year = Number(work.issued.slice(0, 4));
  const indexed = template.types.length > 0;
  if (indexed && next() < 0.3)
    work.quillby = {
      types: next() < 0.15 ? ['Journal Article'] : template.types,
      pmid: work.ostrane?.pmid ?? String(99001000 + number),
      ...(inOstrane || next() < 0.94 ? {} : { noAbstract: true }),
    };
  const bibtex = BIBTEX_OF[template.ris];
  if (bibtex && next() < (bibtex === 'article' ? 0.1 : 0.75))
    work.tarnwick = {
      type: bibtex,
      ...(bibtex === 'article' && next() < 0.5 ? { ownType: 'Peer-reviewed article' } : {}),
      ...(bibtex === 'techreport' && next() < 0.5 ? { ownType: 'Working paper' } : {}),
      ...(next() < 0.08 ? { sessionLink: true } : {}),
    };
  const word = OWN_WORDS[template.truth.publicationType];
  if (word && year >= 2019 && next() < 0.34)
    work.brindlecote = {
      type: word,
      ...(next() < 0.04 ? { swapped: true } : {}),
      ...(next() < 0.04 ? { markup: true } : {}),
      ...(next() < 0.2 ? { noDoi: true } : {}),
    };
}

const BIBTEX_OF: Record<string, string> = { JOUR: 'article', THES: 'phdthesis', RPRT: 'techreport' };
/** Brindlecote's own words for what an item is. */
const OWN_WORDS: Partial<Record<string, string>> = {
  'research-article': 'Article',
  protocol: 'Article',
  'case-report': 'Article',
  'systematic-review': 'Review',
  'review-article': 'Review',
  editorial: 'Editorial',
  letter: 'Letter',
  comment: 'Letter',
  'book-review': 'Book review',
  news: 'News item',
  feature: 'Trade press',
  thesis: 'Dissertation',
  report: 'Grey report',
};

/** The export files of the five databases by file name, and the truth, as text. */
export function demoFiles(): { exports: Record<string, string>; truth: string } {
  const works = demoWorks();
  const truth = works.map((work) => ({
    key: work.key,
    title: work.title,
    doi: work.doi,
    pmid: work.ostrane?.pmid ?? work.quillby?.pmid ?? '',
    records: (Object.keys(LISTED_BY) as (keyof typeof LISTED_BY)[]).filter((tag) => work[LISTED_BY[tag]]),
    ...work.truth,
  }));
  return {
    exports: {
      'vellmora.ris': writeVellmora(works),
      'ostrane.nbib': writeOstrane(works),
      'quillby.xml': writeQuillby(works),
      'tarnwick.bib': writeTarnwick(works),
      'brindlecote.csv': writeBrindlecote(works),
    },
    // A line a work: it is long, and differences should show.
    truth: `[\n${truth.map((t) => JSON.stringify(t)).join(',\n')}\n]\n`,
  };
}
