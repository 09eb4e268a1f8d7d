'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { ask, call } from '@/client/call';
import {
  type Direction,
  EMPTY_SOURCE,
  type FoundHow,
  HAND_KINDS,
  type HandKind,
  type SourceForm,
  WAY_WORDS,
  WAYS,
  type Way,
} from '@/core/found';
import { localDay } from '@/core/record';
import { Button } from '@/ui/button';
import { DayField, Select, TextArea, TextField } from '@/ui/field';

interface AddSourceProps {
  reviewId: string;
  hasRegister: boolean;
  onAdded(): void;
}

const START: FoundHow = { way: 'citation', place: '', foundOn: '', note: '', ofWork: null, direction: 'backwards' };

/** Fields that a kind of source asks for, beside title, authors and date. */
const FIELDS: Readonly<Record<HandKind, readonly (keyof SourceForm)[]>> = {
  'article-journal': ['container', 'volume', 'issue', 'pages', 'doi', 'pmid', 'issn', 'url'],
  book: ['publisher', 'isbn', 'doi', 'url'],
  chapter: ['container', 'pages', 'publisher', 'isbn', 'doi', 'url'],
  thesis: ['publisher', 'doi', 'url'],
  report: ['publisher', 'container', 'issue', 'doi', 'url'],
  'paper-conference': ['container', 'pages', 'publisher', 'doi', 'url'],
  'article-newspaper': ['container', 'pages', 'url'],
  'article-magazine': ['container', 'issue', 'pages', 'url'],
  webpage: ['container', 'publisher', 'url'],
  manuscript: ['container', 'publisher', 'url'],
  document: ['container', 'publisher', 'doi', 'isbn', 'url'],
};
const LABELS: Readonly<Partial<Record<keyof SourceForm, string>>> = {
  ...{ volume: 'Volume', issue: 'Issue or number', pages: 'Pages', publisher: 'Publisher', doi: 'DOI', pmid: 'PMID' },
  ...{ isbn: 'ISBN', issn: 'ISSN', url: 'Address' },
};
const PUBLISHERS: Partial<Record<HandKind, string>> = { thesis: 'University', manuscript: 'Where it is kept', report: 'Institution' };

/** A source is pasted and read, corrected where it was not understood, and said how it was found. */
export function AddSource({ reviewId, hasRegister, onAdded }: AddSourceProps) {
  const [text, setText] = useState('');
  const [read, setRead] = useState<{ notRead: string; looked: string; there: { no: number; title: string } | null } | null>(null);
  const [source, setSource] = useState<SourceForm | null>(null);
  const [how, setHow] = useState<FoundHow>(START);
  const [busy, setBusy] = useState(false);
  async function readText() {
    setBusy(true);
    const answer = await ask(reviewId, 'read-pasted', { text });
    setBusy(false);
    if (!answer.ok) return void toast.error(answer.message);
    setSource(answer.form);
    setRead({ notRead: answer.notRead, looked: answer.looked, there: answer.there });
    if (!how.foundOn) setHow((h) => ({ ...h, foundOn: localDay(new Date()) }));
  }
  async function add() {
    if (!source) return;
    setBusy(true);
    const answer = await call(reviewId, 'add-source', { how, source, pasted: read ? text : '' });
    setBusy(false);
    if (!answer.ok) return void toast.error(answer.message);
    toast(`Taken in as record ${answer.record}; it is being merged and classified.`);
    setText('');
    setSource(null);
    setRead(null);
    onAdded();
  }
  return (
    <section aria-label="A source in hand" className="h-fit rounded-[6px] border border-rule bg-surface px-4 py-3">
      <h2 className="text-lead">A source in hand</h2>
      <form
        className="mt-1 flex flex-col gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void readText();
        }}
      >
        <TextArea
          label="DOI, PMID, ISBN, or a reference as it is printed"
          hint={
            hasRegister
              ? 'An identifier is looked up in the register of this review.'
              : 'No register is set; an identifier alone is not filled in.'
          }
          rows={3}
          value={text}
          maxLength={4000}
          onChange={(e) => setText(e.target.value)}
        />
        <div className="flex gap-2">
          <Button type="submit" look={source ? 'plain' : 'solid'} disabled={busy || text.trim().length < 3}>
            {busy && !source ? 'Reading …' : 'Read it'}
          </Button>
          {!source && (
            <Button
              onClick={() => {
                setSource(EMPTY_SOURCE);
                setRead(null);
                setHow((h) => ({ ...h, foundOn: h.foundOn || localDay(new Date()) }));
              }}
            >
              Fill in a form
            </Button>
          )}
        </div>
      </form>
      {read && (
        <div className="mt-2 text-small" role="status">
          {read.there && (
            <p className="font-medium text-copper">
              It looks like work {read.there.no}, which is here already: “{read.there.title}”. Taken in, it will be joined with it.
            </p>
          )}
          {read.notRead && <p className="text-copper">Not understood: “{read.notRead}”. Put it where it belongs, if it does.</p>}
          {read.looked && <p className="text-slate">{read.looked}</p>}
        </div>
      )}
      {source && (
        <form
          className="mt-3 flex flex-col gap-2 border-rule border-t pt-2"
          onSubmit={(e) => {
            e.preventDefault();
            void add();
          }}
        >
          <SourceFields source={source} onChange={setSource} />
          <HowFields how={how} onChange={setHow} />
          <div className="flex gap-2">
            <Button type="submit" look="solid" disabled={busy || !source.title.trim()}>
              {busy ? 'Taking it in …' : 'Take it in'}
            </Button>
            <Button look="quiet" onClick={() => setSource(null)}>
              Not this one
            </Button>
          </div>
        </form>
      )}
    </section>
  );
}

