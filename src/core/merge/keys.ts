import { type BibRecord, type DayInterval, readDate, remembered, yearOfDay } from '@/core/record';
import { knownTerm, type PublicationType } from '@/core/vocabularies';
import { blockKeys } from './block';
import { FNV_PRIME, FNV_START, hashText } from './hash';
import type { MergeKeys, StatedKind } from './merge-keys';
import { normaliseText, normaliseTitle } from './normalise';
import { conclusionsOf, relationsOf } from './relations';
import { coreKey, mainTitle, type SelfNamed, titleParts } from './titles';

// Names and journals come again and again.
const normaliseName = remembered(normaliseText, 50_000);
const normaliseContainer = remembered((name) => normaliseText(name.replace(/\([^)]*\)/g, ' ')).replace(/^the /, ''), 20_000);

/** Changes when keys are made otherwise, so that stored ones are made anew. */
export const KEYS_FORM = 2;
const MOST_PEOPLE = 8;

/** Longer ones are no titles: what comes after is not compared. */
const MOST_OF_TITLE = 500;
const MOST_OF_NAME = 80;

export function mergeKeys(record: BibRecord): MergeKeys {
  const text = record.title.slice(0, MOST_OF_TITLE).replace(/\s+/g, ' ');
  const { kind, core: printed } = titleParts(text);
  const title = normaliseTitle(text);
  const others = otherTitles(record);
  // A study's short name at the end is no part of what its other publications are called.
  const bare = printed.replace(/\s*\([A-Z][A-Z0-9-]{2,15}\)\s*$/, '');
  const core = bare === text ? title : normaliseTitle(bare);
  const registrations = registrationsOf(record, kind);
  const [first, last] = pagesOf(record.pages);
  const main = mainTitle(bare);
  const keys: MergeKeys = {
    doi: record.doi,
    pmid: record.pmid,
    titles: others.length
      ? [...new Set([title, ...others.map((t) => normaliseTitle(t.slice(0, MOST_OF_TITLE))).filter(Boolean)])]
      : [title],
    cut: record.title.length > MOST_OF_TITLE || /(?:…|\.\.\.)\s?$/.test(text),
    named: kind,
    stated: statedKind(record, registrations),
    core: coreKey(core),
    main: coreKey(main === bare ? core : normaliseTitle(main)),
    people: record.authors
      .slice(0, MOST_PEOPLE)
      .map((a) => [normaliseName(a.family.slice(0, MOST_OF_NAME)), normaliseName(a.given.slice(0, MOST_OF_NAME))]),
    peopleCount: record.authors.length,
    years: yearsOf(record),
    container: normaliseContainer(record.container.slice(0, MOST_OF_TITLE)),
    issns: record.issns,
    isbns: record.isbns,
    volume: normaliseText(record.volume.slice(0, MOST_OF_NAME))
      .replace(/^(?:vol(?:ume)?|bd) ?/, '')
      .replace(/^0+(?=.)/, ''),
    issue: normaliseText(record.issue.slice(0, MOST_OF_NAME))
      .replace(/^(?:no|nr|issue) ?/, '')
      .replace(/^0+(?=.)/, ''),
    first,
    last,
    abstract: sketchOf(record.abstract),
    language: languageOf(record.languages[0] ?? ''),
    registrations,
    relations: relationsOf(record, kind),
    conclusions: conclusionsOf(record.abstract),
    entry: record.format === 'bibtex' ? record.accession : '',
    blocks: [],
  };
  keys.blocks = blockKeys(keys);
  return keys;
}

/** Fields in which formats keep a title in another language: MEDLINE and RIS, CSL, BibLaTeX. */
const OTHER_TITLE_FIELDS = ['TT', 'original-title', 'origtitle'];

/** "Titel im Original [Title in English]": what the last brackets hold, where they end the title and are long enough for one. */
function lastBracket(title: string): string | undefined {
  if (title.length > MOST_OF_TITLE) return undefined;
  const whole = title.replace(/\.$/, '');
  if (!whole.endsWith(']')) return undefined;
  const body = whole.slice(0, -1);
  const open = body.indexOf('[', Math.max(8, body.lastIndexOf(']') + 1));
  const inner = open < 0 ? '' : body.slice(open + 1);
  return inner.length >= 12 ? inner : undefined;
}

