import Link from 'next/link';
import { VOCABULARY_LABELS } from '@/core/vocabularies';
import { BackLink } from '@/ui/back-link';
import { DatabaseTag, Pill } from '@/ui/marks';
import type { RecordView } from '../queries/records';

const people = (item: RecordView['item']) =>
  item.authors.map((a) => [a.family, a.given].filter(Boolean).join(', ') + (a.orcid ? ` (ORCID ${a.orcid})` : '')).join('; ');

/** The parsed fields, in the order people read a citation; empty ones are left out. */
function fieldsOf({ item }: RecordView): [string, string][] {
  const rows: [string, string][] = [
    ['Title', item.title],
    ['Authors', people(item)],
    ['In', item.container],
    ['Volume, issue, pages', [item.volume, item.issue && `(${item.issue})`, item.pages].filter(Boolean).join(' ')],
    ['Publisher', item.publisher],
    ['Issue date', item.dates.issue],
    ['First online', item.dates.online],
    ['Added to the database', item.dates.added],
    ...item.types.map((t): [string, string] => [VOCABULARY_LABELS[t.vocabulary], t.term]),
    ['Language', item.languages.join(', ')],
    ['Headings', item.headings.join('; ')],
    ['Links', item.urls.join('\n')],
    ['Accession', item.accession],
    ['Database it names', item.database],
    ['Abstract', item.abstract],
    ...Object.entries(item.extra).map(([name, values]): [string, string] => [`${name} (kept)`, values.join('\n')]),
  ];
  return rows.filter(([, value]) => value !== '');
}

/** One record exactly as retrieved: what was read beside the raw text, and what to look at before citing it. */
export function RecordScreen({ reviewId, record }: { reviewId: string; record: RecordView }) {
  const lines = record.raw.split(/\r?\n/);
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to={`records?retrieval=${record.retrieval}`}>{`All records of retrieval ${record.retrieval}`}</BackLink>
      <div className="mb-1 flex flex-wrap items-center gap-3">
        <DatabaseTag tag={record.database.tag} name={record.database.name} />
        <h1 className="text-head">Record {record.no}</h1>
        <span className="text-slate">
          {record.database.name} · {record.file}, line {record.line} (entry {record.ordinal}) ·{' '}
          <Link
            className="text-navy underline underline-offset-2"
            href={record.otherwise ? `/reviews/${reviewId}/others` : `/reviews/${reviewId}/retrieve/${record.retrieval}`}
          >
            {record.otherwise ? 'other ways of finding' : `retrieval ${record.retrieval}`}
          </Link>
        </span>
        {record.withdrawn && <Pill look="attention">withdrawn</Pill>}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_300px] gap-5">
        <section aria-label="What was read">
          <h2 className="mb-1 border-rule border-b pb-1 text-lead">What was read</h2>
          <dl className="text-small">
            {fieldsOf(record).map(([name, value], i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a field may stand several times
              <div key={i} className="grid grid-cols-[128px_1fr] gap-3 border-rule py-1 not-first:border-t">
                <dt className="text-slate">{name}</dt>
                <dd dir="auto" className="min-w-0 whitespace-pre-line break-words font-serif">
                  {value}
                </dd>
              </div>
            ))}
          </dl>
        </section>
        <section aria-label="Raw text">
          <h2 className="mb-1 border-rule border-b pb-1 text-lead">As retrieved, from line {record.line}</h2>
          <section
            // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard
            tabIndex={0}
            aria-label="Lines of the entry"
            className="max-h-[70vh] overflow-auto rounded-[4px] bg-surface p-2"
          >
            <pre className="font-mono text-note leading-[1.5]">
              {lines.map((line, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: lines have no name but their number
                <span key={i} className="grid grid-cols-[46px_1fr]">
                  <span aria-hidden className="select-none pr-2 text-right text-slate">
                    {record.line + i}
                  </span>
                  <span className="whitespace-pre-wrap break-words">{line || ' '}</span>
                </span>
              ))}
            </pre>
          </section>
        </section>
        <aside aria-label="What to look at" className="flex flex-col gap-4">
          <section aria-label="Checks">
            <h2 className="mb-1 border-rule border-b pb-1 text-lead">What to look at</h2>
            {record.problems.length + record.findings.length === 0 ? (
              <p className="text-slate">Nothing about it is suspicious.</p>
            ) : (
              <ul className="flex flex-col gap-1.5 text-small">
                {record.problems.map((p) => (
                  <li key={`${p.line}${p.message}`}>
                    <Pill look="attention">
                      line {p.line}
                      {p.field && `, ${p.field}`}
                    </Pill>{' '}
                    {p.message}
                  </li>
                ))}
                {record.findings.map((f) => (
                  <li key={`${f.code}${f.text}`}>
                    <Pill look="attention">{f.field}</Pill> {f.message}{' '}
                    <span className="break-words text-slate">{f.text.slice(0, 120)}</span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <section aria-label="Identifiers">
            <h2 className="mb-1 border-rule border-b pb-1 text-lead">Identifiers</h2>
            {record.identifiers.length === 0 && <p className="text-slate">It carries none.</p>}
            <ul className="text-small">
              {record.identifiers.map((i) => (
                <li key={`${i.name}${i.text}`} className="flex gap-2">
                  <span className="w-12 text-slate">{i.name}</span>
                  <span className="min-w-0 flex-1 break-words">{i.text}</span>
                  {i.ok ? <span className="text-slate">sound</span> : <Pill look="attention">not sound</Pill>}
                </li>
              ))}
            </ul>
          </section>
          <section aria-label="The same work">
            <h2 className="mb-1 border-rule border-b pb-1 text-lead">The same work</h2>
            {record.workNo === null ? (
              <p className="text-slate">{record.withdrawn ? 'Its retrieval is withdrawn.' : 'Not merged yet.'}</p>
            ) : record.others.length === 0 ? (
              <p className="text-slate">No other record is of this work.</p>
            ) : (
              <ul className="flex flex-col gap-1 text-small">
                {record.others.map((o) => (
                  <li key={o.no} className="flex items-baseline gap-2">
                    <DatabaseTag tag={o.tag} />
                    <Link className="underline-offset-2 hover:underline" prefetch={false} href={`/reviews/${reviewId}/records/${o.no}`}>
                      Record {o.no}: {o.title}
                    </Link>
                  </li>
                ))}
              </ul>
            )}
            {record.workNo !== null && (
              <form className="mt-2 flex items-center gap-2 text-small" action={`/reviews/${reviewId}/merge/compare`}>
                <input type="hidden" name="a" value={record.no} />
                <label htmlFor="other">Compare with record</label>
                <input
                  id="other"
                  name="b"
                  required
                  inputMode="numeric"
                  pattern="[1-9][0-9]*"
                  title="The number of another record"
                  className="h-7 w-[76px] rounded-[4px] border border-edge bg-surface px-2"
                />
                <button type="submit" className="h-7 rounded-[4px] border border-ink bg-surface px-2.5 font-medium hover:bg-picked">
                  Compare
                </button>
              </form>
            )}
          </section>
        </aside>
      </div>
    </main>
  );
}
