import type { Metadata } from 'next';
import { reviewPage } from '@/app/review-page';
import { isUuid } from '@/platform/context';
import { listRecords, type RecordFilter } from '@/stages/retrieve/queries/records';
import { RecordList } from '@/stages/retrieve/screens/RecordList';

export const metadata: Metadata = { title: 'Records' };

const SETS: Record<string, string> = {
  fresh: 'New since the earlier run',
  gone: 'Gone since the earlier run',
  changed: 'Changed since the earlier run',
};

export default reviewPage('read', async (ctx, { id }, search) => {
  const given = Object.entries(search).flatMap(([k, v]) =>
    typeof v === 'string' && v !== '' ? [[k, v.slice(0, 300)] as [string, string]] : [],
  );
  const asked = new Map(given);
  const number = (name: string) => (/^\d{1,9}$/.test(asked.get(name) ?? '') ? Number(asked.get(name)) : undefined);
  const set = asked.get('set');
  const filter: RecordFilter = {
    retrieval: number('retrieval'),
    file: isUuid(asked.get('file') ?? '') ? asked.get('file') : undefined,
    database: asked.get('database'),
    unmapped: asked.get('unmapped'),
    problem: asked.get('problem'),
    set: set && Object.hasOwn(SETS, set) ? (set as 'fresh') : undefined,
    find: asked.get('find'),
    page: number('page') ?? 1,
  };
  const { total, pages, records } = await listRecords(ctx, id, filter);
  const words = [
    filter.set ? SETS[filter.set] : 'Records',
    filter.retrieval && `of retrieval ${filter.retrieval}`,
    filter.file && 'of one file',
    filter.database && (filter.database === '--' ? 'that do not say which database they are from' : `of ${filter.database}`),
    filter.unmapped && `with “${filter.unmapped.split('|').at(-1)}”`,
    filter.problem && 'read with a problem',
    filter.find && `with “${filter.find}” in the title`,
  ];
  const page = Math.min(filter.page, pages);
  const href = (to: number) => `/reviews/${id}/records?${new URLSearchParams({ ...Object.fromEntries(given), page: String(to) })}`;
  return (
    <RecordList
      reviewId={id}
      title={words.filter(Boolean).join(' ')}
      total={total}
      records={records}
      page={page}
      pages={pages}
      find={filter.find ?? ''}
      before={page > 1 ? href(page - 1) : ''}
      after={page < pages ? href(page + 1) : ''}
      kept={given.filter(([k]) => k !== 'find' && k !== 'page')}
    />
  );
});
