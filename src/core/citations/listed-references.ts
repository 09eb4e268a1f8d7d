/** A reference as a list of them prints it, and the page it stands on. */
export interface ListedReference {
  text: string;
  page: number;
}

const HEADING = /^(?:\d{1,2}\.? )?(?:references?(?: cited)?|bibliography|literature(?: cited)?|works cited|sources):?$/i;
/** What comes behind a list of references. */
const AFTER = /^\s*(?:appendix|appendices|acknowledge?ments?|supplementary|about the authors?|figures?|tables?|index)\b.{0,40}$/i;
const NUMBERED = /^\s*(?:\[(\d{1,4})\]|\((\d{1,4})\)|(\d{1,4})[.)])\s+(?=\S)/;
/** "Falk, I." or "Falk IB" or "Falk I, Sund" at the beginning, as lists by names begin. */
const NAMED = /^\s*(?:[“‘"]|\p{Lu}[\p{L}’'-]{1,40}(?:\s\p{Lu}[\p{L}’'-]{1,40})?,\s*\p{Lu}|\p{Lu}[\p{L}’'-]{1,40}\s\p{Lu}{1,4}[,.]\s)/u;
const YEAR = /\b(?:1[5-9]|20)\d{2}[a-z]?\b/;
const MOST = 2000;
const LONGEST = 1500;

/**
 * Reads the list of references at the end of a text: numbered, or hanging by names. It begins at the last line that is its
 * heading; lines of one entry are joined, a word broken at a line's end put together. Careful: what has no year and no
 * identifier is no reference, and numbers must count up.
 * @param pages text of each page, with line breaks
 * @source common practice
 */
export function listedReferences(pages: readonly string[]): ListedReference[] {
  const lines = pages.flatMap((text, page) => text.split(/\r?\n/).map((line) => ({ line: line.trimEnd(), page: page + 1 })));
  const start = lines.findLastIndex(({ line }) => line.length < 40 && HEADING.test(line.replace(/\s+/g, ' ').trim()));
  if (start < 0) return [];
  const list: typeof lines = [];
  for (const at of lines.slice(start + 1)) {
    if (AFTER.test(at.line) && !YEAR.test(at.line)) break;
    // A page number by itself belongs to no entry.
    if (at.line.trim() !== '' && !/^\s*\d{1,4}\s*$/.test(at.line)) list.push(at);
  }
  const entries = isNumbered(list) ? byNumbers(list) : byNames(list);
  return entries.filter((e) => e.text.length > 20 && (YEAR.test(e.text) || /\b10\.\d{4,9}\//.test(e.text))).slice(0, MOST);
}

const numberOf = (line: string): number | null => {
  const found = NUMBERED.exec(line);
  return found ? Number(found[1] ?? found[2] ?? found[3]) : null;
};
const isNumbered = (list: readonly { line: string }[]): boolean => list.length > 0 && list.slice(0, 3).some((l) => numberOf(l.line) === 1);

/** An entry begins where the next number stands: a year or a page at a line's beginning does not count up. */
function byNumbers(list: readonly { line: string; page: number }[]): ListedReference[] {
  const entries: ListedReference[] = [];
  let next = 1;
  for (const { line, page } of list) {
    if (numberOf(line) === next) {
      entries.push({ text: line.replace(NUMBERED, '').trim(), page });
      next++;
    } else if (entries.length) append(entries.at(-1)!, line);
  }
  return entries;
}

/** An entry begins with a name, where the one before has its year and came to an end. */
function byNames(list: readonly { line: string; page: number }[]): ListedReference[] {
  const entries: ListedReference[] = [];
  for (const { line, page } of list) {
    const last = entries.at(-1);
    const ended = !last || (YEAR.test(last.text) && /[.)\]\d/a-z]$/i.test(last.text) && !/[,;:–-]$/.test(last.text));
    if (NAMED.test(line) && ended) entries.push({ text: line.trim(), page });
    else if (last) append(last, line);
  }
  return entries;
}

function append(entry: ListedReference, line: string) {
  if (entry.text.length > LONGEST) return;
  const broken = /\p{Ll}-$/u.test(entry.text) && /^\s*\p{Ll}/u.test(line);
  entry.text = broken ? entry.text.slice(0, -1) + line.trim() : `${entry.text} ${line.trim()}`;
}
