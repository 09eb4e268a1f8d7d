import { comparePeople } from './compare-people';
import { compareTitles } from './compare-titles';
import { SKETCH_SIZE } from './keys';
import type { ComparedKeys } from './merge-keys';
import { STOP_WORDS } from './normalise';
import type { Prepared } from './prepare';
import { isOneSlip } from './strings';
import { type Contradiction, type Evidence, evidence, type Field, type Outcome, THRESHOLDS, WEIGHTS, weightOf } from './weights';

export type Verdict = 'join' | 'ask' | 'apart';

/** What is made of two records, with all that it rests on. */
export interface Comparison {
  verdict: Verdict;
  score: number;
  evidence: Evidence[];
  /** What forbids an automatic join. */
  contradictions: Contradiction[];
}

/**
 * Compares two records field by field, adds the weights and decides. Symmetrical.
 * @returns score in doublings (log2 of a likelihood ratio), with the evidence and the contradictions it rests on
 */
export function compareRecords(a: Prepared, b: Prepared): Comparison {
  const said = outcomesOf(a, b, Number.NEGATIVE_INFINITY)!;
  const contradictions = contradictionsOf(said, a, b);
  const found = FIELDS.flatMap((field) => (said[field] ? [evidence(field, said[field] as never)] : []));
  return { verdict: verdictOf(said, contradictions), score: said.score, evidence: found, contradictions };
}

/** The verdict and the score alone, for the many pairs that nobody will ask about; null for those that are far from one. */
export function judgePair(a: Prepared, b: Prepared): { verdict: Verdict; score: number } | null {
  const said = outcomesOf(a, b, THRESHOLDS.ask.score);
  if (!said) return null;
  return { verdict: verdictOf(said, contradictionsOf(said, a, b)), score: said.score };
}

/** Whether two records of one work would contradict each other. That nothing but the title agrees is no contradiction. */
export function contradicts(a: Prepared, b: Prepared): boolean {
  const said = outcomesOf(a, b, Number.NEGATIVE_INFINITY)!;
  const found = contradictionsOf(said, a, b);
  return verdictOf(said, found) !== 'join' && found.some((c) => c !== 'title');
}

const FIELDS = Object.keys(WEIGHTS) as Field[];
/** What every field says, '' where one of the records does not have it, and the sum of the weights. */
type Said = { [F in Field]: Outcome<F> | '' } & { score: number };

/** The most that the fields from each stage on can add. */
const most = (...fields: Field[]): number =>
  fields.reduce((sum, f) => sum + Math.max(...Object.keys(WEIGHTS[f]).map((o) => weightOf(f, o))), 0);
const WITH_PEOPLE = most('people', 'container', 'title', 'kind');
const WITH_CONTAINER = most('container', 'title', 'kind');
const WITH_TITLE = most('title', 'kind');

/** Compares the cheap fields first, and stops with null when what is left can no longer lift the score to `least`. */
function outcomesOf(first: Prepared, second: Prepared, least: number): Said | null {
  // Always looked at in the same order, so that nothing can depend on which record came first.
  const [a, b] = first.name <= second.name ? [first, second] : [second, first];
  const [x, y] = [a.keys, b.keys];
  const doi = compareDois(x.doi, y.doi);
  const pmid = sameText(x.pmid, y.pmid);
  const year = compareYears(x, y);
  const volume = sameText(x.volume, y.volume);
  const issue = sameText(x.issue, y.issue);
  const pages = comparePages(x, y);
  const abstract = compareAbstracts(x.abstract, y.abstract);
  const isbn = compareLists(x.isbns, y.isbns);
  const language = x.language && y.language && x.language !== y.language ? 'differs' : '';
  let score = weighed('doi', doi) + weighed('pmid', pmid) + weighed('year', year) + weighed('volume', volume) + weighed('issue', issue);
  score += weighed('pages', pages) + weighed('abstract', abstract) + weighed('isbn', isbn) + weighed('language', language);
  if (score + WITH_PEOPLE < least) return null;
  const people = comparePeople(x, y);
  score += weighed('people', people);
  if (score + WITH_CONTAINER < least) return null;
  const container = compareContainers(x, y);
  score += weighed('container', container);
  if (score + WITH_TITLE < least) return null;
  const title = compareTitles(a, b);
  // The words that name a kind are part of the title: where titles are one, so are the kinds they name.
  const kind = title === 'same' || title === 'slips' ? compareStated(x, y, container) : compareKinds(x, y, container);
  score += weighed('title', title) + weighed('kind', kind);
  return { doi, pmid, title, people, year, container, volume, issue, pages, abstract, isbn, language, kind, score };
}

