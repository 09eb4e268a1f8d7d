import type { TypeTerm } from '@/core/record';
import { type MarcField, type MarcRecord, valuesOf } from './fields';

/** Places of 008 that say what a book is; other kinds of material have other things there. */
const BOOKS = new Set(['am', 'ac', 'ad', 'aa', 'tm']);
/** Contents that the item is, and does not merely hold. See the table of MARC codes. */
const IS_CONTENT = /[cdefgjklmqrtuvwyz6]/;
const IS_FORM = /[1dfjp]/;

/** What leader, 008 and the dissertation note say of the kind of item, as codes with their places. */
export function codedTypes({ leader, fields }: MarcRecord): TypeTerm[] {
  const terms: string[] = [];
  const kind = leader.slice(6, 8);
  if (/^[a-z]{2}$/.test(kind)) terms.push(`LDR/06-07 ${kind}`);
  const coded = fields.find((f) => f.tag === '008')?.subs[0]?.[1] ?? '';
  if (BOOKS.has(kind)) {
    for (const code of new Set(coded.slice(24, 28))) if (IS_CONTENT.test(code)) terms.push(`008/24 ${code}`);
    if (coded[29] === '1') terms.push('008/29 1');
    if (IS_FORM.test(coded[33] ?? '')) terms.push(`008/33 ${coded[33]}`);
  }
  if (fields.some((f) => f.tag === '502')) terms.push('502');
  return terms.map((term) => ({ vocabulary: 'marc-code', term }));
}

/** Codes of languages: of 041, where older records put several into one value, else of 008. */
export function languageOf(fields: readonly MarcField[], coded: string): string[] {
  const listed = fields.filter((f) => f.tag === '041').flatMap((f) => valuesOf(f, 'a'));
  const codes = listed.flatMap((v) => (v.length > 3 && v.length % 3 === 0 && /^[a-z]+$/.test(v) ? v.match(/.{3}/g)! : [v]));
  if (codes.length) return codes;
  const one = coded.slice(35, 38);
  return /^[a-z]{3}$/.test(one) && !['zxx', 'und', 'mul'].includes(one) ? [one] : [];
}
