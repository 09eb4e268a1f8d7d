import { knownTerm } from '@/core/vocabularies';

/** What a labelled statement of a record says: the terms of its type, each as it is printed. */
export interface TypeStatement {
  label: string;
  terms: string[];
}

/**
 * Labels under which databases print what kind of item, of source or of study a record is about, in languages of the
 * trade. Common practice.
 */
const LABEL_WORDS = [
  '(?:(?:publication|document|doc\\.?|article|item|record|resource|content|material|reference|literature|source|media) ?types?)',
  '(?:types? of (?:the )?(?:publication|document|article|item|work|resource|material|contribution|source|literature|study))',
  '(?:journal subsets?|subsets?|methodolog(?:y|ies)|study types?|genre)',
  '(?:peer[- ]?review(?:ed)?|refereed)(?: (?:journal|status))?',
  '(?:(?:publikations|dokument(?:en)?|artikel|medien)(?:typ|art|typen)|art (?:der|des) (?:publikation|veröffentlichung|dokuments?))',
  "(?:types? de (?:document|publication|source|l[’']article)s?)",
  '(?:tipos? de (?:documento|publicaci[oó]n|publica[cç][aã]o|art[ií]culo|artigo|fuente)s?)',
  '(?:tip[oi] di (?:documento|pubblicazione|articolo)|tipologia)',
  '(?:(?:document|publicatie|dokument|publikasjons|publikations)type[rn]?)',
].join('|');
const STATEMENT = new RegExp(`(?:^|[.;|\\n\\r]|\\s{2})[ \\t]*(${LABEL_WORDS})[ \\t]*(?:[:=>]|[-–—](?=[ \\t]))[ \\t]*([^\\n\\r|]*)`, 'giu');
/** The next label ends a statement, and so does a full stop with a space behind it, but not that of "Ph.D. thesis". */
const NEXT_LABEL = new RegExp(`[.;,]?\\s+(?:${LABEL_WORDS})[ \\t]*(?:[:=>]|[-–—](?=[ \\t]))`, 'iu');
const STOP = /(?<!\b(?:ph\.? ?d|m\.? ?sc|[a-z]))\.(?=\s|$)/i;

/** What a field is read of: longer ones are texts, not statements. */
const MOST_READ = 3000;
const MOST_TERMS = 24;
const LONGEST_TERM = 60;

/** Labelled statements in a free text: "Publication Type: editorial; tables", "Dokumenttyp = Leserbrief", "Document type - Letter". */
export function statementsIn(text: string): TypeStatement[] {
  const found: TypeStatement[] = [];
  const read = text.slice(0, MOST_READ);
  STATEMENT.lastIndex = 0;
  for (let m = STATEMENT.exec(read); m; m = STATEMENT.exec(read)) {
    const next = NEXT_LABEL.exec(m[2]!);
    let value = next ? m[2]!.slice(0, next.index) : m[2]!;
    const stop = STOP.exec(value);
    if (stop) value = value.slice(0, stop.index);
    const terms = termsIn(value);
    if (terms.length) found.push({ label: m[1]!, terms });
    // The value may hold the next statement.
    STATEMENT.lastIndex = m.index + m[0].length - m[2]!.length + (next ? next.index : value.length);
  }
  return found;
}

/** A list of types as its parts, unless some table knows it as a whole: "Comment/Reply" is one, "Book; Edited Book" are two. */
export function termsIn(value: string): string[] {
  const whole = clean(value);
  if (whole === '') return [];
  if (whole.length <= LONGEST_TERM && knownTerm('own', whole)) return [whole];
  const parts = value.split(/\s*[;|]\s*|\s*,\s+|\s+(?:\+|&)\s+/).map(clean);
  return parts
    .flatMap((part) => (knownTerm('own', part) || !/[/,]/.test(part) ? [part] : part.split(/\s*[/,]\s*/).map(clean)))
    .filter((part) => part !== '' && part.length <= LONGEST_TERM)
    .slice(0, MOST_TERMS);
}

const clean = (text: string): string => text.replace(/^[\s[(<"“'‘]+|[\s\])>"”'’.,:]+$/gu, '').trim();

/** Whether a field's name is itself such a label: a column "Document Type", a field "Publikationstyp". */
const WHOLE_LABEL = new RegExp(`^(?:${LABEL_WORDS})$`, 'iu');
export const isTypeLabel = (name: string): boolean => WHOLE_LABEL.test(name.trim().replace(/[_]+/g, ' '));

/** "[Editorial]" or "(letter to the editor)" behind a title: what it is, where some table knows the words. */
export function typeBehindTitle(title: string): string {
  const found = /[[(]([\p{L}][\p{L} /’'-]{3,40})[\])]\s{0,3}\.?\s{0,3}$/u.exec(title);
  const term = found ? clean(found[1]!) : '';
  return term !== '' && knownTerm('own', term) ? term : '';
}

/** Terms that say of the venue that it is refereed, and nothing of the item. */
export const SAYS_REFEREED =
  /^(?:(?:(?:single|double|triple)[- ]?(?:blind|anonymous|masked)|blind|editorial board|expert)[- ])?(?:peer[- ]?reviewed|refereed)(?: (?:journal|publication|title|source)s?)?$/i;
