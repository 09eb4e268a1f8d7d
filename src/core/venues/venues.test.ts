import { isoToDay } from '@/core/record';
import { codesOf, SOURCE_TYPES } from '@/core/vocabularies';
import { asVenues, entriesOf, type VenueEntry, VenueRegister, venueChanges, venueKey } from './index';

const journal = (fields: Partial<Extract<VenueEntry, { type: 'journal' }>>): VenueEntry => ({
  type: 'journal',
  title: 'Lamp Letters',
  issns: [],
  kind: 'scholarly-journal',
  refereed: 'yes',
  from: null,
  to: null,
  publisher: '',
  tags: [],
  ...fields,
});
const press = (name: string, kind: 'scholarly' | 'trade' | 'self-publishing', isbnPrefixes: string[] = []): VenueEntry => ({
  type: 'press',
  name,
  kind,
  isbnPrefixes,
});
const register = (...entries: VenueEntry[]) => new VenueRegister(asVenues(entries));
const at = (container: string, issns: string[] = [], more = {}) => ({ container, issns, isbns: [], publisher: '', ...more });
const year = (from: number, to = from) => ({ from: isoToDay(`${from}-01-01`), to: isoToDay(`${to}-12-31`) });

test('a journal is found by ISSN first, by title when nothing contradicts', () => {
  const r = register(journal({ issns: ['9990-1048'] }), journal({ title: 'Tide and Time', refereed: 'no' }));
  expect(r.journal(at('Another Name', ['9990-1048']), null)?.refereed).toBe('yes');
  expect(r.journal(at('tide & time'), null)?.refereed).toBe('no');
  expect(r.journal(at('The Tide and Time'), null)?.refereed).toBe('no');
  // An ISSN that the register does not have is another journal of the same title.
  expect(r.journal(at('Lamp Letters', ['9990-2036']), null)).toBeNull();
  expect(r.journal(at('Nothing Known'), null)).toBeNull();
});

// A journal that is refereed only since 2010, and its years before, of which the register says nothing or no.
test.each([
  ['after it began', year(2015), 'yes'],
  ['in its first year', year(2010), 'yes'],
  ['before', year(2005), null],
  ['when the day is not known', null, 'some'],
  ['when the days straddle the year', year(2009, 2010), 'some'],
] as const)('coverage by years: %s', (_, when, expected) => {
  expect(register(journal({ issns: ['9990-1048'], from: 2010 })).journal(at('', ['9990-1048']), when)?.refereed ?? null).toBe(expected);
});
test('two entries of one ISSN speak for their own years', () => {
  const r = register(
    journal({ issns: ['9990-1048'], to: 2009, refereed: 'no', kind: 'trade-journal' }),
    journal({ issns: ['9990-1048'], from: 2010 }),
  );
  expect(r.journal(at('', ['9990-1048']), year(2004))).toMatchObject({ refereed: 'no' });
  expect(r.journal(at('', ['9990-1048']), year(2012))).toMatchObject({ refereed: 'yes' });
  const both = r.journal(at('', ['9990-1048']), year(2009, 2010))!;
  expect(both.refereed).toBe('some');
  expect(codesOf(SOURCE_TYPES, both.kinds)).toEqual(['scholarly-journal', 'trade-journal']);
});
test('a press is found by the longest ISBN prefix, else by name', () => {
  const r = register(
    press('Broad House', 'trade', ['978999']),
    press('Oak University Press', 'scholarly', ['97899905']),
    press('Own Words', 'self-publishing'),
  );
  expect(r.press(at('', [], { isbns: ['9789990550009'] }))?.entry.name).toBe('Oak University Press');
  expect(r.press(at('', [], { isbns: ['9789991550006'] }))?.kind).toBe('trade');
  expect(r.press(at('', [], { publisher: 'own words' }))?.kind).toBe('self-publishing');
  expect(r.press(at('', [], { publisher: 'Nobody' }))).toBeNull();
});
test('what a table would change: new, changed with its fields, and what stays', () => {
  const before = [journal({ issns: ['9990-1048'] }), press('Oak Press', 'trade')];
  const after = [
    journal({ issns: ['9990-1048'], refereed: 'no', publisher: 'Oak' }),
    press('Oak Press', 'trade'),
    press('Elm Press', 'scholarly'),
  ];
  const { added, changed, same } = venueChanges(before, after);
  expect(added.map((e) => (e.type === 'press' ? e.name : e.title))).toEqual(['Elm Press']);
  expect(changed.map((c) => c.fields)).toEqual([['refereed', 'publisher']]);
  expect(same).toBe(1);
  expect(entriesOf(asVenues(after))).toEqual(after);
});
test.each([
  ['The Journal of Tides', 'journal of tides'],
  ['Tide & Time', 'tide and time'],
  ['Études de marée', 'etudes de maree'],
])('%s is the same as %s', (title, key) => expect(venueKey(title)).toBe(key));
