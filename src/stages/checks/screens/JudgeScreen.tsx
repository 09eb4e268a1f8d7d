'use client';
import Link from 'next/link';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { askAhead } from '@/client/useAsk';
import { useWork } from '@/client/useWork';
import { BlindPane } from '@/stages/works/screens';
import { Button } from '@/ui/button';
import { cx } from '@/ui/cx';
import { KeyHelp, type KeyLine } from '@/ui/key-help';
import { count } from '@/ui/marks';
import { useHotkeys } from '@/ui/use-hotkeys';
import { useUrlState } from '@/ui/use-url-state';
import type { SampleToJudge } from '../queries/samples-view';

type Said = 'keep' | 'exclude' | 'unsure';
const SAID_WORDS: Record<Said, string> = { keep: 'would be kept', exclude: 'would be excluded', unsure: 'cannot be told' };
const KEYS: readonly KeyLine[] = [
  ['A', 'It would be kept'],
  ['D', 'It would be excluded'],
  ['W', 'It cannot be told'],
  ['U', 'Take the last word on this work back'],
  ['N', 'Next work'],
  ['P', 'The work before'],
  ['?', 'These keys'],
];
const PARTS = { population: 'Who', intervention: 'What is done', comparison: 'Compared with', outcome: 'What is looked at' } as const;

