import type { BibRecord } from '@/core/record';
import { MEDLINE_SUBSETS } from '@/core/vocabularies';
import { TIERS, type Tier } from './claim';
import { FACET_NAMES, FACET_WORDS, type Facet } from './facet-words';
import { languageCodes } from './languages';
import { WholeText } from './whole-text';

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
export function facetsOfRecord(record: BibRecord, whole = new WholeText(record.title, record.abstract)): Facets {
  const facets: Facets = {};
  for (const text of record.languages) for (const code of languageCodes(text)) add(facets, 'language', code, 'asserted', 'language', text);
  if (facets.language) facets.language.complete = true;
  for (const heading of record.headings) {
    const tag = CHECK_TAGS[(heading.startsWith('*') ? heading.slice(1) : heading).toLowerCase()];
    if (tag) add(facets, tag[0], tag[1], 'asserted', 'heading', heading);
  }
  // Indexers who give one check tag of a group give all that fit.
  for (const facet of ['age', 'sex', 'species'] as const) if (facets[facet]) facets[facet].complete = true;
  if (!(facets.age && facets.sex && facets.species)) addWords(facets, whole);
  for (const { vocabulary, term } of record.types) {
    const field = vocabulary === 'medline-subset' ? MEDLINE_SUBSETS[term.toLowerCase()]?.discipline : undefined;
    if (field) add(facets, 'discipline', field, 'venue', 'subset', term);
  }
  const access = accessOf(record);
  if (access) add(facets, 'access', access.value, 'asserted', access.field, access.quote);
  return facets;
}

/** What the words of title and abstract say, in the order of the table of words. */
function addWords(facets: Facets, whole: WholeText) {
  for (const [facet, value, pattern] of FACET_WORDS) {
    if (!whole.couldMatch(pattern) || facets[facet]?.complete) continue;
    const match = pattern.exec(whole.text);
    if (!match) continue;
    const inTitle = match.index < whole.titleLength;
    add(facets, facet, value, inTitle ? 'strong' : 'weak', inTitle ? 'title' : 'abstract', match[0]);
  }
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
