import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { fromBuffer } from 'yauzl';
import { ZipFile } from 'yazl';
import type { Limiter } from '@/core/sieve';
import { FACTS, type FactTables, type Piece } from '@/core/write-up';
import { NotFound } from '@/platform/context';
import { incomingFolder, withIncoming } from '@/platform/files/incoming';
import { addKnown } from '@/stages/checks/commands/add-known';
import { drawCheck } from '@/stages/checks/commands/draw-sample';
import { judgeSample } from '@/stages/checks/commands/judge-sample';
import { knownView } from '@/stages/checks/queries/known-view';
import { attachPdf } from '@/stages/decide/commands/attach-pdf';
import { decideWork } from '@/stages/decide/commands/decide';
import { startReasons } from '@/stages/decide/commands/start-reasons';
import { ledger, ledgerInput } from '@/stages/decide/queries/ledger';
import { attachmentsOf, openPdf } from '@/stages/decide/store/attachments';
import { reviewState } from '@/stages/decide/store/review-state';
import { overrideWorks } from '@/stages/sieve/commands/override-works';
import { saveSieve } from '@/stages/sieve/commands/save-sieve';
import { workDetail } from '@/stages/works/queries/work-detail';
import { writeUpFile } from '@/stages/write-up/queries/export';
import { aPdf } from '@/testing/a-pdf';
import { aReview, importText, openTestDatabase, type TestDatabase } from '@/testing/database';
import { risEntry } from '@/testing/ris-entry';
import { archiveReview } from '../commands/archive';
import { deleteReview } from '../commands/delete-review';
import { overview } from '../queries/overview';
import { sizesOf } from '../queries/sizes';
import { bundleJsonSchema } from './forms';
import { readBundle } from './in-child';
import { takeBundle } from './read';
import { MADE_ANEW, ROW_KIND_NAMES } from './rows';
import { writeBundle } from './write';

const FILES = {
  VH: [
    risEntry(1, 'Kneeling mats for tilers: a randomised trial', 'PY  - 2021', 'AB  - We randomised 40 tilers to mats.'),
    risEntry(2, '=1+1 mats for roofers: a randomised trial', 'PY  - 2020', 'AB  - We randomised 50 roofers.'),
    risEntry(3, 'Retraction: straps for floor layers', 'PY  - 2019'),
    'TY  - JOUR\nno entry at all',
  ].join('\n'),
  QA: [
    risEntry(7, 'Kneeling mats for tilers: a randomised trial', 'PY  - 2021'),
    risEntry(8, 'Gloves in glazing \\ a survey\u0001', 'PY  - 2018'),
  ].join('\n'),
};

/** Stops the work of 2018 alone. */
const RECENT: Limiter = {
  ...{ id: 'recent', name: 'Since 2019', evidence: 'stated-and-inferred', whenUnknown: 'hold', rationale: '', on: true },
  test: { kind: 'recency', date: 'earliest', window: { count: 'fixed', from: '2019-01-01', to: null } },
};
const STOPPED = 4;

let db: TestDatabase;
let id: string;
beforeAll(async () => {
  db = await openTestDatabase();
  ({ id } = await aReview(db.context()));
  for (const [tag, text] of Object.entries(FILES)) await importText(db, id, tag, text);
  await startReasons(db.context(), id);
  const decide = (workNo: number, verdict: 'keep' | 'exclude', seenSeq = 0, stage: 'title-abstract' | 'full-text' = 'title-abstract') =>
    decideWork(db.context(), id, {
      workNo,
      stage,
      verdict,
      reasonCode: verdict === 'exclude' ? 'population' : '',
      grounds: `=cmd ${workNo}`,
      seenSeq,
    });
  await decide(1, 'keep');
  await decide(1, 'keep', 1, 'full-text');
  await decide(2, 'exclude');
  await attachPdf(db.context(), id, 1, 'mats.pdf', Readable.from([aPdf(['Mats', 'Pain fell.'])]));
  const { review } = await reviewState(db.context(), id);
  await saveSieve(db.context(), id, { sieve: [...review.sieve, RECENT], seenEdit: review.sieveEdit });
  const drawn = await drawCheck(db.context(), id, { kind: 'stopped', design: 'simple', size: 2, share: null, seed: 3 });
  if (!drawn.ok) throw new Error(drawn.message);
  await judgeSample(db.context(), id, { check: drawn.number, workNo: STOPPED, verdict: 'keep', note: 'it fits' });
  await addKnown(db.context(), id, { text: 'Kneeling mats for tilers: a randomised trial\n10.5555/nowhere', source: 'an expert' });
  await overrideWorks(db.context(), id, { works: [1], limiters: [review.sieve[0]!.id], fate: 'pass', reason: 'Read it.' });
});
afterAll(() => db.close());