/** Works of a sample one after another, as they stand in their records: nothing says what the sieve or a person made of them. */
export function JudgeScreen({ reviewId, sample }: { reviewId: string; sample: SampleToJudge }) {
  const { works } = sample;
  const [params, setParams] = useUrlState();
  const [said, setSaid] = useState<ReadonlyMap<number, Said>>(
    () => new Map(works.flatMap((w) => (w.verdict ? [[w.drawn, w.verdict as Said] as const] : []))),
  );
  const [notes, setNotes] = useState<ReadonlyMap<number, string>>(() => new Map(works.map((w) => [w.drawn, w.note])));
  const [picked, setPicked] = useState<number | null>(null);
  const [help, setHelp] = useState(false);
  const asked = picked ?? Number(params.get('place')) - 1;
  const firstOpen = works.findIndex((w) => !said.has(w.drawn));
  const at = works[asked] ? asked : Math.max(0, firstOpen);
  const current = works[at];
  const state = useWork(reviewId, current?.no ?? null);
  const work = state.state === 'ready' && state.work.no === current?.no ? state.work : null;
  const back = sample.kind === 'stopped' ? 'spot' : 'again';
  const open = (place: number) => {
    if (!works[place]) return;
    setPicked(place);
    setParams({ place: String(place + 1) });
  };
  useEffect(() => {
    for (const next of works.slice(at + 1, at + 3)) askAhead(reviewId, 'work', { no: next.no });
  }, [reviewId, works, at]);

  const send = (drawn: number, verdict: Said | 'undo') =>
    call(reviewId, 'judge-sample', { check: sample.number, workNo: drawn, verdict, note: notes.get(drawn) ?? '' });
  /** A note that was written after the word is sent with the word again. */
  async function keepNote() {
    const word = current && said.get(current.drawn);
    if (!word || notes.get(current.drawn) === current.note) return;
    const answer = await send(current.drawn, word);
    if (!answer.ok) toast.error(answer.message);
  }

  async function say(verdict: Said | 'undo') {
    // What is not on the screen yet cannot be judged.
    if (!current || !work || (verdict === 'undo' && !said.has(current.drawn))) return;
    const place = at;
    const before = said.get(current.drawn);
    const set = (v: Said | undefined) =>
      setSaid((old) => {
        const next = new Map(old);
        if (v) next.set(current.drawn, v);
        else next.delete(current.drawn);
        return next;
      });
    set(verdict === 'undo' ? undefined : verdict);
    if (verdict !== 'undo') {
      const next = works.findIndex((w, i) => i > place && !said.has(w.drawn));
      open(next >= 0 ? next : Math.min(place + 1, works.length - 1));
    }
    const answer = await send(current.drawn, verdict);
    if (answer.ok) return;
    set(before);
    open(place);
    toast.error(answer.message);
  }
  const keys = useHotkeys(
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
  const key = (k: string) => (keys.off ? undefined : k);
  const done = works.filter((w) => said.has(w.drawn)).length;
  return (
    <div className="grid h-[calc(100vh-106px)] min-h-[520px] grid-cols-[250px_1fr_290px] grid-rows-[minmax(0,1fr)]">
      <nav aria-label="Works of the sample" className="overflow-y-auto px-4 py-3">
        <Link className="text-[13.5px] text-navy underline-offset-2 hover:underline" href={`/reviews/${reviewId}/checks/${back}`}>
          ← All samples
        </Link>
        <p className="mt-2 font-serif text-[19px]">Sample {sample.number}</p>
        <p className="text-slate" role="status">
          {count(done)} of {count(works.length)} judged
        </p>
        {sample.gone > 0 && (
          <p className="text-[13px] text-copper">{count(sample.gone)} of it are not in the review any more and cannot be judged.</p>
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
                    'grid size-[26px] place-items-center rounded-[3px] border text-[11.5px] aria-[current]:outline-2 aria-[current]:outline-copper aria-[current]:outline-offset-1',
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
        <p className="mt-3 text-[12.5px] text-slate">Filled: would be kept. Struck out: would be excluded. Dashed: cannot be told.</p>
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
            <p className="text-[13px] text-slate">
              By what you read here, would you keep it?{' '}
              {said.has(current.drawn) && <b className="font-medium text-ink">You said that it {SAID_WORDS[said.get(current.drawn)!]}.</b>}
              {done === works.length && (
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
              <Button look="solid" disabled={!work} onClick={() => void say('keep')} hotkey={key('A')}>
                Would keep
              </Button>
              <Button disabled={!work} onClick={() => void say('exclude')} hotkey={key('D')}>
                Would exclude
              </Button>
              <Button disabled={!work} onClick={() => void say('unsure')} hotkey={key('W')}>
                Cannot tell
              </Button>
              <Button look="quiet" disabled={!said.has(current.drawn)} onClick={() => void say('undo')} hotkey={key('U')}>
                Undo
              </Button>
              <input
                aria-label="Note on this work"
                placeholder="note"
                maxLength={2000}
                value={notes.get(current.drawn) ?? ''}
                onChange={(e) => setNotes(new Map(notes).set(current.drawn, e.target.value))}
                onBlur={() => void keepNote()}
                onKeyDown={(e) => e.key === 'Escape' && e.currentTarget.blur()}
                className="ml-auto h-7 w-[128px] rounded-[4px] border border-edge bg-surface px-2 text-[13px]"
              />
              <Button look="quiet" className="text-[13px]" onClick={() => setHelp(true)} hotkey={key('?')}>
                Keys
              </Button>
            </div>
          </div>
        )}
      </main>
      <aside aria-label="The question" className="overflow-y-auto bg-surface px-4 py-4">
        <h2 className="text-[17px]">The question</h2>
        <p className="font-serif">{sample.question || 'No question is written down.'}</p>
        <dl className="mt-3 flex flex-col gap-2">
          {(Object.keys(PARTS) as (keyof typeof PARTS)[]).map(
            (p) =>
              sample.parts[p] && (
                <div key={p}>
                  <dt className="text-[13px] text-slate">{PARTS[p]}</dt>
                  <dd>{sample.parts[p]}</dd>
                </div>
              ),
          )}
        </dl>
        <p className="mt-4 border-rule border-t pt-2 text-[13px] text-slate">
          {sample.kind === 'stopped'
            ? 'Judge as if nobody had looked at it before. Which limiter stopped it is shown with the result.'
            : 'Judge as if you had not seen it before. What you decided then is shown with the result.'}
        </p>
      </aside>
      {help && <KeyHelp keys={KEYS} off={keys.off} onOff={keys.setOff} onClose={() => setHelp(false)} />}
    </div>
  );
}