function otherTitles({ extra, title }: BibRecord): string[] {
  const kept = OTHER_TITLE_FIELDS.flatMap((field) => extra[field] ?? []);
  for (const xml of extra.Article ?? []) if (xml.startsWith('<VernacularTitle')) kept.push(xml);
  const inner = lastBracket(title);
  return inner ? [title.slice(0, title.lastIndexOf('[')), inner, ...kept] : kept;
}

function yearsOf(record: BibRecord): [number, number] | null {
  const known = [readDate(record.dates.issue), readDate(record.dates.online)].filter((d): d is DayInterval => d !== null);
  if (known.length === 0) return null;
  return [Math.min(...known.map((d) => yearOfDay(d.from))), Math.max(...known.map((d) => yearOfDay(d.to)))];
}

/** First and last page; "1510-21" ends at 1521. @source common practice of indexers to shorten the last page */
export function pagesOf(text: string): [string, string] {
  const clean = text
    .slice(0, MOST_OF_NAME)
    .toLowerCase()
    .replace(/\bpp?\.?\s*(?=[a-z]?\d)/g, '')
    .replace(/[()]/g, '');
  const [from = '', to = ''] = clean.split(/\s*(?:-{1,3}|[–—‐‑])\s*/);
  const bare = (page: string) => page.replace(/[^a-z0-9]/g, '').replace(/^([a-z]*)0+(?=\d)/, '$1');
  const first = bare(from.split(/[,;]/)[0]!);
  let last = bare(to.split(/[,;]/)[0]!);
  if (last && /^\d+$/.test(last) && last.length < first.length && /\d+$/.test(first))
    last = first.slice(0, first.length - last.length) + last;
  return [first, last];
}

const LANGUAGES: Record<string, string> = {
  english: 'en',
  eng: 'en',
  spanish: 'es',
  spa: 'es',
  german: 'de',
  ger: 'de',
  deu: 'de',
  french: 'fr',
  fre: 'fr',
  fra: 'fr',
  portuguese: 'pt',
  por: 'pt',
  italian: 'it',
  ita: 'it',
  chinese: 'zh',
  chi: 'zh',
  zho: 'zh',
  japanese: 'ja',
  jpn: 'ja',
  polish: 'pl',
  pol: 'pl',
  danish: 'da',
  dan: 'da',
  swedish: 'sv',
  swe: 'sv',
  norwegian: 'no',
  nor: 'no',
  dutch: 'nl',
  dut: 'nl',
  nld: 'nl',
  russian: 'ru',
  rus: 'ru',
  korean: 'ko',
  kor: 'ko',
  turkish: 'tr',
  tur: 'tr',
}; // prettier-ignore
/** Two letters where the language is common. @source ISO 639-1 and 639-2, both sets of codes */
function languageOf(text: string): string {
  const word = text.trim().toLowerCase();
  return LANGUAGES[word] ?? (word.length > 2 && word[2] === '-' ? word.slice(0, 2) : word);
}

const KINDS: readonly [StatedKind, readonly PublicationType[]][] = [
  ['protocol', ['protocol']],
  ['registration', ['registration']],
  ['meeting-abstract', ['conference-abstract']],
  ['retraction', ['retraction-notice']],
  ['concern', ['expression-of-concern']],
  ['correction', ['correction', 'retraction-notice', 'expression-of-concern']],
  ['book-review', ['book-review']],
  ['letter', ['letter', 'comment']],
  ['chapter', ['book-chapter', 'encyclopedia-entry']],
  ['book', ['book']],
  ['thesis', ['thesis']],
  ['report', ['report']],
];

const placeOf = (kind: StatedKind): number => KINDS.findIndex(([k]) => k === kind);
const SUPPLEMENT = /\bsuppl/i;
/** "S222", "A14-5", "P112": a page of a supplement; "e1034" is the number of an article. */
const LETTERED = /^(?!e\d)[a-z]{1,3}-?\d{1,4}(?:[-–]+[a-z]{0,3}\d{1,4})?$/i;

