import { childOf, textOf, type XmlNode } from '@/core/formats/xml';

/** What a server says is wrong, or was done otherwise than asked. */
export interface Diagnostic {
  /** Number in the standard list; null for a list of somebody's own. */
  number: number | null;
  uri: string;
  /** What it is about: an index, a place, a number. */
  details: string;
  /** The server's own words. */
  message: string;
}

const STANDARD = /^info:srw\/diagnostic\/1\/(\d{1,3})$/;

export function diagnosticOf(node: XmlNode): Diagnostic {
  const of = (name: string) => textOf(childOf(node, name)).trim();
  const uri = of('uri');
  const number = STANDARD.exec(uri);
  return { number: number ? Number(number[1]) : null, uri, details: of('details'), message: of('message') };
}

/**
 * The standard list, in our words.
 * @source SRU diagnostics list (Library of Congress), info:srw/diagnostic/1; from memory
 */
const WORDS: Readonly<Record<number, string>> = {
  1: 'the server has a fault of its own',
  2: 'the server is away for a while',
  3: 'this may not be asked without signing in there',
  4: 'the server does not do what was asked',
  5: 'the server speaks another version of the protocol',
  6: 'it does not take the value of a parameter',
  7: 'it wants a parameter that was not sent',
  8: 'it does not know a parameter',
  9: 'it does not take these parameters together',
  10: 'it cannot read the query',
  11: 'it reads another kind of query',
  12: 'the query is too long for it',
  13: 'it cannot read the brackets',
  14: 'it cannot read the quotation marks',
  15: 'it does not know the set that an index is of',
  16: 'it does not know an index',
  17: 'the set has no such index there',
  18: 'these indexes cannot be asked for together',
  19: 'it does not know a relation',
  20: 'it does not know a modifier of a relation',
  21: 'these modifiers cannot be asked for together',
  22: 'the relation does not go with the index',
  23: 'a term is too long for it',
  24: 'the relation does not go with the term',
  25: 'a mark in a term is not quoted',
  26: 'a letter in a term is quoted that need not be',
  27: 'a term is empty',
  28: 'it takes no truncation',
  29: 'a truncated word is too short for it',
  30: 'a term is truncated too often for it',
  31: 'it takes no mark of a beginning or an end',
  32: 'a mark of a beginning or an end stands where it takes none',
  33: 'it takes no truncation in phrases or nearness',
  34: 'it takes no mark of a beginning or an end in phrases or nearness',
  35: 'a term is made of words that it leaves out',
  36: 'a term has a form that the index does not take',
  37: 'it does not know an operator between terms',
  38: 'the query has more operators than it takes',
  39: 'it knows no nearness',
  40: 'it does not know this relation of nearness',
  41: 'it does not know this distance',
  42: 'it does not know this unit of nearness',
  43: 'it does not know this order of nearness',
  44: 'it does not take these kinds of nearness together',
  46: 'it does not know a modifier of an operator',
  47: 'it cannot run the query, and does not know why',
  48: 'it does not know something that the query asks for',
  49: 'a truncation stands where it takes none',
  50: 'it keeps no lists of results',
  51: 'the list of results is not there any more',
  52: 'the list of results is away for a while',
  53: 'a list of results can only be read there, not searched',
  54: 'records can only be read from a list of results there',
  55: 'a list of results cannot be combined with terms there',
  56: 'only one list of results can be combined with terms there',
  57: 'it found some, and can give no records of them',
  58: 'what it found is a part, and nobody knows which',
  59: 'what it found is a part',
  60: 'it found too much to list it',
  61: 'there is no record at this place',
  62: 'a negative number of records was asked for',
  63: 'it failed while it read the records',
  64: 'the record is away for a while',
  65: 'the record is not there',
  66: 'it does not know this form of records',
  67: 'the record cannot be given in this form',
  68: 'the record may not be given to everybody',
  69: 'the record may not be given to everybody in this form',
  70: 'the record is too large for it to send',
  71: 'it sends records packed otherwise',
  72: 'it gives no parts of records',
  73: 'it cannot read the path to a part of a record',
  74: 'it cannot follow the path to a part of a record',
  80: 'it does not sort',
  81: 'it does not know this kind of sorting',
  82: 'it cannot sort in this order',
  83: 'there are too many records for it to sort',
  84: 'there are too many keys for it to sort by',
  86: 'it cannot sort records of different forms',
  87: 'it cannot sort by this form of records',
  88: 'it cannot sort by this path',
  89: 'the form of records has no such path to sort by',
  90: 'it does not know this direction of sorting',
  91: 'it cannot tell small and capital letters apart when sorting',
  92: 'it does not know what to do with records that lack what is sorted by',
  93: 'it stopped sorting at a record that lacks what is sorted by',
  100: 'it says nothing of itself',
  101: 'it does not know this kind of asking what it is',
  102: 'what it says of itself is away for a while',
  110: 'it sends no styles along',
  111: 'it does not know this style',
  120: 'the place of the term is out of range',
  121: 'too many terms at once were asked for',
};

/** What a server says, in a sentence: ours where the list is the standard one, and its own words beside it. */
export function diagnosticWords({ number, uri, details, message }: Diagnostic): string {
  const ours = number === null ? '' : (WORDS[number] ?? '');
  const about = details ? ` (${clipped(details)})` : '';
  const theirs = message ? clipped(message) : '';
  if (ours) return `${ours}${about}${theirs ? `; it says: “${theirs}”` : ''}`;
  if (theirs) return `the server says: “${theirs}”${about}`;
  return `the server says that something is wrong, and no more than ${clipped(uri) || 'that'}${about}`;
}
const clipped = (text: string): string => (text.length > 300 ? `${text.slice(0, 300)}…` : text);
