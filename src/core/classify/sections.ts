/** `unlabelled` is a sentence of an abstract that has no labels; `unknown` one whose section cannot be told. */
export type Section = 'background' | 'objective' | 'methods' | 'results' | 'conclusions' | 'unknown' | 'unlabelled';

/** A sentence of an abstract, with its offsets in it and the section it stands in. */
export interface Sentence {
  text: string;
  start: number;
  section: Section;
}

/** Labels of structured abstracts as journals print them (common practice). */
const LABELS: [Section, string][] = [
  ['background', 'background|introduction|context|rationale|importance'],
  ['objective', 'objectives?|aims?|purpose|question|hypothesis|background and (?:aims?|objectives?)'],
  [
    'methods',
    'methods?|materials? and methods|patients and methods|participants|design|study design|design and setting|setting|interventions?|procedures?|measurements?|search methods|data sources|study selection|data extraction|methodology|design, setting,? and participants|main outcomes?(?: and)? measures?|selection criteria|data collection and analysis',
  ],
  ['results', 'results?|findings|main results|outcomes'],
  [
    'conclusions',
    "conclusions?|discussion|interpretation|implications|authors'? conclusions|conclusions and relevance|significance|trial registration|registration|funding",
  ],
];
const SECTION_OF = new Map(LABELS.flatMap(([section, words]) => expand(words).map((w) => [w, section] as const)));
/** "aims?" is "aim" and "aims"; "main outcomes?(?: and)? measures?" has eight forms. */
function expand(words: string): string[] {
  return words.split(/\|(?![^(]*\))/).flatMap((word) => {
    let forms = [''];
    for (const part of word.match(/\(\?:[^)]*\)\??|.\??/g) ?? []) {
      const optional = part.endsWith('?');
      const plain = part.replace(/\?$/, '');
      const choices = plain.startsWith('(?:') ? plain.slice(3, -1).split('|').flatMap(expand) : [plain];
      forms = forms.flatMap((f) => [...(optional ? [f] : []), ...choices.map((c) => f + c)]);
    }
    return forms;
  });
}
const isLetter = (c: number): boolean => (c | 32) >= 97 && (c | 32) <= 122;
const isBlank = (c: number): boolean => c === 32 || (c >= 9 && c <= 13) || c === 160;
/** Patterns of the labels that begin with a word, by that word; longer labels come before those they begin with. */
const LABELS_FROM = new Map<string, RegExp>();
for (const word of new Set([...SECTION_OF.keys()].map((label) => firstWord(label, 0)))) {
  const labels = [...SECTION_OF.keys()].filter((label) => firstWord(label, 0) === word).sort((x, y) => y.length - x.length);
  LABELS_FROM.set(word, new RegExp(`(${labels.join('|')})\\s*(?::|\\.(?=\\s)|-(?=\\s)|\\n)\\s*`, 'iy'));
}
/** The letters at a place, in lower case; '' when they are more than any label begins with. */
function firstWord(text: string, at: number): string {
  let end = at;
  while (end - at < 16 && end < text.length && isLetter(text.charCodeAt(end))) end++;
  return text.slice(at, end).toLowerCase();
}
const sectionOf = (label: string): Section => SECTION_OF.get(label.toLowerCase()) ?? 'unknown';

/** What was done is told in the past: an unstructured sentence with a verb in the past may be methods. */
const METHODS_LIKE =
  /\b(?:was|were|\w{2,}ed|we|made|took|gave|sat|wore|ran|drew|held|built|flew|taught|chose|grew|underwent)\b|\bmarkov model\b|\ba? ?(?:random|stratified|probability) sample of\b/i;
/** Signs that a sentence speaks of other work, or of work to come. */
const ELSEWHERE =
  /\b(?:previous(?:ly)?|earlier|prior|unlike|future|further|needed|warranted|should|others|literature|recent(?:ly)?|remains?|have been|has been)\b/i;

export const readsLikeMethods = (sentence: string): boolean => METHODS_LIKE.test(sentence) && !ELSEWHERE.test(sentence);

