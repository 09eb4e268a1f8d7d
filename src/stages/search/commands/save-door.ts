import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { doorSettings, settingsOf } from '@/core/search/desk';
import { SRU_VERSIONS } from '@/core/search/sru';
import { SearchDoor, SourceDatabase, Thesaurus } from '@/platform/db/schema';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';
import { doorOf } from '../store/desk';
import { explainAt, ServerFault } from '../store/server';

export const SaveDoor = z.strictObject({
  databaseId: z.uuid(),
  address: z.url({ protocol: /^https?$/, error: 'Give the address of the server, as https://…' }).max(1000),
  version: z.enum(SRU_VERSIONS),
  /** Null: as the server describes itself. */
  settings: doorSettings.nullable(),
  recordSchema: z.string().trim().max(200).nullable(),
  thesaurusId: z.uuid().nullable(),
});

/** Forms of records that are read here, the fullest first. */
const WANTED = [/mods/i, /marc/i, /pubmed/i, /\bdc\b|dublin|purl/i];

/** Opens a way into a database by an address: the server is asked what it can, and what it says is kept. */
export const saveDoor = reviewCommand({
  name: 'save-door',
  right: 'edit',
  input: SaveDoor,
  lock: 'search',
  refuses: ['no-database', 'no-thesaurus', 'outside-fault'],
  stale: ['search'],
  async outside({ em, reviewId }, { databaseId, address, version, thesaurusId }) {
    if (!(await em.findOne(SourceDatabase, { reviewId, id: databaseId })))
      return refuse('no-database', 'This database is not in the review.');
    if (thesaurusId && !(await em.findOne(Thesaurus, { reviewId, id: thesaurusId }, { fields: ['id'] })))
      return refuse('no-thesaurus', 'This thesaurus is not in the review.');
    try {
      return (await explainAt({ address, version })).answer;
    } catch (error) {
      if (error instanceof ServerFault) return refuse('outside-fault', error.message);
      throw error;
    }
  },
  async run(ctx, input, explained) {
    const { review, reviewId } = ctx;
    const { databaseId, address, version, thesaurusId } = input;
    const em = ctx.em as EntityManager;
    const read = settingsOf(explained);
    const schemas = explained.schemas.map((s) => s.name);
    const recordSchema = input.recordSchema ?? WANTED.map((w) => schemas.find((s) => w.test(s))).find(Boolean) ?? '';
    const settings = input.settings ?? read;
    // A query that a person wrote stays, whatever the server says of itself today.
    const before = await doorOf(em, reviewId, databaseId);
    await em.upsert(SearchDoor, {
      ...{ reviewId, databaseId, address, version, recordSchema, settings, thesaurusId },
      ...{ title: explained.title.slice(0, 300), about: explained.description, mostRecords: explained.mostRecords },
      ...{ ownQuery: before?.ownQuery ?? null, ownQueryOf: before?.ownQueryOf ?? '', ...bylineOf(ctx, review), at: ctx.now() },
    });
    return { title: explained.title, indexes: explained.indexes.length, settings };
  },
});
