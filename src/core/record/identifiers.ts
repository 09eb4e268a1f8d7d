import { remembered } from './memo';

/**
 * DOI in its bare, lower-case form, or '' when the text holds none.
 * @source DOI Handbook: names are case-insensitive ASCII; prefix `10.` + registrant + `/` + suffix.
 */
export function normaliseDoi(text: string): string {
  if (!text.includes('10.')) return '';
  const found = /\b(10\.\d{4,9}(?:\.\d+)*\/\S+)/i.exec(text.includes('%') ? text.replace(/%2f/gi, '/') : text);
  if (!found) return '';
  const doi = found[1]!.toLowerCase();
  return /\w/.test(doi[doi.length - 1]!) ? doi : withoutSentence(doi);
}

/** What ends the sentence around a DOI is not its own; nor is a closing bracket, unless the DOI opened it. */
function withoutSentence(text: string): string {
  let doi = text;
  while (/[.,;]$/.test(doi) || (/[)\]>}]$/.test(doi) && unbalanced(doi))) doi = doi.slice(0, -1);
  return doi;
}

function unbalanced(text: string): boolean {
  const close = text.at(-1)!;
  const open = { ')': '(', ']': '[', '>': '<', '}': '{' }[close]!;
  return text.split(close).length > text.split(open).length;
}

/** PMID as digits without leading zeros, or ''. */
export const normalisePmid = (text: string): string => /^\s*0*([1-9]\d{0,8})\b/.exec(text)?.[1] ?? '';

/**
 * ISSN as `NNNN-NNNC`, or '' when the text is not one or its check digit is wrong.
 * @source ISO 3297: weights 8…2 over seven digits, modulus 11, X for 10.
 */
export const checkIssn: (text: string) => string = remembered(issnIn);

function issnIn(text: string): string {
  const digits = /(\d{4})-?(\d{3}[\dxX])/.exec(text);
  if (!digits) return '';
  const issn = (digits[1]! + digits[2]!).toUpperCase();
  const sum = [...issn.slice(0, 7)].reduce((total, digit, i) => total + Number(digit) * (8 - i), 0);
  const check = (11 - (sum % 11)) % 11;
  if (issn[7] !== (check === 10 ? 'X' : String(check))) return '';
  return `${issn.slice(0, 4)}-${issn.slice(4)}`;
}

/**
 * ISBN as 13 digits (an ISBN-10 is converted), or '' when malformed or its check digit is wrong.
 * @source ISO 2108: ISBN-13 weights 1,3 modulus 10; ISBN-10 weights 10…1 modulus 11.
 */
export function checkIsbn(text: string): string {
  if (text.length < 10) return '';
  const bare = text.replace(/[\s-]/g, '').toUpperCase();
  const ten = /(?<!\d)(\d{9}[\dX])(?!\d)/.exec(bare)?.[1];
  const thirteen = /(?<!\d)(97[89]\d{10})(?!\d)/.exec(bare)?.[1];
  if (thirteen) return isbnCheckDigit(thirteen) === thirteen[12] ? thirteen : '';
  if (!ten) return '';
  const sum = [...ten].reduce((total, digit, i) => total + (digit === 'X' ? 10 : Number(digit)) * (10 - i), 0);
  if (sum % 11 !== 0) return '';
  const body = `978${ten.slice(0, 9)}`;
  return body + isbnCheckDigit(body);
}

function isbnCheckDigit(body: string): string {
  const sum = [...body.slice(0, 12)].reduce((total, digit, i) => total + Number(digit) * (i % 2 === 0 ? 1 : 3), 0);
  return String((10 - (sum % 10)) % 10);
}

/**
 * ORCID as `0000-0000-0000-000C`, or '' when the text holds none or its check digit is wrong.
 * @source ORCID, Structure of the ORCID Identifier: ISO 7064 mod 11-2 over 15 digits, X for 10
 */
export function checkOrcid(text: string): string {
  const found = /(?<!\d)(\d{4})-?(\d{4})-?(\d{4})-?(\d{3}[\dxX])(?!\d)/.exec(text);
  if (!found) return '';
  const orcid = found.slice(1).join('').toUpperCase();
  let total = 0;
  for (const digit of orcid.slice(0, 15)) total = (total + Number(digit)) * 2;
  const check = (12 - (total % 11)) % 11;
  return orcid[15] === (check === 10 ? 'X' : String(check)) ? found.slice(1).join('-').toUpperCase() : '';
}
