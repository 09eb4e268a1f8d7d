'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { TextArea, TextField } from '@/ui/field';
import { FileInput } from '@/ui/file-input';
import { refreshPage } from '@/ui/refresh-page';
import { count, plural } from '@/ui/words';
import type { KnownTaken } from '../commands/add-known';

/** Files that are not UTF-8 are most often in the Windows code page. */
function decoded(bytes: ArrayBuffer): string {
  const mark = new Uint8Array(bytes.slice(0, 2));
  if (mark[0] === 0xff && mark[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** Takes a list of known works: a file of records, or lines that are pasted. What could not be read is named with its line. */
export function KnownForm({ reviewId, first }: { reviewId: string; first: boolean }) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [open, setOpen] = useState(first);
  const [text, setText] = useState('');
  const [source, setSource] = useState('');
  const [busy, setBusy] = useState(false);
  const [told, setTold] = useState<{ taken: KnownTaken } | { message: string } | null>(null);
  async function take() {
    setBusy(true);
    const answer = await call(reviewId, 'add-known', { text, source });
    setBusy(false);
    if (!answer.ok)
      return setTold({
        message: answer.message,
      });
    setTold(answer);
    setText('');
    refreshPage(router);
  }
  return (
    <section aria-label="Import a list" className="mt-3">
      {!open && (
        <Button onClick={() => setOpen(true)} aria-expanded={false}>
          Import a list …
        </Button>
      )}
      {open && (
        <form
          className="max-w-[860px] rounded-[6px] border border-rule bg-surface px-4 py-3"
          onSubmit={(e) => {
            e.preventDefault();
            void take();
          }}
        >
          <TextArea
            label="One DOI, PMID or title a line; or the text of a file of records (RIS, MEDLINE tagged, PubMed XML, BibTeX, CSL-JSON, CSV, MODS)"
            rows={5}
            value={text}
            onChange={(e) => setText(e.target.value)}
            className="font-mono text-small"
          />
          <div className="mt-2 flex items-end gap-3">
            <TextField
              label="Where it is from"
              placeholder="an earlier review, an expert …"
              value={source}
              maxLength={300}
              onChange={(e) => setSource(e.target.value)}
              className="w-[320px]"
            />
            <FileInput
              ref={input}
              label="File of known works"
              onFiles={([file]) => {
                if (!file) return;
                if (!source) setSource(file.name.slice(0, 300));
                void file.arrayBuffer().then((bytes) => setText(decoded(bytes)));
              }}
            />
            <Button onClick={() => input.current?.click()}>Choose a file …</Button>
            <Button type="submit" look="solid" disabled={busy || !text.trim()}>
              {busy ? 'Looking for them …' : 'Take the list'}
            </Button>
          </div>
        </form>
      )}
      <div role="status" className="mt-2 text-small">
        {told && 'message' in told && <p className="font-medium text-copper">{told.message}</p>}
        {told && 'taken' in told && (
          <>
            <p>
              {count(told.taken.added)} {plural(told.taken.added, 'work')} taken
              {told.taken.repeated > 0 && `; ${count(told.taken.repeated)} the list had already`}
              {told.taken.rejected.length > 0 && `; ${count(told.taken.rejected.length)} could not be taken:`}
            </p>
            {told.taken.rejected.length > 0 && (
              <ul className="list-disc pl-5">
                {told.taken.rejected.slice(0, 50).map((r) => (
                  <li key={r.line}>
                    Line {r.line}, “{r.text.slice(0, 80)}”: {r.why}
                  </li>
                ))}
                {told.taken.rejected.length > 50 && <li>and {told.taken.rejected.length - 50} more</li>}
              </ul>
            )}
          </>
        )}
      </div>
    </section>
  );
}
