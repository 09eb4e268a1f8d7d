import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { foundHow, HAND_KINDS, sourceForm } from '@/core/found';
import { readSource, recordOf } from '@/core/pasted';
import { noteChange } from '@/platform/db/note-change';
import { Finding, ImportFile, RecordRow } from '@/platform/db/schema';
import { queueMerge } from '@/platform/queue/queue';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { enterSource, recordOfWork } from '../store/enter-source';

const MOST_FOUND = 5000;

/** Takes a source that was found in another way than by a database: as a record like any other, merged and judged as they are. */
export const addSource = reviewCommand({
  name: 'add-source',
  right: 'edit',
  input: z.strictObject({ how: foundHow, source: sourceForm, pasted: z.string().max(4000) }),
  lock: 'retrievals',
  refuses: ['unreadable', 'no-work', 'too-many', 'same-record'],
  stale: ['retrieval'],
  async run(ctx, { how, source, pasted }) {
    const { reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const { record, faults } = recordOf(source);
    if (faults[0]) return refuse('unreadable', faults.map((f) => f.message).join(' '));
    if ((await em.count(Finding, { reviewId })) >= MOST_FOUND)
      return refuse(
        'too-many',
        `A review can have ${MOST_FOUND} sources that were written down by hand. More are a file of records: add a retrieval.`,
      );
    const { ofWork, ...said } = how;
    const ofRecord = ofWork === null ? null : await recordOfWork(em, reviewId, ofWork);
    if (ofWork !== null && ofRecord === null)
      return refuse('no-work', 'The work whose citations were followed is not in the review any more.');
    const raw = pasted.trim() || wordsOf(source);
    const twin = await em.execute<{ no: number }[]>(
      `select r.no from finding f join active_record r on r.review_id = f.review_id and r.no = f.record_no
       where f.review_id = ? and f.way = ? and f.place = ? and r.raw = ? and r.item = ?::jsonb limit 1`,
      [reviewId, how.way, how.place, raw, JSON.stringify(record)],
    );
    if (twin[0]) return refuse('same-record', `This very source is there already, found in the same way: record ${twin[0].no}.`);
    const no = await enterSource(ctx, {
      record,
      raw,
      notRead: pasted ? readSource(pasted).notRead : '',
      how: { ...said, ofRecord },
      round: 0,
    });
    await queueMerge(em, reviewId);
    return { record: no };
  },
});

/** A form as text: a field a line. */
const wordsOf = (source: z.infer<typeof sourceForm>): string =>
  Object.entries(source)
    .filter(([, value]) => value !== '')
    .map(([field, value]) => `${field}: ${field === 'kind' ? HAND_KINDS[source.kind].label : value.replace(/\n/g, '; ')}`)
    .join('\n');

/** Takes a source that was written down back, or puts it in again. Its record stays, and is in no count. */
export const takeSourceBack = reviewCommand({
  name: 'take-source-back',
  right: 'edit',
  input: z.strictObject({ record: z.int().positive(), back: z.boolean(), why: z.string().trim().max(2000) }),
  lock: 'retrievals',
  refuses: ['no-record', 'no-reason'],
  stale: ['retrieval'],
  async run(ctx, { record: no, back, why }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    if (back && !why) return refuse('no-reason', 'Say why: the ledger shows it.');
    const found = await em.findOne(Finding, { reviewId, recordNo: no });
    const record = found && (await em.findOne(RecordRow, { reviewId, no }));
    if (!record) return refuse('no-record', 'No source with this number was written down by hand.');
    const file = await em.findOneOrFail(ImportFile, { reviewId, id: record.fileId });
    const state = back ? 'cancelled' : 'imported';
    if (file.state === state) return {};
    file.state = state;
    await em.flush();
    await noteChange(ctx, review, { kind: 'file', did: back ? 'withdrawn' : 'restored', subject: record.item.title || file.name, why });
    await queueMerge(em, reviewId);
    return {};
  },
});
