import { createReadStream } from 'node:fs';
import { appendFile, mkdir, rm, stat, truncate, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import type { SearchAnswer } from '@/core/search/sru';
import type { Context } from '@/platform/context';
import { Retrieval, SearchTaking, SourceDatabase } from '@/platform/db/schema';
import { Cancelled, type Progress } from '@/platform/queue/progress';
import { receiveFile } from '@/stages/retrieve';
import { doorOf } from '../store/desk';
import { type Page, pagesOf } from '../store/pages';
import { importable, type TakenFormat } from '../store/records';
import { faultWords } from '../store/server';

/** Records in one request where the server states no bound, and the most where it does. */
const PAGE = 100;
const MOST_PAGE = 500;
const PAGE_BYTES = 40_000_000;
const PAGE_MS = 60_000;
const MOST_FAULTS = 200;

const FRAME: Readonly<Record<TakenFormat, readonly [head: string, tail: string]>> = {
  mods: ['<?xml version="1.0" encoding="UTF-8"?>\n<modsCollection xmlns="http://www.loc.gov/mods/v3">\n', '</modsCollection>\n'],
  'marc-xml': ['<?xml version="1.0" encoding="UTF-8"?>\n<collection xmlns="http://www.loc.gov/MARC21/slim">\n', '</collection>\n'],
  'pubmed-xml': ['<?xml version="1.0" encoding="UTF-8"?>\n<PubmedArticleSet>\n', '</PubmedArticleSet>\n'],
};

/** What is being taken in lies here until it is whole, so that another attempt goes on where this one stopped. */
const partOf = (id: string): string => join(process.env.NARROW_SIEVE_DATA ?? '.data', 'takings', `${id}.xml`);

/**
 * Fetches the records of a line, a page at a time, into a file that is then imported like any other. What was fetched is
 * written down with each page; a part that is not there any more is begun anew.
 */
export async function fetchRecords(ctx: Context, reviewId: string, id: string, progress: Progress): Promise<void> {
  const em = ctx.em.fork() as EntityManager;
  const taking = await em.findOne(SearchTaking, { reviewId, id });
  if (!taking) return;
  const door = await doorOf(em, reviewId, taking.databaseId);
  if (!door) throw new Error('The server is not set for this database any more.');
  await goOnFrom(taking);
  const form: { is: TakenFormat | null } = { is: null };
  const seen = new Set<string>();
  await progress.write({ unit: 'records', total: taking.total ?? 0, done: taking.got });
  const size = Math.max(1, Math.min(door.mostRecords ?? PAGE, MOST_PAGE, taking.most - taking.got));
  const from = taking.next ?? null;
  try {
    if (from !== null && taking.got < taking.most)
      for await (const page of pagesOf(door, taking.query, from, size, { bytes: PAGE_BYTES, ms: PAGE_MS })) {
        await takePage(em, taking, page, form, seen);
        await progress.step(taking.got, Math.min(taking.most, taking.total ?? taking.got), taking.got);
        if (taking.next === null || taking.got >= taking.most) break;
      }
  } catch (error) {
    // Nobody goes on with what a person broke off.
    if (error instanceof Cancelled) await rm(partOf(id), { force: true });
    throw error;
  }
  await handOver(ctx, taking, form.is);
  await rm(partOf(id), { force: true });
}

/** The part as it was after the last page that was written down; begun anew where it is not there. */
async function goOnFrom(taking: SearchTaking): Promise<void> {
  const path = partOf(taking.id);
  await mkdir(join(path, '..'), { recursive: true });
  const size = await stat(path).then(
    (s) => s.size,
    () => -1,
  );
  if (size >= taking.bytes && size >= 0) return truncate(path, taking.bytes);
  await writeFile(path, '');
  Object.assign(taking, { bytes: 0, got: 0, next: 1, faults: [] });
}

async function takePage(
  em: EntityManager,
  taking: SearchTaking,
  { start, answer, next }: Page,
  form: { is: TakenFormat | null },
  seen: Set<string>,
): Promise<void> {
  const faults = [...taking.faults];
  const note = (words: string) => {
    if (faults.length < MOST_FAULTS) faults.push(words);
  };
  const pieces: string[] = [];
  let repeated = 0;
  for (const sent of answer.records.slice(0, taking.most - taking.got)) {
    const key = sent.identifier || sent.xml;
    const own = sent.xml ? importable(sent) : null;
    if (sent.diagnostic) note(`Record ${sent.position}: ${faultWords({ diagnostics: [sent.diagnostic] })}`);
    else if (!own) note(`Record ${sent.position} is in a form that is not read here.`);
    else if (seen.has(key)) repeated++;
    else {
      form.is ??= own.format;
      if (own.format !== form.is) note(`Record ${sent.position} is in another form than those before it.`);
      else pieces.push(`${own.xml}\n`);
    }
    seen.add(key);
  }
  if (repeated) note(`${repeated} records from place ${start} on were sent before.`);
  if (answer.diagnostics.length) note(faultWords(answer));
  const text = pieces.join('');
  await appendFile(partOf(taking.id), text);
  Object.assign(taking, {
    bytes: taking.bytes + Buffer.byteLength(text),
    got: taking.got + pieces.length,
    total: toldIn(answer) ?? taking.total,
    // A page of nothing new leads nowhere, whatever the server says comes next.
    next: pieces.length === 0 ? null : next,
    faults,
  });
  await em.flush();
}

/** What the server says there is: where its counts by kind add up to more than its count, as many as those. */
const toldIn = ({ total, counts }: SearchAnswer): number | null =>
  total === null ? null : Math.max(total, ...counts.map((c) => c.terms.reduce((n, t) => n + t.count, 0)));

/** The file goes the way of every file, and the retrieval says what became of the count. */
async function handOver(ctx: Context, taking: SearchTaking, form: TakenFormat | null): Promise<void> {
  const { reviewId, id, retrievalId, got, most } = taking;
  const total = taking.total ?? got;
  // What was taken in before in just the same way is not added a second time, and says so.
  let twin = '';
  if (got > 0) {
    const database = await ctx.em.fork().findOneOrFail(SourceDatabase, { reviewId, id: taking.databaseId });
    const format = form ?? (await formOfPart(id));
    const [head, tail] = FRAME[format];
    const name = `${database.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}-${ctx.now().toISOString().slice(0, 10)}.${format === 'mods' ? 'mods' : format === 'marc-xml' ? 'marc' : 'pubmed'}.xml`;
    const received = await receiveFile(
      { ...ctx, em: ctx.em.fork() },
      reviewId,
      { retrievalId, format },
      name,
      framed(head, partOf(id), tail),
    );
    if (!received.ok && received.code !== 'same-file') throw new Error(received.message);
    if (!received.ok) twin = received.message;
  }
  const short = got < Math.min(total, most);
  const why = short
    ? `The server said ${total.toLocaleString('en-GB')} and gave ${got.toLocaleString('en-GB')}. ${taking.faults.slice(0, 5).join(' ')}`
    : got < total
      ? `The first ${got.toLocaleString('en-GB')} were asked for.`
      : '';
  const em = ctx.em.fork() as EntityManager;
  const row = await em.findOneOrFail(Retrieval, { reviewId, id: retrievalId });
  em.assign(row, {
    ...{
      reported: total,
      exported: got,
      capped: got < total,
      sortOrder: got < total ? 'as the server orders them' : '',
      edit: row.edit + 1,
    },
    reasons: { notExported: why, notInFile: twin },
  });
  await em.flush();
}

async function formOfPart(id: string): Promise<TakenFormat> {
  for await (const chunk of createReadStream(partOf(id), { start: 0, end: 400 })) {
    const name = /^<(?:[\w.-]+:)?([\w.-]+)/.exec(String(chunk))?.[1];
    return name === 'mods' ? 'mods' : name === 'PubmedArticle' ? 'pubmed-xml' : 'marc-xml';
  }
  return 'mods';
}

const framed = (head: string, path: string, tail: string): Readable =>
  Readable.from(
    (async function* () {
      yield Buffer.from(head);
      yield* createReadStream(path);
      yield Buffer.from(tail);
    })(),
  );
