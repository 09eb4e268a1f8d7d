import { writeRecords } from '@/core/formats';
import { emptyRecord, type RecordFormat } from '@/core/record';

/** A sound file of a format, made of three records. */
export const soundFile = (format: RecordFormat) =>
  [
    ...writeRecords(
      format,
      [1, 2, 3].map((n) => ({
        record: {
          ...emptyRecord(format),
          accession: String(99000000 + n),
          pmid: String(99000000 + n),
          title: `Title ${n}: “light” & <sleep>`,
          abstract: `Words, more words; 50% of ${n}. `.repeat(4).trim(),
          authors: [{ family: 'Ødegård', given: 'Åse' }],
          container: 'Annals of Floors',
          doi: `10.5555/${n}`,
          dates: { online: '', issue: '2020', added: '' },
        },
      })),
    ),
  ].join('');

/** Pieces that mean something to a reader, and are put where they do not belong. */
export const BITS = [
  '\n',
  '\r',
  '\r\n\r\n',
  '"',
  '<',
  '>',
  '&',
  '&x;',
  ']]>',
  '<!--',
  '<![CDATA[',
  '{',
  '}',
  '[',
  ']',
  '\\',
  '@',
  '@article{',
  'TY  - ',
  'ER  - ',
  'PMID- ',
  '  ',
  ',',
  ';',
  '\t',
  '\u0000',
  '\ufeff',
  '\ufffd',
  '🙂',
  '<PubmedArticle>',
  '</PubmedArticle>',
  '<mods>',
  '</mods>',
  '<record>',
  '</record>',
  '<article>',
  '</article>',
  '\u001d',
  '\u001e',
  '\u001f',
  '","',
  '$',
  '%',
  '#',
];
