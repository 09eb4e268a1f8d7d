import { aRecord } from '@/testing/a-record';
import { checkOrcid } from './identifiers';
import { identifiersOf, inspectRecord } from './inspect';

const codes = (fields: Parameters<typeof aRecord>[0]) => inspectRecord(aRecord(fields), 2026).map((f) => f.code);
const dates = (issue: string, online = '') => ({ dates: { issue, online, added: '' } });

// ORCID, Structure of the ORCID Identifier: the example of its own documentation, and the same with a wrong last digit.
test.each([
  ['0000-0002-1825-0097', '0000-0002-1825-0097'],
  ['https://orcid.org/0000-0001-5109-3700', '0000-0001-5109-3700'],
  ['000000021694233X', '0000-0002-1694-233X'],
  ['0000-0002-1825-0098', ''],
  ['no number', ''],
])('ORCID %s', (text, orcid) => expect(checkOrcid(text)).toBe(orcid));

test.each([
  ['an ordinary record', { title: 'Knee pads for tilers', authors: [{ family: 'Falk', given: 'I' }] }, []],
  ['a title in capitals', { title: 'KNEE PADS FOR TILERS' }, ['title-in-capitals']],
  ['an abbreviation as a title', { title: 'DNA' }, []],
  ['swapped names', { authors: [{ family: 'I.', given: 'Falk' }] }, ['names-swapped']],
  ['a family name in capitals', { authors: [{ family: 'FALK', given: 'Iben' }] }, ['name-in-capitals']],
  ['a group in capitals', { authors: [{ family: 'LIGHT', given: '' }] }, []],
  ['markup in the title', { title: 'Light <i>in</i> tunnels' }, ['markup']],
  ['an entity in the title', { title: 'Light &amp; sleep' }, ['markup']],
  ['a date that is none', dates('soon'), ['impossible-date']],
  ['a year far ahead', dates('2031'), ['impossible-date']],
  ['next year’s issue', dates('2027'), []],
  ['online long after its issue', dates('2015', '2020-05-06'), ['dates-disagree']],
  ['a link of one visit', { urls: ['https://db.example/doc;jsessionid=7F?x=1'] }, ['session-link']],
  ['a link through a proxy', { urls: ['https://db-example.proxy.library.example/doc'] }, ['proxy-link']],
  ['a lasting link', { urls: ['https://db.example/doc/12'] }, []],
  ['an ISSN that fails its check', { extra: { SN: ['0317-8472'] } }, ['bad-check-digit']],
] as [string, Parameters<typeof aRecord>[0], string[]][])('%s', (_, fields, expected) => expect(codes(fields)).toEqual(expected));

test('identifiers are listed once each with their check', () => {
  const record = aRecord({ doi: '10.5555/a', issns: ['0317-8471'], extra: { SN: ['0317-8471 (Print); 0317-8472', '9780306406158'] } });
  expect(identifiersOf(record).map((i) => [i.name, i.text, i.ok])).toEqual([
    ['DOI', '10.5555/a', true],
    ['ISSN', '0317-8471', true],
    ['ISSN', '0317-8472', false],
    ['ISBN', '9780306406158', false],
  ]);
});
