import { parse } from '@retorquere/bibtex-parser';

/** What the writer escapes, and what typesetting means by plain marks: read here, at once. */
const SIMPLE = /\\([{}$&#%_])|\\(textbackslash|textasciitilde|textasciicircum)\{\}|([{}])|(~)|(-{2,3})|(``|'')|([\\$])/g;
const NAMED: Readonly<Record<string, string>> = { textbackslash: '\\', textasciitilde: '~', textasciicircum: '^' };

/**
 * Text of a LaTeX value: braces dropped, accents and commands decoded, white space as one space. Only values with
 * real commands or formulas are handed to the library, which is slow.
 * @source BibTeX and BibLaTeX manuals; LaTeX commands as the bibtex-parser library knows them
 */
export function decodeLatex(value: string): string {
  if (!/[\\{}$~`']|--/.test(value)) return even(value);
  let commands = false;
  const plain = value.replace(SIMPLE, (_, escaped, named, brace, tie, dash, quotes) => {
    if (escaped) return escaped;
    if (named) return NAMED[named]!;
    if (brace) return '';
    if (tie) return ' ';
    if (dash) return dash.length === 3 ? '—' : '–';
    if (quotes) return quotes === '``' ? '“' : '”';
    commands = true;
    return '';
  });
  return even(commands ? withLibrary(value) : plain);
}

function withLibrary(value: string): string {
  const { entries } = parse(`@misc{k, note = {${value}}}`, {
    sentenceCase: false,
    english: false,
    applyCrossRef: false,
    unsupported: 'ignore',
  });
  const note = entries[0]?.fields.note;
  // The library marks emphasis as HTML; the text is what counts here.
  if (typeof note !== 'string') return value;
  return note
    .replace(/<\/?(?:i|b|sup|sub|span|small|em|strong)(?: [^>]*)?>/g, '')
    .replace(/<p>|<br ?\/?>/g, ' ')
    .normalize('NFC');
}

const even = (text: string): string => text.replace(/\s+/g, ' ').trim();

const ESCAPES: Readonly<Record<string, string>> = {
  '\\': '\\textbackslash{}',
  '~': '\\textasciitilde{}',
  '^': '\\textasciicircum{}',
  '--': '-{}-',
  '``': '`{}`',
  "''": "'{}'",
};

/** Text as a LaTeX value that `decodeLatex` reads back the same. */
export const escapeLatex = (text: string): string => even(text).replace(/[\\{}$&#%_~^]|--|``|''/g, (c) => ESCAPES[c] ?? `\\${c}`);
