import { aRecord } from '@/testing/a-record';
import { CarriedFields } from './carried';

test('what at least half of the records have is what a database’s records carry', () => {
  const fields = new CarriedFields();
  expect(fields.list()).toEqual([]);
  fields.add(aRecord({ abstract: 'We asked.', doi: '10.5555/a', languages: ['en'] }));
  fields.add(aRecord({ abstract: 'We asked.', issns: ['9990-1048'] }));
  fields.add(aRecord({ abstract: ' ', issns: ['9990-1048'], dates: { online: '', issue: '2021', added: '' } }));
  fields.add(aRecord({ abstract: '', extra: { STAT: ['MEDLINE'] } }));
  expect(fields.list()).toEqual(['abstract', 'issn']);
});
