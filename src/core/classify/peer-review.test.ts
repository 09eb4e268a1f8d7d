import {
  axisMask,
  codesOf,
  PEER_REVIEW,
  PUBLICATION_TYPES,
  type PublicationType,
  SOURCE_TYPES,
  type SourceType,
} from '@/core/vocabularies';
import { CONTENT_KIND, peerReviewOf } from './peer-review';

const review = (source: readonly SourceType[], publication: readonly PublicationType[], refereed: boolean) =>
  codesOf(
    PEER_REVIEW,
    peerReviewOf(axisMask('sourceType', source), axisMask('publicationType', publication), refereed ? 'refereed-if-a-journal' : 'unknown'),
  );

// Common practice: review is of the item, and a venue's statement is not enough.
test.each([
  ['research in a refereed journal', ['scholarly-journal'], ['research-article'], true, ['refereed']],
  ['a review in a refereed journal', ['scholarly-journal'], ['systematic-review', 'review-article'], true, ['refereed']],
  ['a protocol in a refereed journal', ['scholarly-journal'], ['protocol'], true, ['refereed']],
  ['an editorial there', ['scholarly-journal'], ['editorial'], true, ['venue-only']],
  ['a letter or news there', ['scholarly-journal'], ['letter', 'news'], true, ['venue-only']],
  ['a notice there', ['scholarly-journal'], ['correction'], true, ['venue-only']],
  ['a meeting abstract there', ['scholarly-journal'], ['conference-abstract'], true, ['refereed', 'venue-only']],
  ['an unknown item there', ['scholarly-journal'], ['research-article', 'editorial'], true, ['refereed', 'venue-only']],
  ['research where nothing is stated', ['scholarly-journal'], ['research-article'], false, ['refereed', 'not-refereed']],
  ['an editorial where nothing is stated', ['scholarly-journal'], ['editorial'], false, ['venue-only', 'not-refereed']],
  [
    'a meeting abstract where nothing is stated',
    ['scholarly-journal'],
    ['conference-abstract'],
    false,
    ['refereed', 'venue-only', 'not-refereed'],
  ],
  ['a paper in proceedings', ['proceedings'], ['conference-paper'], false, ['refereed', 'not-refereed']],
  ['a paper in proceedings of a database of refereed journals', ['proceedings'], ['conference-paper'], true, ['refereed', 'not-refereed']],
  ['a thesis', ['thesis'], ['thesis'], false, ['examined']],
  ['a book', ['book'], ['book'], false, ['examined', 'not-refereed']],
  ['a preprint', ['preprint-server'], ['research-article'], true, ['preprint']],
  ['a comment on a preprint server', ['preprint-server'], ['comment'], false, ['not-refereed']],
  ['a magazine piece, whatever its database says', ['magazine'], ['feature'], true, ['not-refereed']],
  ['a report', ['report'], ['report'], false, ['not-refereed']],
  ['a registration', ['study-register'], ['registration'], false, ['not-refereed']],
  ['journal or magazine', ['scholarly-journal', 'magazine'], ['research-article'], true, ['refereed', 'not-refereed']],
] as const)('%s', (_, source, publication, refereed, expected) => expect(review(source, publication, refereed)).toEqual(expected));

test('a set is what its members are together', () => {
  const all = SOURCE_TYPES.map((s) => s.code);
  for (const refereed of [false, true]) {
    for (const { code } of PUBLICATION_TYPES) {
      const apart = new Set(all.flatMap((s) => review([s], [code], refereed)));
      expect(new Set(review(all, [code], refereed))).toEqual(apart);
    }
  }
});
test('a refereed venue never widens what research content can be', () => {
  for (const { code: source } of SOURCE_TYPES) {
    for (const { code } of PUBLICATION_TYPES.filter((p) => CONTENT_KIND[p.code] === 'research')) {
      const stated = review([source], [code], true);
      expect(review([source], [code], false)).toEqual(expect.arrayContaining(stated));
    }
  }
});