const bundleOf = async (reviewId: string) => buffer(await writeBundle(db.context(), reviewId));
const filesIn = (bytes: Buffer): Promise<Map<string, Buffer>> =>
  new Promise((done, fail) =>
    fromBuffer(bytes, { lazyEntries: true }, (error, zip) => {
      if (error) return fail(error);
      const files = new Map<string, Buffer>();
      zip.on('entry', (e) =>
        zip.openReadStream(e, async (_, stream) => {
          files.set(e.fileName, await buffer(stream!));
          zip.readEntry();
        }),
      );
      zip.on('end', () => done(files));
      zip.readEntry();
    }),
  );
const take = async (bytes: Buffer) => {
  const taken = await withIncoming(Readable.from([bytes]), 1e9, (file) => takeBundle(db.context(), 'b.zip', file.path));
  if (!taken) throw new Error('larger than any bundle of a test');
  // What can be worked out is, by a job.
  if (taken.ok) await db.work(taken.id);
  return taken;
};
const sameBut = (files: Map<string, Buffer>) =>
  Object.fromEntries(
    [...files].map(([name, bytes]) => {
      const text = bytes
        .toString('utf8')
        .replace(/"(?:exportedAt|created_at|createdAt|archived_at)":\s*(?:"[^"]*"|null)/g, '')
        .replace(/"sha256": "[0-9a-f]{64}"/g, name === 'manifest.json' ? '' : '$&'); // prettier-ignore
      return [
        name,
        createHash('sha256')
          .update(name.startsWith('pdf/') ? bytes : text)
          .digest('hex'),
      ];
    }),
  );

test('out and back: the same counts, the same works, the same bundle but for times', async () => {
  const first = await bundleOf(id);
  const copy = await take(first);
  expect(copy).toEqual(expect.objectContaining({ ok: true, title: 'Knee pads' }));
  const { id: other } = copy as { id: string };
  const counts = async (review: string) => {
    const { states, records, works, identities } = await overview(db.context(), review);
    return { states, records, works, identities, sizes: await sizesOf(db.context(), review) };
  };
  expect(await counts(other)).toEqual(await counts(id));
  expect((await counts(other)).identities.every((i) => i.holds)).toBe(true);
  expect(sameBut(await filesIn(await bundleOf(other)))).toEqual(sameBut(await filesIn(first)));
  const [pdf] = await attachmentsOf(db.context(), other);
  expect(await buffer((await openPdf(db.context(), other, pdf!.id)).pieces)).toEqual(aPdf(['Mats', 'Pain fell.']));
  // The copy is a review of its own: deciding in it leaves the first as it is.
  await decideWork(db.context(), other, { workNo: 4, verdict: 'wait', reasonCode: '', grounds: '', seenSeq: 0 });
  expect((await workDetail(db.context(), id, 4)).state).not.toBe('waiting');
  // What is only kept to look sooner does not travel, and is made anew.
  const brought = await addKnown(db.context(), other, { text: '=1+1 mats for roofers: a randomised trial', source: '' });
  expect(brought).toMatchObject({ ok: true, taken: { added: 1 } });
  expect((await knownView(db.context(), other)).lines.at(-1)).toMatchObject({ fate: 'asked', asked: [{ work: 2 }] });
  await deleteReview(db.context(), other, { title: 'Knee pads' });
});

test('however many begin to read a bundle and go no further, others are answered, and nothing stays behind', async () => {
  // More than the pipes between reader and writer hold, and not to be packed small.
  const { id: large } = await aReview(db.context());
  const noise = (i: number) => Array.from({ length: 400 }, (_, k) => createHash('sha1').update(`${i} ${k}`).digest('hex')).join(' ');
  await importText(db, large, 'VH', Array.from({ length: 60 }, (_, i) => risEntry(i + 1, `Mats ${i}`, `AB  - ${noise(i)}`)).join('\n'));
  const unread = await Promise.all(Array.from({ length: 14 }, () => writeBundle(db.context(), large)));
  // Each comes as far as it comes when nobody reads; then none may hold a connection in the midst of something.
  const held = async () => {
    const [{ n }] = await db
      .context()
      .em.execute<[{ n: number }]>(
        `select count(*)::int as n from pg_stat_activity where datname = current_database() and state like 'idle in transaction%'`,
      );
    return n;
  };
  const late = new Promise<null>((go) => setTimeout(() => go(null), 20_000));
  const released = (async () => {
    await new Promise((go) => setTimeout(go, 2000));
    while ((await held()) > 0) await new Promise((go) => setTimeout(go, 200));
    return true;
  })();
  expect(await Promise.race([released, late])).toBe(true);
  expect((await overview(db.context(), large)).records).toBe(60);
  for (const bundle of unread) bundle.on('error', () => {}).destroy();
  for (let i = 0; i < 50 && readdirSync(incomingFolder()).length > 0; i++) await new Promise((go) => setTimeout(go, 100));
  expect(readdirSync(incomingFolder())).toEqual([]);
  await deleteReview(db.context(), large, { title: 'Knee pads' });
});

test('a process of its own takes a bundle in, and refuses what is none', async () => {
  const [taken, bad] = await Promise.all([
    readBundle('b.zip', Readable.from([await bundleOf(id)])),
    readBundle('none.zip', Readable.from(['PK, but no zip'])),
  ]);
  expect(taken).toEqual({ ok: true, id: expect.any(String), title: 'Knee pads' });
  expect(bad).toMatchObject({ ok: false, code: 'no-zip', message: expect.stringMatching(/^none\.zip: /) });
  if (!taken.ok) return;
  await db.work(taken.id);
  expect((await overview(db.context(), taken.id)).works).toEqual((await overview(db.context(), id)).works);
  await deleteReview(db.context(), taken.id, { title: 'Knee pads' });
});

test('every number of the methods is what its question to the files of the bundle answers', async () => {
  const files = await filesIn(await bundleOf(id));
  const lines = (table: string) =>
    files
      .get(`data/${table}.ndjson`)!
      .toString()
      .split('\n')
      .filter(Boolean)
      .map((l) => JSON.parse(l) as Record<string, never>); // prettier-ignore
  const facts = JSON.parse(files.get('facts.json')!.toString()) as FactTables;
  const methods = JSON.parse(files.get('methods.json')!.toString()) as { pieces: Piece[] }[];
  const asked = methods.flatMap((m) => m.pieces).filter((p) => typeof p !== 'string');
  expect(asked.length).toBeGreaterThan(8);
  for (const { fact, of, n } of asked) expect([fact, FACTS[fact](facts, of)]).toEqual([fact, n]);
  // And the facts are what the tables of the review say, counted here another way.
  const answer = (fact: string) => asked.find((a) => a.fact === fact)!.n;
  expect(answer('records')).toBe(lines('record').length);
  expect(answer('works')).toBe(lines('work').filter((w) => w.absorbed_by === null).length);
  expect(answer('duplicates')).toBe(lines('record').length - new Set(lines('work_record').map((r) => r.work_no)).size);
  const last = new Map(lines('decision').map((d) => [`${d.work_no}/${d.stage}`, d.verdict]));
  expect(answer('screened')).toBe([...last.keys()].filter((k) => String(k).endsWith('title-abstract')).length);
  expect(answer('excluded-first')).toBe([...last.values()].filter((v) => v === 'exclude').length);
  expect(JSON.parse(files.get('manifest.json')!.toString()).counts.record).toBe(lines('record').length);
});

const rezipped = async (change: (files: Map<string, Buffer>) => void) => {
  const files = await filesIn(await bundleOf(id));
  change(files);
  const zip = new ZipFile();
  for (const [name, bytes] of files) zip.addBuffer(bytes, name);
  zip.end();
  return buffer(zip.outputStream);
};
const edited = (name: string, edit: (text: string) => string) => (files: Map<string, Buffer>) =>
  files.set(name, Buffer.from(edit(files.get(name)!.toString())));
test.each<[string, (files: Map<string, Buffer>) => unknown, string]>([
  ['a decision that was changed', edited('data/decision.ndjson', (t) => t.replace('"keep"', '"wait"')), 'checksum'],
  ['a table that is not there', (f) => f.delete('data/work.ndjson'), 'missing'],
  ['no manifest', (f) => f.delete('manifest.json'), 'no-bundle'],
  ['a manifest of a later form', edited('manifest.json', (t) => t.replace('"form": 3', '"form": 99')), 'other-form'],
  ['a manifest without a form', edited('manifest.json', (t) => t.replace('"form": 3,', '')), 'other-form'],
  ['a manifest without its files', edited('manifest.json', (t) => t.replace('"files"', '"filles"')), 'no-bundle'],
  ['fewer rows than announced', edited('manifest.json', (t) => t.replace(/"record": \d+/, '"record": 99')), 'count'],
])('%s is refused, and nothing is taken in', async (_, change, code) => {
  const before = await db.context().em.execute('select count(*) from review');
  expect(await take(await rezipped(change))).toMatchObject({ ok: false, code });
  expect(await db.context().em.execute('select count(*) from review')).toEqual(before);
});
/** The bundle with a line of a table changed, its checksum and count set right: as somebody would who knows how. */
const forged = (table: string, change: (row: Record<string, unknown>) => Record<string, unknown> | string) =>
  rezipped((files) => {
    const name = `data/${table}.ndjson`;
    const [first, ...rest] = files.get(name)!.toString().trimEnd().split('\n');
    const changed = change(JSON.parse(first!));
    const bytes = Buffer.from(`${[typeof changed === 'string' ? changed : JSON.stringify(changed), ...rest].join('\n')}\n`);
    files.set(name, bytes);
    const manifest = JSON.parse(files.get('manifest.json')!.toString());
    const listed = manifest.files.find((f: { name: string }) => f.name === name);
    Object.assign(listed, { bytes: bytes.length, sha256: createHash('sha256').update(bytes).digest('hex') });
    files.set('manifest.json', Buffer.from(JSON.stringify(manifest)));
  });
test.each<[string, string, (row: Record<string, unknown>) => Record<string, unknown> | string, RegExp]>([
  [
    'a verdict that is none',
    'decision',
    (r) => ({ ...r, verdict: 'perhaps' }),
    /^b\.zip: line 1 of data\/decision\.ndjson cannot be taken: verdict: /,
  ],
  ['a decision of tomorrow', 'decision', (r) => ({ ...r, at: '2999-01-01T00:00:00Z' }), /it was done after now/],
  [
    'a decision on a work that is not there',
    'decision',
    (r) => ({ ...r, work_no: 4711 }),
    /refers to something that is not in the bundle\. .*4711/,
  ],
  ['a limiter of no kind', 'review', (r) => ({ ...r, sieve: [{ id: 'a', name: 'a', test: { kind: 'none' } }] }), /sieve/],
  ['a kind of question that is none', 'review', (r) => ({ ...r, kind: 'constructor' }), /an unknown kind of question/],
  ['a scheme that is none', 'review', (r) => ({ ...r, scheme: 'toString' }), /scheme that is not in it/],
  [
    'a record without a title',
    'record',
    (r) => ({ ...r, item: { ...(r.item as object), title: 7 } }),
    /item\.title: it should be a string/,
  ],
  ['a number as a text', 'record', (r) => ({ ...r, no: '1' }), /no: /],
  ['a line that is a list', 'record', () => '[1, 2]', /it is not a JSON object/],
  ['a line that is cut off', 'record', () => '{"no": 1', /it is not JSON/],
  ['a line longer than any row', 'record', () => `{"no": "${crypto.randomUUID().repeat(300_000)}"}`, /line 1 of .* longer than any row/],
])('%s is refused with its place, and nothing is taken in', async (_, table, change, words) => {
  const before = await db.context().em.execute('select count(*) from review');
  const answer = await take(await forged(table, change));
  expect(answer).toMatchObject({ ok: false, code: 'bad-row', message: expect.stringMatching(words) });
  expect(await db.context().em.execute('select count(*) from review')).toEqual(before);
});

/** As many times as the pool has connections, and once more: a fault must leave none of them in a transaction. */
test('a small zip that unpacks to a thousand times its size is refused as often as it comes', async () => {
  const bomb = await rezipped((f) => f.set('data/record.ndjson', Buffer.alloc(200_000_000, 'x')));
  expect(bomb.length).toBeLessThan(400_000);
  for (let i = 0; i < 12; i++) expect(await take(bomb)).toMatchObject({ ok: false, code: 'too-large' });
});
test('a zip that is damaged inside is refused as often as it comes', async () => {
  const whole = await bundleOf(id);
  const at = whole.indexOf('data/record.ndjson') + 60;
  const torn = Buffer.concat([whole.subarray(0, at), Buffer.alloc(40, 7), whole.subarray(at + 40)]);
  for (let i = 0; i < 12; i++) expect(await take(torn)).toMatchObject({ ok: false });
});

test('fields that are not known are kept with their row, and written again', async () => {
  const bytes = await forged('decision', (r) => ({ ...r, mood: 'sure', by: { role: 'second' } }));
  const copy = (await take(bytes)) as { id: string };
  const [line] = (await filesIn(await bundleOf(copy.id))).get('data/decision.ndjson')!.toString().split('\n');
  expect(JSON.parse(line!)).toMatchObject({ mood: 'sure', by: { role: 'second' }, verdict: expect.any(String) });
  await deleteReview(db.context(), copy.id, { title: 'Knee pads' });
});

// One bundle of each form that was ever written, as it was written then.
test.each([1, 2, 3])('a bundle of form %i is read by today’s rules, and says that it was brought in', async (form) => {
  const bytes = readFileSync(`src/testing/stored/bundle-form-${form}.zip`);
  expect(JSON.parse((await filesIn(bytes)).get('manifest.json')!.toString()).form).toBe(form);
  const copy = (await take(bytes)) as { id: string };
  const { states, records, works, identities } = await overview(db.context(), copy.id);
  expect({ states, records, works }).toMatchObject({ states: { kept: 1, excluded: 1, undecided: 2, stopped: 1 }, records: 5, works: 5 });
  expect(identities.filter((i) => !i.holds)).toEqual([]);
  expect((await knownView(db.context(), copy.id)).lines).toHaveLength(2);
  expect((await workDetail(db.context(), copy.id, 3)).classification.axes.peerReview.tier).toBe('ruled');
  const [pdf] = await attachmentsOf(db.context(), copy.id);
  expect(pdf).toMatchObject({ pages: 2, hasText: true });
  const { lines } = await ledger(db.context(), copy.id, ledgerInput({ kind: 'decision' }));
  expect(lines.map((l) => l.brought)).toEqual([true, true]);
  // What is done here is not.
  await decideWork(db.context(), copy.id, { workNo: 4, verdict: 'wait', reasonCode: '', grounds: '', seenSeq: 0 });
  expect((await ledger(db.context(), copy.id, ledgerInput({ kind: 'decision' }))).lines.map((l) => l.brought)).toEqual([false, true, true]);
  await deleteReview(db.context(), copy.id, { title: 'Knee pads' });
});
test('what is computed does not travel', async () => {
  const names = [...(await filesIn(await bundleOf(id))).keys()].filter((n) => n.startsWith('data/'));
  expect(names).toEqual(ROW_KIND_NAMES.map((k) => `data/${k}.ndjson`));
  for (const table of MADE_ANEW) expect(names).not.toContain(`data/${table}.ndjson`);
});
test('no zip at all', async () => expect(await take(Buffer.from('TY  - JOUR'))).toMatchObject({ code: 'no-zip' }));

test('tables are safe in a spreadsheet: a text stays a text', async () => {
  const { body: csv } = await writeUpFile(db.context(), id, 'kept.csv');
  expect(csv).toContain("'=cmd 1");
  const book = await filesIn((await writeUpFile(db.context(), id, 'tables.xlsx')).body as Buffer);
  const parts = [...book]
    .filter(([name]) => /^xl\/(worksheets\/sheet\d+|sharedStrings)\.xml$/.test(name))
    .map(([, bytes]) => bytes.toString());
  const texts = parts.flatMap((xml) => [...xml.matchAll(/<t(?: [^>]*)?>([^<]*)<\/t>/g)].map((m) => m[1]));
  expect(texts).toContain('=cmd 1');
  expect(texts).toContain('=1+1 mats for roofers: a randomised trial');
  for (const xml of parts) expect(xml).not.toMatch(/<f[ >]/);
});
test('the whole write-up as a page and as a document', async () => {
  const { body: html } = await writeUpFile(db.context(), id, 'write-up.html', 'vancouver');
  expect(html).toContain('<svg');
  expect(html).toContain('1. Falk I. Kneeling mats for tilers: a randomised trial.');
  expect(html).not.toMatch(/<script|src=|href="http/);
  const docx = await filesIn((await writeUpFile(db.context(), id, 'write-up.docx')).body as Buffer);
  const text = docx.get('word/document.xml')!.toString();
  expect(text).toContain('Kneeling mats for tilers');
  expect(text).toContain('Records identified from');
  expect([...docx.keys()].some((n) => /media\/.*\.png$/.test(n))).toBe(true);
});

test('put away and taken out; deleted only by its title, with all that is its own and nothing else', async () => {
  const { id: spare } = (await take(await bundleOf(id))) as { id: string };
  expect(await archiveReview(db.context(), spare, { archived: true })).toMatchObject({ ok: true });
  expect(await deleteReview(db.context(), spare, { title: 'Knee' })).toMatchObject({ code: 'other-title' });
  const before = await sizesOf(db.context(), id);
  expect(await deleteReview(db.context(), spare, { title: 'Knee pads' })).toMatchObject({ ok: true });
  await expect(reviewState(db.context(), spare)).rejects.toThrow(NotFound);
  expect(await sizesOf(db.context(), id)).toEqual(before);
  for (const table of [...ROW_KIND_NAMES, ...MADE_ANEW, 'brought_field'].filter((t) => t !== 'review'))
    expect(await db.context().em.execute(`select count(*)::int as n from "${table}" where review_id = ?`, [spare])).toEqual([{ n: 0 }]);
  await expect(db.context().em.execute('delete from decision where review_id = ?', [id])).rejects.toThrow(/never changed or deleted/);
});

test('the published schema is the one that bundles are read by', () =>
  expect(JSON.parse(readFileSync('docs/bundle.schema.json', 'utf8'))).toEqual(bundleJsonSchema()));
