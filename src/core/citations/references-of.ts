import { childOf, childrenOf, elementsOf, parseElement, textOf, XmlFault, type XmlNode } from '@/core/formats/xml';
import { readReference } from '@/core/pasted';
import { type BibRecord, emptyRecord, normaliseDoi, normalisePmid } from '@/core/record';

/** What a work cites, as far as its record or its text says. */
export interface CitedReference {
  /** As it is printed. */
  text: string;
  record: BibRecord;
  /** Where it stands: a field of the record, or a page. */
  from: string;
}

const MOST = 2000;

/** A printed reference, read as one that somebody pasted. */
export function printedReference(text: string, from: string): CitedReference {
  return { text, record: readReference(text).record, from };
}

/**
 * The references that a record carries: tagged cited references, the list of a JATS article or of PubMed XML, CSL `references`.
 * @param raw the record as it came: formats keep their lists of references there
 * @source RIS and MEDLINE tagged exports with CR fields are common practice; JATS (NISO Z39.96) ref-list and the PubMed DTD's
 *   ReferenceList, CSL-JSON references, from memory
 */
export function referencesOf(record: BibRecord, raw: string): CitedReference[] {
  const found: CitedReference[] = [];
  for (const field of ['CR', 'cited-references', 'cited_references', 'references'])
    for (const value of record.extra[field] ?? []) {
      const texts = record.format === 'csl-json' ? textsOfJson(value) : value.split(/\s*\n\s*|;\s+(?=\p{Lu}[\p{L}’'-]+,?\s)/u);
      for (const text of texts) if (text.trim().length > 10) found.push(printedReference(text.trim(), field));
    }
  if (record.format === 'jats') found.push(...fromXml(raw, 'ref-list', ofJats));
  if (record.format === 'pubmed-xml') found.push(...fromXml(raw, 'ReferenceList', ofPubmed));
  return found.slice(0, MOST);
}

/** CSL keeps what it has no place for as JSON: one text with a reference a line, or a list of texts or items. */
function textsOfJson(value: string): string[] {
  let read: unknown;
  try {
    read = JSON.parse(value);
  } catch {
    return [value];
  }
  const list = Array.isArray(read) ? read : typeof read === 'string' ? read.split(/\n+/) : [];
  return list.flatMap((item) => {
    if (typeof item === 'string') return [item];
    const { DOI, unstructured, title } = (item ?? {}) as Record<string, unknown>;
    return [[unstructured ?? title, DOI && `doi:${String(DOI)}`].filter((v) => typeof v === 'string').join(' ')].filter(Boolean);
  });
}

function fromXml(raw: string, list: string, read: (node: XmlNode) => CitedReference[]): CitedReference[] {
  const found: CitedReference[] = [];
  for (let at = 0; found.length < MOST; ) {
    const start = new RegExp(`<(?:[\\w.-]+:)?${list}[\\s>]`, 'g');
    start.lastIndex = at;
    const open = start.exec(raw);
    if (!open) break;
    const close = raw.indexOf(`${list}>`, open.index + open[0].length);
    if (close < 0) break;
    at = close + list.length + 1;
    try {
      found.push(...read(parseElement(raw.slice(open.index, at))));
    } catch (error) {
      if (!(error instanceof XmlFault)) throw error;
    }
  }
  return found;
}

const plain = (node: XmlNode | undefined): string => textOf(node).replace(/\s+/g, ' ').trim();

function ofJats(list: XmlNode): CitedReference[] {
  return elementsOf(list)
    .filter((n) => n.name === 'ref')
    .map((ref) => {
      const text = plain(ref);
      const cited = elementsOf(ref).find((n) => /citation$/.test(n.name));
      const printed = readReference(text).record;
      const record = { ...emptyRecord('csl-json'), ...printed };
      const of = (name: string) => plain(childOf(cited, name));
      record.title =
        of('article-title') || of('chapter-title') || (of('source') && !of('article-title') ? of('source') : '') || printed.title;
      record.container = of('article-title') || of('chapter-title') ? of('source') : printed.container;
      record.volume = of('volume') || printed.volume;
      if (of('year')) record.dates = { ...record.dates, issue: of('year') };
      for (const id of childrenOf(cited, 'pub-id')) {
        if (id.attrs['pub-id-type'] === 'doi') record.doi = normaliseDoi(plain(id));
        if (id.attrs['pub-id-type'] === 'pmid') record.pmid = normalisePmid(plain(id));
      }
      return { text, record, from: 'ref-list' };
    });
}

function ofPubmed(list: XmlNode): CitedReference[] {
  return elementsOf(list)
    .filter((n) => n.name === 'Reference')
    .map((ref) => {
      const text = plain(childOf(ref, 'Citation'));
      const record = readReference(text).record;
      for (const id of childrenOf(childOf(ref, 'ArticleIdList'), 'ArticleId')) {
        if (id.attrs.IdType === 'doi') record.doi = normaliseDoi(plain(id));
        if (id.attrs.IdType === 'pubmed') record.pmid = normalisePmid(plain(id));
      }
      return { text, record, from: 'ReferenceList' };
    });
}
