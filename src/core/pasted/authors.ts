import { type Person, readName } from '@/core/record';

/** What is read of a list of names, and what of it is none. */
export interface ReadAuthors {
  authors: Person[];
  left: string;
}

const INITIALS = /^(?:\p{Lu}\.?[\s-]?){1,4}$/u;
const OTHERS = /(?:,|\s|^)\s*(?:…|\.\.\.|et al\.?|and others)\s*,?/i;

/**
 * Reads the names of a reference as the common styles print them: "Falk, I., & Sund, B.", "Falk, Iben, and Bo Sund",
 * "Falk I, Sund B", "Falk, I. and Sund, B.". "Et al." is left over: it names nobody.
 * @source the forms of APA, MLA, Chicago, Vancouver and Harvard; from memory
 */
export function readAuthors(text: string): ReadAuthors {
  const others = OTHERS.exec(text);
  const names = (others ? `${text.slice(0, others.index)},${text.slice(others.index + others[0].length)}` : text)
    .replace(/\s+/g, ' ')
    .replace(/^[\s,.;]+|[\s,;]+$/g, '');
  const left = others ? others[0].replace(/^[\s,]+|[\s,]+$/g, '') : '';
  if (names === '') return { authors: [], left };
  const parts = names
    .replace(/,?\s+(?:&|and)\s+/g, ', & ')
    .split(/\s*[,;]\s+/)
    .map((p) => p.trim())
    .filter((p) => p !== '');
  const authors: Person[] = [];
  for (let i = 0; i < parts.length; i++) {
    const part = parts[i]!.replace(/^&\s*/, '');
    const next = parts[i + 1]?.replace(/^&\s*/, '');
    // "Falk, I." anywhere; "Falk, Iben" at the beginning alone: later names stand the other way round.
    const inverted =
      next !== undefined &&
      !parts[i + 1]!.startsWith('&') &&
      (INITIALS.test(next) || (i === 0 && !/\s\p{Lu}{1,4}$/u.test(part) && !/^\p{L}+\s\p{Lu}\p{Ll}/u.test(part)));
    if (inverted) {
      authors.push({ family: part, given: next.replace(/\.$/, (dot) => (INITIALS.test(next) ? dot : '')).trim() });
      i++;
    } else authors.push(natural(part));
  }
  return { authors, left };
}

/** "Bo Sund" as family and given name; "Sund B" as MEDLINE has it; one word, or an institution's name, stays whole. */
function natural(text: string): Person {
  const clean = text.replace(/\.$/, '').trim();
  if (/\s\p{Lu}{1,4}$/u.test(clean)) return readName(clean);
  const words = clean.split(' ');
  if (words.length < 2 || words.length > 4 || /\b(?:of|for|the|and)\b/i.test(clean)) return { family: clean, given: '' };
  return { family: words.at(-1)!, given: words.slice(0, -1).join(' ') };
}
