import { type Prefilter, prefilterOf, readsLikeMethods, type Section, sentencesOf } from '@/core/classify';
import type { BibRecord } from '@/core/record';
import { CONCEPTS } from './concepts';
import { wordVectors } from './vectors';

/** What of a record the models read. Nothing in it says which rules fired: these bound the answer, and do not give it. */
export type ReadOf = Pick<
  BibRecord,
  'title' | 'abstract' | 'container' | 'volume' | 'issue' | 'pages' | 'isbns' | 'issns' | 'publisher' | 'authors' | 'headings'
>;

/** A word or fact that a model can weigh, and where it stands. */
export interface Sign {
  /** `w:` a word, `b:` two words in a row, `t:` in the title, `m:` where methods are told, `c:` in the container, `f:` a fact, `k:` a way of telling. */
  name: string;
  field: 'title' | 'abstract' | 'record';
  start: number;
  end: number;
}

export interface Features {
  /** Words and pairs of words: there are many, and each says little. */
  signs: Sign[];
  /** Facts and ways of telling: there are few, and each says much. */
  facts: Sign[];
  /** Mean directions of the words of the title, of what was done, and of all: one after the other. */
  dense: Float32Array;
}

/** Parts of a text that have a mean direction of their own. */
export const DENSE_PARTS = ['title', 'methods', 'all'] as const;

