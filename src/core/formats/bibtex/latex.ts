import { parse } from '@retorquere/bibtex-parser';
import { ACCENTS, LOOKS, SWITCHES, SYMBOLS } from './latex-commands';

/**
 * Text of a LaTeX value: braces dropped, accents and commands decoded, white space as one space, soft hyphens left out.
 * The commands that bibliographies use are read here; a value with any other is handed to a library, which is slow.
 * @source BibTeX and BibLaTeX manuals; LaTeX commands, see `latex-commands.ts`
 */
export function decodeLatex(value: string): string {
  if (!/[\\{}$~`'^_\u00ad]|--/.test(value)) return even(value);
  const read = new Decoder(value).all();
  return even(read ?? withLibrary(value));
}

/** Reads a value from left to right; null when it meets a command that it does not know. */
class Decoder {
  private at = 0;
  private math = false;
  private depth = 0;
  constructor(private readonly text: string) {}

  all(): string | null {
    let out = '';
    while (this.at < this.text.length) {
      const piece = this.next();
      if (piece === null) return null;
      out += piece;
    }
    return out.normalize('NFC');
  }

  /** What the next character, mark or command prints. */
  private next(): string | null {
    const { text } = this;
    const c = text[this.at]!;
    switch (c) {
      case '\\':
        return this.command();
      case '{':
      case '}':
        this.at++;
        return '';
      case '$':
        this.at++;
        this.math = !this.math;
        return '';
      case '~':
        this.at++;
        return ' ';
      case '^':
      case '_':
        this.at++;
        return this.math ? this.raised(c) : c;
      case '-':
        return this.run('-', ['-', '–', '—']);
      case '`':
        return this.run('`', ['‘', '“']);
      case "'":
        return this.run("'", ['’', '”']);
      default: {
        // All that means itself, at once.
        PLAIN.lastIndex = this.at;
        const plain = PLAIN.exec(text)![0];
        this.at += plain.length;
        return plain;
      }
    }
  }

  /** Figures above or below the line in a formula: `$_2$`, `$^{-1}$`; anything else stays on it. */
  private raised(mark: '^' | '_'): string {
    const figures = /^(?:([0-9+])|\{([0-9+=()-]+)\})/.exec(this.text.slice(this.at, this.at + 20));
    if (!figures) return '';
    this.at += figures[0].length;
    const above = mark === '^';
    return [...(figures[1] ?? figures[2]!)].map((f) => (above ? ABOVE : BELOW)[FIGURES.indexOf(f)]!).join('');
  }

  /** A mark that means another when it is doubled. */
  private run(mark: string, means: readonly string[]): string {
    let n = 1;
    while (n < means.length && this.text[this.at + n] === mark) n++;
    this.at += n;
    return n === 1 && mark !== '-' ? mark : means[n - 1]!;
  }

  /** Commands in commands are read so deep and no deeper. */
  private command(): string | null {
    if (this.depth >= DEEPEST) return null;
    this.depth++;
    const printed = this.commandHere();
    this.depth--;
    return printed;
  }

  private commandHere(): string | null {
    NAME.lastIndex = this.at + 1;
    const name = NAME.exec(this.text)?.[0];
    if (name === undefined) {
      this.at++;
      return '';
    }
    this.at += 1 + name.length;
    const isWord = /^[A-Za-z]/.test(name);
    // The space behind a command only ends its name.
    if (isWord) this.skipSpace();
    if (Object.hasOwn(ACCENTS, name) && !(isWord && !this.hasArgument())) return this.accent(ACCENTS[name]!);
    if (!isWord) return MARKS[name] ?? (/[&%#$_{}^~"'\\]/.test(name) ? name : null);
    if (Object.hasOwn(SYMBOLS, name)) {
      if (this.text.startsWith('{}', this.at)) this.at += 2;
      return SYMBOLS[name]!;
    }
    if (LOOKS.has(name) || SWITCHES.has(name)) return '';
    if (name === 'enquote' || name === 'enquote*' || name === 'mkbibquote') return this.quoted();
    if (name === 'url' || name === 'path' || name === 'nolinkurl') return this.verbatim();
    if (name === 'href') {
      this.verbatim();
      return '';
    }
    return null;
  }

  private skipSpace() {
    while (this.text[this.at] === ' ' || this.text[this.at] === '\n') this.at++;
  }

  private hasArgument(): boolean {
    const c = this.text[this.at];
    return c !== undefined && c !== '}';
  }

  /** The letter that an accent stands on: `\'e`, `\'{e}`, `\'\i`, `\v{\i}`; with nothing there the accent alone. */
  private accent(mark: string): string | null {
    this.skipSpace();
    const braced = this.text[this.at] === '{';
    if (braced) this.at++;
    this.skipSpace();
    let letter: string | null;
    if (this.text[this.at] === '}') letter = '';
    else if (this.text[this.at] === '\\') letter = this.command();
    else {
      letter = String.fromCodePoint(this.text.codePointAt(this.at) ?? 32);
      this.at += letter.length;
    }
    if (letter === null) return null;
    const on = letter === 'ı' ? 'i' : letter === 'ȷ' ? 'j' : letter;
    let rest = '';
    if (braced) {
      // Whatever else stands in the braces has no accent.
      while (this.at < this.text.length && this.text[this.at] !== '}') {
        const piece = this.next();
        if (piece === null) return null;
        rest += piece;
      }
      this.at++;
    }
    return `${(on + mark).normalize('NFC')}${rest}`;
  }

  /** An argument in braces, in quotation marks. */
  private quoted(): string | null {
    let out = '';
    let depth = 0;
    do {
      const c = this.text[this.at];
      if (c === '{') depth++;
      else if (c === '}') depth--;
      const piece = this.next();
      if (piece === null) return null;
      out += piece;
    } while (depth > 0 && this.at < this.text.length);
    return `“${out}”`;
  }

  /** An argument in braces as it stands. */
  private verbatim(): string {
    if (this.text[this.at] !== '{') return '';
    const end = this.text.indexOf('}', this.at);
    const value = this.text.slice(this.at + 1, end < 0 ? undefined : end);
    this.at = end < 0 ? this.text.length : end + 1;
    return value.replace(/\\([_%&#$~])/g, '$1');
  }
}

const DEEPEST = 40;
const FIGURES = '0123456789+-=()';
const ABOVE = '⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻⁼⁽⁾';
const BELOW = '₀₁₂₃₄₅₆₇₈₉₊₋₌₍₎';

const PLAIN = /[^\\{}$~^_\-`']+/y;
const NAME = /[A-Za-z]+\*?|[\s\S]/y;
/** Commands of one mark that print something other than the mark, or nothing. */
const MARKS: Readonly<Record<string, string>> = {
  ' ': ' ',
  '\n': ' ',
  '\t': ' ',
  ',': ' ',
  ';': ' ',
  ':': ' ',
  '!': '',
  '/': '',
  '-': '',
  '@': '',
  '(': '',
  ')': '',
  '[': '',
  ']': '',
  '\\': ' ',
};

function withLibrary(value: string): string {
  const note = noteOf(value);
  // The library marks emphasis as HTML; the text is what counts here.
  if (typeof note !== 'string') return value;
  return note
    .replace(/<\/?(?:i|b|sup|sub|span|small|em|strong)(?: [^>]*)?>/g, '')
    .replace(/<p>|<br ?\/?>/g, ' ')
    .normalize('NFC');
}

/** What cannot be decoded stays as it is printed. */
function noteOf(value: string): unknown {
  try {
    const { entries } = parse(`@misc{k, note = {${value}}}`, {
      ...{ sentenceCase: false, english: false, applyCrossRef: false },
      unsupported: 'ignore',
    });
    return entries[0]?.fields.note;
  } catch {
    return value;
  }
}

const even = (text: string): string =>
  text
    .replace(/\u00ad/g, '')
    .replace(/\s+/g, ' ')
    .trim();

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
