'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { useAsk } from '@/client/useAsk';
import { intervalWords, shareOf } from '@/core/checks';
import { tellingWords } from '@/core/search/desk';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { Select } from '@/ui/field';
import { KeyHelp, type KeyLine } from '@/ui/key-help';
import { DatabaseTag } from '@/ui/marks';
import { useHotkeys } from '@/ui/use-hotkeys';
import { count, minute } from '@/ui/words';
import type { DeskView, LookView } from '../queries/desk-view';
import { SearchNav } from './SearchNav';

const KEYS: readonly KeyLine[] = [
  ['t', 'On topic'],
  ['f', 'Not on topic'],
  ['n', 'Next title'],
  ['p', 'The title before'],
  ['?', 'These keys'],
];

/** The first titles of a line: on topic or not, by key; what share is, and which words tell. */
export function TitlesScreen({
  reviewId,
  databases,
  looks: given,
}: {
  reviewId: string;
  databases: DeskView['databases'];
  looks: LookView[];
}) {
  const { data } = useAsk(reviewId, 'search-looks', {}, { given: { looks: given } });
  const looks = data?.looks ?? given;
  const [seq, setSeq] = useState(looks[0]?.seq ?? 0);
  const look = looks.find((l) => l.seq === seq) ?? looks[0];
  return (
    <main className="px-5 py-3">
      <SearchNav reviewId={reviewId} current="/titles" />
      <h1 className="mt-3 text-title">A first look at what a line finds</h1>
      {!look ? (
        <Empty title="No titles were taken yet">
          <a className="text-navy underline" href={`/reviews/${reviewId}/search/lines`}>
            Pick a count among the lines, and take its first titles
          </a>
        </Empty>
      ) : (
        <>
          {looks.length > 1 && (
            <div className="max-w-[640px]">
              <Select label="Which look" value={String(look.seq)} onChange={(e) => setSeq(Number(e.target.value))}>
                {looks.map((l) => (
                  <option key={l.seq} value={l.seq}>
                    {`${databases.find((d) => d.id === l.databaseId)?.name ?? 'a database that was removed'}, ${l.label}: ${minute(l.at)}`}
                  </option>
                ))}
              </Select>
            </div>
          )}
          <Judging key={look.seq} reviewId={reviewId} look={look} database={databases.find((d) => d.id === look.databaseId)} />
        </>
      )}
    </main>
  );
}