const weighed = (field: Field, outcome: string): number => (outcome === '' ? 0 : weightOf(field, outcome));

const sameText = (a: string, b: string): 'same' | 'differs' | '' => (a && b ? (a === b ? 'same' : 'differs') : '');

/** A version at the end of a DOI: ".v2", "/v3", ".pub2". Common practice of those who keep several versions. */
const VERSION = /[./](?:v|pub|version)\d{1,2}$/;

function compareDois(a: string, b: string): Outcome<'doi'> | '' {
  if (!a || !b) return '';
  if (a === b) return 'same';
  if ((VERSION.test(a) || VERSION.test(b)) && a.replace(VERSION, '') === b.replace(VERSION, '')) return 'version';
  // Numbers in a series stand next to each other: only a letter can have slipped.
  return isOneSlip(a, b) && a.replace(/\D/g, '') === b.replace(/\D/g, '') ? 'slip' : 'differs';
}

function compareYears({ years: a }: ComparedKeys, { years: b }: ComparedKeys): Outcome<'year'> | '' {
  if (!a || !b) return '';
  const gap = Math.max(a[0] - b[1], b[0] - a[1]);
  return gap <= 0 ? 'same' : gap === 1 ? 'near' : 'differs';
}

/** An article number, not a page: "e1042", "100345". */
const numbered = (page: string): boolean => /^[a-z]*\d{4,}$/.test(page) || /^e\d/.test(page);

function comparePages(a: ComparedKeys, b: ComparedKeys): Outcome<'pages'> | '' {
  if (!a.first || !b.first) return '';
  if (a.first === b.first) return a.last && b.last && a.last !== b.last && /^[a-z]?1$/.test(a.first) ? 'form' : 'same';
  const [one, two] = [numbered(a.first) && !a.last, numbered(b.first) && !b.last];
  // "A241" and "S12" are pages of a supplement, not another form of an article number.
  return one !== two && /^\d/.test(one ? b.first : a.first) ? 'form' : 'differs';
}

function compareAbstracts(a: readonly number[], b: readonly number[]): Outcome<'abstract'> | '' {
  if (a.length === 0 || b.length === 0) return '';
  let equal = 0;
  for (let i = 0; i < SKETCH_SIZE; i++) if (a[i] === b[i]) equal++;
  return equal >= 4 ? 'same' : equal === 0 ? 'differs' : '';
}

function shares(a: readonly string[], b: readonly string[]): boolean {
  for (const x of a) if (b.includes(x)) return true;
  return false;
}

const compareLists = (a: readonly string[], b: readonly string[]): 'same' | 'differs' | '' =>
  a.length && b.length ? (shares(a, b) ? 'same' : 'differs') : '';

const NOTICES = new Set(['correction', 'retraction', 'concern']);
/** A reply is a comment too, and a retraction a correction, to some. */
const loosely = (x: string | null, y: string | null): boolean =>
  (NOTICES.has(x ?? '') && NOTICES.has(y ?? '')) || (x === 'reply' && y === 'comment') || (y === 'reply' && x === 'comment');
/** The database says in its type what the other says in the title. */
const told = (named: string | null, stated: string): boolean =>
  named === stated ||
  (NOTICES.has(stated) && NOTICES.has(named ?? '')) ||
  (stated === 'letter' && (named === 'comment' || named === 'reply'));

function compareKinds(a: ComparedKeys, b: ComparedKeys, container: string): Outcome<'kind'> | '' {
  if (a.named !== b.named) {
    if (loosely(a.named, b.named)) return 'stated';
    if ((!a.named && told(b.named, a.stated)) || (!b.named && told(a.named, b.stated))) return '';
    return a.named === 'update' || b.named === 'update' ? 'stated' : 'named';
  }
  return compareStated(a, b, container);
}

