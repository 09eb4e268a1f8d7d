'use client';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { textOfBytes } from '@/core/formats';
import { localDay } from '@/core/record';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { many } from '@/ui/words';
import type { LibraryView } from '../queries/library-view';

interface BringListProps {
  reviewId: string;
  kind: LibraryView['lists'][number]['kind'];
  title: string;
  unit: string;
  onBrought(): void;
}

/** A list is chosen, named and dated, then taken; what could not be used is told with its lines. */
export function BringList({ reviewId, kind, title, unit, onBrought }: BringListProps) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<{ name: string; text: string } | null>(null);
  const [name, setName] = useState('');
  const [of, setOf] = useState('');
  const [busy, setBusy] = useState(false);
  const isStanding = kind === 'standing';
  async function choose(chosen: File) {
    const text = textOfBytes(new Uint8Array(await chosen.arrayBuffer()));
    setFile({ name: chosen.name, text });
    setName(chosen.name.replace(/\.\w+$/, ''));
    // The day stands in the names of such files, by the recommended practice.
    const day = /(\d{4}-\d{2}-\d{2})/.exec(chosen.name)?.[1] ?? localDay(new Date());
    setOf(isStanding ? (/\b(?:19|20)\d{2}\b/.exec(chosen.name)?.[0] ?? day.slice(0, 4)) : day);
  }
  async function bring() {
    if (!file) return;
    setBusy(true);
    const answer = await call(reviewId, 'bring-list', { kind, name, day: of, text: file.text });
    setBusy(false);
    if (!answer.ok) return void toast.error(answer.message);
    const lost = answer.problems.length + answer.more;
    toast(`${many(answer.lines, unit)} read${lost ? `; ${many(lost, 'line')} could not be used as they stand` : ''}.`);
    setFile(null);
    onBrought();
  }
  return (
    <>
      <Button className="min-h-7 text-small" onClick={() => input.current?.click()}>
        Bring a list …
      </Button>
      <FileInput
        ref={input}
        label={`List for: ${title}`}
        accept=".txt,.tsv,.csv,.kbart"
        onFiles={([chosen]) => chosen && void choose(chosen)}
      />
      {file && (
        <Dialog open onOpenChange={(open) => !open && setFile(null)} title={title}>
          <form
            className="flex flex-col gap-3"
            onSubmit={(e) => {
              e.preventDefault();
              void bring();
            }}
          >
            <p className="text-small text-slate">From {file.name}.</p>
            <TextField label="Name of the list" value={name} maxLength={200} onChange={(e) => setName(e.target.value)} />
            <TextField
              label={isStanding ? 'Year that it is of, where a line names none' : 'Day of which it tells'}
              hint={isStanding ? '2025' : '2026-09-01'}
              value={of}
              maxLength={10}
              onChange={(e) => setOf(e.target.value)}
            />
            <div>
              <Button type="submit" look="solid" disabled={busy || !name.trim() || !of.trim()}>
                {busy ? 'Reading …' : 'Take it'}
              </Button>
            </div>
          </form>
        </Dialog>
      )}
    </>
  );
}
