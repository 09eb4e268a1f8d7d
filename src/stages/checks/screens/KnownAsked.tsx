'use client';
import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { DatabaseTag } from '@/ui/marks';
import { refreshPage } from '@/ui/refresh-page';
import { count } from '@/ui/words';
import type { KnownLine } from '../queries/known-view';

/** So many at a time: nobody sees more at once, and the page is there sooner. */
const MOST_ASKED = 30;

/** Known works of which a person has to say which record they are: only the title agrees, or two works fit. */
export function KnownAsked({ reviewId, lines }: { reviewId: string; lines: KnownLine[] }) {
  const router = useRouter();
  async function rule(rulings: { number: number; record: number }[]) {
    const answer = await call(reviewId, 'rule-known', { rulings });
    if (!answer.ok) return void toast.error(answer.message);
    refreshPage(router);
  }
  // Of one work alone, title for title.
  const plain = lines.flatMap((l) => {
    const works = new Set(l.asked.map((a) => a.work));
    const same = l.asked.find((a) => a.sameTitle);
    return works.size === 1 && same ? [{ number: l.number, record: same.record }] : [];
  });
  return (
    <section aria-label="To be settled" className="mt-5 border-copper border-t-2 pt-2">
      <div className="flex items-baseline gap-4">
        <h2 className="text-lead">Which of these is it? {count(lines.length)} to be settled</h2>
        {plain.length > 1 && (
          <Button look="quiet" onClick={() => void rule(plain)}>
            Take all {count(plain.length)} of which one work has the very same title
          </Button>
        )}
      </div>
      <p className="text-small text-slate">Until then they count neither as found nor as missed.</p>
      <ul>
        {lines.slice(0, MOST_ASKED).map((l) => (
          <li key={l.number} className="grid grid-cols-[1fr_1.4fr] gap-6 border-rule border-b py-2">
            <div className="min-w-0">
              <p dir="auto" className="font-serif leading-snug">
                {l.title}
              </p>
              <p className="text-note text-slate">{[l.detail, l.source && `from ${l.source}`].filter(Boolean).join(' · ')}</p>
              <Button look="quiet" className="-ml-1.5 text-small" onClick={() => void rule([{ number: l.number, record: 0 }])}>
                None of them
              </Button>
            </div>
            <ul>
              {l.asked.map((a) => (
                <li key={a.record} className="mb-1.5 grid grid-cols-[64px_minmax(0,1fr)_auto] items-start gap-2">
                  <span className="flex flex-wrap gap-1 pt-0.5">
                    {a.tags.map((tag) => (
                      <DatabaseTag key={tag} tag={tag} />
                    ))}
                  </span>
                  <span className="min-w-0">
                    <span dir="auto" className="block font-serif leading-snug">
                      {a.title}
                    </span>
                    <span className="block text-note text-slate">
                      {[`work ${a.work}`, a.detail, a.same && 'the same by the rules of merging'].filter(Boolean).join(' · ')}
                    </span>
                  </span>
                  <Button
                    aria-label={`It is work ${a.work}: ${a.title}`}
                    onClick={() => void rule([{ number: l.number, record: a.record }])}
                  >
                    It is this
                  </Button>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
      {lines.length > MOST_ASKED && (
        <p className="mt-1.5 text-small text-slate">{count(lines.length - MOST_ASKED)} more follow as these are settled.</p>
      )}
    </section>
  );
}
