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
import { plainPages, withoutStop } from '../one-line';
import { keepExtra } from '../tagged';
import { childOf, childrenOf, elementsOf, textOf, type XmlNode } from '../xml/parse';
import { type XmlFormat, XmlReader } from '../xml/read';

/**
 * A streaming reader of PubMed XML: articles and book documents. Elements without a place in the record are kept as
 * they are, under the name of the element that held them.
 * @source NLM, PubMed DTD and MEDLINE/PubMed XML element descriptions
 */
export const createPubmedReader = (): EntryReader => new XmlReader(PUBMED);

type Report = Parameters<XmlFormat['toRecord']>[2];

const PUBMED: XmlFormat = {
  entries: ['PubmedArticle', 'PubmedBookArticle'],
  toRecord(entry, source, problem) {
    const record = emptyRecord('pubmed-xml');
    const keep = (parent: string, node: XmlNode) => keepExtra(record, parent, source.slice(node.from, node.to));
    if (entry.name === 'PubmedBookArticle') readBook(childOf(entry, 'BookDocument'), record, problem, keep);
    else readCitation(childOf(entry, 'MedlineCitation'), record, problem, keep);
    for (const data of elementsOf(entry).filter((n) => /^Pubmed(?:Book)?Data$/.test(n.name))) readData(data, record, keep);
    for (const node of elementsOf(entry))
      if (!['MedlineCitation', 'BookDocument', 'PubmedData', 'PubmedBookData'].includes(node.name)) keep('entry', node);
    return record;
  },
};

type Keep = (parent: string, node: XmlNode) => void;

function readCitation(citation: XmlNode | undefined, record: BibRecord, problem: Report, keep: Keep) {
  if (!citation) return;
  if (citation.attrs.Status) record.types.push({ vocabulary: 'medline-status', term: citation.attrs.Status });
  for (const node of elementsOf(citation)) {
    if (node.name === 'PMID') readPmid(node, record);
    else if (node.name === 'Article') readArticle(node, record, problem, keep);
    else {
      if (node.name === 'MeshHeadingList') record.headings.push(...childrenOf(node, 'MeshHeading').map(heading));
      if (node.name === 'CitationSubset') record.types.push({ vocabulary: 'medline-subset', term: textOf(node) });
      if (node.name === 'KeywordList') record.headings.push(...childrenOf(node, 'Keyword').map(textOf));
      keep('MedlineCitation', node);
    }
  }
  if (!record.types.some((t) => t.vocabulary === 'mesh-publication-type')) problem('no-type', 'PublicationType', '');
}

function readPmid(node: XmlNode, record: BibRecord) {
  record.accession = textOf(node);
  record.pmid = normalisePmid(record.accession);
}

/** As MEDLINE tagged prints it: "Sleep/*physiology". */
function heading(node: XmlNode): string {
  const starred = (n: XmlNode) => (n.attrs.MajorTopicYN === 'Y' ? '*' : '') + textOf(n);
  return [...childrenOf(node, 'DescriptorName'), ...childrenOf(node, 'QualifierName')].map(starred).join('/');
}

function readArticle(article: XmlNode, record: BibRecord, problem: Report, keep: Keep) {
  for (const node of elementsOf(article)) {
    switch (node.name) {
      case 'Journal':
        readJournal(node, record, problem, keep);
        break;
      case 'ArticleTitle':
        record.title = withoutStop(textOf(node));
        break;
      case 'Abstract':
        readAbstract(node, record, keep);
        break;
      case 'Pagination':
        record.pages = pagesOf(node);
        break;
      case 'ELocationID':
        readLocation(node, record, problem, keep);
        break;
      case 'AuthorList':
        record.authors.push(...childrenOf(node, 'Author').map(person));
        if (!childrenOf(node, 'Author').every(isPlainAuthor)) keep('Article', node);
        break;
      case 'Language':
        record.languages.push(textOf(node));
        break;
      case 'PublicationTypeList':
        for (const type of childrenOf(node, 'PublicationType'))
          record.types.push({ vocabulary: 'mesh-publication-type', term: textOf(type) });
        break;
      case 'ArticleDate':
        if (record.dates.online) keep('Article', node);
        else record.dates.online = dated(dateOf(node), 'ArticleDate', problem);
        break;
      default:
        keep('Article', node);
    }
  }
}

function readJournal(journal: XmlNode, record: BibRecord, problem: Report, keep: Keep) {
  for (const node of elementsOf(journal)) {
    if (node.name === 'ISSN') {
      const issn = checkIssn(textOf(node));
      if (issn) record.issns.push(issn);
      else problem('bad-issn', 'ISSN', textOf(node));
      if (issn !== textOf(node) || Object.keys(node.attrs).length) keep('Journal', node);
    } else if (node.name === 'Title') record.container = textOf(node);
    else if (node.name === 'JournalIssue') {
      for (const part of elementsOf(node)) {
        if (part.name === 'Volume') record.volume = textOf(part);
        else if (part.name === 'Issue') record.issue = textOf(part);
        else if (part.name === 'PubDate') record.dates.issue = dated(dateOf(part), 'PubDate', problem);
        else keep('JournalIssue', part);
      }
    } else keep('Journal', node);
  }
}

