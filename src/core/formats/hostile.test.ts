import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { emptyRecord, RECORD_FORMATS, type RecordFormat } from '@/core/record';
import { BITS, soundFile as sound } from '@/testing/odd-input';
import { readText } from '@/testing/read-text';
import { canBeTold } from './can-be-told';
import { TextDecoding } from './decode';
import { detectFormat } from './detect';
import { readBatches } from './read-entries';
import { writeRecords } from './write-records';

const encode = (text: string) => new TextEncoder().encode(text);

/** Cuts, repeats, and things put in where they do not belong. */
const mutation = fc.oneof(
  fc.record({ kind: fc.constant('cut' as const), at: fc.nat(4000), length: fc.nat(60) }),
  fc.record({ kind: fc.constant('put' as const), at: fc.nat(4000), text: fc.constantFrom(...BITS) }),
  fc.record({ kind: fc.constant('again' as const), at: fc.nat(4000), length: fc.nat(400) }),
  fc.record({ kind: fc.constant('byte' as const), at: fc.nat(4000), byte: fc.nat(255) }),
);

function mutate(bytes: Uint8Array, changes: readonly (typeof mutation extends fc.Arbitrary<infer T> ? T : never)[]): Uint8Array {
  let now = [...bytes];
  for (const c of changes) {
    const at = c.at % (now.length + 1);
    if (c.kind === 'cut') now.splice(at, c.length);
    else if (c.kind === 'put') now.splice(at, 0, ...encode(c.text));
    else if (c.kind === 'again') now = [...now.slice(0, at), ...now.slice(Math.max(0, at - c.length))];
    else if (now.length) now[at % now.length] = c.byte;
  }
  return Uint8Array.from(now);
}

const decoded = (bytes: Uint8Array): string[] => {
  const decoding = new TextDecoding();
  return [...decoding.push(bytes), ...decoding.end()].map((b) => b.text);
};
const linesIn = (texts: readonly string[]): string[] =>
  texts
    .flatMap((t) => t.split(/\r?\n/))
    .map((l) => l.trim())
    .filter(Boolean);

test.each(RECORD_FORMATS)(
  '%s: no input, however mutated, faults; every entry is one or the other, in order, in any pieces',
  async (format) => {
    const whole = encode(sound(format));
    expect((await readText(whole, format)).map((e) => e.kind)).toEqual(['record', 'record', 'record']);
    await fc.assert(
      fc.asyncProperty(fc.array(mutation, { minLength: 1, maxLength: 8 }), fc.integer({ min: 1, max: 300 }), async (changes, size) => {
        const bytes = mutate(whole, changes);
        detectFormat(bytes.subarray(0, 65_536));
        const entries = await readText(bytes, format);
        expect(entries.map((e) => e.ordinal)).toEqual(entries.map((_, i) => i + 1));
        const lines = new TextDecoder('windows-1252').decode(bytes).split(/\r\n|\n|\r/).length;
        for (const e of entries) {
          expect(e.line).toBeGreaterThanOrEqual(1);
          expect(e.line).toBeLessThanOrEqual(lines);
          if (e.kind === 'record') expect(canBeTold(e.record)).toBe(true);
        }
        const kinds = (list: typeof entries) => list.map((e) => [e.kind, e.line]);
        // In the tagged formats every line stands in exactly one entry, whatever happened to it.
        if (format === 'ris' || format === 'nbib') expect(linesIn(entries.map((e) => e.raw))).toEqual(linesIn(decoded(bytes)));
        // How the bytes arrive must not matter; a table's delimiter is guessed from what arrives first.
        if (format !== 'csv') expect(kinds(await readText(bytes, format, size))).toEqual(kinds(entries));
      }),
      { numRuns: 120, seed: 20261125 },
    );
  },
);

async function count(chunks: Iterable<Uint8Array>, format: RecordFormat) {
  const codes: Record<string, number> = {};
  let longest = 0;
  for await (const batch of readBatches(chunks, format))
    for (const e of batch) {
      const code = e.kind === 'record' ? 'record' : e.problem.code;
      codes[code] = (codes[code] ?? 0) + 1;
      longest = Math.max(longest, e.raw.length);
    }
  expect(longest).toBeLessThanOrEqual(1_000_100);
  return codes;
}
function* repeated(head: string, piece: string, times: number, tail = '') {
  yield encode(head);
  const bytes = encode(piece);
  for (let i = 0; i < times; i++) yield bytes;
  yield encode(tail);
}
const QUARTER = 'x'.repeat(1 << 18);

