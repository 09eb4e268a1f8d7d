import { CONTRADICTIONS, type Field, THRESHOLDS, WEIGHTS } from '@/core/merge';
import { BackLink } from '@/ui/back-link';

const FIELD_WORDS: Record<Field, string> = {
  doi: 'DOI',
  pmid: 'PMID',
  title: 'Title',
  people: 'Authors',
  year: 'Year',
  container: 'Journal or book',
  volume: 'Volume',
  issue: 'Issue',
  pages: 'Pages',
  abstract: 'Abstract',
  isbn: 'ISBN',
  language: 'Language',
  kind: 'Kind of item',
};

/** The table by which records are joined, as the program reads it. */
export function WeightsScreen({ reviewId }: { reviewId: string }) {
  return (
    <main className="px-5 py-4">
      <BackLink reviewId={reviewId} to="merge">
        Merge
      </BackLink>
      <h1 className="text-head">How records are joined</h1>
      <p className="mt-1 mb-3 text-slate">
        Each field of two records says one thing, with a weight: by how many doublings it is likelier in two records of one publication than
        in two of different ones (Fellegi and Sunter 1969). The weights are added. From <b className="text-ink">{THRESHOLDS.join.score}</b>{' '}
        on they join by themselves; from {THRESHOLDS.ask.score} on a person is asked; where something contradicts, only from{' '}
        {THRESHOLDS.askDespite.score} on. {THRESHOLDS.join.why} What a person rules comes before all of it.
      </p>
      <table className="w-full text-left">
        <thead>
          <tr className="text-small text-slate">
            <th className="w-[130px] font-medium">Field</th>
            <th className="w-[330px] font-medium">What it says</th>
            <th className="w-[64px] pr-5 text-right font-medium">Weight</th>
            <th className="font-medium">Why</th>
          </tr>
        </thead>
        <tbody>
          {(Object.keys(WEIGHTS) as Field[]).flatMap((field) =>
            Object.entries(WEIGHTS[field] as Record<string, { weight: number; words: string; why: string }>).map(([outcome, entry], i) => (
              <tr key={`${field}${outcome}`} className="border-rule border-t align-top">
                <th scope="row" className="py-1 font-medium">
                  {i === 0 ? FIELD_WORDS[field] : <span className="sr-only">{FIELD_WORDS[field]}</span>}
                </th>
                <td className="py-1 pr-4">{entry.words}</td>
                <td className="py-1 pr-5 text-right font-semibold">{entry.weight < 0 ? `−${-entry.weight}` : `+${entry.weight}`}</td>
                <td className="py-1 text-small text-slate">{entry.why}</td>
              </tr>
            )),
          )}
        </tbody>
      </table>
      <h2 className="mt-5 mb-1 text-lead">What forbids an automatic join</h2>
      <ul className="list-disc pl-5">
        {Object.entries(CONTRADICTIONS).map(([code, words]) => (
          <li key={code}>{words}</li>
        ))}
      </ul>
    </main>
  );
}
