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
const LABEL = new RegExp(
  `(?:^|(?<=[.!?)\\]]\\s{1,3})|(?<=\\n))(${LABELS.map((l) => l[1]).join('|')})\\s*(?::|\\.(?=\\s)|-(?=\\s)|\\n)\\s*`,
  'gi',
);
const sectionOf = (label: string): Section => LABELS.find(([, words]) => new RegExp(`^(?:${words})$`, 'i').test(label))?.[0] ?? 'unknown';

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
export function blocksOf(abstract: string): Block[] {
  const blocks: Block[] = [];
  let open: Omit<Block, 'to'> = { label: '', section: 'unknown', from: 0 };
  for (const found of abstract.matchAll(LABEL)) {
    if (found.index > open.from) blocks.push({ ...open, to: found.index });
    open = { label: found[1]!, section: sectionOf(found[1]!), from: found.index + found[0].length };
  }
  if (open.from < abstract.length) blocks.push({ ...open, to: abstract.length });
  // One label alone is more likely a word at the head of a sentence than a structure.
  return blocks.filter((b) => b.section !== 'unknown').length >= 2
    ? blocks
    : abstract
      ? [{ label: '', section: 'unknown', from: 0, to: abstract.length }]
      : [];
}

/**
 * The sentences of an abstract with their sections, as the labels say. Without labels they are `unlabelled`: there the
 * reader of cues takes those that read like methods for methods.
 */
export function sentencesOf(abstract: string): Sentence[] {
  const blocks = blocksOf(abstract);
  const structured = blocks.length > 1;
  return blocks.flatMap(({ from, to, section }) =>
    splitSentences(abstract.slice(from, to)).map(({ text, start }) => ({
      text,
      start: start + from,
      section: structured ? section : 'unlabelled',
    })),
  );
}

function splitSentences(text: string): { text: string; start: number }[] {
  const out: { text: string; start: number }[] = [];
  let from = 0;
  for (const end of text.matchAll(/(?<!\b(?:vs|e\.g|i\.e|al|no|Dr|approx))[.!?](?=\s+[A-Z0-9“"(])/g)) {
    out.push({ text: text.slice(from, end.index + 1), start: from });
    from = end.index + 1;
  }
  if (text.slice(from).trim()) out.push({ text: text.slice(from), start: from });
  return out.map((s) => {
    const lead = s.text.length - s.text.trimStart().length;
    return { text: s.text.trim(), start: s.start + lead };
  });
}