function Judging({ reviewId, look, database }: { reviewId: string; look: LookView; database: DeskView['databases'][number] | undefined }) {
  const [verdicts, setVerdicts] = useState(look.titles.map((t) => t.verdict));
  const firstOpen = verdicts.indexOf(null);
  const [at, setAt] = useState(Math.max(0, firstOpen));
  async function say(index: number, verdict: 'on' | 'off' | null) {
    setVerdicts((now) => now.map((v, i) => (i === index ? verdict : v)));
    setAt(Math.min(index + 1, look.titles.length - 1));
    const answer = await call(reviewId, 'judge-title', { look: look.seq, index, verdict });
    if (!answer.ok) toast.error(answer.message);
  }
  const [help, setHelp] = useState(false);
  const keys = useHotkeys(
    'titles',
    {
      t: () => void say(at, 'on'),
      f: () => void say(at, 'off'),
      n: () => setAt(Math.min(at + 1, look.titles.length - 1)),
      p: () => setAt(Math.max(at - 1, 0)),
      '?': () => setHelp(true),
    },
    !help,
  );
  const said = verdicts.filter((v) => v !== null).length;
  const on = verdicts.filter((v) => v === 'on').length;
  const share = shareOf(on, said);
  const texts = (verdict: 'on' | 'off') => look.titles.filter((_, i) => verdicts[i] === verdict).map((t) => `${t.title}. ${t.abstract}`);
  const telling = (a: 'on' | 'off', b: 'on' | 'off') => (on > 0 && on < said ? tellingWords(texts(a), texts(b), 2, 12) : []);
  return (
    <div className="mt-3 grid grid-cols-[minmax(0,1fr)_352px] gap-5 max-[1000px]:grid-cols-1">
      <ol aria-label="Titles" className="min-w-0">
        {look.titles.map((title, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: a title is known by its place
            key={i}
            aria-current={i === at}
            className="flex items-start gap-3 border-rule border-b px-2 py-1.5 aria-[current=true]:bg-picked"
          >
            <span className="w-6 shrink-0 text-right text-slate text-small">{i + 1}</span>
            <span className="min-w-0 flex-1 font-serif">
              {title.title} <span className="font-sans text-slate text-small">{title.year}</span>
            </span>
            <span className="flex shrink-0 gap-1">
              <Said
                label={`On topic: ${title.title}`}
                pressed={verdicts[i] === 'on'}
                onPress={() => void say(i, verdicts[i] === 'on' ? null : 'on')}
              >
                on topic
              </Said>
              <Said
                label={`Not on topic: ${title.title}`}
                pressed={verdicts[i] === 'off'}
                onPress={() => void say(i, verdicts[i] === 'off' ? null : 'off')}
              >
                not
              </Said>
            </span>
          </li>
        ))}
      </ol>
      <aside
        aria-label="What the titles say"
        className="min-w-0 self-start rounded-[6px] border border-rule bg-surface px-3 py-2 text-small"
      >
        <h2 className="text-lead">
          {database && <DatabaseTag tag={database.tag} name={database.name} />} {look.label}
        </h2>
        <p className="text-slate">
          {count(look.titles.length)} of {count(look.total)},{' '}
          {look.seed === null ? 'as the server orders them' : `drawn by lot, seed ${look.seed}`}; {look.person}
        </p>
        <p role="status" className="mt-2">
          {share ? (
            <>
              <b className="font-semibold">
                {on} of {said}
              </b>{' '}
              are on topic: {Math.round(100 * share.value)} % (95 %: {intervalWords(share)})
            </>
          ) : (
            'Say of each title whether it is on topic.'
          )}
        </p>
        {look.seed === null && said > 0 && (
          <p className="text-slate">The first of a list are not a sample of it: draw by lot to speak of the whole.</p>
        )}
        <p className="mt-1 text-slate">
          Keys: <kbd>{keys.shown('t')}</kbd> on topic, <kbd>{keys.shown('f')}</kbd> not, <kbd>{keys.shown('n')}</kbd> and{' '}
          <kbd>{keys.shown('p')}</kbd> down and up.
        </p>
        {help && <KeyHelp lines={KEYS} keys={keys} onClose={() => setHelp(false)} />}
        <Words title="Words of those on topic" words={telling('on', 'off')} />
        <Words title="Words of the others" words={telling('off', 'on')} />
        <Button look="quiet" onClick={() => history.back()}>
          Back to the lines
        </Button>
      </aside>
    </div>
  );
}

function Said({ label, pressed, onPress, children }: { label: string; pressed: boolean; onPress(): void; children: string }) {
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      onClick={onPress}
      className="min-h-6 rounded-[3px] border border-edge px-2 text-small aria-pressed:bg-ink aria-pressed:text-on-ink"
    >
      {children}
    </button>
  );
}

function Words({ title, words }: { title: string; words: { word: string; n: number; others: number }[] }) {
  if (words.length === 0) return null;
  return (
    <div className="mt-2">
      <h3 className="font-semibold">{title}</h3>
      <p className="flex flex-wrap gap-x-3">
        {words.map((w) => (
          <span key={w.word} className="whitespace-nowrap">
            {w.word}{' '}
            <span className="text-slate">
              {w.n}
              {w.others > 0 && `, ${w.others} else`}
            </span>
          </span>
        ))}
      </p>
    </div>
  );
}
