import type { BibRecord } from '@/core/record';
import { around, element, keptNames } from '../xml/write';
import { articleMetaOf, journalMetaOf } from './of-record';

/** Several articles have no element of JATS around them; this one only holds them together. */
export const JATS_HEAD = '<?xml version="1.0" encoding="UTF-8"?>\n<articles xmlns:xlink="http://www.w3.org/1999/xlink">\n';
export const JATS_TAIL = '</articles>\n';

/** The order of elements in `article-meta` and `journal-meta`. @source JATS, ANSI/NISO Z39.96, content models */
const ORDER = [
  ...[
    'journal-id',
    'journal-title-group',
    'journal-title',
    'contrib-group',
    'aff',
    'issn',
    'issn-l',
    'isbn',
    'publisher',
    'notes',
    'self-uri',
  ],
];
const IN_ARTICLE = [
  ...['article-id', 'article-version', 'article-version-alternatives', 'article-categories', 'title-group', 'contrib-group', 'aff'],
  ...['aff-alternatives', 'author-notes', 'pub-date', 'pub-date-not-available', 'volume', 'volume-id', 'volume-series', 'issue'],
  ...['issue-id', 'issue-title', 'issue-sponsor', 'issue-part', 'volume-issue-group', 'isbn', 'supplement', 'fpage', 'lpage'],
  ...['page-range', 'elocation-id', 'email', 'ext-link', 'uri', 'product', 'supplementary-material', 'history', 'pub-history'],
  ...['permissions', 'self-uri', 'related-article', 'related-object', 'abstract', 'trans-abstract', 'kwd-group', 'funding-group'],
  ...['support-group', 'conference', 'counts', 'custom-meta-group'],
];

/**
 * A record as the front matter of a JATS article. Elements that were kept are written as they were read.
 * @source JATS, ANSI/NISO Z39.96
 */
export function writeJats(record: BibRecord, notes: readonly string[] = []): string {
  const extra = record.format === 'jats' ? record.extra : {};
  const type = record.types.find((t) => t.vocabulary === 'jats-type')?.term ?? '';
  const remarks = notes.length
    ? [
        around(
          'notes',
          notes.map((n) => element('p', n)),
        ),
      ]
    : [];
  const front = around('front', [
    around('journal-meta', together(journalMetaOf(record), extra['journal-meta'], ORDER)),
    around('article-meta', together(articleMetaOf(record), extra['article-meta'], IN_ARTICLE)),
    ...(extra.front ?? []),
    ...remarks,
  ]);
  return `${around('article', [front], { 'article-type': type, 'xml:lang': record.languages[0] ?? '' })}\n`;
}

function together(built: readonly string[], fragments: readonly string[] = [], order: readonly string[]): string[] {
  const kept = keptNames(fragments);
  const name = (xml: string) => [...keptNames([xml])][0]!;
  const rank = (xml: string) => (order.indexOf(name(xml)) + order.length + 1) % (order.length + 1);
  return [...built.filter((xml) => !kept.has(name(xml))), ...fragments]
    .map((xml, i) => ({ xml, i, rank: rank(xml) }))
    .sort((a, b) => a.rank - b.rank || a.i - b.i)
    .map(({ xml }) => xml);
}
