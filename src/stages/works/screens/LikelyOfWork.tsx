import type { WorkDetail } from '@/client/types';
import type { WorkAxis } from '@/core/classify';
import { CODED_AXES } from '@/core/vocabularies';
import { Explained } from '@/ui/explained';
import { Pill } from '@/ui/marks';
import { plural } from '@/ui/words';

const MEANING =
  'What a model makes of the text, within what the claims leave. It counts only at limiters for which a person chose it, and settles nothing.';

/** What is likely of a work on one axis by its text: the set, what weighed most, and what people ruled of works like it. */
export function LikelyOfWork({ axis, work }: { axis: WorkAxis; work: WorkDetail }) {
  const likely = axis in work.likely ? work.likely[axis as keyof WorkDetail['likely']] : undefined;
  if (!likely) return null;
  const values = CODED_AXES[axis as keyof WorkDetail['likely']].values;
  const label = (code: string) => values.find((v) => v.code === code)?.label.toLowerCase() ?? code;
  const share = `${Math.round(100 * work.likelyShare)} %`;
  return (
    <div className="mt-1.5 border-navy border-l-2 pl-3 text-small">
      <p className="flex flex-wrap items-baseline gap-x-2">
        <Explained meaning={MEANING}>
          <Pill>likely</Pill>
        </Explained>
        {likely.disputed ? (
          <span className="text-copper">Nothing that the claims leave is likely by the text: look at it.</span>
        ) : (
          <span>
            <b className="font-semibold">{likely.codes.map(label).join(' or ')}</b>, of {likely.before} {plural(likely.before, 'value')}{' '}
            possible. Such a set holds the true value in {share} of works.
          </span>
        )}
      </p>
      {(likely.words.length > 0 || likely.facts.length > 0) && (
        <p className="mt-0.5 text-slate">
          What makes {label(likely.likeliest)} likely:{' '}
          {likely.words.length > 0 && <span dir="auto">{likely.words.map((w) => `“${w.words}”`).join(', ')}</span>}
          {likely.words.length > 0 && likely.facts.length > 0 && '; '}
          {likely.facts.length > 0 && `told of: ${likely.facts.join(', ')}`}
        </p>
      )}
      {likely.alike.length > 0 && (
        <p className="mt-0.5 text-slate">
          Ruled on before, and alike:{' '}
          {likely.alike.map((a, i) => (
            <span key={a.work}>
              {i > 0 && '; '}
              <cite dir="auto" className="font-serif not-italic">
                {a.title}
              </cite>{' '}
              ({label(a.code)})
            </span>
          ))}
        </p>
      )}
    </div>
  );
}
