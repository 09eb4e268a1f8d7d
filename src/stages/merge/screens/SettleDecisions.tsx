import { decisionWords } from '@/stages/works/screens';
import type { DecisionToSettle } from '../queries/decisions-to-settle';

/** Works in which different decisions met. Both are kept until somebody decides again. */
export function SettleDecisions({ reviewId, works }: { reviewId: string; works: readonly DecisionToSettle[] }) {
  if (works.length === 0) return null;
  return (
    <section aria-label="Decisions to settle" className="my-3 max-w-[860px] rounded-[4px] border border-copper border-dashed px-3 py-2">
      <h2 className="text-lead text-copper">
        {works.length === 1 ? 'One work was' : `${works.length} works were`} made of works with different decisions
      </h2>
      <ul className="mt-1 flex flex-col gap-1">
        {works.map((w) => (
          <li key={w.workNo}>
            <a
              dir="auto"
              className="font-serif text-navy underline-offset-2 hover:underline"
              href={`/reviews/${reviewId}/decide?work=${w.workNo}`}
            >
              {w.title}
            </a>{' '}
            <span className="text-small text-slate">{w.decisions.map(decisionWords).join('; ')}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
