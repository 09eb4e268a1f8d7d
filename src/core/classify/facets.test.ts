import type { BibRecord } from '@/core/record';
import { aRecord } from '@/testing/a-record';
import { facetsOfRecord, facetsOfWork } from './facets';
import { languageCode } from './languages';

const values = (record: Partial<BibRecord>, facet: 'language' | 'age' | 'sex' | 'species' | 'access' | 'discipline') =>
  facetsOfRecord(aRecord(record))[facet]?.values.map((v) => v.value) ?? [];

// ISO 639-1 and 639-2 (bibliographic and terminological codes), and names as records print them.
test.each([
  ['eng', 'en'],
  ['English', 'en'],
  ['en-GB', 'en'],
  ['ger', 'de'],
  ['deu', 'de'],
  ['fre', 'fr'],
  ['chi', 'zh'],
  ['cze', 'cs'],
  ['wel', 'cy'],
  ['Dutch', 'nl'],
  ['und', ''],
  ['lamp', ''],
])('the language %j is %j', (text, code) => expect(languageCode(text)).toBe(code));

test('several languages of one field', () => expect(values({ languages: ['eng; ger'] }, 'language')).toEqual(['en', 'de']));

// NLM, MeSH check tags; from memory.
test('check tags of indexers are complete: what is not among them is not studied', () => {
  const found = facetsOfRecord(aRecord({ title: 'Naps in children', headings: ['Humans', 'Adult', '*Aged', 'Female'] }));
  expect(found.age).toMatchObject({ complete: true, values: [{ value: 'adult' }, { value: 'aged' }] });
  expect(found.sex).toMatchObject({ complete: true, values: [{ value: 'female' }] });
  expect(found.species).toMatchObject({ complete: true, values: [{ value: 'human' }] });
});
test('words of a text only infer, and others stay possible', () => {
  const found = facetsOfRecord(aRecord({ title: 'Falls in older adults', abstract: 'Women and men took part.' }));
  expect(found.age).toMatchObject({ complete: false });
  expect(found.age!.values.map((v) => [v.value, v.tier])).toEqual([
    ['adult', 'strong'],
    ['aged', 'strong'],
  ]);
  expect(found.sex!.values.map((v) => [v.value, v.tier])).toEqual([
    ['female', 'weak'],
    ['male', 'weak'],
  ]);
});
test.each([
  [{ extra: { 'open access': ['Yes'] } }, ['open']],
  [{ extra: { N1: ['Published under CC BY 4.0'] } }, ['open']],
  [{ extra: { N1: ['Open access: no'] } }, []],
  [{}, []],
])('access of %j', (fields, expected) => expect(values(fields, 'access')).toEqual(expected));
test('the records of a work are brought together, the stronger word first', () => {
  const records = [aRecord({ title: 'Naps in children' }), aRecord({ headings: ['Child', 'Adolescent'] })];
  const work = facetsOfWork(records.map((r, key) => ({ key, facets: facetsOfRecord(r) })));
  expect(work.age).toMatchObject({ complete: true });
  expect(work.age.values.map((v) => [v.value, v.tier, v.records])).toEqual([
    ['adolescent', 'asserted', [1]],
    ['child', 'asserted', [0, 1]],
  ]);
  expect(work.language).toEqual({ values: [], complete: false });
});
