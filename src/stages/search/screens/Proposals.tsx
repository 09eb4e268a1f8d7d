'use client';
import { useState } from 'react';
import { useAsk } from '@/client/useAsk';
import type { Sheet } from '@/core/search/blocks';
import { Button } from '@/ui/button';
import { count, many } from '@/ui/words';

interface ProposalsProps {
  reviewId: string;
  sheet: Sheet;
  at: number;
  databaseId: string | null;
  onTake(line: string): void;
}

/** Words and headings of kept works that the sheet lacks, with what each would add: asked for by a button. */
export function Proposals({ reviewId, sheet, at, databaseId, onTake }: ProposalsProps) {
  const [open, setOpen] = useState(false);
  const { data, isFetching } = useAsk(reviewId, 'propose-words', { databaseId, sheet, block: at }, { wanted: open });
  if (!open)
    return (
      <Button look="quiet" onClick={() => setOpen(true)}>
        Words of kept works that the sheet lacks …
      </Button>
    );
  if (!data) return <p className="text-slate">{isFetching ? 'Counting …' : ''}</p>;
  if (data.kept === 0) return <p className="text-slate">Nothing is kept yet: there is nothing to learn words from.</p>;
  return (
    <div className="py-1">
      <p className="text-slate">From {many(data.kept, 'kept work')}. What each would add to the whole stands behind it.</p>
      <p className="flex flex-wrap gap-x-1">
        {data.words.map((w) => (
          <Button
            key={w.word}
            look="quiet"
            onClick={() => onTake(w.word)}
            title={`In ${w.n} of the kept works, in ${w.others} of the others`}
          >
            {w.word} <span className="text-slate">{w.adds === null ? `in ${w.n}` : `+${count(w.adds)}`}</span>
          </Button>
        ))}
        {data.words.length === 0 && 'Every telling word is on the sheet.'}
      </p>
      {data.headings.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-1">
          Headings they carry:
          {data.headings.map((h) => (
            <Button key={h.heading} look="quiet" onClick={() => onTake(`heading: ${h.heading}`)}>
              {h.heading} <span className="text-slate">{count(h.n)}</span>
            </Button>
          ))}
        </p>
      )}
    </div>
  );
}
