'use client';
import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useJobs } from '@/client/useJobs';
import { facetWords } from '@/core/sieve';
import { Button } from '@/ui/button';
import { refreshPage } from '@/ui/refresh-page';
import { count, day, dayWords, many } from '@/ui/words';
import type { LibraryView } from '../queries/library-view';
import { BringList } from './BringList';
import { LibraryNav } from './LibraryNav';
import { LibrarySettingsForm } from './LibrarySettingsForm';

type List = LibraryView['lists'][number];
const KINDS: Readonly<Record<List['kind'], { title: string; unit: string; about: string }>> = {
  holdings: {
    title: 'What the library holds',
    unit: 'title',
    about: 'Lists in KBART (NISO RP-9), as libraries and publishers give them: journals with coverage and embargo, books by ISBN.',
  },
  standing: {
    title: 'Fields of study and standing of venues',
    unit: 'venue',
    about:
      'Tables by ISSN or title with a field of study, a quartile or a class, and a year. They say something of the journal, nothing of the work.',
  },
  citations: {
    title: 'Who cites whom',
    unit: 'citation',
    about: 'Tables with the columns citing, cited and creation, as open citation data sets have them.',
  },
};

/** The lists that tell of works by their venue, the library's addresses, and what all that comes to for the works of the review. */
export function LibraryScreen({ reviewId, view }: { reviewId: string; view: LibraryView }) {
  const router = useRouter();
  const { poke } = useJobs(reviewId, []);
  const changed = () => {
    poke();
    refreshPage(router);
  };
  async function drop(list: List) {
    const answer = await call(reviewId, 'drop-list', { id: list.id, removed: !list.removed });
    if (!answer.ok) return void toast.error(answer.message);
    changed();
  }
  return (
    <main className="px-5 py-3">
      <LibraryNav reviewId={reviewId} current="" />
      <h1 className="mt-3 text-title">The library: what it has, and the way there</h1>
      <div className="mt-2 grid gap-x-10 gap-y-5 lg:grid-cols-[1fr_400px]">
        <div className="flex min-w-0 flex-col gap-5">
          <Counts view={view} />
          {(Object.keys(KINDS) as List['kind'][]).map((kind) => (
            <section key={kind} aria-label={KINDS[kind].title}>
              <div className="flex flex-wrap items-center justify-between gap-3">
                <h2 className="text-lead">{KINDS[kind].title}</h2>
                <BringList reviewId={reviewId} kind={kind} title={KINDS[kind].title} unit={KINDS[kind].unit} onBrought={changed} />
              </div>
              <p className="max-w-[80ch] text-small text-slate">{KINDS[kind].about}</p>
              <ul className="mt-1">
                {view.lists
                  .filter((l) => l.kind === kind)
                  .map((list) => (
                    <ListLine key={list.id} list={list} unit={KINDS[kind].unit} onDrop={() => void drop(list)} />
                  ))}
              </ul>
            </section>
          ))}
        </div>
        <LibrarySettingsForm reviewId={reviewId} settings={view.settings} onSaved={() => refreshPage(router)} />
      </div>
    </main>
  );
}

function ListLine({ list, unit, onDrop }: { list: List; unit: string; onDrop(): void }) {
  return (
    <li className={`border-rule border-t py-1.5 text-small ${list.removed ? 'opacity-60' : ''}`}>
      <div className="flex flex-wrap items-baseline gap-3">
        <span className="min-w-0 flex-1 font-medium">
          {list.name}
          <span className="font-normal text-slate">
            {' '}
            of {/^\d{4}$/.test(list.day) ? list.day : dayWords(list.day)} · {many(list.lines, unit)} · brought by {list.person} on{' '}
            {day(list.at)}
          </span>
        </span>
        <Button look="quiet" className="text-small" onClick={onDrop}>
          {list.removed ? 'Use again' : 'Take away'}
        </Button>
      </div>
      {list.problems.length > 0 && (
        <details>
          <summary className="cursor-pointer text-copper">
            {list.problems.length >= 100 ? '100 or more lines' : many(list.problems.length, 'line')} could not be used as they stand
          </summary>
          <ul>
            {list.problems.map((p) => (
              <li key={`${p.line} ${p.message}`}>
                Line {p.line}: {p.message}
              </li>
            ))}
          </ul>
        </details>
      )}
    </li>
  );
}

/** How many works the library has in which way, and how their venues stand. */
function Counts({ view }: { view: LibraryView }) {
  const { holding, standing, discipline } = view.counts;
  const parts = [
    ['holding', 'Held by the library', holding, 'cannot be told'],
    ['standing', 'Standing of the venue', standing, 'in no list'],
    ['discipline', 'Field of the venue', discipline, 'not said'],
  ] as const;
  return (
    <section aria-label="What it comes to" className="rounded-[6px] border border-rule bg-surface px-4 py-2">
      <h2 className="text-lead">What it comes to for {many(view.works, 'work')}</h2>
      <dl className="grid grid-cols-[150px_1fr] gap-x-3 text-small">
        {parts.map(([facet, label, { values, none }, open]) => (
          <div key={facet} className="contents">
            <dt className="text-slate">{label}</dt>
            <dd className="flex flex-wrap gap-x-4">
              {values
                .toSorted((a, b) => b.n - a.n)
                .slice(0, 8)
                .map((v) => (
                  <span key={v.value} className="whitespace-nowrap">
                    <b className="font-semibold">{count(v.n)}</b> {facetWords(facet, v.value)}
                  </span>
                ))}
              <span className="whitespace-nowrap text-slate">
                <b className="font-semibold">{count(none)}</b> {open}
              </span>
            </dd>
          </div>
        ))}
      </dl>
      <p className="mt-1 max-w-[80ch] text-copper text-small">
        What a library has, and how a journal stands, say nothing of the quality of a work. Both can be limiters in the sieve; what they
        would cut stands beside them there.
      </p>
    </section>
  );
}
