import { type BibRecord, checkIssn, checkOrcid, emptyRecord, normaliseDoi, normalisePmid, type Person, readDate } from '@/core/record';
import type { EntryReader } from '../entry';
import { plainPages } from '../one-line';
import { keepExtra } from '../tagged';
import { childOf, childrenOf, elementsOf, parseElement, textOf, type XmlNode } from '../xml/parse';
import { type XmlFormat, XmlReader } from '../xml/read';
import { articleMetaOf, journalMetaOf } from './of-record';

/**
 * A streaming reader of the front matter of JATS articles. What the front says beyond the record's places is kept as it
 * is; the text of the article is in the raw entry only.
 * @source JATS, ANSI/NISO Z39.96, Journal Publishing and Archiving Tag Sets
 */
export const createJatsReader = (): EntryReader => new XmlReader(JATS);

type Report = Parameters<XmlFormat['toRecord']>[2];

const JATS: XmlFormat = {
  entries: ['article'],
  toRecord(entry, source, problem) {
    const record = emptyRecord('jats');
    const front = childOf(entry, 'front');
    const [journal, meta] = [childOf(front, 'journal-meta'), childOf(front, 'article-meta')];
    if (entry.attrs['article-type']) record.types.push({ vocabulary: 'jats-type', term: entry.attrs['article-type'] });
    else problem('no-type', 'article-type', '');
    if (entry.attrs.lang) record.languages.push(entry.attrs.lang);
    if (journal) readJournal(journal, record, problem);
    if (meta) readArticle(meta, record, problem);
    keepRest('journal-meta', journal, journalMetaOf(record), source, record);
    keepRest('article-meta', meta, articleMetaOf(record), source, record);
    for (const node of elementsOf(front))
      if (node !== journal && node !== meta) keepExtra(record, 'front', withoutPrefix(source.slice(node.from, node.to)));
    return record;
  },
};

const withoutPrefix = (xml: string): string => xml.replace(/(<\/?)[\w.-]+:/g, '$1');

function readJournal(journal: XmlNode, record: BibRecord, problem: Report) {
  record.container = textOf(childOf(journal, 'journal-title-group', 'journal-title')) || textOf(childOf(journal, 'journal-title'));
  if (!record.container)
    record.container = textOf(
      childrenOf(journal, 'journal-id').find((id) => /iso-abbrev|nlm-ta|publisher-id/.test(id.attrs['journal-id-type'] ?? '')),
    );
  record.publisher = textOf(childOf(journal, 'publisher', 'publisher-name'));
  for (const node of childrenOf(journal, 'issn')) {
    const issn = checkIssn(textOf(node));
    if (!issn) problem('bad-issn', 'issn', textOf(node));
    else if (!record.issns.includes(issn)) record.issns.push(issn);
  }
}

function readArticle(meta: XmlNode, record: BibRecord, problem: Report) {
  for (const node of childrenOf(meta, 'article-id')) readId(node, record, problem);
  record.title = titleOf(childOf(meta, 'title-group'));
  for (const group of childrenOf(meta, 'contrib-group'))
    for (const contrib of childrenOf(group, 'contrib')) {
      const person = isAuthor(contrib) ? personOf(contrib) : null;
      if (person) record.authors.push(person);
    }
  readDates(meta, record, problem);
  record.volume = textOf(childOf(meta, 'volume'));
  record.issue = textOf(childOf(meta, 'issue'));
  const range = textOf(childOf(meta, 'page-range'));
  const ends = [textOf(childOf(meta, 'fpage')), textOf(childOf(meta, 'lpage'))].filter(Boolean);
  record.pages = plainPages(range) || (ends[0] === ends[1] ? (ends[0] ?? '') : ends.join('-')) || textOf(childOf(meta, 'elocation-id'));
  record.abstract = abstractOf(childrenOf(meta, 'abstract').find((a) => !a.attrs['abstract-type']) ?? childOf(meta, 'abstract'));
  for (const group of childrenOf(meta, 'kwd-group'))
    for (const node of elementsOf(group)) if (/^(?:kwd|compound-kwd|nested-kwd)$/.test(node.name)) record.headings.push(textOf(node));
  for (const group of childrenOf(childOf(meta, 'article-categories'), 'subj-group'))
    if (/^(?:heading|article-type|display-channel)$/i.test(group.attrs['subj-group-type'] ?? ''))
      for (const subject of childrenOf(group, 'subject')) record.types.push({ vocabulary: 'own', term: textOf(subject) });
  for (const uri of childrenOf(meta, 'self-uri')) if (uri.attrs.href) record.urls.push(uri.attrs.href);
}

function readId(node: XmlNode, record: BibRecord, problem: Report) {
  const text = textOf(node);
  const kind = node.attrs['pub-id-type'];
  if (kind === 'doi') {
    const doi = normaliseDoi(text);
    if (!doi) problem('bad-doi', 'article-id', text);
    record.doi ||= doi;
  } else if (kind === 'pmid') record.pmid ||= normalisePmid(text);
  else record.accession ||= text;
}

/** Marks of footnotes stand in titles and names, and are no part of them. */
const withoutMarks = (node: XmlNode): XmlNode => ({
  ...node,
  content: node.content.flatMap((c) => (typeof c === 'string' ? c : /^(?:xref|fn|tex-math)$/.test(c.name) ? [] : withoutMarks(c))),
});
const plainText = (node: XmlNode | undefined): string => (node ? textOf(withoutMarks(node)) : '');

