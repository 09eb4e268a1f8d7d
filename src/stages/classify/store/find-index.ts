import { type EntityManager, IsolationLevel } from '@mikro-orm/postgresql';
import { findPlaces, type IndexedWord, WordIndex, wantedOf } from '@/core/find';
import type { Cell } from '@/core/storage';
import { once, recent } from '@/platform/cache/process-wide';
import type { Context } from '@/platform/context';
import { runBound } from '@/platform/db/client';
import { copyRows } from '@/platform/db/copy';

/**
 * The words of a review's works as lists show them, with the abstract of the record that they show, kept in parts: of
 * each the works in its order, and its words with the places of the works that have them. The worker brings it forward
 * after every merge; a part is never changed but for works that are no longer as it has them, whose number becomes 0.
 */
interface Part {
  part: number;
  /** A number and a hash of the text in turn. */
  places: Float64Array;
}

/** Works of a part at most, so that what is made of them fits in memory beside all else. */
const LARGEST = 50_000;
/** A part with fewer works is small, and of small ones there are so many at most. */
const [SMALL, MOST_SMALL] = [5000, 8];
/** Works whose texts are read at once. */
const PAGE = 1000;
/** Of more works nobody waits until their words are known: the first answers are found by reading the texts themselves. */
const MOST_AT_ONCE = 10_000;

/** Works that have all words in their texts, those first that have them in the title. */
export interface FoundInTexts {
  numbers: number[];
  /** False when a word has other signs than letters and digits: whether they stand so is to be looked up. */
  sure: boolean;
}

/** @returns null while the words of a large review are not known as it stands */
export async function findInTexts(ctx: Context, reviewId: string, words: readonly string[]): Promise<FoundInTexts | null> {
  // A second time when works were merged while the first was under way.
  for (let turn = 0; turn < 2 && !(await isCurrent(ctx.em, reviewId)); turn++) {
    // With a connection of its own, since it goes on when this request is answered.
    const forward = once(`find-index|${reviewId}`, () => bringWordsForward(ctx.em.fork(), reviewId));
    if ((await worksOf(ctx.em, reviewId)) > MOST_AT_ONCE) {
      forward.catch((error) => console.error('[find]', error));
      return null;
    }
    await forward;
  }
  const { runs, sure } = wantedOf(words);
  // What is read belongs together, whoever brings it forward meanwhile.
  return ctx.em.fork().transactional(
    async (tx) => {
      const parts = await partsOf(tx, reviewId);
      const rows = await wordsWith(tx, reviewId, runs);
      const [titled, others]: [number[], number[]] = [[], []];
      for (const { part, places } of parts) {
        const found = findPlaces(places.length / 2, runs, rows.get(part) ?? []);
        found.forEach((how, place) => {
          const no = places[2 * place]!;
          if (how && no) (how === 2 ? titled : others).push(no);
        });
      }
      const rising = (list: number[]) => list.sort((a, b) => a - b);
      return { numbers: [...rising(titled), ...rising(others)], sure };
    },
    { isolationLevel: IsolationLevel.REPEATABLE_READ, readOnly: true },
  );
}

async function isCurrent(em: EntityManager, reviewId: string): Promise<boolean> {
  const [row] = await em.execute<{ current: boolean }[]>(
    `select exists (select 1 from find_state s where s.review_id = c.review_id and s.whole = c.whole) as current
     from review_columns c where c.review_id = ?`,
    [reviewId],
  );
  return row?.current ?? false;
}

async function worksOf(em: EntityManager, reviewId: string): Promise<number> {
  const [{ n }] = await em.execute<[{ n: number }]>('select count(*)::int as n from work where review_id = ? and absorbed_by is null', [
    reviewId,
  ]);
  return n;
}

/** Works of the parts of the reviews in which somebody looked for something last, as they stood at a time. */
const held = recent<{ at: string; parts: Part[] }>('find-parts', 3);

async function partsOf(tx: EntityManager, reviewId: string): Promise<Part[]> {
  const [state] = await tx.execute<{ at: string }[]>('select xmin::text as at from find_state where review_id = ?', [reviewId]);
  const known = held.get(reviewId);
  if (state && known?.at === state.at) return known.parts;
  const parts = await storedParts(tx, reviewId);
  if (state) held.set(reviewId, { at: state.at, parts });
  return parts;
}

async function storedParts(tx: EntityManager, reviewId: string): Promise<Part[]> {
  const rows = await tx.execute<{ part: number; places: Uint8Array }[]>(
    'select part, places from find_part where review_id = ? order by part',
    [reviewId],
  );
  return rows.map(({ part, places }) => ({ part, places: new Float64Array(Uint8Array.from(places).buffer) }));
}

/** Words with one of the runs in them, by their part. */
async function wordsWith(tx: EntityManager, reviewId: string, runs: readonly string[]): Promise<Map<number, IndexedWord[]>> {
  const byPart = new Map<number, IndexedWord[]>();
  if (runs.length === 0) return byPart;
  const rows = await tx.execute<(IndexedWord & { part: number })[]>(
    `select part, word, texts, titles from find_word where review_id = ? and (${runs.map(() => 'word like ?').join(' or ')})`,
    [reviewId, ...runs.map((run) => `%${run}%`)],
  );
  for (const row of rows) {
    const own = byPart.get(row.part);
    if (own) own.push(row);
    else byPart.set(row.part, [row]);
  }
  return byPart;
}