/** Parts of a date as MEDLINE prints them: "2023 Jul-Aug", "2023 Mar 5", "2023 Spring", or with numbers "2023-07-05". */
function dateOf(node: XmlNode): string {
  const free = childOf(node, 'MedlineDate');
  if (free) return textOf(free);
  const [year, month, day, season] = ['Year', 'Month', 'Day', 'Season'].map((name) => textOf(childOf(node, name))) as [
    string,
    string,
    string,
    string,
  ];
  if (/^\d+$/.test(month))
    return [year, month, day]
      .filter(Boolean)
      .map((p) => p.padStart(2, '0'))
      .join('-');
  return [year, season || month, day].filter(Boolean).join(' ');
}

function dated(text: string, field: string, problem: Report): string {
  if (text && !readDate(text)) problem('bad-date', field, text);
  return text;
}

/** Sections keep their labels, as in "METHODS: …". */
function readAbstract(node: XmlNode, record: BibRecord, keep: Keep) {
  const parts: string[] = [];
  for (const part of elementsOf(node)) {
    if (part.name !== 'AbstractText') keep('Abstract', part);
    else parts.push(part.attrs.Label ? `${part.attrs.Label}: ${textOf(part)}` : textOf(part));
  }
  record.abstract = parts.join(' ');
}

function pagesOf(node: XmlNode): string {
  const printed = textOf(childOf(node, 'MedlinePgn'));
  if (printed) return plainPages(printed);
  return [textOf(childOf(node, 'StartPage')), textOf(childOf(node, 'EndPage'))].filter(Boolean).join('-');
}

function readLocation(node: XmlNode, record: BibRecord, problem: Report, keep: Keep) {
  const doi = node.attrs.EIdType === 'doi' ? normaliseDoi(textOf(node)) : '';
  if (node.attrs.EIdType === 'doi' && !doi) problem('bad-doi', 'ELocationID', textOf(node));
  if (doi && !record.doi) record.doi = doi;
  if (textOf(node) !== doi || record.doi !== doi) keep('Article', node);
}

function person(author: XmlNode): Person {
  const group = childOf(author, 'CollectiveName');
  if (group) return { family: textOf(group), given: '' };
  const suffix = textOf(childOf(author, 'Suffix'));
  const given = textOf(childOf(author, 'ForeName')) || textOf(childOf(author, 'Initials'));
  const found: Person = { family: textOf(childOf(author, 'LastName')), given: suffix && given ? `${given}, ${suffix}` : given };
  const orcid = orcidOf(author);
  return orcid ? { ...found, orcid } : found;
}

const orcidOf = (author: XmlNode): string =>
  childrenOf(author, 'Identifier')
    .filter((i) => i.attrs.Source === 'ORCID')
    .map((i) => checkOrcid(textOf(i)))
    .find(Boolean) ?? '';

/** Nothing of it is lost when it is written from the record's fields alone. */
const isPlainAuthor = (author: XmlNode): boolean =>
  elementsOf(author).every(
    (n) =>
      ['LastName', 'ForeName', 'Initials', 'CollectiveName'].includes(n.name) || (n.name === 'Identifier' && orcidOf(author) === textOf(n)),
  );

function readData(data: XmlNode, record: BibRecord, keep: Keep) {
  for (const node of elementsOf(data)) {
    if (node.name === 'History') {
      for (const date of childrenOf(node, 'PubMedPubDate')) if (date.attrs.PubStatus === 'entrez') record.dates.added ||= dateOf(date);
    } else if (node.name === 'ArticleIdList') {
      for (const id of childrenOf(node, 'ArticleId')) if (id.attrs.IdType === 'doi') record.doi ||= normaliseDoi(textOf(id));
    } else if (node.name === 'PublicationStatus') record.types.push({ vocabulary: 'medline-status', term: textOf(node) });
    keep('PubmedData', node);
  }
}

function readBook(book: XmlNode | undefined, record: BibRecord, problem: Report, keep: Keep) {
  if (!book) return;
  const container = childOf(book, 'Book');
  const chapter = textOf(childOf(book, 'ArticleTitle'));
  const whole = textOf(childOf(container, 'BookTitle'));
  record.title = chapter || whole;
  record.container = chapter ? whole : '';
  for (const node of elementsOf(book)) {
    if (node.name === 'PMID') readPmid(node, record);
    else if (node.name === 'Abstract') readAbstract(node, record, keep);
    else if (node.name === 'PublicationType') record.types.push({ vocabulary: 'mesh-publication-type', term: textOf(node) });
    else {
      if (node.name === 'Language') record.languages.push(textOf(node));
      keep('BookDocument', node);
    }
  }
  record.publisher = textOf(childOf(container, 'Publisher', 'PublisherName'));
  record.dates.issue = firstDate(
    [childOf(container, 'PubDate'), childOf(book, 'ContributionDate'), childOf(container, 'BeginningDate')],
    problem,
  );
  for (const isbn of childrenOf(container, 'Isbn')) {
    const checked = checkIsbn(textOf(isbn));
    if (checked) record.isbns.push(checked);
  }
  // Those of the chapter; else those of the book; its editors only where it has nobody else.
  const lists = [...childrenOf(book, 'AuthorList'), ...childrenOf(container, 'AuthorList')];
  const byKind = [...lists.filter((l) => l.attrs.Type !== 'editors'), ...lists.filter((l) => l.attrs.Type === 'editors')];
  record.authors.push(...(byKind.map((list) => childrenOf(list, 'Author').map(person)).find((people) => people.length) ?? []));
}

/** The first of several dates that is there at all. */
function firstDate(nodes: readonly (XmlNode | undefined)[], problem: Report): string {
  const found = nodes.find((n) => n && dateOf(n) !== '');
  return found ? dated(dateOf(found), found.name, problem) : '';
}
