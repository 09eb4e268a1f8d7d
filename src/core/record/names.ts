import type { Person } from './bib-record';

/**
 * A person from "Family, Given" or "Family GI" (MEDLINE AU). A name that has neither a comma nor trailing
 * initials is kept whole as the family name: guessing its parts would swap names.
 */
export function readName(text: string): Person {
  let clean = text.includes('  ') || text.includes('\t') || text.includes('\n') ? text.replace(/\s+/g, ' ') : text;
  clean = clean.trim();
  if (clean.endsWith(',')) clean = clean.slice(0, -1);
  const comma = clean.indexOf(',');
  if (comma > 0) return { family: clean.slice(0, comma).trim(), given: clean.slice(comma + 1).trim() };
  const initials = /^(.+?) ([A-Z]{1,4})$/.exec(clean);
  if (initials) return { family: initials[1]!, given: initials[2]! };
  return { family: clean, given: '' };
}

/** "Abara T, Holm S" with "et al." after three. */
export function shortAuthors(authors: readonly Person[]): string {
  const names = authors.slice(0, 3).map((a) => `${a.family}${a.given ? ` ${initialsOf(a.given)}` : ''}`);
  return names.join(', ') + (authors.length > 3 ? ' et al.' : '');
}

const initialsOf = (given: string): string =>
  /^[A-Z]{1,4}$/.test(given)
    ? given
    : given
        .split(/[\s.-]+/)
        .filter(Boolean)
        .map((part) => part[0]!.toUpperCase())
        .join('');