const WORD = /[a-z]+(?:['’-][a-z]+)*|\d+(?:[.,]\d+)*|%/gi;
/** The most of a text that is read: what was done is told before that. */
const MOST_READ = 6000;

/** Endings that tell the form of a word and not what it means. A light form of what Porter (1980) does. */
export function stem(word: string): string {
  if (word.length < 5) return word;
  return word.replace(/(?:ies|ied)$/, 'y').replace(/(?<=[a-z]{3})(?:ings?|edly|ed|es|ly|s)$/, '');
}

type Wanted = { has(name: string): boolean; keys(): Iterable<string> };

/** All that is asked of a word wherever it stands: worked out once. Names that nobody weighs are ''. */
interface WordInfo {
  word: string;
  alone: string;
  inTitle: string;
  inMethods: string;
  /** Whether some pair that is weighed begins or ends with it. */
  begins: boolean;
  ends: boolean;
  /** Where its direction stands; -1 when it has none. */
  place: number;
}

class Words {
  private readonly known = new Map<string, WordInfo>();
  private readonly first = new Set<string>();
  private readonly second = new Set<string>();

  constructor(private readonly wanted: Wanted | null) {
    for (const name of wanted?.keys() ?? []) {
      if (!name.startsWith('b:')) continue;
      const [a, b] = name.slice(2).split(' ') as [string, string];
      this.first.add(a);
      this.second.add(b);
    }
  }

  of(printed: string): WordInfo {
    const known = this.known.get(printed);
    if (known) return known;
    const raw = printed.toLowerCase().replace('’', "'");
    const word = /^\d/.test(raw) ? '#' : stem(raw);
    const named = (zone: string) => (!this.wanted || this.wanted.has(`${zone}:${word}`) ? `${zone}:${word}` : '');
    const info: WordInfo = {
      ...{ word, alone: named('w'), inTitle: named('t'), inMethods: named('m') },
      ...{ begins: !this.wanted || this.first.has(word), ends: !this.wanted || this.second.has(word) },
      place: wordVectors().places.get(raw) ?? -1,
    };
    // A language has so many words; what comes after these is slips and names, which need not be kept.
    if (this.known.size < MOST_WORDS) this.known.set(printed, info);
    return info;
  }
}
const MOST_WORDS = 60_000;

/** The words as one set of wanted signs sees them; another set begins anew. */
let lately: { wanted: Wanted | null; words: Words } | null = null;
function wordsFor(wanted: Wanted | null): Words {
  if (lately?.wanted !== wanted) lately = { wanted, words: new Words(wanted) };
  return lately!.words;
}

const METHODS: readonly Section[] = ['methods'];
const ABOUT: readonly Section[] = ['results', 'unknown', 'unlabelled', 'objective'];

/**
 * Everything of a record that the models may weigh.
 * @param wanted names of signs that have a weight; others are left out. All of them when not given.
 */
export function featuresOf(record: ReadOf, wanted: Wanted | null = null): Features {
  const vectors = wordVectors();
  const size = vectors.dimensions;
  const dense = new Float32Array(size * DENSE_PARTS.length);
  const masses = [0, 0, 0];
  const signs: Sign[] = [];
  const facts: Sign[] = [];
  const seen = new Set<string>();
  const words = wordsFor(wanted);
  const add = (name: string, field: Sign['field'], start: number, end: number) => {
    if (seen.has(name)) return;
    seen.add(name);
    signs.push({ name, field, start, end });
  };
  const addPair = (name: string, field: Sign['field'], start: number, end: number) => {
    if (!wanted || wanted.has(name)) add(name, field, start, end);
  };
  const lean = (part: number, place: number) => {
    const weight = vectors.weights[place]!;
    masses[part]! += weight;
    for (let d = 0; d < size; d++) dense[part * size + d]! += weight * vectors.values[place * size + d]!;
  };
  const read = (text: string, offset: number, field: 'title' | 'abstract', zone: 't' | 'm' | '') => {
    let before: WordInfo | null = null;
    let beforeAt = 0;
    WORD.lastIndex = 0;
    for (let found = WORD.exec(text); found; found = WORD.exec(text)) {
      const info = words.of(found[0]);
      const start = offset + found.index;
      const end = start + found[0].length;
      if (info.alone) add(info.alone, field, start, end);
      const own = zone === 't' ? info.inTitle : zone === 'm' ? info.inMethods : '';
      if (own) add(own, field, start, end);
      if (before?.begins && info.ends) addPair(`b:${before.word} ${info.word}`, field, beforeAt, end);
      before = info;
      beforeAt = start;
      if (info.place < 0) continue;
      lean(2, info.place);
      if (zone === 't') lean(0, info.place);
      else if (zone === 'm') lean(1, info.place);
    }
  };
  read(record.title.slice(0, 600), 0, 'title', 't');
  let labelled = false;
  for (const { text, start, section } of sentencesOf(record.abstract.slice(0, MOST_READ))) {
    if (section !== 'unlabelled') labelled = true;
    const told = METHODS.includes(section) || (ABOUT.includes(section) && readsLikeMethods(text));
    read(text, start, 'abstract', told ? 'm' : '');
  }
  for (const word of record.container.toLowerCase().match(WORD)?.slice(0, 20) ?? []) addPair(`c:${stem(word)}`, 'record', 0, 0);
  for (const fact of factsOf(record, labelled)) facts.push({ name: `f:${fact}`, field: 'record', start: 0, end: 0 });
  addConcepts(record.title.slice(0, 600), 'title', facts);
  addConcepts(record.abstract.slice(0, MOST_READ), 'abstract', facts);
  masses.forEach((mass, part) => {
    if (mass > 0) for (let d = 0; d < size; d++) dense[part * size + d]! /= mass;
  });
  return { signs, facts, dense };
}

let filter: Prefilter | null = null;

/** Ways of telling that could stand in a text, by one pass over it. */
function candidatesIn(text: string): number[] {
  filter ??= prefilterOf(CONCEPTS.map(({ pattern }, i) => [i, pattern] as const));
  const could = new Uint8Array(CONCEPTS.length);
  for (const i of filter.always) could[i] = 1;
  filter.scan.run(text, (i) => {
    could[i] = 1;
  });
  return [...could.keys()].filter((i) => could[i]);
}

/** Each way of telling once a part of the record, with the first words that tell it; told more than once it is `k2:` too. */
function addConcepts(text: string, field: 'title' | 'abstract', facts: Sign[]) {
  if (!text) return;
  for (const i of candidatesIn(text)) {
    const { name, pattern } = CONCEPTS[i]!;
    pattern.lastIndex = 0;
    const found = pattern.exec(text);
    if (!found) continue;
    const sign = { field, start: found.index, end: found.index + found[0].length };
    facts.push({ name: `${field === 'title' ? 'kt' : 'k'}:${name}`, ...sign });
    if (field === 'abstract' && pattern.exec(text)) facts.push({ name: `k2:${name}`, ...sign });
  }
}

/** How the record is filled in and how its text is written, as facts that hold or do not. */
function factsOf(r: ReadOf, labelled: boolean): string[] {
  const text = `${r.title}\n${r.abstract}`;
  const facts: Record<string, boolean> = {
    'no abstract': r.abstract === '',
    'short abstract': r.abstract !== '' && r.abstract.length < 350,
    'long abstract': r.abstract.length > 1400,
    'labelled abstract': labelled && r.abstract !== '',
    'no author': r.authors.length === 0,
    'one author': r.authors.length === 1,
    'many authors': r.authors.length > 5,
    volume: r.volume !== '',
    issue: r.issue !== '',
    pages: r.pages !== '',
    'one page': /^[^-–]+$/.test(r.pages) && r.pages !== '',
    isbn: r.isbns.length > 0,
    issn: r.issns.length > 0,
    publisher: r.publisher !== '',
    container: r.container !== '',
    headings: r.headings.length > 0,
    'a question for a title': r.title.trim().endsWith('?'),
    'a title in two parts': /[:–—]\s/.test(r.title),
    'in the first person': /\b(?:I|my)\b/.test(r.abstract),
    'we did': /\bwe\b/i.test(r.abstract),
    'what will be done': /\b(?:will|shall) (?:be|recruit|ask|invite|compare|measure|include|take)\b/i.test(text),
    percentages: /\d\s?%/.test(r.abstract),
    'a statistical test': /\bp\s?[<=>]|\bCI\b|confidence interval|\bodds ratio|hazard ratio|\bregress/i.test(r.abstract),
    'quoted speech': /["“”]/.test(text),
    'a number of people':
      /\b\d[\d,. ]*\s(?:[a-z]+\s){0,2}(?:patients?|people|women|men|children|adults|students?|pupils?|nurses?|participants?|households?|teachers?)\b/i.test(
        text.slice(0, MOST_READ),
      ),
  };
  return Object.keys(facts).filter((name) => facts[name]);
}