function compareStated(a: ComparedKeys, b: ComparedKeys, container: string): Outcome<'kind'> | '' {
  const [x, y] = [a.stated, b.stated];
  if (x === y) return x ? 'same' : '';
  if (x === 'preprint' || y === 'preprint') return container === 'same' ? '' : 'preprint';
  return x && y ? 'stated' : '';
}

/** Journals' names in full and shortened, with "the" and what follows a subtitle or a place left aside. */
function compareContainers(a: ComparedKeys, b: ComparedKeys): Outcome<'container'> | '' {
  if (!a.container || !b.container) return '';
  if (a.container === b.container || shares(a.issns, b.issns)) return 'same';
  const key = a.container < b.container ? `${a.container}|${b.container}` : `${b.container}|${a.container}`;
  let known = containers.get(key);
  if (known === undefined) {
    if (containers.size > 50_000) containers.clear();
    known = sameContainer(a.container, b.container);
    containers.set(key, known);
  }
  return known ? 'same' : 'differs';
}
/** Journals are few and come again and again. Only a cache of a pure function. */
const containers = new Map<string, boolean>();

function sameContainer(a: string, b: string): boolean {
  const words = (text: string) => text.split(' ').filter((w) => !STOP_WORDS.has(w));
  const [x, y] = [words(a), words(b)];
  if (x.length === 0 || y.length === 0) return false;
  const [short, long] = x.length <= y.length ? [x, y] : [y, x];
  // Longer by a subtitle or a place: "annals of x official organ of y"; a name of one word is too little to go by.
  if (short.length >= 3 && long.slice(0, short.length).join(' ') === short.join(' ')) return true;
  return x.length === y.length && x.every((word, i) => abbreviates(word, y[i]!) || abbreviates(y[i]!, word));
}

/** "occup" for "occupational", "intl" for "international": the first letters, or the first and others in their order. */
function abbreviates(short: string, long: string): boolean {
  if (long.startsWith(short)) return true;
  if (short[0] !== long[0] || short.length < 3 || short.length > 0.7 * long.length) return false;
  let at = 0;
  for (const letter of short) {
    at = long.indexOf(letter, at) + 1;
    if (at === 0) return false;
  }
  return true;
}

/** Kinds of item that are published beside an article of the same title, and are never it. */
const BESIDE_ARTICLES: ReadonlySet<string> = new Set<ComparedKeys['stated']>([
  'thesis',
  'report',
  'registration',
  'protocol',
  'meeting-abstract',
  'preprint',
]);

/**
 * What forbids two records to be one publication. A field that differs counts unless every other field that tells where
 * an item stands agrees: then it is a slip of the keyboard.
 */
