import type { BibRecord } from '@/core/record';
import { MEDLINE_SUBSETS } from '@/core/vocabularies';
import { TIERS, type Tier } from './claim';
import { languageCodes } from './languages';
import { type Prefilter, prefilterOf } from './prefilter';

/** Facets a work may have several values of. */
export const FACETS = {
  language: { label: 'Language', meaning: 'The language of the text, by ISO 639.' },
  age: { label: 'Age', meaning: 'Age bands of the people studied; they overlap, and a work may have several.' },
  sex: { label: 'Sex', meaning: 'Sexes of the people or animals studied.' },
  species: { label: 'Species', meaning: 'What was studied: people, or which animals.' },
  discipline: { label: 'Discipline', meaning: 'The field of the journal, as a register or the database says.' },
  access: { label: 'Access', meaning: 'How the full text can be had, as far as the records say.' },
} as const;
export type Facet = keyof typeof FACETS;
export const FACET_NAMES = Object.keys(FACETS) as Facet[];

export const AGE_BANDS = [
  'newborn',
  'infant',
  'preschool',
  'child',
  'adolescent',
  'young adult',
  'adult',
  'middle-aged',
  'aged',
  'aged 80+',
] as const;
export const ACCESS_VALUES = ['open', 'held', 'linked-open', 'linked-paid', 'request', 'none-known'] as const;

/** A value that a record gives, with how strongly and by which words. */
export interface FacetValue {
  value: string;
  tier: Tier;
  field: string;
  quote: string;
}
/** Values that a record is certain to have, and whether it can have others that are not said. */
export interface FacetFinding {
  values: FacetValue[];
  complete: boolean;
}
export type Facets = Partial<Record<Facet, FacetFinding>>;

/** MeSH check tags, by facet. @source NLM, MeSH check tags and age groups; from memory */
const CHECK_TAGS: Readonly<Record<string, readonly [Facet, string]>> = {
  'infant, newborn': ['age', 'newborn'],
  infant: ['age', 'infant'],
  'child, preschool': ['age', 'preschool'],
  child: ['age', 'child'],
  adolescent: ['age', 'adolescent'],
  'young adult': ['age', 'young adult'],
  adult: ['age', 'adult'],
  'middle aged': ['age', 'middle-aged'],
  aged: ['age', 'aged'],
  'aged, 80 and over': ['age', 'aged 80+'],
  male: ['sex', 'male'],
  female: ['sex', 'female'],
  humans: ['species', 'human'],
  animals: ['species', 'animal'],
  mice: ['species', 'mouse'],
  rats: ['species', 'rat'],
  dogs: ['species', 'dog'],
  cats: ['species', 'cat'],
  cattle: ['species', 'cattle'],
  swine: ['species', 'pig'],
  sheep: ['species', 'sheep'],
  rabbits: ['species', 'rabbit'],
  zebrafish: ['species', 'zebrafish'],
  'guinea pigs': ['species', 'guinea pig'],
  chickens: ['species', 'chicken'],
  horses: ['species', 'horse'],
  drosophila: ['species', 'fruit fly'],
};

/** No pattern below matches more characters than this. */
const LONGEST_WORDS = 30;
/** Words of title and abstract. A word may be about people who were not studied, so they only infer. */
const WORDS: readonly (readonly [Facet, string, RegExp])[] = [
  ['age', 'newborn', /\b(?:newborns?|neonat(?:es?|al)|preterm infants)\b/gi],
  ['age', 'infant', /\b(?:infants?|babies)\b/gi],
  ['age', 'preschool', /\b(?:preschool(?:ers)?|toddlers|kindergarten)\b/gi],
  ['age', 'child', /\b(?:child(?:ren)?|pupils|schoolchildren|primary school)\b/gi],
  ['age', 'adolescent', /\b(?:adolescen(?:ts?|ce)|teenage(?:rs?)?|secondary school)\b/gi],
  ['age', 'young adult', /\b(?:young adults|undergraduates?|university students)\b/gi],
  ['age', 'adult', /\b(?:adults|workers|nurses|employees|drivers|teachers)\b/gi],
  ['age', 'middle-aged', /\bmiddle-aged\b/gi],
  ['age', 'aged', /\b(?:older (?:adults|people|persons|men|women)|elderly|geriatric|aged 65|over 65)\b/gi],
  ['age', 'aged 80+', /\b(?:octogenarians|nonagenarians|aged 80|over-eighties|oldest old)\b/gi],
  ['sex', 'female', /\b(?:women|females?|girls|mothers|pregnan(?:t|cy))\b/gi],
  ['sex', 'male', /\b(?:men|males?|boys|fathers)\b/gi],
  ['species', 'human', /\b(?:participants|patients|people|volunteers|adults|children|women|workers|nurses|students)\b/gi],
  ['species', 'mouse', /\b(?:mice|mouse model|murine)\b/gi],
  ['species', 'rat', /\brats?\b/gi],
  ['species', 'zebrafish', /\bzebrafish\b/gi],
  ['species', 'dog', /\b(?:dogs|canine)\b/gi],
  ['species', 'pig', /\b(?:pigs|porcine)\b/gi],
  ['species', 'cattle', /\b(?:cattle|bovine|dairy cows)\b/gi],
];