/** What is kept of a work's text, and a hash that tells whether it is still the same. */
const TEXT_HASH = `hashtextextended(concat_ws('|', w.title, w.authors, w.container, w.shown_record), 0) & ((1::bigint << 52) - 1)`;

/** Makes the index what the works are now: those that were changed, added or taken away since are put right, the rest stays. */
export async function bringWordsForward(em: EntityManager, reviewId: string): Promise<void> {
  await em.transactional(async (tx) => {
    await tx.execute('select pg_advisory_xact_lock(hashtext(?))', [`find:${reviewId}`]);
    // Told before the works are read: if others are merged meanwhile, it is brought forward again.
    const [classified] = await tx.execute<{ whole: number }[]>('select whole from review_columns where review_id = ?', [reviewId]);
    if (!classified || (await isCurrent(tx, reviewId))) return;
    // As two texts: rows of as many works would take more memory than all else.
    const [row] = await tx.execute<[Record<'numbers' | 'texts', string | null>]>(
      `select string_agg(no::text, ',') as numbers, string_agg(text::text, ',') as texts from (
         select w.no, ${TEXT_HASH} as text from work w where w.review_id = ? and w.absorbed_by is null order by w.no
       ) as each_work`,
      [reviewId],
    );
    const texts = row.texts?.split(',') ?? [];
    const works = new Map(row.numbers?.split(',').map((no, i) => [Number(no), Number(texts[i])]));
    const { next, missing } = await keepWhatHolds(tx, reviewId, works);
    for (let at = 0, part = next; at < missing.length; at += LARGEST, part++)
      await writePart(tx, reviewId, part, missing.slice(at, at + LARGEST), works);
    await tx.execute(
      `insert into find_state (review_id, whole) values (?, ?) on conflict (review_id) do update set whole = excluded.whole`,
      [reviewId, classified.whole],
    );
  });
}

/**
 * Strikes out what parts have of works that are not so any more, and takes away parts of which half is struck out, and
 * small ones when they are too many.
 * @param works all that there are, with the hashes of their texts
 * @returns the next part's number, and the works that no part has
 */
async function keepWhatHolds(tx: EntityManager, reviewId: string, works: ReadonlyMap<number, number>) {
  const parts = await storedParts(tx, reviewId);
  const missing = new Set(works.keys());
  const judged = parts.map((part) => {
    const { places } = part;
    const kept: number[] = [];
    let struck = 0;
    for (let i = 0; i < places.length; i += 2) {
      const no = places[i]!;
      if (no && works.get(no) === places[i + 1]) kept.push(no);
      else if (no) {
        places[i] = 0;
        struck++;
      }
    }
    return { part, kept, struck };
  });
  const small = judged.filter((j) => j.kept.length < SMALL);
  for (const { part, kept, struck } of judged) {
    const away = kept.length < part.places.length / 4 || (small.length > MOST_SMALL && kept.length < SMALL);
    if (away) {
      await tx.execute('delete from find_word where review_id = ? and part = ?', [reviewId, part.part]);
      await tx.execute('delete from find_part where review_id = ? and part = ?', [reviewId, part.part]);
      continue;
    }
    for (const no of kept) missing.delete(no);
    if (struck)
      await runBound(tx, 'update find_part set places = $1 where review_id = $2 and part = $3', [
        bytesOf(part.places),
        reviewId,
        part.part,
      ]);
  }
  return { next: Math.max(0, ...parts.map((p) => p.part)) + 1, missing: [...missing] };
}

async function writePart(
  tx: EntityManager,
  reviewId: string,
  part: number,
  numbers: readonly number[],
  works: ReadonlyMap<number, number>,
) {
  const index = new WordIndex();
  const places = new Float64Array(2 * numbers.length);
  for (let at = 0; at < numbers.length; at += PAGE) {
    const texts = await tx.execute<{ no: number; title: string; rest: string }[]>(
      `select w.no, w.title, concat_ws(' ', w.authors, w.container, r.item->>'abstract') as rest from work w
       join record r on r.review_id = w.review_id and r.no = w.shown_record where w.review_id = ? and w.no = any(?::int[])`,
      [reviewId, `{${numbers.slice(at, at + PAGE).join(',')}}`],
    );
    for (const { no, title, rest } of texts) {
      places[2 * index.size] = no;
      places[2 * index.size + 1] = works.get(no)!;
      index.put(title, rest);
    }
  }
  await runBound(tx, 'insert into find_part (review_id, part, places) values ($1, $2, $3)', [
    reviewId,
    part,
    bytesOf(places.subarray(0, 2 * index.size)),
  ]);
  await copyRows(tx, 'find_word', ['review_id', 'part', 'seq', 'word', 'texts', 'titles'], batchesOf(reviewId, part, index));
}

function* batchesOf(reviewId: string, part: number, index: WordIndex): Generator<Cell[][]> {
  let rows: Cell[][] = [];
  let seq = 0;
  for (const { word, texts, titles } of index.words()) {
    rows.push([reviewId, part, seq++, word, hex(texts), hex(titles)]);
    if (rows.length < PAGE) continue;
    yield rows;
    rows = [];
  }
  yield rows;
}

const bytesOf = (numbers: Float64Array) => Buffer.from(numbers.buffer, numbers.byteOffset, numbers.byteLength);
const hex = (bytes: Uint8Array) => `\\x${Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength).toString('hex')}`;
