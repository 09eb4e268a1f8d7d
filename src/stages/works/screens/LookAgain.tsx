import { AXIS_LABELS, type EvidenceScheme } from '@/core/classify';
import type { Changed } from '@/core/grounds';
import { axisValues } from '@/core/sieve';
import { labelsOf, maskOf } from '@/core/vocabularies';

function words({ what, was, now }: Changed, scheme: EvidenceScheme): string {
  if (what === 'date' || what === 'outcome')
    return `${what === 'date' ? 'first public' : 'the sieve'}: ${was.join('') || 'nothing'}, now ${now.join('') || 'nothing'}`;
  const values = axisValues(what, scheme);
  const labels = (codes: readonly string[]) =>
    codes.length === values.length || codes.length > 4
      ? codes.length === values.length
        ? 'not known'
        : `one of ${codes.length}`
      : labelsOf(values, maskOf(values, codes)).join(' or ').toLowerCase();
  return `${AXIS_LABELS[what].toLowerCase()}: ${labels(was)}, now ${labels(now)}`;
}

/** A decision that rests on something that is not so any more. */
export function LookAgain({ changed, scheme }: { changed: readonly Changed[]; scheme: EvidenceScheme }) {
  if (changed.length === 0) return null;
  return (
    <p role="note" className="rounded-[4px] border border-copper border-dashed px-3 py-1.5 text-copper">
      <b className="font-semibold">Look again.</b> Since it was decided this has changed: {changed.map((c) => words(c, scheme)).join('; ')}.
      Deciding anew settles it.
    </p>
  );
}
