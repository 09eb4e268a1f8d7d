import { randomUUID } from 'node:crypto';
import type { EntityManager } from '@mikro-orm/postgresql';
import { EMPTY_SOURCE } from '@/core/found';
import type { Context } from '@/platform/context';
import { Finding, ListRow, Review } from '@/platform/db/schema';
import { addSource } from '@/stages/found/commands/add-source';
import { bringList } from '@/stages/library/commands/bring-list';
import { said } from './said';

const nowhere = randomUUID();
const HOLDINGS = 'publication_title\tprint_identifier\tpublication_type\nNight Work\t9990-2036\tserial\n';
const list = (text: string) => ({ kind: 'holdings' as const, name: 'College', day: '2026-09-01', text });
const HOW = { way: 'person' as const, place: 'A keeper', foundOn: '2026-09-17', note: '', ofWork: null, direction: null };
const SOURCE = { ...EMPTY_SOURCE, kind: 'book' as const, title: 'Work book of the millwrights' };
const source = (more: object = {}, how: object = {}) => ({ how: { ...HOW, ...how }, source: { ...SOURCE, ...more }, pasted: '' });
const lead = { round: 99, ordinal: 1 };

/** What is asked of the library and of other ways of finding for each refusal of each verb. */
export const LIBRARY_CASES: Readonly<Record<string, () => object>> = {
  'bring-list unreadable': () => list('<html/>'),
  'bring-list nothing-read': () => list('publication_title\n\t\n'),
  'bring-list same-file': () => list(HOLDINGS),
  'bring-list too-many': () => list(HOLDINGS),
  'drop-list no-list': () => ({ id: nowhere, removed: true }),
  'ask-lender no-lender': () => ({ works: [1] }),
  'ask-lender no-works': () => ({ works: [999] }),
  'hear-lender no-lender': () => ({}),
  'mark-hit no-pdf': () => ({ attachment: nowhere, page: 1, start: 0, words: 'mill', about: true }),
  'add-source unreadable': () => source({ isbn: '978-0-306-40615-8' }),
  'add-source no-work': () => source({}, { way: 'citation', place: '', ofWork: 999, direction: 'backwards' }),
  'add-source same-record': () => source(),
  'add-source too-many': () => source(),
  'take-source-back no-record': () => ({ record: 999, back: true, why: 'A slip.' }),
  'take-source-back no-reason': () => ({ record: 1, back: true, why: '' }),
  'open-round no-works': () => ({}),
  'open-round nothing-read': () => ({}),
  'take-leads no-lead': () => ({ leads: [lead] }),
  'leave-leads no-lead': () => ({ leads: [lead], why: 'Off topic.' }),
  'read-pasted nothing-read': () => ({ text: '...' }),
};

const BY = { person: 'A. Reader', personId: null, at: new Date('2026-09-14') };

/** What has to be there for a case. @returns what takes it back */
export async function setLibrary(context: () => Context, reviewId: string, name: string): Promise<() => Promise<unknown>> {
  const em = context().em as EntityManager;
  const nothing = async () => {};
  if (name === 'ask-lender no-works') {
    const library = { resolver: '', proxy: '', asker: '', lender: 'http://127.0.0.1:9/lend', register: '', citations: '', deadline: '' };
    await em.nativeUpdate(Review, { id: reviewId }, { library });
    return () => em.nativeUpdate(Review, { id: reviewId }, { library: null });
  }
  if (name === 'bring-list same-file') await said(bringList(context(), reviewId, list(HOLDINGS)));
  if (name === 'bring-list too-many') {
    const row = {
      kind: 'citations' as const,
      name: 'A',
      day: '2026',
      bytes: 1,
      sha256: '0'.repeat(64),
      lines: 1,
      problems: [],
      removed: false,
    };
    await em.insertMany(
      ListRow,
      Array.from({ length: 60 }, () => ({ reviewId, id: randomUUID(), ...row, ...BY })),
    );
  }
  if (name.startsWith('bring-list')) return () => em.nativeDelete(ListRow, { reviewId });
  if (name === 'add-source same-record') await said(addSource(context(), reviewId, source()));
  if (name === 'add-source too-many') {
    const found = { way: 'person' as const, place: '', ofRecord: null, direction: null, round: 0, foundOn: '', note: '', notRead: '' };
    await em.insertMany(
      Finding,
      Array.from({ length: 5000 }, (_, i) => ({ reviewId, recordNo: 1_000_000 + i, ...found, ...BY })),
    );
    return () => em.nativeDelete(Finding, { reviewId, recordNo: { $gte: 1_000_000 } });
  }
  return nothing;
}