function SourceFields({ source, onChange }: { source: SourceForm; onChange(source: SourceForm): void }) {
  const set = (part: Partial<SourceForm>) => onChange({ ...source, ...part });
  const label = (field: keyof SourceForm): string =>
    field === 'container'
      ? HAND_KINDS[source.kind].container || 'In'
      : field === 'publisher'
        ? (PUBLISHERS[source.kind] ?? 'Publisher')
        : (LABELS[field] ?? field);
  // What was read and has no place in this kind stays to be seen.
  const shown = [...FIELDS[source.kind]];
  for (const field of Object.keys(source) as (keyof SourceForm)[])
    if (source[field] && !shown.includes(field) && !['kind', 'title', 'authors', 'date', 'abstract'].includes(field)) shown.push(field);
  return (
    <>
      <Select label="Kind of source" value={source.kind} onChange={(e) => set({ kind: e.target.value as HandKind })}>
        {Object.entries(HAND_KINDS).map(([kind, words]) => (
          <option key={kind} value={kind}>
            {words.label}
          </option>
        ))}
      </Select>
      <TextArea label="Title" value={source.title} maxLength={1000} onChange={(e) => set({ title: e.target.value })} />
      <TextArea
        label="Authors, a name a line"
        hint="Family, Given"
        value={source.authors}
        maxLength={5000}
        onChange={(e) => set({ authors: e.target.value })}
      />
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Date"
          hint="2015, 2015-04 or 2015-04-09"
          value={source.date}
          maxLength={40}
          onChange={(e) => set({ date: e.target.value })}
        />
        {shown.map((field) => (
          <TextField
            key={field}
            label={label(field)}
            value={source[field]}
            maxLength={500}
            onChange={(e) => set({ [field]: e.target.value })}
          />
        ))}
      </div>
      <TextArea
        label="Abstract, if there is one"
        value={source.abstract}
        maxLength={20_000}
        onChange={(e) => set({ abstract: e.target.value })}
      />
    </>
  );
}

function HowFields({ how, onChange }: { how: FoundHow; onChange(how: FoundHow): void }) {
  const set = (part: Partial<FoundHow>) => onChange({ ...how, ...part });
  const isCitation = how.way === 'citation';
  return (
    <fieldset className="flex flex-col gap-2 border-rule border-t pt-2">
      <legend className="font-medium text-small">How it was found</legend>
      <Select
        label="Way"
        value={how.way}
        onChange={(e) => {
          const way = e.target.value as Way;
          set(way === 'citation' ? { way, place: '', direction: 'backwards' } : { way, ofWork: null, direction: null });
        }}
      >
        {WAYS.map((way) => (
          <option key={way} value={way}>
            {WAY_WORDS[way].label}
          </option>
        ))}
      </Select>
      <p className="text-note text-slate">{WAY_WORDS[how.way].meaning}</p>
      <div className="grid grid-cols-2 gap-2">
        {isCitation ? (
          <>
            <TextField
              label="Number of the work"
              inputMode="numeric"
              value={how.ofWork ?? ''}
              onChange={(e) =>
                set({ ofWork: /^\d{1,9}$/.test(e.target.value) && Number(e.target.value) > 0 ? Number(e.target.value) : null })
              }
            />
            <Select
              label="Direction"
              value={how.direction ?? 'backwards'}
              onChange={(e) => set({ direction: e.target.value as Direction })}
            >
              <option value="backwards">that work cites this</option>
              <option value="forwards">this cites that work</option>
            </Select>
          </>
        ) : (
          <TextField label={WAY_WORDS[how.way].place} value={how.place} maxLength={300} onChange={(e) => set({ place: e.target.value })} />
        )}
        <DayField label="Found on" value={how.foundOn} onChange={(e) => set({ foundOn: e.target.value })} />
      </div>
      <TextField label="Note" value={how.note} maxLength={2000} onChange={(e) => set({ note: e.target.value })} />
    </fieldset>
  );
}
