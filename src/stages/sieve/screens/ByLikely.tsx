'use client';
import { useAsk } from '@/client/useAsk';
import type { Limiter } from '@/core/sieve';
import { Figure } from '@/stages/works/screens';
import { plural } from '@/ui/words';
import type { SieveInHand } from './useSieve';
import { useAsked } from './what-if/useAsked';

interface ByLikelyProps {
  reviewId: string;
  limiter: Limiter;
  inHand: SieveInHand;
  onList(numbers: number[], caption: string): void;
}

/** What a limiter that rests on what is likely decides by it, and whether that can be relied on here. */
export function ByLikely({ reviewId, limiter, inHand, onList }: ByLikelyProps) {
  const at = inHand.draft.sieve.findIndex((l) => l.id === limiter.id);
  const decided = useAsked(inHand, (engine) => engine.byLikely(at), [at, limiter.evidence, limiter.on]);
  const view = useAsk(reviewId, 'likely-view', {}).data;
  if (limiter.evidence !== 'stated-inferred-and-likely' || !decided) return null;
  const axis = limiter.test.kind === 'coded' ? limiter.test.axis : '';
  const from = view?.axes.filter(
    (a) => a.axis === axis || (axis === 'level' && a.axis === 'design') || (axis === 'peerReview' && a.axis !== 'design'),
  );
  const off = from?.filter((a) => !a.on) ?? [];
  return (
    <p className="mt-2 text-small" role="status">
      <Figure
        n={decided.length}
        label={`${decided.length} decided by what is likely`}
        active={false}
        onClick={() => onList(decided, `Decided by what is likely at ${limiter.name}`)}
        className="font-semibold"
      />{' '}
      {plural(decided.length, 'work is', 'works are')} decided by what is likely.{' '}
      {off.length > 0 && <b className="font-medium text-copper">Switched off: in this review it held the true value too seldom.</b>}{' '}
      <a className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/classify#likely`}>
        How well it does here
      </a>
    </p>
  );
}
