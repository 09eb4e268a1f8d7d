import type { BibRecord } from '@/core/record';
import { around, element, keptNames } from '../xml/write';

export const MODS_HEAD =
  '<?xml version="1.0" encoding="UTF-8"?>\n<modsCollection xmlns="http://www.loc.gov/mods/v3" xmlns:xlink="http://www.w3.org/1999/xlink">\n';
export const MODS_TAIL = '</modsCollection>\n';

/**
 * A record as a MODS element. Elements that were kept are written as they were read; the others are built.
 * @source Library of Congress, MODS Schema, version 3
 */
export function writeMods(record: BibRecord, notes: readonly string[] = []): string {
  const fragments = record.format === 'mods' ? (record.extra.mods ?? []) : [];
  const kept = keptNames(fragments);
  const built = (name: string, make: () => string | string[]) => (kept.has(name) ? [] : [make()].flat());
  const terms = (vocabulary: string) => record.types.filter((t) => t.vocabulary === vocabulary).map((t) => t.term);
  return `${around('mods', [
    ...built('titleInfo', () => around('titleInfo', [element('title', record.title)])),
    ...built('name', () => record.authors.map(name)),
    ...built('typeOfResource', () => terms('mods-resource').map((t) => element('typeOfResource', t))),
    ...built('genre', () => terms('mods-genre').map((t) => element('genre', t))),
    ...built('originInfo', () => around('originInfo', [element('publisher', record.publisher), element('dateIssued', record.dates.issue)])),
    ...built('language', () => record.languages.map((l) => around('language', [element('languageTerm', l)]))),
    ...built('abstract', () => element('abstract', record.abstract)),
    ...built('subject', () => record.headings.map((h) => around('subject', [element('topic', h)]))),
    ...built('relatedItem', () => host(record)),
    ...built('identifier', () => [
      element('identifier', record.doi, { type: 'doi' }),
      element('identifier', record.pmid, { type: 'pmid' }),
      ...(record.container ? [] : record.issns.map((n) => element('identifier', n, { type: 'issn' }))),
      ...record.isbns.map((n) => element('identifier', n, { type: 'isbn' })),
    ]),
    ...built('location', () => record.urls.map((u) => around('location', [element('url', u)]))),
    ...built('recordInfo', () =>
      around('recordInfo', [
        element('recordContentSource', record.database),
        element('recordCreationDate', record.dates.added),
        element('recordIdentifier', record.accession),
      ]),
    ),
    ...fragments,
    ...notes.map((n) => element('note', n)),
  ])}\n`;
}

function name({ family, given, orcid }: BibRecord['authors'][number]): string {
  const parts = given
    ? [element('namePart', family, { type: 'family' }), element('namePart', given, { type: 'given' })]
    : [element('namePart', family)];
  return around('name', [...parts, element('nameIdentifier', orcid ?? '', { type: 'orcid' })], { type: given ? 'personal' : 'corporate' });
}

function host(record: BibRecord): string {
  const number = (type: string, text: string) => around('detail', [element('number', text)], { type });
  const [start, end] = record.pages.split('-', 2);
  return around(
    'relatedItem',
    [
      around('titleInfo', [element('title', record.container)]),
      ...(record.container ? record.issns.map((n) => element('identifier', n, { type: 'issn' })) : []),
      around('part', [
        record.volume && number('volume', record.volume),
        record.issue && number('issue', record.issue),
        around('extent', [element('start', start ?? ''), element('end', end ?? '')], { unit: 'page' }),
      ]),
    ],
    { type: 'host' },
  );
}
