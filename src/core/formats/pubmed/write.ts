import { type BibRecord, checkIssn } from '@/core/record';
import { around, element, keptNames } from '../xml/write';

export const PUBMED_HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n<PubmedArticleSet>\n';
export const PUBMED_TAIL = '</PubmedArticleSet>\n';

/**
 * A record as a PubmedArticle (a book document as a PubmedBookArticle). Elements that were kept are written as they
 * were read; the others are built from the record's fields.
 * @source NLM, PubMed DTD
 */
export function writePubmed(record: BibRecord, notes: readonly string[] = []): string {
  const extra = record.format === 'pubmed-xml' ? record.extra : {};
  const general = notes.map((note) => element('GeneralNote', note, { Owner: 'NLM' }));
  if (extra.BookDocument) return `${writeBook(record, extra, general)}\n`;
  const statuses = record.types.filter((t) => t.vocabulary === 'medline-status').map((t) => t.term);
  const published = /<PublicationStatus>([^<]*)/.exec((extra.PubmedData ?? []).join(''))?.[1];
  const own = statuses.filter((s) => s !== published);
  const data = extra.PubmedData ?? [
    around('History', [around('PubMedPubDate', [dateParts(record.dates.added)], { PubStatus: 'entrez' })]),
    ...own.slice(1).map((s) => element('PublicationStatus', s)),
  ];
  return `${around('PubmedArticle', [
    around(
      'MedlineCitation',
      [
        element('PMID', record.accession || record.pmid),
        article(record, extra),
        ...(extra.MedlineCitation ?? headings(record)),
        ...general,
      ],
      { Status: own[0] ?? '' },
    ),
    around('PubmedData', data),
    ...(extra.entry ?? []),
  ])}\n`;
}

function article(record: BibRecord, extra: BibRecord['extra']): string {
  const kept = keptNames(extra.Article);
  const types = record.types.filter((t) => t.vocabulary === 'mesh-publication-type');
  const online = /^(\d{4})-?(\d\d)-?(\d\d)$/.exec(record.dates.online);
  const inJournal = keptNames(extra.Journal);
  const numbers = (extra.Journal ?? []).map((f) => checkIssn(f)).filter(Boolean);
  return around('Article', [
    around('Journal', [
      ...(extra.Journal ?? []),
      ...record.issns.filter((n) => !numbers.includes(n)).map((n) => element('ISSN', n)),
      around('JournalIssue', [
        element('Volume', record.volume),
        element('Issue', record.issue),
        around('PubDate', [pubDate(record.dates.issue)]),
        ...(extra.JournalIssue ?? []),
      ]),
      inJournal.has('Title') ? '' : element('Title', record.container),
    ]),
    element('ArticleTitle', record.title && !/[.?!]$/.test(record.title) ? `${record.title}.` : record.title),
    around('Pagination', [element('MedlinePgn', record.pages)]),
    kept.has('ELocationID') ? '' : element('ELocationID', record.doi, { EIdType: 'doi' }),
    around('Abstract', [element('AbstractText', record.abstract), ...(extra.Abstract ?? [])]),
    kept.has('AuthorList') ? '' : around('AuthorList', record.authors.map(author)),
    ...record.languages.map((l) => element('Language', l)),
    around(
      'PublicationTypeList',
      types.map((t) => element('PublicationType', t.term)),
    ),
    online ? around('ArticleDate', [pubDate(online.slice(1).join('-'))], { DateType: 'Electronic' }) : '',
    ...(extra.Article ?? []),
  ]);
}

const author = ({ family, given, orcid }: BibRecord['authors'][number]): string =>
  around('Author', [
    given || orcid ? element('LastName', family) : element('CollectiveName', family),
    element('ForeName', given),
    element('Identifier', orcid ?? '', { Source: 'ORCID' }),
  ]);

/** Exact days in their parts; everything else as it is printed. */
const pubDate = (text: string): string => dateParts(text) || (/^\d{4}$/.test(text) ? element('Year', text) : element('MedlineDate', text));

function dateParts(text: string): string {
  const found = /^(\d{4})-(\d\d)(?:-(\d\d))?$/.exec(text);
  return found ? ['Year', 'Month', 'Day'].map((name, i) => element(name, found[i + 1] ?? '')).join('') : '';
}

const headings = (record: BibRecord): string[] => [
  around(
    'KeywordList',
    record.headings.map((h) => element('Keyword', h)),
    { Owner: 'NOTNLM' },
  ),
];

function writeBook(record: BibRecord, extra: BibRecord['extra'], notes: readonly string[]): string {
  return around('PubmedBookArticle', [
    around('BookDocument', [
      element('PMID', record.accession || record.pmid),
      ...(extra.BookDocument ?? []),
      around('Abstract', [element('AbstractText', record.abstract), ...(extra.Abstract ?? [])]),
      ...record.types.filter((t) => t.vocabulary === 'mesh-publication-type').map((t) => element('PublicationType', t.term)),
      ...notes,
    ]),
    around('PubmedBookData', extra.PubmedData ?? []),
  ]);
}
