import { ANYBODY } from '@/platform/verbs/rights';
/** Deriving claims and classifying, on one core; and the job that classifies 100,000 works again. */

import { MikroORM } from '@mikro-orm/postgresql';
import { claimsOfRecord, classifyWork, levelTable, termKey } from '@/core/classify';
import { CUE_RULES } from '@/core/classify/cue-rules';
import { readEntries } from '@/core/formats';
import { DEFAULT_PROFILE } from '@/core/parity';
import type { BibRecord } from '@/core/record';
import { ormConfig } from '@/platform/db/config';
import { copyRows } from '@/platform/db/copy';
import { Job, Review, SourceDatabase } from '@/platform/db/schema';
import { closeQueue } from '@/platform/queue/queue';
import { ruleAxis } from '@/stages/classify/commands/rule-axis';
import { mergeAndClassify } from '@/stages/classify/jobs/merge-and-classify';
import { reclassifyReview } from '@/stages/classify/jobs/reclassify';
import { takeEffect } from '@/stages/classify/store/ruled-works';
import { createReview } from '@/stages/question/commands/create-review';
import { saveDatabase } from '@/stages/retrieve/commands/save-database';
import { fieldRecords } from '@/testing/field-records';
import { demoFiles } from '../demo/generate';
import { barePass, best, growth, thousands } from './growth';
import { row, seconds } from './print';

/** The demo's records and those of other fields that have an abstract. */
export async function toldRecords(): Promise<BibRecord[]> {
  const records: BibRecord[] = (await fieldRecords()).map((f) => f.record);
  const files = demoFiles().exports;
  for (const [name, format] of [
    ['vellmora.ris', 'ris'],
    ['ostrane.nbib', 'nbib'],
  ] as const)
    for await (const e of readEntries([new TextEncoder().encode(files[name]!)], format)) if (e.kind === 'record') records.push(e.record);
  return records.filter((r) => r.abstract.length > 120);
}

/** Sentences as they make abstracts long: why it matters, what came out in figures, what follows. */
const AT_LENGTH = [
  'Little is known of how this works out in everyday settings, and advice differs from place to place.',
  'The matter has gained weight as populations age and budgets shrink.',
  'We therefore set out to close this gap.',
  'The primary outcome was met in 41.2% and 36.9%, a difference of 4.3 percentage points (95% CI 1.1 to 7.5; p = 0.009).',
  'The secondary outcomes pointed in the same direction, but their intervals were wide.',
  'Results did not change materially when missing values were imputed or outliers were left out.',
  'No serious harm was reported, and minor complaints were rare and short.',
  'The effect was largest among those with the poorest values at the start and faded towards the end.',
  'Agreement between the two raters was good, with a kappa of 0.78.',
  'Costs and benefits for employers could not be told from these figures.',
  'Strengths are the large numbers and the complete data; limits are the single region and the short time.',
  'The findings support a cautious change of practice and call for confirmation elsewhere.',
];

/** Each record with about 1.2 KB of title and abstract: its own study told at length. */
const atLength = (told: readonly BibRecord[]): BibRecord[] =>
  told.map((r, i) => {
    let abstract = r.abstract;
    for (let k = 0; abstract.length + r.title.length < 1200; k++) abstract += ` ${AT_LENGTH[(i + 5 * k) % AT_LENGTH.length]}`;
    return stored({ ...r, abstract: abstract.slice(0, 1200 - Math.min(r.title.length, 1100)) });
  });

/** The same length made of several studies' abstracts: three times as many signs as a real abstract has. */
const crowded = (told: readonly BibRecord[]): BibRecord[] =>
  told.map((r, i) => {
    let abstract = r.abstract;
    for (let k = 1; abstract.length + r.title.length < 1200; k++)
      abstract += ` ${told[(i + 7 * k) % told.length]!.abstract.replace(/\b[A-Z]{5,}: /g, '')}`;
    return stored({ ...r, abstract: abstract.slice(0, 1200 - Math.min(r.title.length, 1100)) });
  });

/** Through JSON as in the application: text that was put together is slower to read than text that was stored. */
const stored = (record: BibRecord): BibRecord => JSON.parse(JSON.stringify(record));