/** A stretch of an abstract under one label; `label` is as printed, '' where there is none. */
export interface Block {
  label: string;
  section: Section;
  /** Offsets of the text after the label. */
  from: number;
  to: number;
}

/** The labelled stretches of an abstract, in order. An unstructured one is a single block without a label. */
export const blocksOf = (abstract: string): Block[] => blocksAt(abstract, startsOf(abstract));

function blocksAt(abstract: string, starts: readonly number[]): Block[] {
  if (!abstract) return [];
  const blocks: Block[] = [];
  let open: Omit<Block, 'to'> = { label: '', section: 'unknown', from: 0 };
  let named = 0;
  for (const at of starts) {
    const label = at < open.from ? undefined : LABELS_FROM.get(firstWord(abstract, at));
    if (!label) continue;
    label.lastIndex = at;
    const found = label.exec(abstract);
    if (!found) continue;
    if (at > open.from) blocks.push({ label: open.label, section: open.section, from: open.from, to: at });
    open = { label: found[1]!, section: sectionOf(found[1]!), from: at + found[0].length };
    if (open.section !== 'unknown') named++;
  }
  if (open.from < abstract.length) blocks.push({ label: open.label, section: open.section, from: open.from, to: abstract.length });
  // One label alone is more likely a word at the head of a sentence than a structure.
  return named >= 2 && blocks.length > 1 ? blocks : [{ label: '', section: 'unknown', from: 0, to: abstract.length }];
}

/**
 * The sentences of an abstract with their sections, as the labels say. Without labels they are `unlabelled`: there the
 * reader of cues takes those that read like methods for methods.
 */
export function sentencesOf(abstract: string): Sentence[] {
  const starts = startsOf(abstract);
  const blocks = blocksAt(abstract, starts);
  const structured = blocks.length > 1;
  const sentences: Sentence[] = [];
  for (const { from, to, section } of blocks) {
    let begin = from;
    for (let k = 0; k <= starts.length; k++) {
      const end = k === starts.length ? to : Math.min(starts[k]!, to);
      if (end <= begin) continue;
      const piece = abstract.slice(begin, end);
      const text = piece.trim();
      if (text)
        sentences.push({ text, start: begin + piece.length - piece.trimStart().length, section: structured ? section : 'unlabelled' });
      begin = end;
      if (end === to) break;
    }
  }
  return sentences;
}

/** Abbreviations whose stop ends no sentence. */
const ABBREVIATIONS: ReadonlySet<string> = new Set(['vs', 'e.g', 'i.e', 'al', 'no', 'Dr', 'approx']);
const LONGEST_ABBREVIATION = 6;
/** A capital, a digit, an opening quotation mark or bracket. */
const opens = (c: number): boolean => (c >= 65 && c <= 90) || (c >= 48 && c <= 57) || c === 34 || c === 0x201c || c === 40;

/** A stop before white space, or the end of a line. */
const STOP = /[.!?](?=\s)|\n/g;

/** Where sentences begin: at the text's beginning, after a stop and white space before a capital, and on a new line. */
function startsOf(text: string): number[] {
  const starts = [0];
  let last = 0;
  STOP.lastIndex = 0;
  while (STOP.test(text)) {
    const i = STOP.lastIndex - 1;
    let next = i + 1;
    while (next < text.length && isBlank(text.charCodeAt(next))) next++;
    if (next >= text.length) break;
    const stop = text.charCodeAt(i) !== 10;
    if (stop && (!opens(text.charCodeAt(next)) || isAbbreviated(text, i))) continue;
    if (last !== next) starts.push(next);
    last = next;
  }
  return starts;
}

/** Whether the stop at a place ends an abbreviation rather than a sentence. */
function isAbbreviated(text: string, stop: number): boolean {
  let from = stop;
  while (from > 0 && stop - from <= LONGEST_ABBREVIATION && (isLetter(text.charCodeAt(from - 1)) || text.charCodeAt(from - 1) === 46))
    from--;
  return stop - from <= LONGEST_ABBREVIATION && ABBREVIATIONS.has(text.slice(from, stop));
}
