import {
  type BibRecord,
  checkIsbn,
  checkIssn,
  checkOrcid,
  emptyRecord,
  normaliseDoi,
  normalisePmid,
  type Person,
  readDate,
} from '@/core/record';
import type { EntryReader } from '../entry';
import { keepExtra } from '../tagged';
import { childOf, childrenOf, elementsOf, textOf, type XmlNode } from '../xml/parse';
import { type XmlFormat, XmlReader } from '../xml/read';

/**
 * A streaming reader of MODS. Elements that say more than the record has places for are kept as they are.
 * @source Library of Congress, MODS Schema, version 3 (user guidelines)
 */
export const createModsReader = (): EntryReader => new XmlReader(MODS);

type Report = Parameters<XmlFormat['toRecord']>[2];

const MODS: XmlFormat = {
  entries: ['mods'],
  toRecord(entry, source, problem) {
    const record = emptyRecord('mods');
    const byName = new Map<string, XmlNode[]>();
    for (const node of elementsOf(entry)) byName.set(node.name, [...(byName.get(node.name) ?? []), node]);
    for (const [name, nodes] of byName) {
      // What is written from the record's fields alone needs no keeping; all elements of a name are kept, or none.
      const whole = Object.hasOwn(READ, name) && READ[name]!(nodes, record, problem);
      if (!whole) for (const node of nodes) keepExtra(record, 'mods', withoutPrefix(source.slice(node.from, node.to)));
    }
    if (!record.types.length) problem('no-type', 'genre', '');
    return record;
  },
};

/** The writer declares one namespace for all, so that no element needs a prefix. */
const withoutPrefix = (xml: string): string => xml.replace(/(<\/?)[\w.-]+:/g, '$1');

/** Reads the elements of a name; true when the record now holds all that they say. */
const READ: Readonly<Record<string, (nodes: XmlNode[], record: BibRecord, problem: Report) => boolean>> = {
  titleInfo(nodes, record) {
    const main = nodes.find((n) => !n.attrs.type) ?? nodes[0]!;
    record.title = titleOf(main);
    return nodes.length === 1 && only(main, ['title']) && bare(main);
  },
  name(nodes, record) {
    const authors = nodes.filter((n) => isAuthor(n));
    record.authors.push(...authors.map(personOf));
    return authors.length === nodes.length && nodes.every(isPlainName);
  },
  typeOfResource(nodes, record) {
    for (const node of nodes) record.types.push({ vocabulary: 'mods-resource', term: textOf(node) });
    return nodes.every(bare);
  },
  genre(nodes, record) {
    for (const node of nodes) record.types.push({ vocabulary: 'mods-genre', term: textOf(node) });
    return nodes.every(bare);
  },
  originInfo(nodes, record, problem) {
    for (const node of nodes) {
      record.publisher ||= textOf(childOf(node, 'publisher'));
      const issued = childOf(node, 'dateIssued') ?? childOf(node, 'copyrightDate') ?? childOf(node, 'dateCreated');
      record.dates.issue ||= dated(textOf(issued), problem);
    }
    const [one] = nodes;
    return nodes.length === 1 && only(one!, ['publisher', 'dateIssued']) && elementsOf(one).every(bare);
  },
  language(nodes, record) {
    for (const node of nodes) record.languages.push(textOf(childOf(node, 'languageTerm')) || textOf(node));
    return nodes.every((n) => only(n, ['languageTerm']) && elementsOf(n).length === 1 && elementsOf(n).every(bare));
  },
  abstract(nodes, record) {
    record.abstract = nodes.map(textOf).join(' ');
    return nodes.length === 1 && bare(nodes[0]!);
  },
  subject(nodes, record) {
    for (const node of nodes) record.headings.push(elementsOf(node).map(textOf).filter(Boolean).join(' / '));
    return nodes.every((n) => only(n, ['topic']) && elementsOf(n).length === 1 && bare(n) && elementsOf(n).every(bare));
  },
  identifier(nodes, record, problem) {
    return nodes.map((node) => readIdentifier(node, record, problem)).every(Boolean);
  },
  location(nodes, record) {
    for (const node of nodes) record.urls.push(...childrenOf(node, 'url').map(textOf));
    return nodes.every((n) => only(n, ['url']) && elementsOf(n).length === 1 && elementsOf(n).every(bare));
  },
  relatedItem(nodes, record, problem) {
    const hosts = nodes.filter((n) => n.attrs.type === 'host');
    if (hosts[0]) readHost(hosts[0], record, problem);
    return nodes.length === 1 && hosts.length === 1 && isPlainHost(hosts[0]!);
  },
  recordInfo(nodes, record) {
    record.accession = textOf(childOf(nodes[0], 'recordIdentifier'));
    record.dates.added = textOf(childOf(nodes[0], 'recordCreationDate'));
    record.database = textOf(childOf(nodes[0], 'recordContentSource'));
    const names = ['recordIdentifier', 'recordCreationDate', 'recordContentSource'];
    return nodes.length === 1 && only(nodes[0]!, names) && elementsOf(nodes[0]).every(bare);
  },
};

const bare = (node: XmlNode): boolean => Object.keys(node.attrs).length === 0;
const only = (node: XmlNode, names: readonly string[]): boolean => elementsOf(node).every((n) => names.includes(n.name));