function contradictionsOf(said: Said, a: Prepared, b: Prepared): Contradiction[] {
  const found: Contradiction[] = [];
  const [serial, meeting] = [a.serial || b.serial, a.meeting || b.meeting];
  const identified = said.doi === 'same' || said.pmid === 'same';
  const samePages = said.pages === 'same';
  const sameTitle = said.title === 'same' || said.title === 'slips';
  const named = said.people === 'same' || said.people === 'first' || said.people === 'swapped';
  const [inVolume, inContainer, inYear] = [said.volume === 'same', said.container === 'same', said.year === 'same'];
  const alike = sameTitle && named;
  const sureOfTitle = identified && said.title === 'same';
  if (said.pmid === 'differs') found.push('pmid');
  if (said.doi === 'slip' ? !(alike && samePages && inVolume && inContainer) : said.doi !== 'same' && said.doi !== '') found.push('doi');
  if (said.kind === 'named') found.push('named');
  if (said.kind === 'preprint' && !identified) found.push('preprint');
  if (said.title === 'numbers' || (said.title === 'number' && !identified)) found.push('numbers');
  if (said.people === 'differs' || said.people === 'initials') {
    if (!sureOfTitle) found.push('people');
  }
  if (said.pages === 'differs' && !sureOfTitle) {
    const slip = isOneSlip(a.keys.first, b.keys.first) && said.issue !== 'differs';
    if (!(slip && alike && inVolume && inContainer && inYear)) found.push('place');
  } else if (said.volume === 'differs' && !sureOfTitle) {
    if (!(named && (sameTitle || said.title === 'shorter') && samePages && inContainer && inYear)) found.push('place');
  }
  if (said.container === 'differs' && !identified) {
    // Journals change their names, and are shortened in ways that nobody foresees: page and volume are enough.
    const renamed = samePages && said.volume !== 'differs' && said.year !== 'differs' && (sameTitle || said.title === 'shorter') && named;
    if (!renamed)
      found.push(isPlaced(a.keys) === isPlaced(b.keys) ? 'container' : isOfMeeting(a.keys) || isOfMeeting(b.keys) ? 'papers' : 'elsewhere');
  }
  if (!identified && said.kind !== 'preprint' && (said.container === 'differs' || said.pages === 'differs')) {
    const [x, y] = [a.keys.stated, b.keys.stated];
    const beside = x !== y && (x === '' || y === '') && (BESIDE_ARTICLES.has(x) || BESIDE_ARTICLES.has(y));
    if (beside || a.meeting !== b.meeting) found.push('kind');
  }
  if (said.year === 'differs' && !sureOfTitle) {
    const book = a.keys.stated === 'book' && b.keys.stated === 'book';
    const there = samePages && inContainer && said.volume !== 'differs' && (inVolume || said.abstract === 'same');
    if (!(alike && there)) found.push(serial ? 'serial' : book ? 'edition' : 'year');
  }
  const sameRange = samePages && a.keys.last !== '' && a.keys.last === b.keys.last;
  const told = identified || said.abstract === 'same' || (samePages && !meeting);
  if (said.title === 'near' && !told) found.push(said.abstract === 'differs' ? 'titles' : 'wording');
  if ((said.title === 'partly' || said.title === 'subtitle') && !identified)
    found.push(said.abstract === 'same' && sameRange ? 'wording' : 'titles');
  if (said.title === 'different' && meeting && !identified) found.push('titles');
  if (said.title === 'shorter' && !(told || samePages) && said.volume !== 'same') found.push('bare');
  const placed = identified || samePages || inVolume || said.abstract === 'same' || said.isbn === 'same';
  if (said.year === 'near' && !placed && !found.includes('bare')) found.push(serial ? 'serial' : 'bare');
  const corroborated = identified || named || samePages || said.abstract === 'same' || said.isbn === 'same';
  // Notices name no authors: where they stand must do.
  const stands = said.people === '' && inContainer && inVolume && said.title === 'same';
  if (!(corroborated || stands) || (said.title === 'generic' && !samePages && !identified)) found.push('title');
  return found;
}

/** It stands in a volume, or in something that has an ISSN. */
const isPlaced = ({ volume, issns }: ComparedKeys): boolean => volume !== '' || issns.length > 0;

/** It stands in the papers of a meeting, which may be told of again as an article, or listed as one. */
const isOfMeeting = ({ container, first }: ComparedKeys): boolean =>
  first === '' && /\b(?:proceedings|meeting|conference|congress|symposium|workshop)\b/.test(container);

/** What is more often a mistake of one database than a sign of another publication, when all else agrees. */
const MISTAKES: ReadonlySet<Contradiction> = new Set<Contradiction>(['pmid', 'doi', 'place', 'container', 'people', 'year']);

function verdictOf(said: Said, contradictions: readonly Contradiction[]): Verdict {
  const { score } = said;
  if (contradictions.length === 0) return score >= THRESHOLDS.join.score ? 'join' : score >= THRESHOLDS.ask.score ? 'ask' : 'apart';
  if (contradictions.every((c) => c === 'bare' || c === 'wording' || c === 'papers'))
    return score >= THRESHOLDS.ask.score ? 'ask' : 'apart';
  if (contradictions.every((c) => c === 'title') && said.title === 'generic' && said.people === 'same' && said.container === 'same')
    return score >= THRESHOLDS.askDespite.score ? 'ask' : 'apart';
  const elsewhere = contradictions.every((c) => c === 'place' || c === 'container' || c === 'doi');
  // One text in two places: a person says whether it was published twice or listed wrongly.
  if (elsewhere && said.title === 'same' && said.people === 'same' && said.abstract === 'same' && score >= THRESHOLDS.askDespite.score)
    return 'ask';
  const mistake = contradictions.length === 1 && MISTAKES.has(contradictions[0]!) && said.title !== 'generic';
  return mistake && score >= THRESHOLDS.askDespite.score ? 'ask' : 'apart';
}
