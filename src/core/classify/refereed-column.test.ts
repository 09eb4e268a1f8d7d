import { mappingOf } from '@/core/formats/csv/mapping';
import { readText } from '@/testing/read-text';
import { claimsOfRecord } from './claims-of-record';
import { NO_SCOPE } from './stated';

const table = (heading: string, ...cells: string[]) =>
  [`Title,Journal,${heading}`, ...cells.map((c, i) => `Mats ${i},Annals of Floors,${c}`)].join('\n');

test.each([
  ['Peer reviewed', 'yes', true],
  ['Is refereed', 'x', true],
  ['Refereed status', 'TRUE', true],
  ['Peer-reviewed', 'no', false],
  ['Peer reviewed', '', false],
])('a column “%s” with “%s” says that its journal is refereed: %s', async (heading, cell, says) => {
  const text = table(heading, cell);
  expect(mappingOf(text)!.roles[2]).toBe('refereed');
  const [entry] = await readText(text, 'csv');
  if (entry?.kind !== 'record') throw new Error('not read');
  const { claims } = claimsOfRecord(entry.record, NO_SCOPE);
  expect(claims.some((c) => c.rule === 'note-refereed')).toBe(says);
});
