/** A field of an entry: its value as it stands between braces or quotes, parts joined. */
export interface BibtexField {
  name: string;
  value: string;
}

export interface BibtexEntry {
  type: string;
  key: string;
  fields: BibtexField[];
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
/** Numbers of the months by the first three letters of their English names. */
export const MONTH_NUMBERS: ReadonlyMap<string, string> = new Map(MONTHS.map((m, i) => [m, String(i + 1)]));
/** The strings that every style defines: they stay names, so that `10 # "~" # jan` is the tenth of January. */
const MONTH_STRINGS: ReadonlyMap<string, string> = new Map(MONTHS.map((m) => [m, `${m[0]!.toUpperCase()}${m.slice(1)}`]));

/**
 * Reads the fields of one entry, `@type{key, name = value, …}`: values in braces, in quotes, as numbers or as names of
 * strings, joined with #.
 * @param strings what `@string` defined, by name in lower case
 * @returns a sentence instead, when it is not of that form
 * @source BibTeX's own description of its input (btxdoc)
 */
export function readFields(text: string, strings: ReadonlyMap<string, string>): BibtexEntry | string {
  const head = /^@\s*([A-Za-z]+)\s*[{(]\s*([^,\s{}()="#%]*)\s*/.exec(text);
  if (!head) return 'it does not begin with @type{key';
  const entry: BibtexEntry = { type: head[1]!.toLowerCase(), key: head[2]!, fields: [] };
  let at = head[0].length;
  const NAME = /[\s,]*([A-Za-z][^\s,{}()="#%]*)\s*=\s*/y;
  // An entry without a key begins with its first field.
  if (text[at] === '=') {
    entry.key = '';
    at = text.search(/[{(]/) + 1;
  }
  for (;;) {
    NAME.lastIndex = at;
    const name = NAME.exec(text);
    if (!name) break;
    const value = readValue(text, NAME.lastIndex, strings);
    if (typeof value === 'string') return `the value of "${name[1]}" ${value}`;
    entry.fields.push({ name: name[1]!.toLowerCase(), value: value.text });
    at = value.end;
  }
  const rest = text.slice(at).replace(/^[\s,]+/, '');
  return /^[})]\s*$/.test(rest) || rest === '' ? entry : `"${rest.slice(0, 40)}" is no field`;
}

function readValue(text: string, from: number, strings: ReadonlyMap<string, string>): { text: string; end: number } | string {
  let joined = '';
  for (let at = from; ; ) {
    const c = text[at];
    let end: number;
    if (c === '{' || c === '"') {
      end = valueEnd(text, at);
      if (end < 0) return 'is not closed';
      joined += text.slice(at + 1, end - 1);
    } else {
      const word = /^[^\s,{}()="#%]+/.exec(text.slice(at, at + 200))?.[0];
      if (!word) return 'is empty';
      joined += /^\d+$/.test(word) ? word : (strings.get(word.toLowerCase()) ?? MONTH_STRINGS.get(word.toLowerCase()) ?? word);
      end = at + word.length;
    }
    const more = /^\s*#\s*/.exec(text.slice(end, end + 100));
    if (!more) return { text: joined, end };
    at = end + more[0].length;
  }
}

/** Behind the brace or quote that ends a value. */
function valueEnd(text: string, from: number): number {
  const quote = text[from] === '"';
  for (let at = from + 1, depth = 0; at < text.length; at++) {
    const c = text[at];
    if (c === '\\') at++;
    else if (c === '{') depth++;
    else if (c === '"' && quote && depth === 0) return at + 1;
    else if (c === '}') {
      if (depth === 0) return quote ? -1 : at + 1;
      depth--;
    }
  }
  return -1;
}

/** Parts of a value that stand between a word at brace depth 0, as "and" between names. */
export function splitOutside(value: string, separator: RegExp): string[] {
  const parts: string[] = [];
  let [depth, from] = [0, 0];
  const at = new RegExp(separator.source, 'y');
  for (let i = 0; i < value.length; ) {
    const c = value[i];
    if (c === '\\') {
      i += 2;
      continue;
    }
    if (c === '{') depth++;
    else if (c === '}') depth--;
    if (depth === 0) {
      at.lastIndex = i;
      const found = at.exec(value);
      if (found?.[0]) {
        parts.push(value.slice(from, i));
        i += found[0].length;
        from = i;
        continue;
      }
    }
    i++;
  }
  return [...parts, value.slice(from)].map((p) => p.trim()).filter(Boolean);
}
