import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { EntityManager } from '@mikro-orm/postgresql';
import { z } from 'zod';
import { CitationsFault, readCitations } from '@/core/citations';
import { readStandings, StandingFault } from '@/core/formats';
import { HoldingsFault, readKbart } from '@/core/holdings';
import { readDate } from '@/core/record';
import { noteChange } from '@/platform/db/note-change';
import { LIST_KINDS, type ListKind, ListRow } from '@/platform/db/schema';
import { withIncoming } from '@/platform/files/incoming';
import { keepFile } from '@/platform/files/kept-files';
import { queueReclassify } from '@/platform/queue/queue';
import { bylineOf } from '@/platform/verbs/byline';
import { reviewCommand } from '@/platform/verbs/declare';
import { refuse } from '@/platform/verbs/refusals';

/** A list that is larger is a register of everything: take the part that is of use. */
export const MOST_LIST_CHARS = 30_000_000;
const MOST_LISTS = 60;

interface Read {
  lines: number;
  problems: { line: number; message: string }[];
}
const READERS: Readonly<Record<ListKind, (text: string) => Read>> = {
  holdings: (text) => {
    const { titles, problems } = readKbart(text);
    return { lines: titles.length, problems };
  },
  standing: (text) => {
    const { rows, problems } = readStandings(text);
    return { lines: rows.length, problems };
  },
  citations: (text) => {
    const { lines, problems } = readCitations(text);
    return { lines: lines.length, problems };
  },
};
const NAMED = 100;

/** Takes a list of holdings, of the standing of venues or of citations: kept as it came, read by its kind. */
export const bringList = reviewCommand({
  name: 'bring-list',
  right: 'edit',
  input: z.strictObject({
    kind: z.enum(LIST_KINDS),
    name: z.string().trim().min(1, 'Give the list a name.').max(200),
    /** Of what day it tells; of standing the year. */
    day: z.string().refine((s) => readDate(s) !== null && /^\d{4}(?:-\d{2}){0,2}$/.test(s), 'Say of what day or year the list tells.'),
    text: z.string().max(MOST_LIST_CHARS),
  }),
  lock: 'edit',
  refuses: ['unreadable', 'nothing-read', 'same-file', 'too-many'],
  stale: ['classification', 'each-work'],
  async run(ctx, { kind, name, day, text }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    if ((await em.count(ListRow, { reviewId, removed: false })) >= MOST_LISTS)
      return refuse('too-many', `A review can have ${MOST_LISTS} lists. Take one away first.`);
    let read: Read;
    try {
      read = READERS[kind](text);
    } catch (error) {
      if (error instanceof HoldingsFault || error instanceof StandingFault || error instanceof CitationsFault)
        return refuse('unreadable', `${name}: ${error.message} Nothing was taken.`);
      throw error;
    }
    if (read.lines === 0) {
      const [first] = read.problems;
      return refuse('nothing-read', `${name}: no line could be used.${first ? ` Line ${first.line}: ${first.message}` : ''}`);
    }
    const id = randomUUID();
    const kept = await withIncoming(Readable.from([text]), MOST_LIST_CHARS * 4, async (file) => {
      const twin = await em.findOne(ListRow, { reviewId, kind, sha256: file.sha256, removed: false });
      if (twin) return refuse('same-file', `${name} has the same content as “${twin.name}”, which is there already.`);
      await keepFile(em, reviewId, file);
      await em.insert(ListRow, {
        ...{ reviewId, id, kind, name, day, bytes: file.bytes, sha256: file.sha256, lines: read.lines },
        ...{ problems: read.problems.slice(0, NAMED), removed: false, ...bylineOf(ctx, review), at: ctx.now() },
      });
      return null;
    });
    if (kept) return kept;
    await noteChange(ctx, review, { kind: 'list', did: 'added', subject: `${LIST_NAMES[kind]} “${name}”` });
    if (kind !== 'citations') await queueReclassify(em, reviewId);
    return { id, lines: read.lines, problems: read.problems.slice(0, NAMED), more: Math.max(0, read.problems.length - NAMED) };
  },
});

const LIST_NAMES: Readonly<Record<ListKind, string>> = {
  holdings: 'list of holdings',
  standing: 'list of venues',
  citations: 'list of citations',
};

/** Takes a list out of use, or into it again. What it said of works goes with it. */
export const dropList = reviewCommand({
  name: 'drop-list',
  right: 'edit',
  input: z.strictObject({ id: z.uuid(), removed: z.boolean() }),
  lock: 'edit',
  refuses: ['no-list'],
  stale: ['classification', 'each-work'],
  async run(ctx, { id, removed }) {
    const { review, reviewId } = ctx;
    const em = ctx.em as EntityManager;
    const list = await em.findOne(ListRow, { reviewId, id });
    if (!list) return refuse('no-list', 'This list is not in the review.');
    if (list.removed === removed) return {};
    list.removed = removed;
    await em.flush();
    await noteChange(ctx, review, {
      kind: 'list',
      did: removed ? 'removed' : 'restored',
      subject: `${LIST_NAMES[list.kind]} “${list.name}”`,
    });
    if (list.kind !== 'citations') await queueReclassify(em, reviewId);
    return {};
  },
});
