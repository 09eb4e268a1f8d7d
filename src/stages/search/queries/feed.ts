import type { EntityManager } from '@mikro-orm/postgresql';
import { type Context, NotFound } from '@/platform/context';
import { SavedRun, SavedSearch } from '@/platform/db/schema';

const escaped = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
const MOST_ENTRIES = 200;

/**
 * What a saved search found new, as an Atom feed: an entry a record, and one for each run that failed.
 * @source RFC 4287, The Atom Syndication Format: a feed has an id, a title and a day; so has each entry; from memory
 */
export async function atomFeed(ctx: Context, reviewId: string, savedId: string, own: string): Promise<string> {
  const em = ctx.em as EntityManager;
  const search = await em.findOne(SavedSearch, { reviewId, id: savedId });
  if (!search) throw new NotFound('There is no such saved search.');
  const runs = await em.find(SavedRun, { reviewId, savedId }, { orderBy: { seq: 'desc' }, limit: 50 });
  const entries = runs
    .flatMap((run) => {
      const at = run.at.toISOString();
      if (run.problem) return [entry(`${run.seq}:failed`, 'The search failed', run.problem, at, own, search.person)];
      return [
        ...run.fresh.map((r) => entry(`${run.seq}:${r.id}`, r.title || r.id, `New: ${r.id}`, at, own, search.person)),
        ...run.changed.map((r) => entry(`${run.seq}:changed:${r.id}`, r.title || r.id, `Changed: ${r.id}`, at, own, search.person)),
        ...run.gone.map((r) => entry(`${run.seq}:gone:${r.id}`, r.title || r.id, `Gone: ${r.id}`, at, own, search.person)),
      ];
    })
    .slice(0, MOST_ENTRIES);
  const updated = (runs[0]?.at ?? search.at).toISOString();
  return `<?xml version="1.0" encoding="utf-8"?>\n<feed xmlns="http://www.w3.org/2005/Atom">\n  <id>urn:uuid:${savedId}</id>\n  <title>${escaped(search.name)}</title>\n  <updated>${updated}</updated>\n  <author><name>${escaped(search.person || 'Narrow Sieve')}</name></author>\n  <link rel="self" href="${escaped(own)}"/>\n${entries.join('')}</feed>\n`;

  function entry(key: string, title: string, summary: string, at: string, link: string, person: string): string {
    return `  <entry>\n    <id>urn:uuid:${savedId}:${escaped(encodeURIComponent(key))}</id>\n    <title>${escaped(title)}</title>\n    <updated>${at}</updated>\n    <author><name>${escaped(person || 'Narrow Sieve')}</name></author>\n    <link href="${escaped(link)}"/>\n    <summary>${escaped(summary)}</summary>\n  </entry>\n`;
  }
}
