'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { type Sheet, sheet as sheetSchema } from '@/core/search/blocks';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { refreshPage } from '@/ui/refresh-page';
import { minute } from '@/ui/words';
import type { DeskView } from '../queries/desk-view';

interface VersionsProps {
  reviewId: string;
  sheet: Sheet;
  versions: DeskView['versions'];
  saved: boolean;
  onTake(sheet: Sheet): void;
}

/** Versions of the sheet that were kept, and the sheet as a file to carry to another review. */
export function Versions({ reviewId, sheet, versions, saved, onTake }: VersionsProps) {
  const router = useRouter();
  const file = useRef<HTMLInputElement>(null);
  const [note, setNote] = useState('');
  async function keep() {
    const answer = await call(reviewId, 'keep-sheet', { note });
    if (!answer.ok) return void toast.error(answer.message);
    setNote('');
    toast(`Kept as version ${answer.number}.`);
    refreshPage(router);
  }
  async function bring(chosen: File) {
    let read: unknown;
    try {
      read = JSON.parse(await chosen.text());
    } catch {
      return void toast.error(`${chosen.name} is no JSON. Nothing was changed.`);
    }
    const parsed = sheetSchema.safeParse(read);
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      return void toast.error(
        `${chosen.name} is no sheet: ${issue?.path.join(' › ') || 'the whole'}: ${issue?.message}. Nothing was changed.`,
      );
    }
    onTake(parsed.data);
    toast(`The sheet of ${chosen.name} is here. Undo brings the one before back.`, {
      action: { label: 'Undo', onClick: () => onTake(sheet) },
    });
  }
  return (
    <section aria-label="Versions" className="rounded-[6px] border border-rule bg-surface px-3 py-2 text-small">
      <h2 className="text-lead">Versions</h2>
      <TextField label="What changed" value={note} onChange={(e) => setNote(e.target.value)} />
      <div className="mt-1.5 flex flex-wrap gap-2">
        <Button onClick={() => void keep()} disabled={!saved || sheet.blocks.length === 0}>
          Keep as version {(versions[0]?.number ?? 0) + 1}
        </Button>
      </div>
      <ol className="mt-1.5">
        {versions.map((v) => (
          <li key={v.number} className="border-rule border-t py-1">
            <b className="font-semibold">{v.number}</b> {v.note || 'without a note'}{' '}
            <span className="text-slate">
              {v.person}, {minute(v.at)}
            </span>
            <Button
              look="quiet"
              onClick={() => {
                onTake(v.sheet);
                toast(`Version ${v.number} is on the sheet.`, { action: { label: 'Undo', onClick: () => onTake(sheet) } });
              }}
            >
              take it up again
            </Button>
          </li>
        ))}
      </ol>
      <p className="mt-1 flex flex-wrap gap-x-3">
        <a
          className="text-navy underline-offset-2 hover:underline"
          href={`data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(sheet, null, 2))}`}
          download="search-sheet.json"
        >
          Save as JSON
        </a>
        <Button look="quiet" onClick={() => file.current?.click()}>
          Take up a file …
        </Button>
        <FileInput
          ref={file}
          label="A sheet as JSON"
          accept=".json,application/json"
          onFiles={([chosen]) => chosen && void bring(chosen)}
        />
      </p>
    </section>
  );
}
