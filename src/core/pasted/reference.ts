import { type BibRecord, checkIsbn, emptyRecord, normaliseDoi } from '@/core/record';
import { readAuthors } from './authors';

/** A pasted reference as it was read, and what of it was not understood. */
export interface PastedReference {
  record: BibRecord;
  notRead: string;
}

const YEAR = '(?:1[5-9]|20)\\d{2}[a-z]?';
const LONGEST = 4000;

/**
 * Reads one reference that somebody pasted, as the common styles print them. Identifiers are found first, since they say
 * most; then the year, the title, who wrote it before them, and where it stands after. What remains is handed back, so
 * that a person sees what was not understood. Nothing is guessed that is not printed.
 * @source the forms of APA, MLA, Chicago, Vancouver and Harvard; from memory
 */
export function readReference(pasted: string): PastedReference {
  const record = emptyRecord('csl-json');
  let text = pasted
    .slice(0, LONGEST)
    .replace(/\s+/g, ' ')
    .trim()
    .replace(/^\[?\d{1,3}[\].)]\s+/, '');
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const found = pattern.exec(text);
    if (found) text = `${text.slice(0, found.index)}${text.slice(found.index + found[0].length)}`;
    return found;
  };
  const doi = take(/(?:Available (?:at|from): ?)?(?:https?:\/\/(?:dx\.)?doi\.org\/|doi: ?)?(10\.\d{4,9}\/[^\s<>"”]{1,200})/i);
  if (doi) record.doi = normaliseDoi(doi[1]!.replace(/[.,;)\]]+$/, ''));
  const pmid = take(/\bPMID: ?(\d{1,9})\b\.?/i);
  if (pmid) record.pmid = pmid[1]!;
  const isbn = take(/\bISBN(?:-1[03])?:? ?([\d-]{9,17}[\dXx])/);
  if (isbn && checkIsbn(isbn[1]!)) record.isbns = [checkIsbn(isbn[1]!)];
  const url = take(/(?:Available (?:at|from): ?)?(https?:\/\/[^\s<>"”]{1,500})/i);
  if (url) record.urls = [url[1]!.replace(/[.,;)]+$/, '')];
  const split = splitAtTitle(text);
  const { authors, left } = readAuthors(split.before);
  record.authors = authors;
  record.title = split.title.replace(/[.,]$/, '').trim();
  if (split.year) record.dates = { ...record.dates, issue: split.year.slice(0, 4) };
  const rest = readPlace(split.after, record);
  return { record, notRead: [left, rest].filter(Boolean).join(' ').trim() };
}

interface Split {
  before: string;
  title: string;
  after: string;
  year: string;
}

/** Who wrote it, its title, and the rest: a title stands in quotation marks, or behind the year, or behind the names. */
function splitAtTitle(text: string): Split {
  const early = new RegExp(`^([^“‘"]{1,600}?)[\\s.,]\\(?(${YEAR})\\)?[.,]?\\s`).exec(text);
  const quoted = /[“‘"](.{3,600}?)[,.]?[”"](?=[\s,.]|$)|‘(.{3,600}?)[,.]?’(?=,|\.|\s\p{Lu}|$)/u.exec(text);
  if (quoted) {
    const before = text.slice(0, quoted.index);
    const year = new RegExp(`[\\s.,(](${YEAR})[).,\\s]*$`).exec(before);
    const after = text.slice(quoted.index + quoted[0].length);
    if (year) return { before: before.slice(0, year.index), title: quoted[1] ?? quoted[2]!, after, year: year[1]! };
    return { before: before.replace(/\.\s*$/, ''), title: quoted[1] ?? quoted[2]!, ...yearIn(after) };
  }
  if (early && /\(|\.\s*$|\.\s/.test(early[0]) && !/^\d/.test(text.slice(early[0].length))) {
    const [title, after] = sentence(text.slice(early[0].length));
    return { before: early[1]!, title, after, year: early[2]! };
  }
  // "Falk I, Sund B. Lamps at night. Night Work. 2015;4(2):11-9."
  const names = /^[^.]{1,600}\.(?=\s)/.exec(text)?.[0] ?? '';
  const [title, after] = sentence(text.slice(names.length).trim());
  return { before: names.replace(/\.$/, ''), title, ...yearIn(after) };
}

/** Up to the first full stop that ends a sentence, or a question mark. Initials end none. */
function sentence(text: string): [string, string] {
  const end = /(?<![\s.]\p{Lu}|^\p{Lu})(?:\.|[?!])(?=\s|$)/u.exec(text);
  if (!end) return [text, ''];
  const at = end.index + (end[0] === '.' ? 0 : 1);
  return [text.slice(0, at), text.slice(end.index + 1).trim()];
}

function yearIn(after: string): { after: string; year: string } {
  const found = new RegExp(`(?<=^|[\\s,.(])(${YEAR})(?=[\\s,.;:)]|$)`).exec(after);
  if (!found) return { after, year: '' };
  return { after: `${after.slice(0, found.index)} ${after.slice(found.index + found[0].length)}`, year: found[1]! };
}

/** Volume, issue and pages, and before them what it stands in, or who published it. @returns what is left */
function readPlace(text: string, record: BibRecord): string {
  let rest = text;
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const found = pattern.exec(rest);
    if (found) rest = `${rest.slice(0, found.index)}\uE000${rest.slice(found.index + found[0].length)}`;
    return found;
  };
  const numbers =
    take(/[,;:.\s]\s*(\d{1,4})\s?\((\d{1,4}(?:[-–]\d{1,4})?)\)(?=[\s,:.]|$)/) ?? take(/[,.\s]\s*vol\.? (\d{1,4})(?:, no\.? (\d{1,4}))?/i);
  if (numbers) {
    record.volume = numbers[1]!;
    record.issue = numbers[2] ?? '';
  }
  const pages =
    take(/[,:\s\uE000]\s*pp?\. ?([\divx]{1,6}(?:[-–][\divx]{1,6})?)/i) ??
    take(/(?<=\uE000)\s*[,:]\s*(\d{1,6}(?:[-–]\d{1,6})?)(?=[\s.,]|$)/);
  if (pages) record.pages = wholePages(pages[1]!.replace('–', '-'));
  const marks = (part: string) => part.replace(/^[\s.,;:()]+|[\s.,;:()]+$/g, '');
  const [first = '', ...others] = rest.split('\uE000').map(marks);
  // What stands in brackets is somebody's note, not a name.
  const noted = [...first.matchAll(/\[[^\]]{1,200}\]/g)].map((m) => m[0]);
  const place = marks(first.replace(/\[[^\]]{1,200}\]/g, ' ').replace(/\s+/g, ' '));
  if (record.volume || record.pages) record.container = place.replace(/^in:? /i, '');
  else record.publisher = place;
  return [...noted, ...others].filter(Boolean).join(' ');
}

/** "201-14" as "201-214": the last page as it would be printed in full. */
function wholePages(pages: string): string {
  const [start = '', end = ''] = pages.split('-');
  return /^\d+$/.test(start) && /^\d+$/.test(end) && end.length < start.length
    ? `${start}-${start.slice(0, start.length - end.length)}${end}`
    : pages;
}