export async function classifying() {
  const told = await toldRecords();
  const records = atLength(told);
  measure('one study told at length', records);
  measure('several studies crowded into one text', crowded(told));
  const texts = records.map((r) => `${r.title} ${r.abstract}`);
  const patterns = CUE_RULES.map((r) => new RegExp(r.pattern.source, r.pattern.flags.replace(/[gy]/g, '')));
  const alone = best(texts.length, () => texts.map((t) => patterns.filter((p) => p.test(t)).length));
  row(
    `beside it: only the ${patterns.length} patterns of cues, each asked of each text by the engine`,
    `${thousands(Math.round(alone))} records/s`,
  );
  row(
    'the limit: every letter of the same texts looked at once',
    `${thousands(Math.round(best(texts.length, () => barePass(texts))))} records/s`,
  );
  const levels = levelTable('ocebm-2011', 'treatment-benefit');
  growth('one study told at length', (i) => classified(records[i % records.length]!, i, levels));
}

const classified = (record: BibRecord, key: number, levels: ReturnType<typeof levelTable>) =>
  classifyWork([{ key, found: claimsOfRecord(record, { allJournalsRefereed: true }) }], levels);

function measure(what: string, records: readonly BibRecord[]) {
  const kb = records.reduce((n, r) => n + r.title.length + r.abstract.length, 0) / records.length / 1000;
  const levels = levelTable('ocebm-2011', 'treatment-benefit');
  const n = 20_000;
  const rates: number[] = [];
  for (let round = 0; round < 5; round++) {
    const from = process.hrtime.bigint();
    for (let i = 0; i < n; i++) classified(records[i % records.length]!, i, levels);
    rates.push(n / seconds(from));
  }
  row(
    `derive claims and classify ${n.toLocaleString('en-GB')} records of ${kb.toFixed(2)} KB, ${what}, five rounds`,
    `${rates.map((r) => Math.round(r).toLocaleString('en-GB')).join(', ')} records/s`,
  );
}

const WORKS = 100_000;

/** The whole job on PostgreSQL: wants DATABASE_URL. */
export async function reclassifying() {
  const orm = await MikroORM.init(ormConfig());
  const ctx = () => ({ em: orm.em.fork(), person: ANYBODY, now: () => new Date() });
  try {
    const { id } = await createReview(ctx(), {
      ...{ title: 'bench', question: '', kind: 'treatment-benefit', population: '', intervention: '', comparison: '', outcome: '' },
      ...{ asOf: '2026-09-14', scheme: 'ocebm-2011', person: 'bench' },
    });
    const made = await saveDatabase(ctx(), id, {
      id: null,
      name: 'Bench',
      tag: 'BB',
      profile: { ...DEFAULT_PROFILE, allJournalsRefereed: true },
    });
    if (!made.ok) throw new Error(made.message);
    await fill(ctx().em, id, made.id, crowded(await toldRecords()));
    const progress = { step: async () => {}, write: async () => {} } as never;
    let from = process.hrtime.bigint();
    await mergeAndClassify(ctx(), id, progress);
    row(`merge and classify ${WORKS.toLocaleString('en-GB')} works for the first time`, `${seconds(from).toFixed(1)} s`);
    await orm.em.fork().nativeUpdate(Review, { id }, { scheme: 'nhmrc-2009' });
    from = process.hrtime.bigint();
    await reclassifyReview(ctx(), id, progress);
    row('classify them again under another scheme', `${seconds(from).toFixed(1)} s`);
    const database = await orm.em.fork().findOneOrFail(SourceDatabase, { reviewId: id });
    const changed = async (what: string, profile: object) => {
      await orm.em.fork().nativeUpdate(SourceDatabase, { reviewId: id, id: made.id }, { profile: { ...database.profile, ...profile } });
      from = process.hrtime.bigint();
      await reclassifyReview(ctx(), id, progress);
      row(`and ${what}`, `${seconds(from).toFixed(1)} s`);
    };
    const [{ carry }] = await orm.em
      .fork()
      .execute<[{ carry: number }]>('select count(*)::int as carry from record_claims where review_id = ? and terms @> ?::jsonb', [
        id,
        JSON.stringify([termKey('ris-type', 'JOUR')]),
      ]);
    const terms = [{ vocabulary: 'ris-type', term: 'JOUR', sets: { publicationType: ['research-article', 'editorial', 'letter'] } }];
    await changed(`under a changed map of a term that ${carry.toLocaleString('en-GB')} carry`, { terms });
    await changed('under a changed statement on all journals, which concerns all', { allJournalsRefereed: false });
    await changed('under the statement before it', { allJournalsRefereed: true });
    await changed('under the changed statement once more: no text is weighed again', { allJournalsRefereed: false });
    await orm.em.fork().nativeDelete(Job, { reviewId: id });
    const times: number[] = [];
    for (let no = 1; no <= 9; no++) {
      from = process.hrtime.bigint();
      await ruleAxis(ctx(), id, {
        axis: 'publicationType',
        codes: ['editorial'],
        workNo: no,
        cause: null,
        standing: false,
        reason: 'bench',
      });
      times.push(seconds(from) * 1000);
    }
    row('a ruling on one of them, in its row and the columns', `${times.sort((a, b) => a - b)[4]!.toFixed(0)} ms (median of 9)`);
    for (const many of [3000, 10_000]) {
      from = process.hrtime.bigint();
      const works = Array.from({ length: many }, (_, i) => 100 + i);
      const { later } = await orm.em.fork().transactional((tx) => takeEffect(tx, id, works));
      row(`a ruling on ${many.toLocaleString('en-GB')} of them takes effect`, later ? 'in a job' : `${seconds(from).toFixed(2)} s`);
    }
    row('memory of this process', `${Math.round(process.memoryUsage().rss / 2 ** 20)} MB`);
  } finally {
    await closeQueue();
    await orm.close(true);
  }
}

