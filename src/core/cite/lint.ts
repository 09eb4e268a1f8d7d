import { toCsl } from '@/core/formats';
import { type BibRecord, type Person, readDate } from '@/core/record';

/** What can be wrong with a citation. Each is a doubt for a person to settle, not a verdict. */
export const LINT_CODES = {
  'title-capitals': 'The title is in capitals throughout.',
  'title-headline': 'Nearly every word of the title begins with a capital; most styles want a sentence.',
  markup: 'Marks of formatting stand in the text.',
  'title-end': 'The title ends with a full stop.',
  'name-capitals': 'A name is in capitals throughout.',
  'name-swapped': 'A family name looks like initials: given and family name may have changed places.',
  'name-single': 'A name has a single word: it may be a group, or its given name is missing.',
  'name-others': '“et al.” or “and others” stands among the names.',
  missing: 'A field that a reference of this type prints is missing.',
  'missing-if-printed': 'Volume or pages are missing: right for an article that is only online, else set them.',
  'missing-day': 'A reference to a newspaper prints the day, and only the month or year is known.',
  'pages-form': 'The pages have an unusual form.',
  'pages-order': 'The last page comes before the first.',
  'year-far': 'The year is in the future or long before print.',
  'container-capitals': 'The name of the journal or book is in capitals throughout.',
} as const;
export type LintCode = keyof typeof LINT_CODES;
export type LintField = 'title' | 'authors' | 'container' | 'issued' | 'volume' | 'pages' | 'doi' | 'publisher';

export interface Lint {
  code: LintCode;
  field: LintField;
  /** The part it is about. */
  found: string;
  /** What the whole field could be instead; null where only a person can say. */
  suggestion: string | null;
}

/** What a reference of a type prints, by CSL item type. */
const NEEDED: Record<string, readonly LintField[]> = {
  'article-journal': ['title', 'authors', 'container', 'issued', 'volume', 'pages'],
  'article-magazine': ['title', 'container', 'issued'],
  'article-newspaper': ['title', 'container', 'issued'],
  book: ['title', 'authors', 'issued', 'publisher'],
  chapter: ['title', 'authors', 'container', 'issued', 'publisher', 'pages'],
  'paper-conference': ['title', 'authors', 'container', 'issued'],
  thesis: ['title', 'authors', 'issued', 'publisher'],
  report: ['title', 'issued', 'publisher'],
};
const NEEDED_BY_ALL: readonly LintField[] = ['title', 'issued'];

/**
 * Looks over a citation as a person would before it is printed: capitals, markup, names, missing fields, pages.
 * @param now year that nothing can be after, or one after it
 * @source what is asked for a type follows the reference types of CSL 1.0.2; the rest is common practice
 */
export function lintCitation(item: BibRecord, now: number): Lint[] {
  const found: Lint[] = [...titleLints(item), ...nameLints(item.authors), ...pageLints(item.pages)];
  if (isCapitals(item.container) && item.container.length > 5)
    found.push({ code: 'container-capitals', field: 'container', found: item.container, suggestion: headline(item.container) });
  const date = item.dates.issue || item.dates.online;
  const year = date ? readDate(date) : null;
  const y = year ? new Date(year.from * 86_400_000).getUTCFullYear() : null;
  if (y !== null && (y > now + 1 || y < 1450)) found.push({ code: 'year-far', field: 'issued', found: date, suggestion: null });
  const type = String(toCsl(item).type ?? '');
  for (const field of NEEDED[type] ?? NEEDED_BY_ALL) {
    if (fieldOf(item, field)) continue;
    // An article that is only online has a DOI in place of volume and pages.
    const online = (field === 'pages' || field === 'volume') && item.doi;
    found.push({ code: online ? 'missing-if-printed' : 'missing', field, found: '', suggestion: null });
  }
  if (type === 'article-newspaper' && year && year.from !== year.to)
    found.push({ code: 'missing-day', field: 'issued', found: date, suggestion: null });
  return found;
}

function fieldOf(item: BibRecord, field: LintField): string {
  if (field === 'authors') return item.authors.map((a) => a.family).join();
  if (field === 'issued') return item.dates.issue || item.dates.online;
  return item[field];
}

const letters = (text: string) => text.replace(/[^\p{L}]/gu, '');
const isCapitals = (text: string): boolean => letters(text).length > 1 && text === text.toUpperCase() && text !== text.toLowerCase();
const small = (word: string) => word.toLowerCase();
const capital = (word: string) => word.replace(/\p{L}/u, (c) => c.toUpperCase());
/** First word and the first after a colon with a capital, the rest small: names must be set right by a person. */
const sentence = (text: string): string =>
  small(text).replace(/(^|[:?!.]\s)(\P{L}*)(\p{L})/gu, (_, before, mark, c) => before + mark + c.toUpperCase());
