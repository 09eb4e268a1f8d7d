import { readFileSync } from 'node:fs';
import { CITE_STYLE_CODES, CITE_STYLES, type CiteStyle, referencesIn, type StyleFiles, wantsCapitals } from '@/core/cite';
import type { BibRecord } from '@/core/record';
import { aRecord } from '@/testing/a-record';
import { seeded } from '@/testing/seeded';
import { readReference } from '.';

const text = (file: string) => readFileSync(new URL(`../cite/styles/${file}`, import.meta.url), 'utf8');
const filesOf = (style: CiteStyle): StyleFiles => ({
  style: text(CITE_STYLES[style].file),
  locales: { 'en-GB': text('locales-en-GB.xml'), 'en-US': text('locales-en-US.xml') },
  capitalSubtitles: wantsCapitals(style),
});

const next = seeded(20261130);
const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!;
const whole = (from: number, to: number) => from + Math.floor(next() * (to - from + 1));
const FAMILY = ['Falk', 'Lindqvist-Rao', 'Østby', 'Villaseñor', 'Abara', 'Sund', 'Ngata', 'Çelikel'];
const GIVEN = ['Iben', 'Bo', 'Alva', 'Mara', 'Tunde', 'Ugo'];
const articles: BibRecord[] = Array.from({ length: 60 }, (_, i) =>
  aRecord({
    title: `${pick(['Evening light', 'Amber lenses', 'Noise at night', 'Naps'])} ${pick(['and daytime sleep', 'in glassworks crews', 'after three nights'])}: ${pick(['a survey', 'a trial', 'notes from two depots'])} ${i}`,
    types: [{ vocabulary: 'ris-type', term: 'JOUR' }],
    authors: Array.from({ length: whole(1, 3) }, () => ({ family: pick(FAMILY), given: pick(GIVEN) })),
    container: pick(['Night Work and Health', 'Sleep and Labour', 'Annals of Circadian Care']),
    volume: String(whole(1, 60)),
    issue: String(whole(1, 12)),
    pages: `${whole(101, 500)}-${whole(501, 999)}`,
    doi: i % 3 ? `10.5555/nw.${i}` : '',
    dates: { online: '', issue: String(whole(1985, 2026)), added: '' },
  }),
);
const plain = (s: string) =>
  s
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

test.each(CITE_STYLE_CODES)('articles as %s prints them are read back whole', (style) => {
  const files = filesOf(style);
  for (const [i, item] of articles.entries()) {
    const [printed] = referencesIn(files, [{ id: '1', item }], 'en-US');
    const { record, notRead } = readReference(printed!.text);
    const about = `${style} ${i}: ${printed!.text}`;
    expect([about, plain(record.title)]).toEqual([about, plain(item.title)]);
    // Some styles name the first of three alone: what is printed is read.
    const families = record.authors.map((a) => a.family);
    expect([about, families]).toEqual([about, item.authors.slice(0, families.length).map((a) => a.family)]);
    expect(families.length).toBeGreaterThan(0);
    if (families.length < item.authors.length) expect(notRead).toMatch(/et al/);
    expect([about, record.container, record.volume, record.issue, record.dates.issue]).toEqual([
      about,
      item.container,
      item.volume,
      item.issue,
      item.dates.issue,
    ]);
    // Vancouver prints no DOI of what has pages.
    expect([about, record.pages, record.doi]).toEqual([about, item.pages, printed!.text.includes('10.5555') ? item.doi : '']);
    if (families.length === item.authors.length) expect([about, notRead]).toEqual([about, '']);
  }
});

test('a book, with its publisher', () => {
  const { record } = readReference('Varga, I. (2019). Mending tide mills. Saltmarsh Press.');
  expect(record).toMatchObject({ title: 'Mending tide mills', publisher: 'Saltmarsh Press', authors: [{ family: 'Varga', given: 'I.' }] });
});

test('numbers that identify are found wherever they stand, and what is not understood is handed back', () => {
  const { record, notRead } = readReference(
    '[12] Falk I, et al. Lamps at night. Sleep and Labour. 2015;4(2):11-9. PMID: 99001. ISBN 978-0-306-40615-7 (in Norwegian, with a summary)',
  );
  expect(record).toMatchObject({ pmid: '99001', isbns: ['9780306406157'], title: 'Lamps at night', volume: '4', pages: '11-19' });
  expect(notRead).toBe('et al in Norwegian, with a summary');
});

test.each(['', '   ', '10.5555/x', 'a', '(((((', '“'.repeat(500), `${'A, '.repeat(3000)}`])(
  'anything else is taken without a fault',
  (pasted) => {
    const { record } = readReference(pasted);
    expect(typeof record.title).toBe('string');
  },
);