/** A title that shares no word with another record's: merging is not what is measured, and abstracts still speak. */
const unlike = (no: number) => [1, 2, 3, 4, 5].map((k) => `q${(no * 7919 * k + k).toString(36)}`).join(' ');

/** Records without a twin, so that every one is a work. */
async function fill(em: ReturnType<MikroORM['em']['fork']>, reviewId: string, databaseId: string, records: readonly BibRecord[]) {
  await em.transactional(async (tx) => {
    const fileId = crypto.randomUUID();
    const retrievalId = crypto.randomUUID();
    await tx.execute(
      `insert into retrieval (review_id, id, number, database_ids, platform, searched_on, coverage_from, coverage_to, default_fields, word_variation, strategy, steps, reasons, sort_order, capped, ran_by, notes, withdrawn, withdrawn_why, rerun, stated, edit, created_at)
       values (?, ?, 1, ?, '', '', '', '', '', '', '', '[]', '{}', '', false, '', '', false, '', '', '[]', 0, now())`,
      [reviewId, retrievalId, JSON.stringify([databaseId])],
    );
    await tx.execute(
      `insert into import_file (review_id, id, retrieval_id, name, bytes, sha256, format, state, parsed, rejected, message, received_at, archived)
       values (?, ?, ?, 'bench.ris', 0, '', 'ris', 'imported', ?, 0, '', now(), false)`,
      [reviewId, fileId, retrievalId, WORKS],
    );
    for (let at = 0; at < WORKS; at += 2000) {
      const rows = Array.from({ length: 2000 }, (_, k) => {
        const no = at + k + 1;
        const item = {
          ...records[no % records.length]!,
          accession: `B${no}`,
          title: unlike(no),
          container: '',
          volume: '',
          pages: '',
          doi: `10.5555/bench.${no}`,
          pmid: '',
        };
        return [reviewId, no, fileId, databaseId, no, no, 'raw', item, [], `BB|B${no}|x`];
      });
      await copyRows(
        tx,
        'record',
        ['review_id', 'no', 'file_id', 'database_id', 'ordinal', 'line', 'raw', 'item', 'problems', 'stable_name'],
        [rows],
      );
    }
  });
}