// 24 MB without an end, where an entry has a million characters at most, in a process that keeps none of it.
test.each([
  ['ris', 'TY  - JOUR\nTI  - ', '\nER  - \nTY  - JOUR\nTI  - Next\nER  - \n'],
  ['nbib', 'PMID- 1\nTI  - ', '\n\nPMID- 2\nTI  - Next\n\n'],
  [
    'pubmed-xml',
    '<PubmedArticleSet><PubmedArticle><PMID>',
    '</PMID></PubmedArticle><PubmedArticle><MedlineCitation><PMID>2</PMID></MedlineCitation></PubmedArticle>',
  ],
  ['mods', '<mods><titleInfo><title>', '</title></titleInfo></mods><mods><titleInfo><title>Next</title></titleInfo></mods>'],
  ['bibtex', '@article{a, title = {', '}}\n@article{b, title={Next}}\n'],
  [
    'marc-xml',
    '<record><datafield tag="245"><subfield code="a">',
    '</subfield></datafield></record><record><datafield tag="245"><subfield code="a">Next</subfield></datafield></record>',
  ],
  [
    'jats',
    '<article><front><article-meta><title-group><article-title>',
    '</article-title></title-group></article-meta></front></article><article><front><article-meta><title-group><article-title>Next</article-title></title-group></article-meta></front></article>',
  ],
  [
    'marc',
    '00001nam a2200001 c 4500',
    `\u001d${[...writeRecords('marc', [{ record: { ...emptyRecord('marc'), title: 'Next' } }])].join('')}`,
  ],
  ['csl-json', '[{"id":"', '"},{"id":"2","title":"Next"}]'],
] as const)('%s: one endless field is rejected, and the next entry read', async (format, head, tail) => {
  expect(await count(repeated(head, QUARTER, 96, tail), format)).toEqual({ 'entry-too-long': 1, record: 1 });
});
test('csv: an endless cell is rejected in pieces, and the next row read', async () => {
  const codes = await count(repeated('Title,Year\n"', QUARTER, 64, '"\nNext,2020\n'), 'csv');
  expect(codes.record).toBe(1);
  expect(codes['entry-too-long']).toBeGreaterThan(0);
});

test.each([
  ['ris', 'TY  - JOUR\nER  - \n', 'no-title-or-identifier'],
  ['nbib', 'PMID- \n\n', 'no-title-or-identifier'],
  ['pubmed-xml', '<PubmedArticle/>\n', 'no-title-or-identifier'],
  ['pubmed-xml', '<PubmedArticle>\n', 'entry-not-closed'],
  ['mods', '<mods></mods>\n', 'no-title-or-identifier'],
  ['bibtex', '@article{}\n', 'no-title-or-identifier'],
  ['marc', '00026nam a2200025 c 4500\u001e\u001d', 'no-title-or-identifier'],
  ['csl-json', '{},\n', 'no-title-or-identifier'],
] as const)('%s: 60,000 empty records are counted, one by one', async (format, empty, code) => {
  expect(await count(repeated('', empty.repeat(5000), 12), format)).toEqual({ [code]: 60_000 });
});

test.each([
  ['pubmed-xml', `<PubmedArticle>${'<a>'.repeat(200_000)}`],
  ['mods', `<mods>${'<a>'.repeat(5000)}${'</a>'.repeat(5000)}</mods>`],
  ['jats', `<article>${'<a>'.repeat(5000)}${'</a>'.repeat(5000)}</article>`],
  ['csl-json', `[${'{"a":'.repeat(100_000)}1${'}'.repeat(100_000)}]`],
  ['bibtex', `@article{a, title = {${'{'.repeat(100_000)}${'}'.repeat(100_000)}}}`],
] as const)('%s: deep nesting is bounded', async (format, text) => {
  const entries = await readText(text, format);
  expect(entries).toHaveLength(1);
  expect(entries[0]!.kind).toBe('rejected');
});

// Each of these once took time that grew with the square of its length, or a call for every line: minutes, at this size.
test.each([
  ['pubmed-xml', '<!--'.repeat(250_000), 1],
  ['mods', `<mods>${'<!--'.repeat(250_000)}`, 1],
  ['jats', '<!DOCTYPE '.repeat(100_000), 1],
  ['mods', `${'<mods>'.repeat(60_000)}${'</mods>'.repeat(30_000)}`, 60_000],
  ['csv', `title,year\n${'"x"y,"z\n'.repeat(120_000)}`, 120_000],
  ['csv', `title,year\n${'"\n'.repeat(120_000)}`, 120_000],
] as const)('%s: a text made to be slow is read in the time of its length (%#)', async (format, text, atLeast) => {
  let entries = 0;
  for await (const batch of readBatches([encode(text)], format)) entries += batch.length;
  expect(entries).toBeGreaterThanOrEqual(atLeast / 2);
});

test.each(RECORD_FORMATS)('%s: a file that changes its encoding half-way is read to its end', async (format) => {
  const text = sound(format);
  const half = text.indexOf('Title 2');
  const latin = Uint8Array.from([...text.slice(half)].map((c) => (c.charCodeAt(0) < 256 ? c.charCodeAt(0) : 63)));
  const entries = await readText(Uint8Array.from([...encode(text.slice(0, half)), ...latin]), format);
  const records = entries.flatMap((e) => (e.kind === 'record' ? [e] : []));
  expect(records.map((r) => r.record.authors[0]?.family)).toEqual(['Ødegård', 'Ødegård', 'Ødegård']);
  expect(records.flatMap((r) => r.problems.map((p) => p.code))).toContain('not-utf8');
});
test('the files of the demo hold no entry that is neither', async () => {
  const text = readFileSync('demo/files/vellmora.ris', 'utf8');
  const entries = await readText(text, 'ris');
  expect(entries.filter((e) => e.kind === 'record').length + entries.filter((e) => e.kind === 'rejected').length).toBe(
    entries.at(-1)!.ordinal,
  );
});