/** What standard terms of type, and a container named so, say. Several terms: the most particular counts. */
function statedKind(record: BibRecord, registrations: readonly string[]): StatedKind {
  let found = KINDS.length;
  for (const { vocabulary, term } of record.types) {
    const sets = knownTerm(vocabulary, term)?.sets;
    if (!sets) continue;
    if (sets.peerReview?.join() === 'preprint' || sets.sourceType?.join() === 'preprint-server') return 'preprint';
    if (sets.sourceType?.join() === 'thesis') found = Math.min(found, placeOf('thesis'));
    if (sets.sourceType?.join() === 'report') found = Math.min(found, placeOf('report'));
    const types = sets.publicationType;
    if (!types) continue;
    for (let i = 0; i < found; i++) if (types.every((t) => KINDS[i]![1].includes(t))) found = i;
  }
  if (/\bpreprints?\b/i.test(record.container)) return 'preprint';
  // A single lettered page of a supplement: where journals print the abstracts of a meeting. Common practice.
  const supplement = SUPPLEMENT.test(record.issue) || SUPPLEMENT.test(record.container) || SUPPLEMENT.test(record.volume);
  if (found === KINDS.length && supplement && LETTERED.test(record.pages.trim())) return 'meeting-abstract';
  // What stands in no journal and gives the number of a register is that register's entry.
  if (found === KINDS.length && registrations.length && !record.container && !record.volume && !record.pages) return 'registration';
  return KINDS[found]?.[0] ?? '';
}

/** Headings of structured abstracts, and the word itself: some databases print them, others do not. */
const LABELS = new Set(
  'abstract background objective objectives aim aims purpose introduction methods method design setting results result findings conclusion conclusions discussion copyright'
    .split(' ')
    .map((word) => hashText(word) | 0),
);
const SKETCH_WORDS = 45;
const SKETCH_LEAST = 12;
export const SKETCH_SIZE = 6;

/** Equal beginnings give equal sketches; the share of equal values estimates how alike they are. @source Broder 1997, min-wise hashing */
export function sketchOf(abstract: string): number[] {
  const words = wordHashes(abstract);
  if (words.length < SKETCH_LEAST) return [];
  // Signed numbers of 32 bits: whole numbers to the machine, where unsigned ones would be fractions.
  const least = new Int32Array(SKETCH_SIZE).fill(0x7fffffff);
  for (let i = 0; i + 2 < words.length; i++) {
    let h = words[i]! ^ Math.imul(words[i + 1]!, 0x85ebca6b) ^ Math.imul(words[i + 2]!, 0xc2b2ae35);
    for (let k = 0; k < SKETCH_SIZE; k++) {
      h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d) + 0x1e3779b9;
      h = (h ^ (h >>> 13)) | 0;
      if (h < least[k]!) least[k] = h;
    }
  }
  return [...least];
}

/** Hashes of the first words, without labels. Letters beyond ASCII are left out: databases write them in many ways. */
function wordHashes(text: string): number[] {
  const hashes: number[] = [];
  let [h, open] = [FNV_START, false];
  for (let i = 0; i <= text.length && hashes.length < SKETCH_WORDS; i++) {
    const code = i < text.length ? text.charCodeAt(i) : 32;
    const lower = code >= 65 && code <= 90 ? code + 32 : code;
    if ((lower >= 97 && lower <= 122) || (lower >= 48 && lower <= 57)) {
      h = Math.imul(h ^ lower, FNV_PRIME);
      open = true;
    } else if (open && code < 128) {
      if (!LABELS.has(h)) hashes.push(h);
      [h, open] = [FNV_START, false];
    }
  }
  return hashes;
}

const NUMBERED =
  /\b(?:[Rr]egistration|[Rr]egistered|[Rr]egistry|[Rr]egister(?: entry)?|[Tt]rial (?:id|number|no\.?)|[Ii]dentifier)\b[^.;]{0,60}?\b([A-Z]{2,8}[-/ ]?\d{4,14}(?:[-/]\d{1,8})*)/g;

/** A register's own entry has its number for an accession. */
const REGISTER_NUMBER = /^[A-Z]{2,8}[-/]?\d{6,14}$/;

/** Numbers of study registers: where an indexer names them, and where an abstract does after a word for it. Common practice. */
function registrationsOf(record: BibRecord, named: SelfNamed | null): string[] {
  const found = new Set<string>();
  const add = (text: string) => found.add(text.toUpperCase().replace(/[^A-Z0-9]/g, ''));
  for (const source of record.extra.SI ?? []) if (source.includes('/')) add(source.slice(source.indexOf('/') + 1));
  for (const xml of record.extra.Article ?? [])
    if (xml.includes('<AccessionNumber>')) for (const m of xml.matchAll(/<AccessionNumber>([^<]+)/g)) add(m[1]!);
  if (record.abstract) for (const m of record.abstract.matchAll(NUMBERED)) add(m[1]!);
  if (named === 'registration' && REGISTER_NUMBER.test(record.accession)) add(record.accession);
  return [...found].slice(0, 5);
}
