'use client';
import { Empty } from '@/ui/empty';
import type { JudgedAgainView } from '../queries/samples-view';
import { Check } from './AgainCheck';
import { ChecksNav } from './ChecksNav';
import { Draw } from './DrawAgain';

/** One's own decisions looked at again by lot: agreement with oneself, and the differences to be settled. */
export function AgainScreen({ reviewId, view }: { reviewId: string; view: JudgedAgainView }) {
  return (
    <main className="px-5 py-3">
      <ChecksNav reviewId={reviewId} current="/again" />
      <h1 className="mt-3 text-title">Would you decide the same again?</h1>
      <p className="max-w-[80ch] text-slate">
        Some of your own decisions on title and abstract are drawn at random and judged again without seeing them. What differs is a list of
        works to settle; nothing is changed by judging.
      </p>
      {view.decisions === 0 ? (
        <div className="mt-3">
          <Empty title={`${view.person} has kept or excluded nothing yet`}>
            <p>Decide some works first, and come back after a week or two: what is remembered is no second look.</p>
          </Empty>
        </div>
      ) : (
        <Draw reviewId={reviewId} view={view} />
      )}
      {view.checks.map((check) => (
        <Check key={check.number} reviewId={reviewId} check={check} />
      ))}
    </main>
  );
}
