'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { ask, call } from '@/client/call';
import { Dialog } from '@/ui/dialog';
import { DatabaseTag } from '@/ui/marks';
import type { JoinLine } from '../queries/joins-view';
import type { PairView } from '../queries/pair-view';
import { PairTable } from './PairTable';

/** The records of one work: two compared side by side, or one taken out of it. */
export function JoinedRecords({ reviewId, join }: { reviewId: string; join: JoinLine }) {
  const [out, setOut] = useState<ReadonlyMap<number, string>>(new Map());
  const [pair, setPair] = useState<PairView | null>(null);

  async function compare(a: number, b: number) {
    const answer = await ask(reviewId, 'pair', { a, b });
    if (!answer.ok) return void toast.error(answer.message);
    setPair(answer.pair);
  }
  async function takeOut(no: number) {
    const others = join.records.map((r) => r.no).filter((r) => r !== no && !out.has(r));
    const answer = await call(reviewId, 'rule-merge', { verdict: 'apart', a: no, others, link: null, reason: '' });
    if (!answer.ok) return void toast.error(answer.message);
    setOut((old) => new Map(old).set(no, answer.act));
    toast(`Record ${no} is a work of its own from now on.`, { action: { label: 'Undo', onClick: () => void putBack(no, answer.act) } });
  }
  async function putBack(no: number, act: string) {
    const answer = await call(reviewId, 'undo-merge', { act });
    if (!answer.ok) return void toast.error(answer.message);
    setOut((old) => new Map([...old].filter(([n]) => n !== no)));
  }
  const small = 'min-h-6 text-small text-navy underline-offset-2 hover:underline';
  return (
    <>
      <ul>
        {join.records.map((r, i) => (
          <li key={r.no} className="flex min-h-7 items-center gap-2">
            <DatabaseTag tag={r.tag} name={r.database} />
            <a
              dir="auto"
              className="min-w-0 truncate font-serif underline-offset-2 hover:underline"
              href={`/reviews/${reviewId}/records/${r.no}`}
              title={r.title}
            >
              {r.title || '(no title)'}
            </a>
            <span dir="auto" className="max-w-[220px] shrink-0 truncate text-small text-slate">
              {r.authors}
            </span>
            <span className="ml-auto flex shrink-0 gap-3">
              {out.has(r.no) ? (
                <>
                  <span className="text-small">taken out</span>
                  <button type="button" className={small} onClick={() => putBack(r.no, out.get(r.no)!)}>
                    Undo
                  </button>
                </>
              ) : (
                <>
                  {i > 0 && (
                    <button type="button" className={small} onClick={() => compare(join.records[0]!.no, r.no)}>
                      Compare with the first
                    </button>
                  )}
                  <button
                    type="button"
                    className={small}
                    aria-label={`Take record ${r.no} out of this work`}
                    disabled={join.records.length - out.size < 2}
                    onClick={() => takeOut(r.no)}
                  >
                    Take out
                  </button>
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
      {pair && (
        <Dialog open onOpenChange={() => setPair(null)} title="Two records of one work" wide>
          <PairTable pair={pair} reviewId={reviewId} />
        </Dialog>
      )}
    </>
  );
}
