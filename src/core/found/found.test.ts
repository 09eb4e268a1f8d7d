import fc from 'fast-check';
import { EMPTY_SOURCE, type FoundHow, foundHow, foundWords, HAND_KINDS, type HandKind, sourceForm, WAY_WORDS, WAYS } from '.';

const how = (more: Partial<FoundHow>): FoundHow => ({
  ...{ way: 'hand', place: 'The lower shelf', foundOn: '2026-09-17', note: '', ofWork: null, direction: null },
  ...more,
});
const messages = (given: unknown) => foundHow.safeParse(given).error?.issues.map((i) => i.message) ?? [];

test.each([
  ['a place and a day', how({}), []],
  ['no day', how({ foundOn: '' }), []],
  ['a day that is none', how({ foundOn: '2026-02-30' }), [expect.any(String)]],
  ['nowhere', how({ place: '  ' }), ['Say where or of whom it was found.']],
  ['a citation, backwards', how({ way: 'citation', place: '', ofWork: 3, direction: 'backwards' }), []],
  ['a citation of no work', how({ way: 'citation', place: '', direction: 'forwards' }), ['Say of which work the citations were followed.']],
  ['a citation without direction', how({ way: 'citation', place: '', ofWork: 3 }), ['Say whether the work cites it or is cited by it.']],
  ['a shelf that cites', how({ ofWork: 3, direction: 'forwards' }), ['Only citations are followed from a work.']],
])('how it was found: %s', (_, given, expected) => expect(messages(given)).toEqual(expected));

test('what else is typed into the form is refused, and nothing is taken that is too long', () => {
  expect(messages({ ...how({}), shelf: 4 })).toHaveLength(1);
  expect(messages(how({ place: 'x'.repeat(301) }))).toHaveLength(1);
  expect(messages(how({ note: 'x'.repeat(2001) }))).toHaveLength(1);
});

test('in words every way is told with its place, and a citation with its work and direction', () => {
  for (const way of WAYS.filter((w) => w !== 'citation')) {
    expect(foundWords(how({ way, place: 'The mill' }), '')).toBe(`${WAY_WORDS[way].label}: The mill`);
    expect(foundWords(how({ way, place: '' }), '')).toBe(WAY_WORDS[way].label);
  }
  const cited = how({ way: 'citation', place: '', ofWork: 3, direction: 'backwards' });
  expect(foundWords(cited, 'Tide mills')).toBe('Citation searching: cited by “Tide mills”');
  expect(foundWords({ ...cited, direction: 'forwards' }, 'Tide mills')).toBe('Citation searching: cites “Tide mills”');
  // The work may be gone since.
  expect(foundWords(cited, '')).toBe('Citation searching: cited by “a work”');
});

test('a source by hand is trimmed, has a title, and is of a kind that is known', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...(Object.keys(HAND_KINDS) as HandKind[])),
      fc.string({ maxLength: 60 }),
      fc.constantFrom('container', 'volume', 'issue', 'pages', 'date'),
      fc.string({ maxLength: 30 }),
      (kind, title, field, value) => {
        const parsed = sourceForm.safeParse({ ...EMPTY_SOURCE, kind, title, [field]: value });
        expect(parsed.success).toBe(title.trim() !== '');
        if (parsed.success) expect(parsed.data).toMatchObject({ kind, title: title.trim(), [field]: value.trim() });
      },
    ),
  );
  expect(sourceForm.safeParse({ ...EMPTY_SOURCE, title: 'A book', kind: 'film' }).success).toBe(false);
  expect(sourceForm.safeParse({ ...EMPTY_SOURCE }).error?.issues.map((i) => i.message)).toEqual(['A source needs a title.']);
});
