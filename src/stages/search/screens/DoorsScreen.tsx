'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { PROFILE_AXES, PROFILE_AXIS_LABELS, SET_BY } from '@/core/parity';
import { TERM_FIELDS } from '@/core/search/blocks';
import { type DoorSettings, doorSettings } from '@/core/search/desk';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { Select, TextField } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { DatabaseTag } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { many } from '@/ui/words';
import type { DeskView } from '../queries/desk-view';
import { SearchNav } from './SearchNav';

/** The ways into databases by an open protocol, how each is asked, and the thesauri whose headings they carry. */
export function DoorsScreen({ reviewId, view }: { reviewId: string; view: DeskView }) {
  return (
    <main className="px-5 py-3">
      <SearchNav reviewId={reviewId} current="/doors" />
      <h1 className="mt-3 text-title">Ways into the databases, and their headings</h1>
      <p className="max-w-[80ch] text-slate">
        A database that answers by SRU (version 1.2 or 2.0) is searched from here. It says itself what can be asked; what it does not say,
        or says wrongly, is set beside it.
      </p>
      {view.databases.length === 0 && (
        <Empty title="No database yet">
          <a className="text-navy underline" href={`/reviews/${reviewId}/retrieve`}>
            Add the databases under Retrieve first
          </a>
        </Empty>
      )}
      {view.databases.map((d) => (
        <Door key={`${d.id}${d.door?.address ?? ''}`} reviewId={reviewId} database={d} thesauri={view.thesauri} />
      ))}
      <Thesauri reviewId={reviewId} view={view} />
    </main>
  );
}

type Database = DeskView['databases'][number];

function Door({ reviewId, database, thesauri }: { reviewId: string; database: Database; thesauri: DeskView['thesauri'] }) {
  const router = useRouter();
  const { door } = database;
  const [address, setAddress] = useState(door?.address ?? '');
  const [version, setVersion] = useState<'1.2' | '2.0'>(door?.version ?? '1.2');
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  async function save(settings: DoorSettings | null, thesaurusId = door?.thesaurusId ?? null) {
    setBusy(true);
    const answer = await call(reviewId, 'save-door', {
      databaseId: database.id,
      address,
      version,
      settings,
      recordSchema: null,
      thesaurusId,
    });
    setBusy(false);
    setProblem(answer.ok ? '' : answer.message);
    if (!answer.ok) return;
    toast(`${answer.title || database.name} answers: ${many(answer.indexes, 'index', 'indexes')}.`);
    refreshPage(router);
  }
  async function drop() {
    const answer = await call(reviewId, 'drop-door', { databaseId: database.id });
    if (!answer.ok) return void toast.error(answer.message);
    refreshPage(router);
  }
  return (
    <section aria-label={database.name} className="mt-3 rounded-[6px] border border-rule bg-surface px-4 py-2">
      <h2 className="flex items-center gap-2 text-lead">
        <DatabaseTag tag={database.tag} /> {database.name}
        {door && <span className="font-normal font-sans text-slate text-small">{door.about}</span>}
      </h2>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <div className="min-w-[260px] flex-1">
          <TextField
            label="Address of its server"
            placeholder="https://…"
            value={address}
            error={problem || undefined}
            onChange={(e) => setAddress(e.target.value)}
          />
        </div>
        <div className="w-[110px]">
          <Select label="Version" value={version} onChange={(e) => setVersion(e.target.value as '1.2')}>
            <option value="1.2">1.2</option>
            <option value="2.0">2.0</option>
          </Select>
        </div>
        <Button
          disabled={busy || address.trim() === ''}
          onClick={() => void save(door?.address === address ? (door?.settings ?? null) : null)}
        >
          {busy ? 'Asking …' : door ? 'Ask it again' : 'Open this way'}
        </Button>
        {door && (
          <Button look="quiet" onClick={() => void drop()}>
            Close it
          </Button>
        )}
      </div>
      {door && (
        <>
          {thesauri.length > 0 && (
            <div className="mt-2 max-w-[360px]">
              <Select
                label="Headings of"
                value={door.thesaurusId ?? ''}
                onChange={(e) =>
                  void call(reviewId, 'set-thesaurus', { databaseId: database.id, thesaurusId: e.target.value || null }).then(() =>
                    refreshPage(router),
                  )
                }
              >
                <option value="">no thesaurus</option>
                {thesauri.map((t) => (
                  <option key={t.id} value={t.id}>
                    {t.name}
                  </option>
                ))}
              </Select>
            </div>
          )}
          <How settings={door.settings} name={database.name} onSave={(s) => void save(s)} />
        </>
      )}
    </section>
  );
}

const FIELD_LABELS: Readonly<Record<(typeof TERM_FIELDS)[number], string>> = {
  anywhere: 'anywhere',
  title: 'title',
  abstract: 'abstract',
  'title-abstract': 'title or abstract',
  heading: 'headings',
  author: 'authors',
  journal: 'journal',
};

