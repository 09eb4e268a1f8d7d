'use client';
import { useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { entryKey, entryName, type VenueEntry } from '@/core/venues';
import { SOURCE_TYPES } from '@/core/vocabularies';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { DataTable, type TableColumn } from '@/ui/data-table';
import { FileInput } from '@/ui/file-input';
import { Pill } from '@/ui/marks';
import { count, plural } from '@/ui/words';
import type { ClassifyView } from '../queries/classify-view';
import { JobNote } from './JobNote';
import { useClassifyView } from './useClassifyView';
import { VenueForm } from './VenueForm';
import { VenueImport } from './VenueImport';

const kindLabel = (kind: string) => SOURCE_TYPES.find((v) => v.code === kind)?.label ?? (kind || 'unknown');
const SHOWN = 400;

/** The register of venues and presses: taken in from a table, changed row by row, and what it does not have. */
export function VenuesScreen({ reviewId, entries, initial }: { reviewId: string; entries: readonly VenueEntry[]; initial: ClassifyView }) {
  const { view, job } = useClassifyView(reviewId, initial);
  const [rows, setRows] = useState(entries);
  const [find, setFind] = useState('');
  const [edited, setEdited] = useState<{ before: string | null; entry: VenueEntry } | null>(null);
  const [text, setText] = useState<string | null>(null);
  const file = useRef<HTMLInputElement>(null);
  const shown = useMemo(() => {
    const words = find.trim().toLowerCase();
    return rows.filter(
      (e) => !words || `${entryName(e)} ${e.type === 'journal' ? `${e.issns.join(' ')} ${e.publisher}` : ''}`.toLowerCase().includes(words),
    );
  }, [rows, find]);

  async function drop(entry: VenueEntry) {
    const answer = await call(reviewId, 'drop-venue', { key: entryKey(entry) });
    if (!answer.ok) return void toast.error(answer.message);
    setRows((old) => old.filter((e) => entryKey(e) !== entryKey(entry)));
    toast.success(`“${entryName(entry)}” is out of the register.`, {
      action: { label: 'Undo', onClick: () => void put(null, entry) },
    });
  }
  async function put(before: string | null, entry: VenueEntry): Promise<string> {
    const answer = await call(reviewId, 'save-venue', { before, entry: entry as never, seen: rows.find((e) => entryKey(e) === before) });
    if (!answer.ok) return answer.message;
    setRows((old) =>
      [...old.filter((e) => entryKey(e) !== before && entryKey(e) !== answer.key), entry].sort((a, b) =>
        entryName(a) < entryName(b) ? -1 : 1,
      ),
    );
    return '';
  }

  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to="classify">
        Classify
      </BackLink>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="text-title">Register of venues: {count(rows.length)}</h1>
        <div className="flex gap-2">
          <Button onClick={() => setEdited({ before: null, entry: emptyEntry })}>Add an entry</Button>
          <Button look="solid" onClick={() => file.current?.click()}>
            Import a list
          </Button>
          <FileInput
            ref={file}
            label="A table of venues"
            accept=".csv,.tsv,.txt,text/csv"
            onFiles={(files) => void files[0]!.text().then(setText)}
          />
        </div>
      </div>
      <p className="mb-2 max-w-[90ch] text-slate">
        Which journals are refereed, and since when, and what kind of press a publisher is. A statement about a venue is one about its
        research, not about its editorials. A table needs a line of headings: issn, title, kind, refereed, from, to, publisher, tags; for a
        press: name, isbn, kind.
      </p>
      <JobNote job={job} />
      <div className="grid grid-cols-[minmax(0,1fr)] gap-6 lg:grid-cols-[minmax(0,1fr)_352px]">
        <section aria-label="Entries">
          <input
            type="search"
            aria-label="Find in the register"
            placeholder="find in the register"
            value={find}
            onChange={(e) => setFind(e.target.value)}
            className="mb-2 h-8 w-[280px] rounded-[4px] border border-edge bg-surface px-2.5"
          />
          {rows.length === 0 && <p className="text-slate">It is empty. Import a list, or add what the records name, beside.</p>}
          <DataTable
            caption="Entries of the register"
            rows={shown.slice(0, SHOWN)}
            rowKey={entryKey}
            columns={columnsOf((entry) => setEdited({ before: entryKey(entry), entry }), drop)}
            sorted={shown.length <= SHOWN}
          />
          {shown.length > SHOWN && <p className="pt-2 text-slate">and {count(shown.length - SHOWN)} more: find by a word</p>}
        </section>
        <aside id="gaps" aria-label="Venues without an entry">
          <h2 className="text-lead">In the records, not in the register</h2>
          {view.gaps.length === 0 && <p className="text-small text-slate">Every venue that the records name is there.</p>}
          <ul className="max-h-[640px] overflow-y-auto text-small">
            {view.gaps.map((g) => (
              <li key={g.title} className="border-rule border-t py-1">
                <span dir="auto" className="font-serif">
                  {g.title}
                </span>
                <span className="flex items-center justify-between text-note text-slate">
                  <span>
                    {count(g.works)} {plural(g.works, 'work')}
                    {g.open > 0 && `, peer review open in ${count(g.open)}`}
                  </span>
                  <Button
                    look="quiet"
                    aria-label={`Add ${g.title}`}
                    onClick={() => setEdited({ before: null, entry: { ...emptyEntry, title: g.title, issns: g.issns } })}
                  >
                    Add
                  </Button>
                </span>
              </li>
            ))}
          </ul>
          {view.gapsInAll > view.gaps.length && (
            <p className="text-small text-slate">and {count(view.gapsInAll - view.gaps.length)} more</p>
          )}
        </aside>
      </div>
      <VenueForm edited={edited} onClose={() => setEdited(null)} onSave={put} />
      <VenueImport reviewId={reviewId} text={text} onClose={() => setText(null)} onTaken={(taken) => setRows(taken)} />
    </main>
  );
}

