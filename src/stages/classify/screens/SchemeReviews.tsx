import type { EvidenceScheme } from '@/core/classify';
import { DESIGNS, labelsOf, maskOf } from '@/core/vocabularies';
import { levelWords } from './scheme-words';

/** For reviews, what they include decides. */
export function ReviewsTable({ scheme }: { scheme: EvidenceScheme }) {
  const rows = Object.values(scheme.kinds).flatMap((c) => (c.reviews ?? []).map((r) => ({ label: c.label, ...r })));
  if (rows.length === 0) return null;
  return (
    <>
      <h2 className="mt-5 text-lead">Reviews, by what they include</h2>
      <ul className="max-w-[100ch] text-small">
        {rows.map((r) => (
          <li key={`${r.label}${r.of}`}>
            <span className="text-slate">{r.label}: </span>
            nothing but {labelsOf(DESIGNS, maskOf(DESIGNS, r.of)).join(', ').toLowerCase()} →{' '}
            <b className="font-semibold">{levelWords(scheme, r.levels)}</b>
          </li>
        ))}
      </ul>
    </>
  );
}
