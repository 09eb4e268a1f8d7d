import { remembered } from '@/core/record';
import { oneSpelling, STOP_WORDS } from './normalise';

/** What a title itself says the item is, beside a plain publication. */
export const SELF_NAMED = [
  'correction',
  'retraction',
  'concern',
  'comment',
  'reply',
  'protocol',
  'registration',
  'preprint',
  'meeting-abstract',
  'book-review',
  'update',
] as const;
export type SelfNamed = (typeof SELF_NAMED)[number];

/** What a title calls itself, and the title of the publication it speaks of or belongs to. */
export interface TitleParts {
  kind: SelfNamed | null;
  /** The title without the words by which it names its kind, still as printed. */
  core: string;
}

const QUOTE = '["“”‘’\'«»]';

/**
 * How items name their kind: the words, and where they stand. Order matters: the first that fits wins.
 * Common practice of publishers; "Correction to:" and "Retraction:" are also what the ICMJE recommendations ask for.
 */
const PREFIXES: readonly [SelfNamed, RegExp][] = [
  [
    'retraction',
    /^(?:notice of )?retraction(?: notice| note)?(?: (?:of|to|for))?\s*[:.–—-]\s*|^(?:notice of )?retraction(?: notice| note)? (?:of|to|for) /i,
  ],
  [
    'concern',
    /^(?:editorial )?expression of concern(?: (?:about|on|for|to|regarding))?\s*[:.–—-]\s*|^(?:editorial )?expression of concern (?:about|on|for|to|regarding) /i,
  ],
  [
    'correction',
    /^(?:publisher|author)?\s*(?:correction|erratum|corrigendum|errata|corrigenda)(?: notice)?(?: (?:to|for|of|in))?\s*[:.–—-]\s*|^(?:publisher |author )?(?:correction|erratum|corrigendum|errata|corrigenda) (?:to|for|of|in) /i,
  ],
  [
    'reply',
    /^(?:the )?(?:authors?['’]?s?['’]? )?(?:reply|response|rejoinder)(?: (?:to|by|from))?\s*[:.–—-]\s*|^(?:the )?(?:authors?['’]?s?['’]? )?(?:reply|response|rejoinder) to /i,
  ],
  [
    'comment',
    /^(?:invited )?(?:comments?|commentary|letter(?: to the editors?)?|editorial comment)(?: (?:on|about|regarding|to))?\s*[:.–—-]\s*|^(?:comments?|commentary|letter) (?:on|about|regarding) /i,
  ],
  ['book-review', /^(?:book|film|media) reviews?\s*[:.–—-]\s*|^review of (?=["“«])/i],
  ['registration', /^(?:trial|study) registration\s*[:.–—-]\s*/i],
  ['preprint', /^preprint\s*[:.–—-]\s*/i],
  [
    'meeting-abstract',
    /^(?:(?:poster|oral|conference|meeting) )?abstract\s{1,3}(?:no\.? ?)?[a-z]{0,3}[-‐]?\d{1,6}\s{0,3}[:.–—-]?\s{0,3}|^(?:(?:poster|oral|conference|meeting) )?abstract\s{0,3}[:.–—-]\s{0,3}|^(?:p|o|op|pp|s)[-‐ ]?\d{1,4}\s{0,3}[:.–—-]?\s{1,3}(?=\p{L})/iu,
  ],
];

const SUFFIXES: readonly [SelfNamed, RegExp][] = [
  ['reply', /\s*[:.–—-]\s*(?:the )?authors?['’]?s?['’]? (?:reply|response)\s*$|\s*[:.–—-]\s*(?:reply|rejoinder)\s*$/i],
  ['correction', /\s*[:.–—-]\s*(?:erratum|corrigendum|correction)\s*$|\s*[[(](?:erratum|corrigendum|correction)[\])]\s*$/i],
  ['preprint', /\s*[[(]preprint[\])]\s*$|\s*[:.–—-]\s*(?:a )?preprint\s*$/i],
  [
    'protocol',
    /\s{0,3}[:.–—-]\s{0,3}(?:rationale,? (?:and )?design[^:]*|(?:a |the |an? \S+ )?(?:study|trial|review|research)? ?protocol(?: (?:of|for) .*)?)\s{0,3}\.?$/i,
  ],
  ['registration', /\s*[[(](?:trial|study) registration[\])]\s*$/i],
  ['meeting-abstract', /\s*[[(](?:meeting |conference |poster )?abstract[\])]\s*$/i],
  [
    'update',
    /\s*[[(](?:(?:an? |the )?(?:first|second|third|fourth|fifth|\d+(?:st|nd|rd|th)) )?(?:\d{4} )?(?:update|revision)(?:[: ]\d{4})?[\])]\s*\.?$|\s*[:,.–—-]\s*(?:an? )?(?:\d{4} |(?:first|second|third) )?update\s*\.?$/i,
  ],
];

/** A title that names a review as the update of one, in the middle of its words. */
const UPDATED =
  /\b(?:an? )?(?:updated|update of an? (?:systematic )?|living update of an? )\s?(?=(?:systematic|scoping|umbrella|rapid|meta-?analy|review))/i;

const unquoted = (text: string): string => text.replace(new RegExp(`^${QUOTE}+|${QUOTE}+\\s*\\.?$`, 'gu'), '').trim();

/** Some word without which no title names a kind: most titles need no closer look. */
const MAY_NAME =
  /retract|concern|correct|errat|corrig|repl|respon|rejoind|comment|letter|review|registration|preprint|abstract|protocol|design|updat|revision|^(?:p|o|op|pp|s)[-‐ ]?\d/i;

/** Reads what a title calls its item. A title that is nothing but such a word has no core. */
export function titleParts(title: string): TitleParts {
  const text = title
    .trim()
    .replace(/^\[(.*)\]\.?$/s, '$1')
    .replace(/(?<!\.)\.$/, '');
  if (!MAY_NAME.test(text)) return { kind: null, core: text };
  for (const [kind, pattern] of PREFIXES) {
    const found = pattern.exec(text);
    const core = found ? unquoted(text.slice(found[0].length)) : '';
    if (core) return { kind, core };
  }
  for (const [kind, pattern] of SUFFIXES) {
    const found = pattern.exec(text);
    if (found && found.index > 0) return { kind, core: unquoted(text.slice(0, found.index)) };
  }
  if (UPDATED.test(text)) return { kind: 'update', core: text.replace(UPDATED, (m) => (/^an? /i.test(m) ? 'a ' : '')) };
  return { kind: null, core: text };
}

const SUBTITLE = /\s*[:?]\s+(?=\S)|\s+[–—-]\s+(?=\S)|\.\s+(?=\S)/g;

/** The part of a title before its subtitle, when it is long enough to mean something. */
export function mainTitle(title: string): string {
  SUBTITLE.lastIndex = 12;
  const found = SUBTITLE.exec(title);
  return found ? title.slice(0, found.index) : title;
}

/** Titles that come again every year with another content. Common practice. */
export const SERIAL =
  /\b(?:annual|yearly|quarterly|monthly|biennial) (?:report|review|survey|meeting|statistics|update)\b|\byearbook\b|\bproceedings of the \d/i;

const ROMAN = /^(?:i|ii|iii|iv|v|vi|vii|viii|ix|x|xi|xii)$/;
const ORDINALS: Record<string, string> = { one: '1', two: '2', three: '3', four: '4', first: '1', second: '2', third: '3', fourth: '4' };
const ROMAN_VALUES = ['i', 'ii', 'iii', 'iv', 'v', 'vi', 'vii', 'viii', 'ix', 'x', 'xi', 'xii'];

/** The number that a word of a title is, or ''. Roman numerals up to twelve, as parts are numbered. */
export const numberOf = remembered(numberIn, 50_000);

function numberIn(word: string): string {
  if (/\d/.test(word)) return word;
  if (ROMAN.test(word)) return String(ROMAN_VALUES.indexOf(word) + 1);
  return ORDINALS[word] ?? '';
}

/** The words of a normalised title in one spelling, in their order. */
export const wordsOf = (normalised: string): string[] => (normalised ? normalised.split(' ').map(oneSpelling) : []);

/** The words that a title is about: without stop words and numbers. */
export const contentWords = (words: readonly string[]): string[] => words.filter((w) => w.length > 1 && !STOP_WORDS.has(w));

/** A normalised title as families compare it, in one spelling, without spaces that hyphens may have left. */
export const coreKey = (normalised: string): string => wordsOf(normalised).join('');
