import { type Prefilter, prefilterOf, readsLikeMethods, type Section, sentencesOf } from '@/core/classify';
import type { BibRecord } from '@/core/record';
import { CONCEPTS } from './concepts';
import { wordVectors } from './vectors';
import { stem, WORD, type WordInfo, Words } from './words';

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

/** The most of a text that is read: what was done is told before that. */
const MOST_READ = 6000;

const METHODS: readonly Section[] = ['methods'];
const ABOUT: readonly Section[] = ['results', 'unknown', 'unlabelled', 'objective'];

/** What is read of a record: signs by their numbers, each once and in the order of the text. */
export interface ReadSigns {
  ids: number[];
  /** Where each sign stands first: field, start and end. */
  at: [Sign['field'], number, number][];
  facts: Sign[];
  dense: Float32Array;
}

/** Everything of a record that the models may weigh, with the names of all signs. */
export function featuresOf(record: ReadOf): Features {
  const words = new Words(null);
  const { ids, at, facts, dense } = readSigns(record, words, true);
  const signs = ids.map((id, i): Sign => {
    const [field, start, end] = at[i]!;
    return { name: words.names[id]!, field, start, end };
  });
  return { signs, facts, dense };
}

/** Whether a sign was met in the record in hand: its number's stamp is that of the turn. */
let stamps = new Uint32Array(1024);
let turn = 0;
function isNew(id: number): boolean {
  if (id >= stamps.length) {
    const more = new Uint32Array(2 * Math.max(id, stamps.length));
    more.set(stamps);
    stamps = more;
  }
  if (stamps[id] === turn) return false;
  stamps[id] = turn;
  return true;
}

/** @param placed whether anybody wants to know where the signs stand */
export function readSigns(record: ReadOf, words: Words, placed = false): ReadSigns {
  turn = (turn + 1) >>> 0 || 1;
  const reading = new Reading(words, placed);
  reading.read(record.title.slice(0, 600), 0, 'title', 't');
  let labelled = false;
  for (const { text, start, section } of sentencesOf(record.abstract.slice(0, MOST_READ))) {
    if (section !== 'unlabelled') labelled = true;
    const told = METHODS.includes(section) || (ABOUT.includes(section) && readsLikeMethods(text));
    reading.read(text, start, 'abstract', told ? 'm' : '');
  }
  for (const word of record.container.toLowerCase().match(WORD)?.slice(0, 20) ?? [])
    reading.add(words.idOf(`c:${stem(word)}`), 'record', 0, 0);
  const facts: Sign[] = factsOf(record, labelled).map((fact) => ({ name: `f:${fact}`, field: 'record', start: 0, end: 0 }));
  addConcepts(record.title.slice(0, 600), 'title', facts);
  addConcepts(record.abstract.slice(0, MOST_READ), 'abstract', facts);
  return { ids: reading.ids, at: reading.at, facts, dense: reading.dense() };
}

/** The words of a record as they are read: an object of its own and not functions within one, which each record would make anew. */
class Reading {
  readonly ids: number[] = [];
  readonly at: ReadSigns['at'] = [];
  private readonly size = wordVectors().dimensions;
  private readonly inTitle = new Float32Array(this.size);
  private readonly inMethods = new Float32Array(this.size);
  private readonly inAll = new Float32Array(this.size);
  /** What the words of the title, of the methods and of all weigh together. */
  private readonly masses = [0, 0, 0];

  constructor(
    private readonly words: Words,
    private readonly placed: boolean,
  ) {}

  add(id: number, field: Sign['field'], start: number, end: number): void {
    if (id < 0 || !isNew(id)) return;
    this.ids.push(id);
    if (this.placed) this.at.push([field, start, end]);
  }

  read(text: string, offset: number, field: 'title' | 'abstract', zone: 't' | 'm' | ''): void {
    const { words, masses, size } = this;
    const part = zone === 't' ? this.inTitle : zone === 'm' ? this.inMethods : null;
    const { weights } = wordVectors();
    let before: WordInfo | null = null;
    let beforeAt = 0;
    WORD.lastIndex = 0;
    for (let found = WORD.exec(text); found; found = WORD.exec(text)) {
      const info = words.of(found[0]);
      const start = offset + found.index;
      const end = start + found[0].length;
      this.add(info.alone, field, start, end);
      if (zone) this.add(zone === 't' ? info.inTitle : info.inMethods, field, start, end);
      if (before) this.add(words.pairOf(before, info), field, beforeAt, end);
      before = info;
      beforeAt = start;
      if (info.place < 0) continue;
      const weight = weights[info.place]!;
      masses[2]! += weight;
      if (zone) masses[zone === 't' ? 0 : 1]! += weight;
      lean(this.inAll, part, info.place * size, weight);
    }
  }

  dense(): Float32Array {
    const dense = new Float32Array(this.size * DENSE_PARTS.length);
    for (const [k, part] of [this.inTitle, this.inMethods, this.inAll].entries()) {
      const mass = this.masses[k]!;
      if (mass > 0) for (let d = 0; d < this.size; d++) dense[k * this.size + d] = part[d]! / mass;
    }
    return dense;
  }
}

/** Adds a word's direction to the whole's, and to that of the part it stands in. */
function lean(all: Float32Array, part: Float32Array | null, from: number, weight: number) {
  const { values, steps } = wordVectors();
  const size = all.length;
  if (part)
    for (let d = 0; d < size; d++) {
      const x = weight * steps[values[from + d]!]!;
      all[d]! += x;
      part[d]! += x;
    }
  else for (let d = 0; d < size; d++) all[d]! += weight * steps[values[from + d]!]!;
}

let filter: Prefilter | null = null;
/** 1 for each way of telling that could stand in the text in hand. */
const could = new Uint8Array(CONCEPTS.length);

/** Notes which ways of telling could stand in a text, by one pass over it. */
function noteCandidates(text: string) {
  filter ??= prefilterOf(CONCEPTS.map(({ pattern }, i) => [i, pattern] as const));
  could.fill(0);
  for (const i of filter.always) could[i] = 1;
  filter.scan.read(text, -1, [], could);
}

/** Each way of telling once a part of the record, with the first words that tell it; told more than once it is `k2:` too. */
function addConcepts(text: string, field: 'title' | 'abstract', facts: Sign[]) {
  if (!text) return;
  noteCandidates(text);
  for (let i = 0; i < could.length; i++) {
    if (could[i] === 0) continue;
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
