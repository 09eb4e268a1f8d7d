'use client';
import Link from 'next/link';
import { useState } from 'react';
import { BlindPane } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { cx } from '@/ui/cx';
import { KeyHelp, type KeyLine } from '@/ui/key-help';
import { KeysProvider, useHotkeys } from '@/ui/use-hotkeys';
import { count } from '@/ui/words';
import type { SampleToJudge } from '../queries/samples-view';
import { type Said, useJudging } from './useJudging';

const SAID_WORDS: Record<Said, string> = { keep: 'would be kept', exclude: 'would be excluded', unsure: 'cannot be told' };
const KEYS: readonly KeyLine[] = [
  ['a', 'It would be kept'],
  ['d', 'It would be excluded'],
  ['w', 'It cannot be told'],
  ['u', 'Take the last word on this work back'],
  ['n', 'Next work'],
  ['p', 'The work before'],
  ['?', 'These keys'],
];
const PARTS = { population: 'Who', intervention: 'What is done', comparison: 'Compared with', outcome: 'What is looked at' } as const;

/** Works of a sample one after another, as they stand in their records: nothing says what the sieve or a person made of them. */
export function JudgeScreen({ reviewId, sample }: { reviewId: string; sample: SampleToJudge }) {
  const { works, at, current, state, work, said, saved, note, setNote, keepNote, open, say } = useJudging(reviewId, sample);
  const [help, setHelp] = useState(false);
  const back = sample.kind === 'stopped' ? 'spot' : 'again';
  const keys = useHotkeys(
    'judge',
    {
      a: () => void say('keep'),
      d: () => void say('exclude'),
      w: () => void say('unsure'),
      u: () => void say('undo'),
      n: () => open(at + 1),
      p: () => open(at - 1),
      '?': () => setHelp(true),
    },
    !help,
  );
  const done = works.filter((w) => said.has(w.drawn)).length;
  return (
    <KeysProvider value={keys.shown}>
      <div className="grid h-[calc(100vh-106px)] min-h-[520px] grid-cols-[250px_1fr_290px] grid-rows-[minmax(0,1fr)]">
        <nav aria-label="Works of the sample" className="overflow-y-auto px-4 py-3">
          <Link className="text-small text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/checks/${back}`}>
            ← All samples
          </Link>
          <p dir="auto" className="mt-2 font-serif text-head">
            Sample {sample.number}
          </p>
          <p className="text-slate" role="status">
            {count(done)} of {count(works.length)} judged
          </p>
          {sample.gone > 0 && (
            <p className="text-small text-copper">{count(sample.gone)} of it are not in the review any more and cannot be judged.</p>
          )}
          <ol className="mt-3 flex flex-wrap gap-1">
            {works.map((w, i) => {
              const word = said.get(w.drawn);
              return (
                <li key={w.drawn}>
                  <button
                    type="button"
                    aria-current={i === at ? 'step' : undefined}
                    aria-label={`Work ${i + 1}: ${word ? SAID_WORDS[word] : 'not judged'}`}
                    title={word ? SAID_WORDS[word] : 'not judged'}
                    onClick={() => open(i)}
                    className={cx(
                      'grid size-[26px] place-items-center rounded-[3px] border text-tiny aria-[current]:outline-2 aria-[current]:outline-copper aria-[current]:outline-offset-1',
                      word ? 'border-ink' : 'border-edge text-slate',
                      word === 'keep' && 'bg-ink text-on-ink',
                      word === 'exclude' && 'line-through',
                      word === 'unsure' && 'border-dashed',
                    )}
                  >
                    {i + 1}
                  </button>
                </li>
              );
            })}
          </ol>
          <p className="mt-3 text-note text-slate">Filled: would be kept. Struck out: would be excluded. Dashed: cannot be told.</p>
        </nav>
        <main className="flex min-w-0 flex-col border-rule border-x">
          <div className="min-h-0 flex-1 overflow-y-auto px-[30px] py-4">
            {!current ? (
              <p className="text-slate">No work of this sample is in the review any more.</p>
            ) : state.state === 'failed' ? (
              <p role="alert">{state.message}</p>
            ) : work ? (
              <BlindPane work={work} />
            ) : (
              <p role="status">Reading …</p>
            )}
          </div>
          {current && (
            <div className="border-ink border-t-2 px-[30px] py-2.5">
              <p className="text-small text-slate">
                By what you read here, would you keep it?{' '}
                {said.has(current.drawn) && (
                  <b className="font-medium text-ink">You said that it {SAID_WORDS[said.get(current.drawn)!]}.</b>
                )}
                {done === works.length && saved && (
                  <>
                    {' '}
                    All are judged:{' '}
                    <Link className="text-navy underline" href={`/reviews/${reviewId}/checks/${back}`}>
                      see what the sample says
                    </Link>
                  </>
                )}
              </p>
              <div className="mt-1 flex flex-wrap items-center gap-2">
                <Button look="solid" disabled={!work} onClick={() => void say('keep')} hotkey="A">
                  Would keep
                </Button>
                <Button disabled={!work} onClick={() => void say('exclude')} hotkey="D">
                  Would exclude
                </Button>
                <Button disabled={!work} onClick={() => void say('unsure')} hotkey="W">
                  Cannot tell
                </Button>
                <Button look="quiet" disabled={!said.has(current.drawn)} onClick={() => void say('undo')} hotkey="U">
                  Undo
                </Button>
                <input
                  aria-label="Note on this work"
                  placeholder="note"
                  maxLength={2000}
                  value={note}
                  onChange={(e) => setNote(e.target.value)}
                  onBlur={() => void keepNote()}
                  onKeyDown={(e) => e.key === 'Escape' && e.currentTarget.blur()}
                  className="ml-auto h-7 w-[128px] rounded-[4px] border border-edge bg-surface px-2 text-small"
                />
                <Button look="quiet" className="text-small" onClick={() => setHelp(true)} hotkey="?">
                  Keys
                </Button>
              </div>
            </div>
          )}
        </main>
        <aside aria-label="The question" className="overflow-y-auto bg-surface px-4 py-4">
          <h2 className="text-lead">The question</h2>
          <p dir="auto" className="font-serif">
            {sample.question || 'No question is written down.'}
          </p>
          <dl className="mt-3 flex flex-col gap-2">
            {(Object.keys(PARTS) as (keyof typeof PARTS)[]).map(
              (p) =>
                sample.parts[p] && (
                  <div key={p}>
                    <dt className="text-small text-slate">{PARTS[p]}</dt>
                    <dd>{sample.parts[p]}</dd>
                  </div>
                ),
            )}
          </dl>
          <p className="mt-4 border-rule border-t pt-2 text-small text-slate">
            {sample.kind === 'stopped'
              ? 'Judge as if nobody had looked at it before. Which limiter stopped it is shown with the result.'
              : 'Judge as if you had not seen it before. What you decided then is shown with the result.'}
          </p>
        </aside>
        {help && <KeyHelp lines={KEYS} keys={keys} onClose={() => setHelp(false)} />}
      </div>
    </KeysProvider>
  );
}
