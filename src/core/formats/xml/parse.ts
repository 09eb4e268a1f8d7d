import { type Named, namedAt, nameOf, nextLetter } from './names';

/** An element of an entry. Names are without their prefix; `from` and `to` are its place in the entry's text. */
export interface XmlNode {
  name: string;
  attrs: Readonly<Record<string, string>>;
  /** Text and elements in their order, entities decoded. */
  content: (string | XmlNode)[];
  from: number;
  to: number;
}

/** Why a text is not well-formed XML that we read, in words; `at` is the place in the text. */
export class XmlFault extends Error {
  constructor(
    readonly code: 'not-well-formed' | 'too-deep',
    message: string,
    readonly at: number,
  ) {
    super(message);
  }
}

export const MAX_DEPTH = 60;
const NAMED: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', apos: "'" };
const SPACE = 32;
const QUOTE = 34;
const APOSTROPHE = 39;
const SLASH = 47;
const EQUALS = 61;
const GREATER = 62;
const isSpace = (c: number): boolean => c === SPACE || (c >= 9 && c <= 13);
const NO_ATTRIBUTES: Readonly<Record<string, string>> = {};

/**
 * Reads one element with all it contains. Only the five entities of XML and character numbers are known: nothing a
 * document declares is expanded, and nothing is fetched.
 * @throws XmlFault when the text is not well formed or nested deeper than 60
 * @source W3C, Extensible Markup Language (XML) 1.0, fifth edition
 */
export function parseElement(text: string): XmlNode {
  const open: XmlNode[] = [];
  /** Of each open element the name as it is written. */
  const written: string[] = [];
  let root: XmlNode | null = null;
  for (let at = 0; at < text.length; ) {
    const lt = text.indexOf('<', at);
    const end = lt < 0 ? text.length : lt;
    if (end > at) {
      const parent = open.at(-1);
      if (parent) parent.content.push(isIndent(text, at, end) ? ' ' : decode(text.slice(at, end), at));
      else if (text.slice(at, end).trim()) throw new XmlFault('not-well-formed', 'text outside any element', at);
    }
    if (lt < 0) break;
    const kind = text.charCodeAt(lt + 1);
    if (kind === 47) {
      const name = written.pop();
      const after = lt + 2 + (name?.length ?? 0);
      // Nearly always it is the very name that is open, and no string is cut to see that.
      if (name && text.charCodeAt(after) === GREATER && text.startsWith(name, lt + 2)) {
        open.pop()!.to = after + 1;
        at = after + 1;
      } else at = closeTag(text, lt, open);
      continue;
    }
    if (kind === 33 || kind === 63) {
      at = skipMarkup(text, lt, open);
      continue;
    }
    if (root && open.length === 0) throw new XmlFault('not-well-formed', 'a second element follows', lt);
    const tag = openTag(text, lt);
    if (open.length >= MAX_DEPTH) throw new XmlFault('too-deep', '', lt);
    open.at(-1)?.content.push(tag.node);
    root ??= tag.node;
    at = tag.node.to;
    if (tag.empty) continue;
    open.push(tag.node);
    written.push(tag.written);
  }
  if (open.length) throw new XmlFault('not-well-formed', `<${open.at(-1)!.name}> is not closed`, open.at(-1)!.from);
  if (!root) throw new XmlFault('not-well-formed', 'there is no element', 0);
  return root;
}

/** Reads a tag that opens an element: its name, attributes and end, and whether the element ends with it. */
function openTag(text: string, lt: number): { node: XmlNode; written: string; empty: boolean } {
  let hash = 0;
  let end = lt + 1;
  let c = text.charCodeAt(end);
  while (c > SPACE && c !== GREATER && c !== SLASH && c !== QUOTE && c !== APOSTROPHE) {
    hash = nextLetter(hash, c);
    c = text.charCodeAt(++end);
  }
  const gt = c === GREATER ? end : tagEnd(text, end, lt);
  const empty = text.charCodeAt(gt - 1) === SLASH;
  const to = empty ? gt - 1 : gt;
  // What ends a name is white space or the tag's end: anything else is looked at with care.
  const { written, name } = end === to || isSpace(c) ? namedAt(text, lt + 1, end, hash) : cutName(text, lt, to);
  if (name === '') throw new XmlFault('not-well-formed', `"<${text.slice(lt + 1, lt + 61)}" is no tag`, lt);
  const from = lt + 1 + written.length;
  const attrs = from < to ? attributes(text, from, to, lt) : NO_ATTRIBUTES;
  return { node: { name, attrs, content: [], from: lt, to: gt + 1 }, written, empty };
}

/** Past a closing tag, as long as its name is that of what is open, whatever the prefix. */
function closeTag(text: string, lt: number, open: XmlNode[]): number {
  const gt = text.indexOf('>', lt);
  const name = nameOf(text.slice(lt + 2, gt < 0 ? lt + 2 : gt).trimEnd());
  const node = open.pop();
  if (gt < 0 || !node || node.name !== name) {
    throw new XmlFault('not-well-formed', `</${name.slice(0, 60)}> closes ${node ? `<${node.name}>` : 'nothing'}`, lt);
  }
  node.to = gt + 1;
  return gt + 1;
}

