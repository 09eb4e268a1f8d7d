/** Deeper than any input of ours nests; a table's rows in a list in an object are four. */
const MOST_DEPTH = 32;
/** What an integer column holds, with one to spare: many are counted up by one. */
const LARGEST = 2 ** 31 - 2;

/** Why a value cannot be kept by the database, whatever it means. */
export class Unsound extends Error {}

/**
 * A value that came from outside, as the database can keep it: null characters are left out, and halves of characters
 * become the sign for an unreadable one. Keys that are names of every object's own make no difference to anybody.
 * @throws Unsound for a number beyond what columns hold, and for a value nested deeper than any of ours
 */
export function soundInput(value: unknown, depth = 0): unknown {
  if (typeof value === 'string') return soundText(value);
  if (typeof value === 'number' && Math.abs(value) > LARGEST) throw new Unsound('A number in it is larger than any that is kept here.');
  if (typeof value !== 'object' || value === null) return value;
  if (depth > MOST_DEPTH) throw new Unsound('It is nested deeper than anything that is kept here.');
  if (Array.isArray(value)) return value.map((v) => soundInput(v, depth + 1));
  // Dates and the like were made here.
  if (Object.getPrototypeOf(value) !== Object.prototype && Object.getPrototypeOf(value) !== null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, v]) => [soundText(key), soundInput(v, depth + 1)]));
}

const HALVES = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** A text that PostgreSQL keeps, in a column of text or of JSON. */
export const soundText = (text: string): string => text.replaceAll('\0', '').replace(HALVES, '\ufffd');
