import { mergeKeys } from '@/core/merge';
import { type BibRecord, emptyRecord } from '@/core/record';
import { firstOfEach, matchKnown } from './known';
import { readKnownList } from './known-list';

const read = (text: string) => {
  const list = readKnownList(text);
  if ('problem' in list) throw new Error(list.problem);
  return list;
};

describe('a list of known works', () => {
  test.each([
    ['a DOI', '10.5555/nsv.0007', { doi: '10.5555/nsv.0007' }],
    ['a DOI as an address, with a dot after it', 'https://doi.org/10.5555/NSV.0007.', { doi: '10.5555/nsv.0007' }],
    ['a PMID with its name', 'PMID: 412', { pmid: '412' }],
    ['a PMID alone', '41200007', { pmid: '41200007' }],
    ['a title with the mark of a list', '3. Amber lenses before day sleep.', { title: 'Amber lenses before day sleep' }],
    ['a title that begins with a year', '2019 outbreak of night work', { title: '2019 outbreak of night work' }],
    ['a citation with a DOI in it', 'Okonjo M. Light at night. 2021. doi:10.5555/x.1', { doi: '10.5555/x.1' }],
  ])('takes %s', (_, line, expected) => {
    const { entries, rejected, format } = read(`\n${line}\n`);
    expect({ format, rejected, n: entries.length, at: entries[0]!.line }).toEqual({ format: 'lines', rejected: [], n: 1, at: 2 });
    expect(entries[0]!.record).toMatchObject(expected);
  });
  test.each([
    ['a year', '2019'],
    ['two words', 'Night work'],
    ['a line of signs', '-----'],
  ])('names the line of %s', (_, line) => {
    const { entries, rejected } = read(`10.5555/a.1\n${line}\n10.5555/a.2`);
    expect(entries.map((e) => e.record.doi)).toEqual(['10.5555/a.1', '10.5555/a.2']);
    expect(rejected).toEqual([{ line: 2, text: expect.any(String), why: expect.stringContaining('three words') }]);
  });
  test('takes a file of records, and names an entry without anything to find it by', () => {
    const { format, entries, rejected } = read(
      'TY  - JOUR\nTI  - Light for nights\nDO  - 10.5555/b.1\nER  - \nTY  - JOUR\nAU  - Who, A.\nER  - \n',
    );
    expect(format).toBe('ris');
    expect(entries).toHaveLength(1);
    expect(entries[0]!.record).toMatchObject({ title: 'Light for nights', doi: '10.5555/b.1' });
    expect(rejected).toEqual([{ line: 5, text: expect.stringContaining('Who, A.'), why: expect.stringContaining('neither a title') }]);
  });
  test('takes a table of DOIs by its header', () => expect(read('DOI\n10.5555/c.1\n').entries[0]!.record.doi).toBe('10.5555/c.1'));
  test.each([
    ['nothing', '  \n '],
    ['a web page', '<!DOCTYPE html><html><body>x</body></html>'],
    ['too many', Array.from({ length: 5001 }, (_, i) => `10.5555/d.${i}`).join('\n')],
  ])('says why it cannot read %s', (_, text) => expect(readKnownList(text)).toEqual({ problem: expect.any(String) }));
});

describe('known works among the records', () => {
  const record = (fields: Partial<BibRecord>) => mergeKeys({ ...emptyRecord(), ...fields });
  const trial = {
    title: 'Evening bright light for permanent night nurses: a randomised trial',
    authors: [{ family: 'Aldane', given: 'R.' }],
    dates: { online: '', issue: '2021', added: '' },
    container: 'Journal of Invented Sleep',
    doi: '10.5555/e.1',
    pages: '11-19',
  };
  const other = { ...trial, title: 'Caffeine and rotating shifts in mines', doi: '10.5555/e.2', pages: '40-48' };
  const found = (records: Partial<BibRecord>[], known: Partial<BibRecord>[]) => ({
    first: firstOfEach(known.map(record)),
    matches: matchKnown(records.map(record), known.map(record)).map((m) => m.map((x) => `${x.record} ${x.verdict}`)),
  });
  test.each([
    ['by its DOI alone', { doi: '10.5555/e.1' }, ['0 same']],
    ['by all its fields', { ...trial, doi: '' }, ['0 same']],
    ['by its title alone: asked', { title: trial.title }, ['0 ask']],
    ['not at all', { title: 'A history of tide mills on the northern coast' }, []],
    ['an unknown DOI', { doi: '10.5555/e.9' }, []],
    [
      'by its DOI, under quite another title: asked',
      { ...other, doi: trial.doi, title: 'A history of tide mills in the north' },
      ['0 ask'],
    ],
  ])('%s', (_, known, expected) => expect(found([trial, other], [known]).matches).toEqual([expected]));
  test('a title that stands there word for word is not asked about beside one that only comes near; without it, that is asked', () => {
    const near = { ...other, title: 'Evening bright light for permanent night nurse: a randomised trial' };
    expect(found([near, trial], [{ title: trial.title }]).matches).toEqual([['1 ask']]);
    expect(found([near, other], [{ title: trial.title }]).matches).toEqual([['0 ask']]);
  });
  test('one that two works can be is found twice', () =>
    expect(found([trial, { ...other, doi: trial.doi }], [{ doi: trial.doi }]).matches).toEqual([['0 same', '1 same']]));
  test('one that the list names twice is one', () => {
    expect(found([other], [trial, { title: 'Something else of night work' }, { ...trial }, { doi: trial.doi }]).first).toEqual([
      0, 1, 0, 0,
    ]);
    expect(found([], [{ pmid: '77' }, { pmid: '77' }]).first).toEqual([0, 0]);
    expect(found([], [{ doi: trial.doi }, trial, other]).first).toEqual([0, 0, 2]);
    expect(firstOfEach([{ doi: trial.doi }, other, trial, { ...other }].map(record), 2)).toEqual([0, 1, 0, 1]);
  });
  test('no list, no records', () => {
    expect(found([trial], [])).toEqual({ first: [], matches: [] });
    expect(found([], [trial])).toEqual({ first: [0], matches: [[]] });
  });
});
