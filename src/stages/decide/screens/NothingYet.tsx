'use client';
import { useAsk } from '@/client/useAsk';
import { Empty } from '@/ui/empty';
import { count, many } from '@/ui/words';

interface NothingYetProps {
  reviewId: string;
  /** At the second stage. */
  second: boolean;
}

/** Nothing is to be decided: why, and what to do about it. */
export function NothingYet({ reviewId, second }: NothingYetProps) {
  const figures = useAsk(reviewId, 'figures', {}, { wanted: !second }).data?.figures;
  const link = (stage: string, name: string) => (
    <a className="text-navy underline" href={`/reviews/${reviewId}/${stage}`}>
      {name}
    </a>
  );
  return (
    <main className="p-5">
      <Empty title={second ? 'Nothing is kept on its title and abstract yet' : 'Nothing came through yet'}>
        {second ? (
          <p>Full texts come here when a work is kept on its title and abstract.</p>
        ) : !figures || figures.works === 0 ? (
          <p>
            Works come to be decided when the sieve lets them through. Import records under {link('retrieve', 'Retrieve')} and set limiters
            under {link('sieve', 'Sieve')}.
          </p>
        ) : (
          <p>
            {figures.held > 0 && (
              <>
                {many(figures.held, 'work is', 'works are')} held, since a limiter cannot tell: {link('sieve/held', 'look at what is held')}
                .{' '}
              </>
            )}
            Of {many(figures.works, 'work')} the sieve stops {count(figures.works - figures.held)}:{' '}
            {link('sieve', 'see what each limiter stops')}, or {link('sieve/what-if', 'try other settings')}.
          </p>
        )}
      </Empty>
    </main>
  );
}
