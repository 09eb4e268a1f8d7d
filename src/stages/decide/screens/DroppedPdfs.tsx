'use client';
import { useEffect, useState } from 'react';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { DropFiles } from '@/ui/drop-files';
import { many } from '@/ui/words';
import type { SoughtLine } from '../queries/sought';
import { type Dropped, useDroppedPdfs } from './useDroppedPdfs';

interface DroppedPdfsProps {
  reviewId: string;
  sought: readonly SoughtLine[];
  /** PDFs came: what the page says of them is not true any more. */
  onAttached(): void;
}

/** PDFs of many works dropped at once: each finds its work, and of which it is in doubt is asked. */
export function DroppedPdfs({ reviewId, sought, onAttached }: DroppedPdfsProps) {
  const { dropped, waiting, add, choose } = useDroppedPdfs(reviewId);
  const attached = dropped.filter((d) => d.state === 'attached').length;
  useEffect(() => {
    if (waiting === 0 && attached > 0) onAttached();
  }, [waiting, attached, onAttached]);
  const open = dropped.filter((d) => d.state === 'asked' || d.state === 'refused');
  return (
    <section aria-label="Attach PDFs" className="mt-3">
      <DropFiles
        label="PDFs of any of these works"
        accept=".pdf,application/pdf"
        busy={waiting > 0}
        says={
          waiting > 0
            ? `Reading ${many(waiting, 'PDF')} …`
            : dropped.length > 0
              ? `${attached} of ${many(dropped.length, 'PDF')} attached${open.length ? `, ${open.length} to look at` : ''}`
              : 'or drop PDFs here: each is attached to the work whose DOI, title and authors it holds'
        }
        onFiles={(files) => void add(files)}
      />
      {open.length > 0 && (
        <p className="mt-2 text-small text-slate">These are attached to nothing yet; left without a choice, they stay so.</p>
      )}
      {open.length > 0 && (
        <ul aria-label="PDFs to look at" className="mt-1">
          {open.map((d) => (
            <OpenPdf key={d.id} one={d} sought={sought} onChoose={(no) => void choose(d.id, no)} />
          ))}
        </ul>
      )}
    </section>
  );
}

function OpenPdf({ one, sought, onChoose }: { one: Dropped; sought: readonly SoughtLine[]; onChoose(no: number | null): void }) {
  const offered = one.state === 'asked' ? one.offered : [];
  const [no, setNo] = useState(offered[0] ? String(offered[0].no) : '');
  const rest = sought.filter((s) => !offered.some((o) => o.no === s.no));
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-rule border-t py-1.5 text-small">
      <span className="min-w-0 flex-1 truncate font-medium" title={one.file.name}>
        {one.file.name}
      </span>
      {one.state === 'refused' ? (
        <span role="alert" className="flex-[2] text-copper">
          {one.message}
        </span>
      ) : (
        <>
          <Choice
            aria-label={`The work that ${one.file.name} is of`}
            className="h-7 w-[420px] max-w-full rounded-[4px] border border-edge bg-surface px-1"
            value={no}
            onChange={(e) => setNo(e.target.value)}
          >
            <option value="">{offered.length ? 'another work' : 'nothing in it names a work: choose one'}</option>
            {offered.map((o) => (
              <option key={o.no} value={o.no}>
                {o.title} ({o.signs})
              </option>
            ))}
            {rest.map((s) => (
              <option key={s.no} value={s.no}>
                {s.title}
              </option>
            ))}
          </Choice>
          <Button className="min-h-7 text-small" disabled={!no} onClick={() => onChoose(Number(no))}>
            Attach
          </Button>
        </>
      )}
      <Button look="quiet" className="text-small" onClick={() => onChoose(null)}>
        Leave out
      </Button>
    </li>
  );
}
