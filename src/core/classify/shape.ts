import type { BibRecord } from '@/core/record';
import type { TermSets } from '@/core/vocabularies';
import type { Tier } from './claim';

/** A sign in how a record is filled in, rather than in its words. */
export interface ShapeRule {
  readonly id: string;
  readonly tier: Extract<Tier, 'strong' | 'weak'>;
  readonly sets: TermSets;
  readonly excludes?: TermSets;
  readonly explain: string;
  /** What it rests on, as words to show; '' when it does not apply. */
  readonly test: (record: BibRecord) => string;
  readonly hits: readonly Partial<BibRecord>[];
  readonly misses: readonly Partial<BibRecord>[];
}

/** How many pages an item has, by its page range; 0 when that cannot be told. "1112-20" has nine, "S12-S19" eight. */
export function pageCount(pages: string): number {
  const found = /^([A-Za-z]*)(\d{1,6})\s*[-–]\s*([A-Za-z]*)(\d{1,6})$/.exec(pages.trim());
  if (!found) return 0;
  const [first, last] = [found[2]!, found[4]!];
  // The last page may leave out what it shares with the first.
  const whole = last.length < first.length ? first.slice(0, first.length - last.length) + last : last;
  const count = Number(whole) - Number(first) + 1;
  return count > 0 && count < 3000 ? count : 0;
}

const inVolume = (r: BibRecord): boolean =>
  r.issns.length > 0 && r.isbns.length === 0 && r.volume !== '' && (r.issue !== '' || r.pages !== '');

/** Common practice throughout. */
export const SHAPE_RULES: readonly ShapeRule[] = [
  {
    id: 'shape-in-a-volume',
    tier: 'strong',
    sets: { sourceType: ['scholarly-journal', 'trade-journal', 'magazine', 'newspaper', 'newswire', 'proceedings'] },
    explain: 'It has an ISSN, a volume, and an issue or pages: it stands in a periodical.',
    test: (r) => (inVolume(r) ? `ISSN ${r.issns[0]}, volume ${r.volume}` : ''),
    hits: [{ issns: ['9990-1048'], volume: '3', pages: '1-9' }],
    misses: [
      { issns: ['9990-1048'] },
      { volume: '3', pages: '1-9' },
      { issns: ['9990-1048'], volume: '3', pages: '1-9', isbns: ['9789990000016'] },
    ],
  },
  {
    id: 'shape-has-isbn',
    tier: 'weak',
    sets: { sourceType: ['book', 'reference-work', 'proceedings', 'thesis', 'report', 'standard', 'audiovisual'] },
    explain: 'It has an ISBN and neither ISSN nor volume: it is, or stands in, something like a book.',
    test: (r) => (r.isbns.length > 0 && r.issns.length === 0 && r.volume === '' ? `ISBN ${r.isbns[0]}` : ''),
    hits: [{ isbns: ['9789990000016'] }],
    misses: [{ isbns: ['9789990000016'], issns: ['9990-1048'] }, {}],
  },
  {
    id: 'shape-several-pages',
    tier: 'weak',
    sets: {},
    excludes: { publicationType: ['conference-abstract', 'registration'] },
    explain: 'It fills four pages or more: it is no abstract of a talk.',
    test: (r) => (pageCount(r.pages) >= 4 ? `pages ${r.pages}` : ''),
    hits: [{ pages: '101-112' }, { pages: '1112-20' }],
    misses: [{ pages: '101' }, { pages: '101-102' }, { pages: 'e12' }],
  },
];