function titleOf(group: XmlNode | undefined): string {
  const title = plainText(childOf(group, 'article-title'));
  const sub = childrenOf(group, 'subtitle').map(plainText).filter(Boolean);
  return [title, ...sub].join(/[?!:]$/.test(title) ? ' ' : ': ');
}

const isAuthor = ({ attrs }: XmlNode): boolean => !attrs['contrib-type'] || /author/i.test(attrs['contrib-type']);

function personOf(contrib: XmlNode): Person | null {
  const group = childOf(contrib, 'collab') ?? childOf(contrib, 'name-alternatives', 'collab');
  const name = childOf(contrib, 'name') ?? childOf(contrib, 'name-alternatives', 'name');
  if (!name) {
    // A collaboration may list its members inside: its own name is what stands before them.
    const own =
      group &&
      (textOf(childOf(group, 'institution')) ||
        textOf({ ...group, content: group.content.filter((c) => typeof c === 'string' || c.name !== 'contrib-group') }));
    const text = own || plainText(childOf(contrib, 'string-name'));
    return text ? { family: text, given: '' } : null;
  }
  const [family, given, suffix] = ['surname', 'given-names', 'suffix'].map((part) => plainText(childOf(name, part))) as [
    string,
    string,
    string,
  ];
  if (!family && !given) return null;
  const found: Person = { family: family || given, given: family ? (suffix && given ? `${given}, ${suffix}` : given) : '' };
  const orcid = childrenOf(contrib, 'contrib-id')
    .filter((id) => id.attrs['contrib-id-type'] === 'orcid')
    .map((id) => checkOrcid(textOf(id)))
    .find(Boolean);
  return orcid ? { ...found, orcid } : found;
}

/** Printed and collected dates are of the issue; electronic ones of the article itself. */
function readDates(meta: XmlNode, record: BibRecord, problem: Report) {
  for (const node of childrenOf(meta, 'pub-date')) {
    const text = dateOf(node);
    if (text === '') continue;
    if (!readDate(text)) problem('bad-date', 'pub-date', text);
    const kind = `${node.attrs['pub-type'] ?? ''} ${node.attrs['publication-format'] ?? ''}`;
    if (/^epub(?!-ppub)|electronic|online/.test(kind.trim())) record.dates.online ||= text;
    else record.dates.issue ||= text;
  }
  record.dates.issue ||= textOf(childOf(meta, 'pub-date')) ? '' : dateOf(childOf(childOf(meta, 'permissions'), 'copyright-year') ?? meta);
}

function dateOf(node: XmlNode): string {
  const iso = node.attrs['iso-8601-date'] ?? '';
  if (/^\d{4}(?:-\d\d){0,2}$/.test(iso)) return iso;
  const [year, month, day] = ['year', 'month', 'day'].map((part) => textOf(childOf(node, part))) as [string, string, string];
  const season = textOf(childOf(node, 'season'));
  if (year === '') return node.name === 'copyright-year' ? textOf(node) : textOf(childOf(node, 'string-date'));
  if (/^\d{1,2}$/.test(month))
    return [year, month, day]
      .filter(Boolean)
      .map((p) => p.padStart(2, '0'))
      .join('-');
  return [year, season || month, day].filter(Boolean).join(' ');
}

/** Sections keep their titles, as in "METHODS: …". */
function abstractOf(node: XmlNode | undefined): string {
  if (!node) return '';
  const parts: string[] = [];
  for (const part of elementsOf(node)) {
    if (part.name === 'title') continue;
    if (part.name !== 'sec') parts.push(plainText(part));
    else {
      const title = plainText(childOf(part, 'title')).replace(/[:.]$/, '');
      const text = elementsOf(part)
        .filter((p) => p.name !== 'title')
        .map(plainText)
        .join(' ');
      parts.push(title ? `${title}: ${text}` : text);
    }
  }
  return parts.length ? parts.join(' ') : plainText(node);
}

/** Elements of a name are kept as they are unless they are just what would be written from the record's fields. */
function keepRest(parent: string, node: XmlNode | undefined, built: readonly string[], source: string, record: BibRecord) {
  const written = new Map<string, string>();
  for (const xml of built) {
    const element = parseElement(xml);
    written.set(element.name, `${written.get(element.name) ?? ''}${canonical(element)}`);
  }
  const own = new Map<string, XmlNode[]>();
  for (const child of elementsOf(node)) own.set(child.name, [...(own.get(child.name) ?? []), child]);
  for (const [name, nodes] of own)
    if (nodes.map(canonical).join('') !== written.get(name))
      for (const one of nodes) keepExtra(record, parent, withoutPrefix(source.slice(one.from, one.to)));
}

/** An element as text by which two can be compared: attributes in order, white space even. */
function canonical(node: XmlNode): string {
  const attrs = Object.entries(node.attrs)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, value]) => ` ${name}=${JSON.stringify(value)}`);
  const inside = node.content.map((c) => (typeof c === 'string' ? c.replace(/\s+/g, ' ') : canonical(c)));
  return `<${node.name}${attrs.join('')}>${inside.join('').trim()}</>`;
}