let wordFilter: Prefilter | null = null;
/** Numbers of the words that could stand in a text, each with the place from which to look for it. */
function wordsIn(text: string): Map<number, number> {
  wordFilter ??= prefilterOf(WORDS.map(([, , pattern], i) => [i, pattern] as const));
  const found = new Map<number, number>();
  wordFilter.scan.run(text, (i, at) => {
    if (!found.has(i)) found.set(i, Math.max(0, at - LONGEST_WORDS));
  });
  return found;
}

const OPEN = /\b(?:open[- ]access|gold oa|diamond oa|free full text|cc[- ]by|creative commons)\b/i;
const NOT_OPEN = /\b(?:not open|no open|open[- ]access\s*[:=]\s*(?:no|false|n|0))\b/i;

/** Adds a value, unless it is there with at least as strong a tier. */
function add(facets: Facets, facet: Facet, value: string, tier: Tier, field: string, quote: string) {
  facets[facet] ??= { values: [], complete: false };
  const finding = facets[facet];
  if (!finding.values.some((v) => v.value === value && TIERS.indexOf(v.tier) <= TIERS.indexOf(tier)))
    finding.values.push({ value, tier, field, quote });
}

/** The facets of one record. Facets of which it says nothing are absent, and then every value stays possible. */
export function facetsOfRecord(record: BibRecord): Facets {
  const facets: Facets = {};
  for (const text of record.languages) for (const code of languageCodes(text)) add(facets, 'language', code, 'asserted', 'language', text);
  if (facets.language) facets.language.complete = true;
  for (const heading of record.headings) {
    const tag = CHECK_TAGS[(heading.startsWith('*') ? heading.slice(1) : heading).toLowerCase()];
    if (tag) add(facets, tag[0], tag[1], 'asserted', 'heading', heading);
  }
  // Indexers who give one check tag of a group give all that fit.
  for (const facet of ['age', 'sex', 'species'] as const) if (facets[facet]) facets[facet].complete = true;
  if (!(facets.age && facets.sex && facets.species)) addWords(facets, record);
  for (const { vocabulary, term } of record.types) {
    const field = vocabulary === 'medline-subset' ? MEDLINE_SUBSETS[term.toLowerCase()]?.discipline : undefined;
    if (field) add(facets, 'discipline', field, 'venue', 'subset', term);
  }
  const access = accessOf(record);
  if (access) add(facets, 'access', access.value, 'asserted', access.field, access.quote);
  return facets;
}

/** What the words of title and abstract say, in the order of the table of words. */
function addWords(facets: Facets, record: BibRecord) {
  const text = `${record.title}\n${record.abstract}`;
  const places = wordsIn(text);
  if (places.size === 0) return;
  WORDS.forEach(([facet, value, pattern], i) => {
    const from = places.get(i);
    if (from === undefined || facets[facet]?.complete) return;
    pattern.lastIndex = from;
    const match = pattern.exec(text);
    if (!match) return;
    const inTitle = match.index < record.title.length;
    add(facets, facet, value, inTitle ? 'strong' : 'weak', inTitle ? 'title' : 'abstract', match[0]);
  });
}

function accessOf(record: BibRecord): { value: (typeof ACCESS_VALUES)[number]; field: string; quote: string } | null {
  for (const field in record.extra)
    for (const text of record.extra[field]!) {
      if (/^open[ _-]?access$/i.test(field) && /^(?:yes|true|y|1|gold|green|hybrid|bronze|diamond)/i.test(text))
        return { value: 'open', field, quote: text };
      if (/^(?:PMC|PMCR)$/.test(field)) return { value: 'open', field, quote: text };
      if (text.length < 100 && OPEN.test(text) && !NOT_OPEN.test(text)) return { value: 'open', field, quote: OPEN.exec(text)![0] };
    }
  return null;
}

/** A work's facet: every value that a record gives, and whether others stay possible. */
export interface WorkFacet {
  values: (FacetValue & { records: number[] })[];
  /** Every value that is possible is among the values. */
  complete: boolean;
}

const NOTHING: WorkFacet = { values: [], complete: false };

/** Brings the records of a work together: what any is certain of is certain; others stay possible until one excludes them. */
export function facetsOfWork(records: readonly { key: number; facets: Facets }[]): Record<Facet, WorkFacet> {
  const all = {} as Record<Facet, WorkFacet>;
  for (const facet of FACET_NAMES) all[facet] = records.some((r) => r.facets[facet]) ? together(facet, records) : NOTHING;
  return all;
}

function together(facet: Facet, records: readonly { key: number; facets: Facets }[]): WorkFacet {
  const values = new Map<string, FacetValue & { records: number[] }>();
  let complete = false;
  for (const { key, facets } of records) {
    const own = facets[facet];
    if (!own) continue;
    complete ||= own.complete;
    for (const v of own.values) {
      const known = values.get(v.value);
      if (!known) values.set(v.value, { value: v.value, tier: v.tier, field: v.field, quote: v.quote, records: [key] });
      else {
        known.records.push(key);
        if (TIERS.indexOf(v.tier) < TIERS.indexOf(known.tier)) Object.assign(known, v);
      }
    }
  }
  const sorted = [...values.values()].sort((a, b) => TIERS.indexOf(a.tier) - TIERS.indexOf(b.tier) || (a.value < b.value ? -1 : 1));
  return { values: sorted, complete };
}
