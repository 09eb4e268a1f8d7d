import { type Outcome, USUAL_SIZE } from '@/core/sieve';
import { count } from '@/ui/words';

/** Too few or too many, by common practice, and where to look what would change it. */
export function SizeNote({ funnel, reviewId }: { funnel: Outcome & { works: number; rows: unknown[] }; reviewId: string }) {
  const few = funnel.through <= USUAL_SIZE.tooFew && funnel.works > USUAL_SIZE.tooFew && funnel.rows.length > 1;
  if (!few && funnel.through < USUAL_SIZE.tooMany) return null;
  return (
    <p className="mb-2 border-copper border-l-2 pl-2 text-small">
      {few
        ? `${count(funnel.through)} through is few: loosen a limiter or take one out.`
        : `${count(funnel.through)} through is much to read: a limiter may be missing.`}{' '}
      <a className="text-navy underline underline-offset-2" href={`/reviews/${reviewId}/sieve/what-if`}>
        What to change first
      </a>
    </p>
  );
}