/** Past a comment, a processing instruction or a CDATA section, whose text is kept. */
function skipMarkup(text: string, lt: number, open: readonly XmlNode[]): number {
  const past = (mark: string, from: number) => {
    const at = text.indexOf(mark, from);
    if (at < 0) throw new XmlFault('not-well-formed', `"${text.slice(lt, lt + 9)}" has no end`, lt);
    return at;
  };
  if (text.startsWith('<!--', lt)) return past('-->', lt + 4) + 3;
  if (text.startsWith('<?', lt)) return past('?>', lt + 2) + 2;
  if (text.startsWith('<![CDATA[', lt)) {
    const end = past(']]>', lt + 9);
    open.at(-1)?.content.push(text.slice(lt + 9, end));
    return end + 3;
  }
  throw new XmlFault('not-well-formed', 'a declaration inside an entry', lt);
}

/** Where a tag ends: the first ">" outside quotes, from a place on that is in none. */
function tagEnd(text: string, from: number, lt: number): number {
  for (let at = from, inside = 0; at < text.length; at++) {
    const c = text.charCodeAt(at);
    if (inside) inside = c === inside ? 0 : inside;
    else if (c === QUOTE || c === APOSTROPHE) inside = c;
    else if (c === GREATER) return at;
  }
  throw new XmlFault('not-well-formed', 'a tag has no end', lt);
}

/** The name of a tag that holds what names do not: up to the first white space. */
function cutName(text: string, lt: number, to: number): Named {
  let end = lt + 1;
  while (end < to && !isSpace(text.charCodeAt(end))) end++;
  const written = text.slice(lt + 1, end);
  return { written, name: nameOf(written) };
}

/** Reads `name="value"` pairs, in quotes of either kind. @param lt where the tag begins */
function attributes(text: string, from: number, to: number, lt: number): Record<string, string> {
  const found: Record<string, string> = {};
  for (let read = from; ; ) {
    while (read < to && text.charCodeAt(read) <= SPACE) read++;
    if (read >= to) return found;
    let hash = 0;
    let end = read;
    let c = text.charCodeAt(end);
    while (c > SPACE && c !== EQUALS && end < to) {
      hash = nextLetter(hash, c);
      c = text.charCodeAt(++end);
    }
    let equals = end;
    while (equals < to && isSpace(text.charCodeAt(equals))) equals++;
    const isPair = equals < to && text.charCodeAt(equals) === EQUALS;
    let open = equals + 1;
    while (open < to && text.charCodeAt(open) <= SPACE) open++;
    const quote = text.charCodeAt(open);
    const close = isPair && (quote === QUOTE || quote === APOSTROPHE) ? text.indexOf(quote === QUOTE ? '"' : "'", open + 1) : -1;
    const name = close < 0 || close >= to ? '' : namedAt(text, read, end, hash).name || nameOf(text.slice(read, end).trimEnd());
    if (name === '') {
      const rest = text.slice(read, to).trim().slice(0, 60);
      throw new XmlFault('not-well-formed', `"${rest}" is no attribute`, lt);
    }
    found[name] = decode(text.slice(open + 1, close), lt);
    read = close + 1;
  }
}

/** White space that only sets an element on a line of its own. */
function isIndent(text: string, from: number, to: number): boolean {
  for (let at = from; at < to; at++) if (text.charCodeAt(at) > 32) return false;
  return true;
}

function decode(text: string, at: number): string {
  if (!text.includes('&')) return text;
  return text.replace(/&([^;&\s]{0,32};?)/g, (whole, body: string) => {
    const name = body.slice(0, -1);
    if (body.endsWith(';') && Object.hasOwn(NAMED, name)) return NAMED[name]!;
    const number = body.endsWith(';') && /^#(?:(\d{1,7})|x([\da-f]{1,6}))$/i.exec(name);
    const code = number ? Number.parseInt(number[1] ?? number[2]!, number[1] ? 10 : 16) : -1;
    if (code < 1 || code > 0x10ffff || (code >= 0xd800 && code < 0xe000)) {
      throw new XmlFault('not-well-formed', `"${whole}" is none of the five entities of XML and no character number`, at);
    }
    return String.fromCodePoint(code);
  });
}

export const childrenOf = (node: XmlNode | undefined, name: string): XmlNode[] =>
  node ? (node.content.filter((c) => typeof c !== 'string' && c.name === name) as XmlNode[]) : [];

export function childOf(node: XmlNode | undefined, ...path: string[]): XmlNode | undefined {
  let at = node;
  for (const name of path) at = at?.content.find((c): c is XmlNode => typeof c !== 'string' && c.name === name);
  return at;
}

export const elementsOf = (node: XmlNode | undefined): XmlNode[] =>
  node ? (node.content.filter((c) => typeof c !== 'string') as XmlNode[]) : [];

/** All text inside, on one line. */
export function textOf(node: XmlNode | undefined): string {
  if (!node) return '';
  if (node.content.length === 1 && typeof node.content[0] === 'string') return even(node.content[0]);
  return even(allText(node));
}

const allText = (node: XmlNode): string => node.content.map((c) => (typeof c === 'string' ? c : allText(c))).join('');
const even = (text: string): string => (/\s\s|[\n\t]/.test(text) ? text.replace(/\s+/g, ' ') : text).trim();
