'use client';
import { useState } from 'react';
import { THRESHOLDS } from '@/core/merge';
import { BackLink } from '@/ui/back-link';
import { Button } from '@/ui/button';
import { Empty } from '@/ui/empty';
import { KeyHelp, type KeyLine } from '@/ui/key-help';
import { KeysProvider, useHotkeys } from '@/ui/use-hotkeys';
import type { PairView, QuestionLine } from '../queries/pair-view';
import { LINK_KEYS, LinkPanel } from './LinkPanel';
import { PairTable } from './PairTable';
import { useSettle } from './useSettle';

const KEYS: readonly KeyLine[] = [
  ['j', 'join: the two are one publication'],
  ['k', 'keep apart permanently'],
  ['l', 'link as a family; then the number of a link'],
  ['r', 'reverse the link'],
  ['n', 'next pair, without settling this one'],
  ['p', 'previous pair'],
  ['u', 'take back what was settled last'],
  ['?', 'this list'],
];

const ESCAPE = 'Escape';

const DONE = { join: 'Joined', apart: 'Kept apart', link: 'Linked' } as const;

/** The uncertain pairs one after the other, side by side, settled by keyboard or mouse. */
export function SettleScreen({ reviewId, questions }: { reviewId: string; questions: readonly QuestionLine[] }) {
  const settle = useSettle(reviewId, questions);
  const [dialog, setDialog] = useState<'keys' | null>(null);
  const [linking, setLinking] = useState(false);
  const [forward, setForward] = useState<boolean | null>(null);
  const { pair, question, verdict } = settle;
  const ready = typeof pair === 'object' ? pair : null;
  const direction = forward ?? ready?.suggested?.forward ?? true;
  const move = (act: () => void) => {
    setLinking(false);
    setForward(null);
    act();
  };
  const link = (i: number) => linking && ready && LINK_KEYS[i] && move(() => void settle.rule('link', LINK_KEYS[i]!.type, direction));
  const keys = useHotkeys(
    'settle',
    {
      j: () => ready && move(() => void settle.rule('join')),
      k: () => ready && move(() => void settle.rule('apart')),
      l: () => setLinking(!linking),
      r: () => linking && setForward(!direction),
      n: () => move(() => settle.go(settle.at + 1)),
      p: () => move(() => settle.go(settle.at - 1)),
      u: () => move(() => void settle.undo()),
      [ESCAPE]: () => setLinking(false),
      '?': () => setDialog('keys'),
      ...Object.fromEntries(LINK_KEYS.map(({ key }, i) => [key, () => link(i)])),
    },
    dialog === null,
  );
  if (!question) {
    return (
      <main className="px-5 py-4">
        <BackLink reviewId={reviewId} to="merge">
          Merge
        </BackLink>
        <Empty title="No pair is left to settle">
          <p>Records that are one publication beyond doubt were joined; what was doubtful is settled.</p>
        </Empty>
      </main>
    );
  }
  return (
    <KeysProvider value={keys.shown}>
      <div className="flex h-[calc(100vh-106px)] min-h-[520px] flex-col">
        <main className="min-h-0 flex-1 overflow-y-auto px-5 py-3">
          <BackLink reviewId={reviewId} to="merge">
            Merge
          </BackLink>
          <div className="flex items-baseline justify-between gap-6">
            <h1 className="text-head">Are these two one publication?</h1>
            <p role="status" className="whitespace-nowrap text-slate">
              Pair {settle.at + 1} of {questions.length} · {settle.left === 0 ? 'all settled' : `${settle.left} open`}
            </p>
          </div>
          {typeof pair === 'string' ? <p role="alert">{pair}</p> : !ready ? <p role="status">Reading …</p> : null}
          {ready && (
            <>
              <p className="mb-2 text-slate">
                Agreement minus difference is <b className="text-ink">{String(ready.score).replace('-', '−')}</b>; from{' '}
                {THRESHOLDS.join.score} on they join by themselves, if nothing contradicts. {whyWords(ready, question.held)}
              </p>
              <PairTable pair={ready} reviewId={reviewId} />
            </>
          )}
        </main>
        <section aria-label="What to do with this pair" className="border-ink border-t-2 px-5 py-3">
          {linking && ready && (
            <LinkPanel
              sides={ready.sides}
              forward={direction}
              suggested={ready.suggested?.type ?? null}
              onTurn={() => setForward(!direction)}
              onPick={link}
            />
          )}
          <div className="flex items-center gap-2">
            <Button look="solid" hotkey="J" disabled={!ready || verdict !== null} onClick={() => move(() => void settle.rule('join'))}>
              Join
            </Button>
            <Button hotkey="K" disabled={!ready || verdict !== null} onClick={() => move(() => void settle.rule('apart'))}>
              Keep apart
            </Button>
            <Button hotkey="L" aria-expanded={linking} disabled={!ready || verdict !== null} onClick={() => setLinking(!linking)}>
              Link as …
            </Button>
            {verdict && <span className="ml-2 font-semibold">{DONE[verdict]}.</span>}
            <span className="ml-auto flex items-center gap-1">
              <Button look="quiet" hotkey="U" onClick={() => move(() => void settle.undo())}>
                Undo
              </Button>
              <Button look="quiet" hotkey="P" disabled={settle.at === 0} onClick={() => move(() => settle.go(settle.at - 1))}>
                Previous
              </Button>
              <Button
                look="quiet"
                hotkey="N"
                disabled={settle.at === questions.length - 1}
                onClick={() => move(() => settle.go(settle.at + 1))}
              >
                Next
              </Button>
              <Button look="quiet" hotkey="?" onClick={() => setDialog('keys')}>
                Keys
              </Button>
            </span>
          </div>
        </section>
        {dialog === 'keys' && <KeyHelp lines={KEYS} keys={keys} onClose={() => setDialog(null)} />}
      </div>
    </KeysProvider>
  );
}

/** Why these two are what they are: one work, or not joined. */
function whyWords(pair: PairView, held: boolean): string {
  if (pair.sides[0].workNo === pair.sides[1].workNo) return 'They are one work.';
  if (held) return 'A record of their works, or one that fits as well, contradicts it.';
  if (pair.because.length > 0) return `They did not, because ${pair.because.join(' and ')}.`;
  return pair.score >= THRESHOLDS.join.score ? 'A person keeps them apart, or another record does.' : 'They did not: that is too little.';
}