function titleOf(node: XmlNode): string {
  const [article, title, sub] = ['nonSort', 'title', 'subTitle'].map((name) => textOf(childOf(node, name)));
  const main = article ? `${article}${/['’]$/.test(article) ? '' : ' '}${title}` : title!;
  return sub ? `${main}: ${sub}` : main;
}

function isAuthor(node: XmlNode): boolean {
  const roles = childrenOf(node, 'role').flatMap((r) => childrenOf(r, 'roleTerm').map((t) => textOf(t).toLowerCase()));
  return roles.length === 0 || roles.some((r) => r === 'author' || r === 'aut' || r === 'creator' || r === 'cre');
}

const part = (node: XmlNode, type: string): string => textOf(childrenOf(node, 'namePart').find((p) => p.attrs.type === type));

function personOf(node: XmlNode): Person {
  const [family, given] = [part(node, 'family'), part(node, 'given')];
  const orcid = childrenOf(node, 'nameIdentifier')
    .filter((n) => n.attrs.type === 'orcid')
    .map((n) => checkOrcid(textOf(n)))
    .find(Boolean);
  const found: Person = family ? { family, given } : nameParts(node);
  return orcid ? { ...found, orcid } : found;
}

function nameParts(node: XmlNode): Person {
  const whole = childrenOf(node, 'namePart')
    .filter((p) => p.attrs.type !== 'date')
    .map(textOf)
    .join(', ');
  const comma = node.attrs.type === 'personal' ? whole.indexOf(',') : -1;
  return comma < 0 ? { family: whole, given: '' } : { family: whole.slice(0, comma).trim(), given: whole.slice(comma + 1).trim() };
}

/** Just what the writer makes of a name. */
function isPlainName(node: XmlNode): boolean {
  const parts = elementsOf(node);
  const named = parts.filter((p) => p.name === 'namePart');
  const plainParts =
    node.attrs.type === 'personal'
      ? named.every((p) => p.attrs.type === 'family' || p.attrs.type === 'given') && part(node, 'given') !== ''
      : node.attrs.type === 'corporate' && named.length === 1 && bare(named[0]!);
  const orcid = personOf(node).orcid ?? '';
  return plainParts && parts.every((p) => p.name === 'namePart' || (p.name === 'nameIdentifier' && textOf(p) === orcid));
}

function dated(text: string, problem: Report): string {
  if (text && !readDate(text)) problem('bad-date', 'dateIssued', text);
  return text;
}

/** True when the record's fields now say all of it. */
function readIdentifier(node: XmlNode, record: BibRecord, problem: Report): boolean {
  const text = textOf(node);
  const plain = Object.keys(node.attrs).join() === 'type';
  switch ((node.attrs.type ?? '').toLowerCase()) {
    case 'doi': {
      const doi = normaliseDoi(text);
      if (!doi) problem('bad-doi', 'identifier', text);
      record.doi ||= doi;
      return plain && text === record.doi;
    }
    case 'issn': {
      const issn = checkIssn(text);
      if (issn) record.issns.push(issn);
      else problem('bad-issn', 'identifier', text);
      return plain && issn === text;
    }
    case 'isbn': {
      const isbn = checkIsbn(text);
      if (isbn) record.isbns.push(isbn);
      return plain && isbn === text;
    }
    case 'pmid':
      record.pmid ||= normalisePmid(text);
      return plain && text === record.pmid;
    default:
      return false;
  }
}

/** The journal, book or proceedings that holds the item, and where in it. */
function readHost(host: XmlNode, record: BibRecord, problem: Report) {
  const title = childOf(host, 'titleInfo');
  if (title) record.container = titleOf(title);
  for (const id of childrenOf(host, 'identifier')) readIdentifier(id, record, problem);
  for (const piece of childrenOf(host, 'part')) {
    for (const detail of childrenOf(piece, 'detail')) {
      if (detail.attrs.type === 'volume') record.volume ||= textOf(childOf(detail, 'number'));
      if (detail.attrs.type === 'issue') record.issue ||= textOf(childOf(detail, 'number'));
    }
    const extent = childOf(piece, 'extent');
    record.pages ||= [textOf(childOf(extent, 'start')), textOf(childOf(extent, 'end'))].filter(Boolean).join('-');
    record.dates.issue ||= dated(textOf(childOf(piece, 'date')), problem);
  }
  record.publisher ||= textOf(childOf(host, 'originInfo', 'publisher'));
  record.dates.issue ||= dated(textOf(childOf(host, 'originInfo', 'dateIssued')), problem);
}

/** Just what the writer makes of a host: its title, ISSNs, and the place in it. */
function isPlainHost(host: XmlNode): boolean {
  return elementsOf(host).every((node) => {
    if (node.name === 'titleInfo') return bare(node) && only(node, ['title']);
    if (node.name === 'identifier') return node.attrs.type === 'issn' && checkIssn(textOf(node)) === textOf(node);
    return node.name === 'part' && bare(node) && elementsOf(node).every(isPlainPart);
  });
}

const isPlainPart = (node: XmlNode): boolean =>
  node.name === 'detail'
    ? (node.attrs.type === 'volume' || node.attrs.type === 'issue') && only(node, ['number'])
    : node.name === 'extent' && node.attrs.unit === 'page' && only(node, ['start', 'end']);
