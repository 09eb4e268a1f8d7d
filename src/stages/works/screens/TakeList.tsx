'use client';
import { Choice } from '@/ui/choice';

/** The formats for other programs, as they are offered everywhere. */
export const RECORD_FORMATS = [
  ['ris', 'RIS'],
  ['bibtex', 'BibTeX'],
  ['csl-json', 'CSL-JSON'],
  ['nbib', 'MEDLINE tagged'],
  ['pubmed-xml', 'PubMed XML'],
  ['mods', 'MODS XML'],
  ['marc', 'MARC 21'],
  ['marc-xml', 'MARCXML'],
  ['jats', 'JATS XML'],
  ['csv', 'CSV'],
] as const;

/** Any list of works as a file for another program. */
export function TakeList({ reviewId, numbers }: { reviewId: string; numbers: readonly number[] }) {
  return (
    <form
      method="post"
      action={`/api/reviews/${reviewId}/export/ris`}
      className="flex items-center gap-1.5 text-small"
      // Written when it is sent: lists are long, and are drawn often. What was chosen is read then, too, since a choice may
      // have been made before the page was taken over.
      onSubmit={({ currentTarget: form }) => {
        (form.elements.namedItem('numbers') as HTMLInputElement).value = numbers.join(',');
        form.action = `/api/reviews/${reviewId}/export/${(form.elements.namedItem('format') as HTMLSelectElement).value}`;
      }}
    >
      <input type="hidden" name="numbers" />
      <label className="flex items-center gap-1.5 text-slate">
        This list as
        <Choice name="format" defaultValue="ris" className="h-7 rounded-[4px] border border-edge bg-surface px-1 text-ink">
          {RECORD_FORMATS.map(([code, label]) => (
            <option key={code} value={code}>
              {label}
            </option>
          ))}
        </Choice>
      </label>
      <button
        type="submit"
        disabled={numbers.length === 0}
        className="min-h-6 rounded-[4px] px-1.5 font-medium text-navy underline-offset-2 hover:underline disabled:opacity-55"
      >
        Save
      </button>
    </form>
  );
}
