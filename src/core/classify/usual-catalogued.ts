import type { BibRecord } from '@/core/record';
import { WHOLE_SOURCES, WHOLES } from '@/core/vocabularies';
import { type UsualRule, usually } from './usual-rule';

/** Words by which a catalogued text says that it is something else than a book. */
const NO_BOOK =
  /\b(?:reports?|thesis|dissertation|proceedings|symposium|conference|standards?|patents?|guidelines?|encyclop\w+|dictionary|lexicon|glossary|gazetteer|handbook|bibliography|catalogue|papers)\b/i;
/** A whole text in a library's catalogue, by persons, with a publisher or an ISBN, and with no code that calls it anything else. */
const isCataloguedBook = (r: BibRecord): boolean =>
  r.container === '' &&
  (r.isbns.length > 0 || r.publisher !== '') &&
  (r.authors[0]?.given ?? '') !== '' &&
  r.types
    .filter((t) => t.vocabulary === 'marc-code')
    .map((t) => t.term)
    .join() === 'LDR/06-07 am';
const CATALOGUED: Partial<BibRecord> = {
  types: [{ vocabulary: 'marc-code', term: 'LDR/06-07 am' }],
  authors: [{ family: 'Falk', given: 'Iben' }],
  publisher: 'Long Acre',
};

const ASKED = {
  lacks: NO_BOOK,
  when: isCataloguedBook,
  explain: 'A whole text by persons that a publisher brought out, and that the catalogue calls nothing else, is a book.',
  hits: [{ ...CATALOGUED, title: 'The ropes of the harbour' }],
  misses: [
    { ...CATALOGUED, title: 'Report on the ropes of the harbour' },
    { ...CATALOGUED, title: 'The ropes of the harbour', authors: [{ family: 'Rope Office', given: '' }] },
  ],
};

/** What libraries catalogue as a whole. Common practice. */
export const USUAL_CATALOGUED: readonly UsualRule[] = [
  usually({ id: 'usual-catalogued-book', axis: 'publicationType', among: WHOLES, to: ['book'], ...ASKED }),
  usually({ id: 'usual-catalogued-book-source', axis: 'sourceType', among: WHOLE_SOURCES, to: ['book'], ...ASKED }),
];
