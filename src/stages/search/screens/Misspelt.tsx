'use client';
import { useAsk } from '@/client/useAsk';
import type { Sheet } from '@/core/search/blocks';
import { Button } from '@/ui/button';
import { count } from '@/ui/words';
import type { DeskView } from '../queries/desk-view';

interface MisspeltProps {
  reviewId: string;
  database: DeskView['databases'][number];
  sheet: Sheet;
  at: number;
  onCorrect(from: string, to: string): void;
}

/** Words of a term that finds nothing, with what stands near them in the index itself. */
export function Misspelt({ reviewId, database, sheet, at, onCorrect }: MisspeltProps) {
  const { data } = useAsk(
    reviewId,
    'count-block',
    { databaseId: database.id, sheet, block: at },
    { wanted: (sheet.blocks[at]?.terms.length ?? 0) > 0 },
  );
  const terms = sheet.blocks[at]?.terms ?? [];
  const nothing = terms.flatMap((t, i) =>
    t.kind === 'words' && data?.terms[i]?.alone === 0 ? t.text.split(/\s+/).filter((w) => w.length > 3 && !w.includes('*')) : [],
  );
  return (
    <>
      {[...new Set(nothing)].slice(0, 3).map((word) => (
        <Nearest key={word} reviewId={reviewId} databaseId={database.id} name={database.name} word={word} onCorrect={onCorrect} />
      ))}
    </>
  );
}

/** Lines that a database cannot be asked: a heading that it does not have, a star that it does not know. */
export function NotThere({ reviewId, database, sheet, at, places }: Omit<MisspeltProps, 'onCorrect'> & { places: readonly number[] }) {
  const { data } = useAsk(
    reviewId,
    'count-block',
    { databaseId: database.id, sheet, block: at },
    { wanted: (sheet.blocks[at]?.terms.length ?? 0) > 0 },
  );
  const lines = new Map<string, number[]>();
  for (const [i, term] of (data?.terms ?? []).entries())
    if (term.problem) lines.set(term.problem, [...(lines.get(term.problem) ?? []), (places[i] ?? i) + 1]);
  return (
    <>
      {[...lines].map(([problem, which]) => (
        <p key={problem} className="text-copper">
          {database.name}, {which.length === 1 ? 'line' : 'lines'} {which.join(', ')}: {problem}
        </p>
      ))}
    </>
  );
}

function Nearest({
  reviewId,
  databaseId,
  name,
  word,
  onCorrect,
}: {
  reviewId: string;
  databaseId: string;
  name: string;
  word: string;
  onCorrect: MisspeltProps['onCorrect'];
}) {
  const { data } = useAsk(reviewId, 'nearest-words', { databaseId, field: 'title', word });
  if (!data || data.there || data.words.length === 0) return null;
  return (
    <p className="text-copper">
      “{word}” is not in the titles of {name}. Near it stand{' '}
      {data.words.map((w) => (
        <Button key={w.word} look="quiet" onClick={() => onCorrect(word, w.word)}>
          {w.word}
          {w.records !== null && ` (${count(w.records)})`}
        </Button>
      ))}
    </p>
  );
}
