import type { BibRecord, Person } from '@/core/record';
import { around, element } from '../xml/write';

/** Elements of `journal-meta` that a record's fields make, each as text. */
export const journalMetaOf = (record: BibRecord): string[] =>
  [
    around('journal-title-group', [element('journal-title', record.container)]),
    ...record.issns.map((n) => element('issn', n)),
    around('publisher', [element('publisher-name', record.publisher)]),
  ].filter(Boolean);

/** Elements of `article-meta` that a record's fields make, each as text, in the order of the tag set. */
export function articleMetaOf(record: BibRecord): string[] {
  const [first = '', last = ''] = record.pages.split('-', 2);
  const own = record.types.filter((t) => t.vocabulary === 'own').map((t) => t.term);
  const isRange = /^\w+$/.test(first) && /^\w*$/.test(last) && record.pages === [first, last].filter(Boolean).join('-');
  return [
    element('article-id', record.accession, { 'pub-id-type': 'publisher-id' }),
    element('article-id', record.doi, { 'pub-id-type': 'doi' }),
    element('article-id', record.pmid, { 'pub-id-type': 'pmid' }),
    around('article-categories', [
      around(
        'subj-group',
        own.map((t) => element('subject', t)),
        { 'subj-group-type': 'heading' },
      ),
    ]),
    around('title-group', [element('article-title', record.title)]),
    around('contrib-group', record.authors.map(contrib)),
    pubDate(record.dates.issue, 'ppub'),
    pubDate(record.dates.online, 'epub'),
    element('volume', record.volume),
    element('issue', record.issue),
    ...(isRange ? [element('fpage', first), element('lpage', last)] : [element('page-range', record.pages)]),
    ...record.urls.map((u) => `<self-uri${attribute('xlink:href', u)}/>`),
    around('abstract', [element('p', record.abstract)]),
    around(
      'kwd-group',
      record.headings.map((h) => element('kwd', h)),
    ),
  ].filter(Boolean);
}

const attribute = (name: string, value: string): string => element('x', 'y', { [name]: value }).slice(2, -6);

function contrib({ family, given, orcid }: Person): string {
  const name = given || orcid ? around('name', [element('surname', family), element('given-names', given)]) : element('collab', family);
  return around('contrib', [element('contrib-id', orcid ?? '', { 'contrib-id-type': 'orcid' }), name], { 'contrib-type': 'author' });
}

function pubDate(text: string, kind: string): string {
  const parts = /^(\d{4})(?:-(\d\d)(?:-(\d\d))?)?$/.exec(text);
  if (!parts) return around('pub-date', [element('string-date', text)], { 'pub-type': kind });
  const [, year = '', month = '', day = ''] = parts;
  return around('pub-date', [element('day', day), element('month', month), element('year', year)], { 'pub-type': kind });
}
