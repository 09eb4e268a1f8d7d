import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { EMPTY_SHEET, queryOf, type Sheet } from '@/core/search/blocks';
import { type DoorSettings, dialectOf } from '@/core/search/desk';
import { SearchDoor, SearchRun, SearchSheet } from '@/platform/db/schema';

const SETTINGS: DoorSettings = {
  indexes: { anywhere: ['x.any'], title: ['x.title'] },
  truncates: true,
  nearness: false,
  mainHeadings: '',
  limits: [],
};
const SHEET: Sheet = {
  ...EMPTY_SHEET,
  blocks: [{ name: 'Light', want: 'in', note: '', terms: [{ kind: 'words', text: 'light', field: 'anywhere' }] }],
};
const nowhere = randomUUID();
const OTHER = { ...SHEET, note: 'Theirs.' };
/** An address that may not be asked, so that nothing is sent anywhere. */
const ADDRESS = 'http://127.0.0.1:9/sru';

/** What is asked of the search desk for each refusal of each verb, with the database whose server does not answer. */
export const SEARCH_CASES: Readonly<Record<string, (database: string) => object>> = {
  'save-door no-database': () => door(nowhere),
  'save-door no-thesaurus': (databaseId) => ({ ...door(databaseId), thesaurusId: nowhere }),
  'save-door outside-fault': (databaseId) => door(databaseId),
  'drop-door no-door': () => ({ databaseId: nowhere }),
  'save-sheet changed-meanwhile': () => ({ value: { ...SHEET, note: 'Mine.' }, seen: OTHER }),
  'keep-sheet nothing-taken': () => ({ note: '' }),
  'keep-sheet there-already': () => ({ note: '' }),
  'own-query no-door': () => ({ databaseId: nowhere, query: 'light' }),
  'own-query bad-query': (databaseId) => ({ databaseId, query: 'light and' }),
  'run-lines no-door': () => ({ databaseId: nowhere }),
  'run-lines nothing-taken': (databaseId) => ({ databaseId }),
  'look-at-titles no-door': () => ({ databaseId: nowhere, line: 'question', seed: null }),
  'look-at-titles no-line': (databaseId) => ({ databaseId, line: 'block 9', seed: null }),
  'look-at-titles outside-fault': (databaseId) => ({ databaseId, line: 'question', seed: null }),
  'judge-title no-look': () => ({ look: 99, index: 0, verdict: 'on' }),
  'take-in no-door': () => ({ databaseId: nowhere, line: 'question', most: null, aside: false }),
  'take-in no-line': (databaseId) => ({ databaseId, line: 'block 9', most: null, aside: false }),
  'take-in nothing-taken': (databaseId) => ({ databaseId, line: 'block 1', most: null, aside: false }),
  'take-in too-many': (databaseId) => ({ databaseId, line: 'question', most: null, aside: false }),
  'bring-thesaurus unreadable': () => ({ name: '', text: '<html/>', databaseIds: [] }),
  'set-thesaurus no-door': () => ({ databaseId: nowhere, thesaurusId: null }),
  'set-thesaurus no-thesaurus': (databaseId) => ({ databaseId, thesaurusId: nowhere }),
  'save-search no-line': (databaseId) => ({ name: 'Light', databaseId, line: 'block 9', everyDays: 7 }),
  'change-search no-search': () => ({ id: nowhere, everyDays: 7, removed: false }),
  'run-search no-search': () => ({ id: nowhere }),
  'count-block no-door': () => ({ databaseId: nowhere, sheet: SHEET, block: 0 }),
  'nearest-words no-door': () => ({ databaseId: nowhere, field: 'title', word: 'light' }),
  'nearest-words outside-fault': (databaseId) => ({ databaseId, field: 'title', word: 'light' }),
  'find-headings no-thesaurus': () => ({ thesaurusId: nowhere, words: 'light', label: null }),
  'known-in-lines no-door': () => ({ databaseId: nowhere }),
  'known-in-lines outside-fault': (databaseId) => ({ databaseId }),
};

const door = (databaseId: string) => ({
  databaseId,
  address: ADDRESS,
  version: '1.2',
  settings: null,
  recordSchema: null,
  thesaurusId: null,
});

/** Cases that want an empty sheet, and the one whose sheet was kept as it is. */
const by = { person: 'A. Reader', personId: null, at: new Date('2026-09-14') };

/**
 * A sheet, a server and a run of its lines in which a part finds nothing, for one case.
 * @param name the case, where it wants something else
 * @returns what takes it back
 */
export async function setSearch(em: EntityManager, reviewId: string, databaseId: string, name = ''): Promise<() => Promise<unknown>> {
  const sheet = name.endsWith(' nothing-taken') && !name.startsWith('take-in') ? EMPTY_SHEET : SHEET;
  await em.insert(SearchDoor, {
    ...{
      reviewId,
      databaseId,
      address: ADDRESS,
      version: '1.2',
      recordSchema: '',
      title: 'Vellmora',
      about: '',
      mostRecords: null,
      settings: SETTINGS,
    },
    ...{ ownQuery: null, ownQueryOf: '', thesaurusId: null, ...by },
  });
  await em.insert(SearchSheet, { reviewId, number: 0, sheet, note: '', edit: 1, ...by });
  if (name === 'keep-sheet there-already') await em.insert(SearchSheet, { reviewId, number: 1, sheet, note: '', edit: 0, ...by });
  const query = queryOf(SHEET, dialectOf(SETTINGS)).query;
  const line = (key: string, total: number) => ({
    ...{ key, kind: key === 'question' ? ('question' as const) : ('block' as const), label: key, query, total, removed: null },
    ...{ counts: [], findings: [], set: '', how: null, problem: '' },
  });
  const [{ seq }] = await em.execute<[{ seq: number }]>(
    'select coalesce(max(seq), 0)::int + 1 as seq from search_run where review_id = ?',
    [reviewId],
  );
  await em.insert(SearchRun, {
    ...{
      reviewId,
      seq,
      databaseId,
      sheetNumber: 0,
      sheet: SHEET,
      lines: [line('block 1', 0), line('question', 5)],
      advice: [],
      ms: 1,
      ...by,
    },
  });
  return async () => {
    await em.nativeDelete(SearchDoor, { reviewId });
    await em.nativeDelete(SearchSheet, { reviewId });
  };
}