const headline = (text: string): string =>
  small(text).replace(/[\p{L}’']+/gu, (w, at: number) => (at > 0 && MINOR.has(w) ? w : capital(w)));
const MINOR = new Set(['of', 'the', 'and', 'in', 'on', 'for', 'to', 'a', 'an', 'at', 'by', 'with', 'from', 'or', 'und', 'et', 'de']);

const MARKUP = /<\/?[a-z][^>]*>|&(?:[a-z]+|#\d+);|\\(?:emph|textit|textbf|textsuperscript|textsubscript)\b|\{[^{}]*\}|\$[^$]+\$/gi;
const NAMED: Record<string, string> = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"', '&apos;': "'", '&nbsp;': ' ' };
const withoutMarkup = (text: string): string =>
  text
    .replace(/<\/?[a-z][^>]*>/gi, '')
    .replace(/&[a-z]+;/gi, (e) => NAMED[e.toLowerCase()] ?? e)
    .replace(/&#(\d+);/g, (_, n: string) => String.fromCodePoint(Math.min(Number(n), 0x10ffff)))
    .replace(/\\(?:emph|textit|textbf|textsuperscript|textsubscript)\b/g, '')
    .replace(/[{}$]/g, '')
    .replace(/\s+/g, ' ')
    .trim();

function titleLints({ title, container }: BibRecord): Lint[] {
  const found: Lint[] = [];
  const words = title.match(/[\p{L}][\p{L}’'-]*/gu) ?? [];
  if (isCapitals(title) && words.length > 1)
    found.push({ code: 'title-capitals', field: 'title', found: title, suggestion: sentence(title) });
  else {
    const weighty = words.slice(1).filter((w) => w.length > 3);
    const capitals = weighty.filter((w) => /^\p{Lu}\p{Ll}/u.test(w));
    if (weighty.length >= 4 && capitals.length / weighty.length > 0.75)
      found.push({ code: 'title-headline', field: 'title', found: title, suggestion: keepingAcronyms(title) });
  }
  for (const [field, text] of [
    ['title', title],
    ['container', container],
  ] as const) {
    const marks = text.match(MARKUP);
    if (marks) found.push({ code: 'markup', field, found: [...new Set(marks)].join(' '), suggestion: withoutMarkup(text) });
  }
  if (/[^.\s]\.$/.test(title) && !/\b(?:etc|al|no|vol|\p{L})\.$/iu.test(title))
    found.push({ code: 'title-end', field: 'title', found: title.slice(-12), suggestion: title.replace(/\.$/, '') });
  return found;
}
/** Small letters but for the first word, what follows a colon, and words that are not in plain headline form. */
const keepingAcronyms = (title: string): string =>
  title.replace(/[\p{L}][\p{L}’'-]*/gu, (word, at: number) => {
    const first = at === 0 || /[:?!.]\s*$/.test(title.slice(0, at));
    return first || !/^\p{Lu}\p{Ll}+(?:-\p{Lu}?\p{Ll}+)*$/u.test(word) ? word : small(word);
  });

const nameText = (people: readonly Person[]): string => people.map((p) => (p.given ? `${p.family}, ${p.given}` : p.family)).join('; ');
const INITIALS = /^(?:\p{Lu}\.?[\s-]*){1,4}$/u;
const GROUP =
  /\b(?:group|team|society|association|institute|office|ministry|network|council|committee|collaboration|consortium|university|union|trust|agency|bureau|department|centre|center|collaborators|investigators)\b/i;

function nameLints(authors: readonly Person[]): Lint[] {
  const found: Lint[] = [];
  const swapped = (p: Person): Person => ({ ...p, family: p.given, given: p.family });
  const set = (at: number, person: Person | null): string =>
    nameText(authors.flatMap((a, i) => (i === at ? (person ? [person] : []) : [a])));
  authors.forEach((person, at) => {
    const { family, given } = person;
    const whole = given ? `${family}, ${given}` : family;
    const lint = (code: LintCode, suggestion: string | null) => found.push({ code, field: 'authors', found: whole, suggestion });
    if (/^(?:et\.? al\.?|and others|others)$/i.test(family.trim())) lint('name-others', set(at, null));
    else if (given && INITIALS.test(family) && family.replace(/[^\p{L}]/gu, '').length <= 3 && /\p{Ll}{2}/u.test(given))
      lint('name-swapped', set(at, swapped(person)));
    else if (
      isCapitals(family) &&
      letters(family).length > 3 &&
      !(given === '' && GROUP.test(family) === false && letters(family).length <= 6)
    )
      lint(
        'name-capitals',
        set(at, { ...person, family: headline(family), given: isCapitals(given) && letters(given).length > 3 ? headline(given) : given }),
      );
    else if (!given && !/\s/.test(family.trim()) && !GROUP.test(family)) lint('name-single', null);
  });
  return found;
}

const PAGES =
  /^[A-Za-z]?\d+[A-Za-z]?(?:\s*[-–]\s*[A-Za-z]?\d+[A-Za-z]?)?(?:\s*[,;]\s*[A-Za-z]?\d+[A-Za-z]?(?:\s*[-–]\s*[A-Za-z]?\d+[A-Za-z]?)?)*$|^[ivxlcdm]+(?:\s*[-–]\s*[ivxlcdm]+)?$|^e?\d+$/i;

function pageLints(pages: string): Lint[] {
  const text = pages.trim();
  if (text === '') return [];
  const tidy = text
    .replace(/^(?:pp?\.?|pages?)\s*/i, '')
    .replace(/\s*[-–—]+\s*/g, '-')
    .replace(/[-\s]+$/, '');
  if (!PAGES.test(text)) return [{ code: 'pages-form', field: 'pages', found: text, suggestion: PAGES.test(tidy) ? tidy : null }];
  const range = /^(\d+)-(\d+)$/.exec(tidy);
  if (!range) return [];
  const [from, to] = [range[1]!, range[2]!];
  // "123-9" is 123 to 129: the digits that stay the same may be left out.
  const full = to.length < from.length ? from.slice(0, from.length - to.length) + to : to;
  return Number(full) < Number(from) ? [{ code: 'pages-order', field: 'pages', found: text, suggestion: null }] : [];
}
