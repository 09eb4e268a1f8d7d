import { spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { createWriteStream, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { finished } from 'node:stream/promises';
import { build } from 'esbuild';
import { ZipFile } from 'yazl';
import { DEFAULT_PROFILE, writeProfile } from '@/core/parity';

const folder = mkdtempSync(join(tmpdir(), 'narrow-sieve-cli-'));
const file = (name: string, content: string | Uint8Array) => {
  writeFileSync(join(folder, name), content);
  return join(folder, name);
};
/** The program as one file: to translate its modules takes longer than all that most tests here ask of it. */
const PROGRAM = join('.data', 'test', `cli-${process.pid}.mjs`);
beforeAll(async () => {
  await build({
    ...{ entryPoints: ['src/cli/main.ts'], outfile: PROGRAM, bundle: true, platform: 'node', format: 'esm', packages: 'external' },
  });
});
afterAll(() => rmSync(PROGRAM, { force: true }));

const run = (program: readonly string[]) =>
  spawnSync(process.execPath, program, { encoding: 'utf8', maxBuffer: 1 << 28, env: { ...process.env, NODE_OPTIONS: '' } });
function cli(args: string[]) {
  const result = run([PROGRAM, ...args]);
  return {
    ...result,
    lines: result.stdout
      .split('\n')
      .filter(Boolean)
      .map((l) => JSON.parse(l)),
  }; // prettier-ignore
}
const TWO = file(
  'two.ris',
  'TY  - JOUR\nAN  - A1\nTI  - Knee pads: a randomised trial\nAU  - Falk, I\nPY  - 2021\nER  - \n\nAU  - Lost, X\n',
);

const QUERY = { id: 'q', name: 'q', evidence: 'stated', whenUnknown: 'hold', rationale: '', on: true };

test('it starts as it is written, too', () => {
  const { status, stderr } = run(['--import', 'tsx', 'src/cli/main.ts', 'parse', TWO]);
  expect([status, stderr]).toEqual([0, expect.stringContaining('2 entries = 1 records + 1 rejected')]);
});

test('parse: a line per entry, the rejected one with its place; exit 0', () => {
  const { status, lines, stderr } = cli(['parse', TWO]);
  expect(status).toBe(0);
  expect(lines).toMatchObject([
    {
      ordinal: 1,
      line: 1,
      id: 'A1',
      item: { type: 'article-journal', title: 'Knee pads: a randomised trial', issued: { 'date-parts': [[2021]] } },
      problems: [],
    },
    { ordinal: 2, line: 8, rejected: { code: 'text-outside-entry', text: 'AU  - Lost, X' } },
  ]);
  expect(stderr).toContain('2 entries = 1 records + 1 rejected');
});
test('classify: possible values on every axis, with tiers and claims', () => {
  const { lines } = cli(['classify', '--as-of', '2026-09-14', '--question', 'treatment-benefit', '--scheme', 'ocebm-2011', TWO]);
  expect(lines).toHaveLength(1);
  expect(lines[0]).toMatchObject({
    id: 'A1',
    axes: { level: ['2'], publicationType: ['research-article'], date: { from: '2021-01-01', to: '2021-12-31' } },
    settledBy: { level: 'strong' },
  });
});
test('a table and a profile: its columns and terms are read as the profile says', () => {
  const table = file('own.csv', 'Was;Sorte\nKnie und Boden;Aufsatz\n');
  const mapped = { vocabulary: 'own' as const, term: 'Aufsatz', sets: { publicationType: ['editorial' as const] } };
  const columns = { delimiter: ';' as const, header: ['Was', 'Sorte'], roles: ['title' as const, 'type' as const] };
  const profile = file('profile.json', writeProfile('Brindle', 'BR', { ...DEFAULT_PROFILE, terms: [mapped], columns }));
  const { lines } = cli(['classify', '--as-of', '2026-09-14', '--format', 'csv', '--profile', profile, table]);
  expect(lines).toMatchObject([{ axes: { publicationType: ['editorial'] }, unmapped: [] }]);
  expect(cli(['parse', '--format', 'csv', '--profile', TWO, table])).toMatchObject({
    status: 1,
    stderr: expect.stringContaining('not a profile'),
  });
});
test('merge: a line per work with its links, and a line per pair to settle', () => {
  const trial = (id: string, more: string) =>
    `TY  - JOUR\nAN  - ${id}\nTI  - Knee pads for tilers of the north\nAU  - Falk, Iben\nPY  - 2021\nT2  - Annals of Floors\nVL  - 3\nSP  - 12\n${more}ER  - \n\n`;
  const one = file('merge-one.ris', trial('A1', 'DO  - 10.5555/a.one\n') + trial('A2', 'DO  - 10.5555/a.one\n'));
  const two = file(
    'merge-two.ris',
    `${trial('B1', 'DO  - 10.5555/b.two\n')}TY  - JOUR\nAN  - B2\nTI  - Correction to: Knee pads for tilers of the north\nT2  - Annals of Floors\nPY  - 2022\nER  - \n`,
  );
  const { lines, stderr } = cli(['merge', one, two]);
  expect(lines).toMatchObject([
    { work: 1, records: [{ file: one, ordinal: 1, id: 'A1' }, { id: 'A2' }], links: [] },
    { work: 2, records: [{ file: two, id: 'B1' }], links: [] },
    { work: 3, records: [{ id: 'B2' }], links: [{ type: 'correction-of', basis: ['it names the title'] }] },
    { ask: [{ id: 'A1' }, { id: 'B1' }], why: expect.stringContaining('the same title') },
  ]);
  expect(stderr).toContain('4 records, 3 works, 1 links between them, 1 pairs to settle');
  // The files in another order make the same works.
  const sets = (found: typeof lines) =>
    found
      .filter((l) => l.work)
      .map((l) =>
        l.records
          .map((r: { id: string }) => r.id)
          .sort()
          .join(),
      ); // prettier-ignore
  expect(sets(cli(['merge', two, one]).lines).sort()).toEqual(sets(lines).sort());
});
test('sieve: a line per work and the funnel last', () => {
  const sieve = file(
    'sieve.json',
    JSON.stringify([
      {
        id: 'e',
        name: 'Evidence 1–2',
        test: { kind: 'coded', axis: 'level', allowed: ['1', '2'] },
        evidence: 'stated',
        whenUnknown: 'hold',
        rationale: '',
        on: true,
      },
    ]),
  );
  const { lines } = cli(['sieve', '--with', sieve, '--as-of', '2026-09-14', TWO, TWO]);
  expect(lines).toMatchObject([
    { work: 1, records: [{}, {}], outcome: 'held', by: 'e' },
    { funnel: { works: 1, through: 0, held: 1, stopped: 0 } },
  ]);
});

test('the sieve of a bundle is applied as a file of its own would be', async () => {
  const limiters = [
    {
      id: 'e',
      name: 'Evidence 1',
      test: { kind: 'coded', axis: 'level', allowed: ['1'] },
      evidence: 'stated',
      whenUnknown: 'hold',
      rationale: '',
      on: true,
    },
  ]; // prettier-ignore
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from('x'), 'README.txt');
  zip.addBuffer(Buffer.from(JSON.stringify(limiters)), 'sieve.json');
  zip.end();
  const bundle = file('bundle.zip', '');
  writeFileSync(bundle, await buffer(zip.outputStream));
  const [a, b] = [bundle, file('same.json', JSON.stringify(limiters))].map((path) =>
    cli(['sieve', '--with', path, '--as-of', '2026-09-14', TWO]),
  );
  expect(a!.lines).toEqual(b!.lines);
  const empty = new ZipFile();
  empty.end();
  writeFileSync(bundle, Buffer.concat([Buffer.from('PK\x03\x04'), await buffer(empty.outputStream)]));
  expect(cli(['sieve', '--with', bundle, '--as-of', '2026-09-14', TWO])).toMatchObject({
    status: 1,
    stderr: expect.stringContaining('no bundle'),
  });
});

test('a sieve file: a query over text, a waiver by the name of a file, and what differs from where it was written', () => {
  const base = { evidence: 'stated', whenUnknown: 'hold', rationale: '', on: true };
  const limiters = [
    {
      ...base,
      id: 'q',
      name: 'Straps',
      test: { kind: 'query', query: 'title = straps' },
      waivers: [{ database: 'two', reason: 'All of it.' }],
    },
    {
      ...base,
      id: 'p',
      name: 'Pads',
      test: { kind: 'query', query: 'title = "knee pads" and year >= 2020' },
      waivers: [{ database: 'nowhere', reason: 'r' }],
    },
  ];
  const basis = { asOf: '2025-01-01', scheme: 'ocebm-2011', question: 'treatment-benefit', ruleSet: '', sieveVersion: 3 };
  const sieve = file('handed-on.json', JSON.stringify({ format: 'narrow-sieve-sieve', version: 1, name: 'Knees', basis, limiters }));
  const { lines, stderr } = cli(['sieve', '--with', sieve, '--as-of', '2026-09-14', TWO]);
  expect(lines).toMatchObject([{ outcome: 'through' }, { funnel: { through: 1 } }]);
  expect(stderr).toContain('The as-of date was 2025-01-01 where this sieve was written, and is 2026-09-14 here');
  expect(stderr).toContain('Pads: the waiver for nowhere was left out');
  expect(stderr).not.toContain('evidence scheme was');
});

test.each([
  ['an empty file', ['parse', file('empty.ris', '')], /The file is empty/],
  ['a binary file', ['parse', file('photo.ris', new Uint8Array([0x89, 0x50, 0, 1]))], /binary file/],
  ['a file of another format', ['parse', file('page.ris', '<html></html>')], /web page/],
  ['a file that is not there', ['parse', join(folder, 'none.ris')], /no such file/],
  ['no date', ['classify', TWO], /--as-of/],
  ['a wrong date', ['classify', '--as-of', '2026-02-30', TWO], /not a date/],
  ['an unknown scheme', ['classify', '--as-of', '2026-01-01', '--scheme', 'x', TWO], /no evidence scheme "x"/],
  [
    'a sieve that is none',
    ['sieve', '--as-of', '2026-01-01', '--with', file('bad.json', '[{"id":1}]'), TWO],
    /This is not a sieve that can be used: 0 → /,
  ],
  ['a sieve that is not JSON', ['sieve', '--as-of', '2026-01-01', '--with', TWO, TWO], /JSON/],
  [
    'a query that cannot be read',
    [
      ...['sieve', '--as-of', '2026-01-01', '--with'],
      file('query.json', JSON.stringify([{ ...QUERY, test: { kind: 'query', query: '(knee' } }])),
      TWO,
    ],
    /This bracket is not closed\. \(character 1 of a query\)/,
  ],
  ['an unknown command', ['guess', TWO], /Unknown command/],
  ['an unknown option', ['parse', '--quick', TWO], /--quick/],
] as const)('refuses %s with exit 1 and a clear message', (_, args, words) => {
  const { status, stderr, stdout } = cli([...args]);
  expect([status, stdout]).toEqual([1, '']);
  expect(stderr).toMatch(words);
  expect(stderr).not.toMatch(/\n\s+at /);
});

test('120 MB are streamed: a heap of 96 MB is enough, and every entry is counted', async () => {
  const path = join(folder, 'big.ris');
  const out = createWriteStream(path);
  const entry = `TY  - JOUR\nTI  - Knee pads and pain\nAU  - Falk, Iben\nPY  - 2021\nAB  - ${'Tilers kneel all day on hard floors. '.repeat(28)}\nER  - \n\n`;
  const block = entry.repeat(1000);
  let written = 0;
  while (written * entry.length < 120_000_000) {
    if (!out.write(block)) await once(out, 'drain');
    written += 1000;
  }
  out.end();
  await finished(out);
  const result = spawnSync('/bin/sh', ['-c', `"${process.execPath}" --max-old-space-size=96 ${PROGRAM} parse "${path}" | wc -l`], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '' },
  });
  expect(result.stderr).toContain(`${written} entries = ${written} records + 0 rejected`);
  expect(Number(result.stdout)).toBe(written);
});
