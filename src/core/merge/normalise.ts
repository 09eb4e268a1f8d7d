import { remembered } from '@/core/record';

/** Letters that NFKD does not take apart. @source Unicode, Latin-1 Supplement and Latin Extended-A; folding is common practice */
const FOLDED: Record<string, string> = { ø: 'o', ł: 'l', ı: 'i', æ: 'ae', œ: 'oe', ß: 'ss', đ: 'd', ð: 'd', þ: 'th', ħ: 'h' };
const GREEK: Record<string, string> = { α: 'alpha', β: 'beta', γ: 'gamma', δ: 'delta', κ: 'kappa', λ: 'lambda', μ: 'mu', ω: 'omega' };
const ENTITIES: Record<string, string> = { amp: ' and ', lt: ' ', gt: ' ', nbsp: ' ', quot: ' ', apos: "'", ndash: ' ', mdash: ' ' };

const ASCII = /^[ -~]*$/;

const PARTING = /[^\p{L}\p{N}]+/gu;
const ASCII_PARTING = /[^a-z0-9]+/g;

/** Letters and digits only, lower case, without diacritics, markup and entities; words parted by one space; "&" is "and". */
export function normaliseText(text: string): string {
  let clean = text;
  if (clean.includes('<')) clean = clean.replace(/<[^>]{1,80}>/g, '');
  if (clean.includes('&'))
    clean = clean.replace(/&([a-z]{2,8});/gi, (_, name: string) => ENTITIES[name.toLowerCase()] ?? ' ').replace(/&/g, ' and ');
  clean = clean.toLowerCase();
  // An apostrophe inside a word parts nothing: "O'Dowd", "authors'". Most text is ASCII, which is quicker to go through.
  if (ASCII.test(clean)) {
    if (clean.includes("'")) clean = clean.replace(/'(?=[a-z])/g, '');
    return clean.replace(ASCII_PARTING, ' ').trim();
  }
  return clean
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[øłıæœßđðþħ]/g, (l) => FOLDED[l]!)
    .replace(/[αβγδκλμω]/g, (l) => GREEK[l]!)
    .replace(/['’](?=\p{L})/gu, '')
    .replace(PARTING, ' ')
    .trim();
}

/** A title for comparison: normalised, without a leading article or the brackets of a translated title. */
export const normaliseTitle = (title: string): string => normaliseText(title).replace(/^(?:the|an?) /, '');

/**
 * A word in one spelling for British and American ones: "labour" and "labor", "randomised" and "randomized",
 * "haemoglobin" and "hemoglobin", "modelling" and "modeling", "centre" and "center". For comparison only: what comes
 * out need not be a word. Common practice.
 */
export const oneSpelling = remembered(spelt, 50_000);

function spelt(word: string): string {
  if (word.length < 5) return word;
  return word
    .replace(/ae|oe/g, 'e')
    .replace(/^([a-z]{3,})our(s|ed|ing|al|ally|er|ers)?$/, '$1or$2')
    .replace(/iz(e|ed|es|er|ers|ing|ation|ations)$/, 'is$1')
    .replace(/yz(e|ed|es|er|ers|ing)$/, 'ys$1')
    .replace(/ll(?=(?:ing|ed|er|ers)$)/, 'l')
    .replace(/tre(s)?$/, 'ter$1');
}

/** Words that say little of what a title is about. */
export const STOP_WORDS: ReadonlySet<string> = new Set(
  `a an and are as at by do does for from has have how in into is it its of on or the their to what when which who with within without
  among between after before during than that this via versus vs under over using use used based`.split(/\s+/),
);

/** Titles that many different items share: never a reason to join. Common practice. */
const GENERIC =
  /^(?:editorial|guest editorial|editors? note|reply|authors? reply|the authors? reply|authors? response|response|letters?|letters? to the editors?|to the editors?|correspondence|comments?|commentary|invited commentary|in this issue|from the editors?|erratum|errata|correction|corrigendum|retraction|book reviews?|news|obituary|abstracts?|introduction|foreword|preface|conclusions?|index|contents|table of contents|announcements?|summary|discussion|questions? and answers?|annual report(?: \d{4})?|proceedings|poster abstracts?|abstracts? of papers|untitled|no title)$/;

export const isGenericTitle = (normalised: string): boolean => GENERIC.test(normalised) || normalised.split(' ').length < 3;