const refereedWords = (e: VenueEntry): string =>
  e.type !== 'journal' ? '' : e.refereed === 'yes' ? 'refereed' : e.refereed === 'no' ? 'not refereed' : 'unknown';
const codesOf = (e: VenueEntry): string => (e.type === 'journal' ? e.issns : e.isbnPrefixes).join(' ');
const kindOf = (e: VenueEntry): string => (e.type === 'press' ? `${e.kind} press` : kindLabel(e.kind));

const columnsOf = (onChange: (entry: VenueEntry) => void, onRemove: (entry: VenueEntry) => Promise<void>): TableColumn<VenueEntry>[] => [
  {
    ...{ id: 'name', header: 'Title or name', value: entryName },
    cell: (e) => (
      <>
        <span dir="auto" className="font-serif">
          {entryName(e) || '(no title)'}
        </span>
        {e.type === 'journal' && e.publisher && <span className="block truncate text-note text-slate">{e.publisher}</span>}
      </>
    ),
  },
  {
    ...{ id: 'codes', header: 'ISSN or ISBN', width: 'w-[112px]', value: codesOf },
    cell: (e) => <span className="text-note">{codesOf(e)}</span>,
  },
  { id: 'kind', header: 'Kind', width: 'w-[132px]', value: kindOf, cell: kindOf },
  {
    ...{ id: 'refereed', header: 'Refereed', width: 'w-[120px]', value: refereedWords },
    cell: (e) =>
      e.type === 'journal' && (
        <>
          <Pill>{refereedWords(e)}</Pill>
          {(e.from || e.to) && (
            <span className="block text-note text-slate">
              {e.from ?? '…'} to {e.to ?? 'now'}
            </span>
          )}
        </>
      ),
  },
  {
    ...{ id: 'act', header: 'Change', width: 'w-[140px]', hideHeader: true },
    cell: (e) => (
      <span className="flex justify-end">
        <Button look="quiet" aria-label={`Change ${entryName(e)}`} onClick={() => onChange(e)}>
          Change
        </Button>
        <Button look="quiet" aria-label={`Remove ${entryName(e)}`} onClick={() => void onRemove(e)}>
          Remove
        </Button>
      </span>
    ),
  },
];

const emptyEntry = {
  type: 'journal',
  title: '',
  issns: [] as readonly string[],
  kind: 'scholarly-journal',
  refereed: '',
  from: null,
  to: null,
  publisher: '',
  tags: [] as readonly string[],
} as const satisfies VenueEntry;