/** How it is asked: which index each field is, and how each limiter is set. */
function How({ settings, name, onSave }: { settings: DoorSettings; name: string; onSave(settings: DoorSettings): void }) {
  const [open, setOpen] = useState(false);
  const [value, setValue] = useState(settings);
  const parsed = doorSettings.safeParse(value);
  return (
    <details className="mt-2 text-small" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="min-h-6 text-navy">
        How it is asked: {many(Object.keys(settings.indexes).length, 'field')}, {many(settings.limits.length, 'limiter')}
      </summary>
      <div className="mt-1 grid grid-cols-2 gap-x-4 gap-y-1 max-[800px]:grid-cols-1">
        {TERM_FIELDS.map((field) => (
          <TextField
            key={field}
            label={`Index for ${FIELD_LABELS[field]} at ${name}`}
            value={(value.indexes[field] ?? []).join(', ')}
            onChange={(e) => {
              const { [field]: _gone, ...rest } = value.indexes;
              const names = e.target.value.split(/[,\s]+/).filter(Boolean);
              setValue({ ...value, indexes: names.length ? { ...rest, [field]: names } : rest });
            }}
          />
        ))}
        <TextField
          label={`Index for headings as main topics at ${name}`}
          value={value.mainHeadings}
          onChange={(e) => setValue({ ...value, mainHeadings: e.target.value })}
        />
      </div>
      <h3 className="mt-2 font-semibold">Limiters, as they are set in a query</h3>
      {value.limits.map((limit, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a limiter is known by its place
        <div key={i} className="mt-1 grid grid-cols-[150px_1fr_110px_1.4fr_auto] items-end gap-2 max-[800px]:grid-cols-1">
          <Select label="By" value={limit.axis} onChange={(e) => setLimit(i, { axis: e.target.value as (typeof PROFILE_AXES)[number] })}>
            {PROFILE_AXES.map((a) => (
              <option key={a} value={a}>
                {PROFILE_AXIS_LABELS[a]}
              </option>
            ))}
          </Select>
          <TextField label="Its name there" value={limit.name} onChange={(e) => setLimit(i, { name: e.target.value })} />
          <Select label="Set by" value={limit.how} onChange={(e) => setLimit(i, { how: e.target.value as keyof typeof SET_BY })}>
            {Object.entries(SET_BY).map(([how, words]) => (
              <option key={how} value={how}>
                {words}
              </option>
            ))}
          </Select>
          <TextField
            label="In CQL; {from} and {to} stand for years"
            className="font-mono"
            value={limit.clause}
            onChange={(e) => setLimit(i, { clause: e.target.value })}
          />
          <Button look="quiet" onClick={() => setValue({ ...value, limits: value.limits.filter((_, j) => j !== i) })}>
            Take out
          </Button>
        </div>
      ))}
      <div className="mt-2 flex gap-2">
        <Button
          onClick={() => setValue({ ...value, limits: [...value.limits, { axis: 'peerReview', name: '', how: 'query', clause: '' }] })}
        >
          Another limiter
        </Button>
        <Button
          look="solid"
          disabled={!parsed.success || JSON.stringify(value) === JSON.stringify(settings)}
          onClick={() => parsed.success && onSave(parsed.data)}
        >
          Save
        </Button>
      </div>
    </details>
  );
  function setLimit(i: number, part: Partial<DoorSettings['limits'][number]>) {
    setValue({ ...value, limits: value.limits.map((l, j) => (j === i ? { ...l, ...part } : l)) });
  }
}

function Thesauri({ reviewId, view }: { reviewId: string; view: DeskView }) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  async function bring(file: File) {
    const answer = await call(reviewId, 'bring-thesaurus', { name: '', text: await file.text(), databaseIds: [] });
    if (!answer.ok) return void toast.error(`${file.name}: ${answer.message}`);
    toast(
      `${answer.name}: ${many(answer.headings, 'heading')}${answer.problems.length ? `, ${answer.problems.length} could not be used: ${answer.problems[0]}` : ''}.`,
    );
    refreshPage(router);
  }
  return (
    <section aria-label="Thesauri" className="mt-4">
      <h2 className="text-lead">Thesauri</h2>
      <ul className="text-small">
        {view.thesauri.map((t) => (
          <li key={t.id}>
            {t.name}: {many(t.headings, 'heading')}
          </li>
        ))}
        {view.thesauri.length === 0 && (
          <li className="text-slate">None yet. One is brought as SKOS in RDF/XML, an open standard in which thesauri are published.</li>
        )}
      </ul>
      <Button className="mt-1" onClick={() => input.current?.click()}>
        Bring a thesaurus …
      </Button>
      <FileInput ref={input} label="A thesaurus in SKOS" accept=".rdf,.xml,.skos" onFiles={([file]) => file && void bring(file)} />
    </section>
  );
}
