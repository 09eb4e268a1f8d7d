'use client';
import Link from 'next/link';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { Choice } from '@/ui/choice';
import { Progress } from '@/ui/progress';
import { count, many } from '@/ui/words';
import type { FileLine, JobLine, RetrieveView } from '../queries/retrieve-view';

const mb = (bytes: number) => (bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`);
const link = 'min-h-6 text-navy underline-offset-2 hover:underline';

interface FileTableProps {
  reviewId: string;
  files: FileLine[];
  jobs: JobLine[];
  formats: RetrieveView['formats'];
  onRejected(file: { id: string; name: string }): void;
  onChanged(): void;
}

/** The files of a retrieval with what each held. Figures open what is behind them. */
export function FileTable({ reviewId, files: all, jobs, formats, onRejected, onChanged }: FileTableProps) {
  const [archive, setArchive] = useState(false);
  const archived = all.filter((f) => f.archived).length;
  const files = archive ? all : all.filter((f) => !f.archived);
  if (all.length === 0) return null;
  return (
    <>
      {files.length > 0 && (
        <table className="w-full table-fixed text-left">
          <thead>
            <tr className="text-small text-slate">
              <th className="font-medium">File</th>
              <th className="w-[130px] font-medium">Format</th>
              <th className="w-[80px] text-right font-medium">Size</th>
              <th className="w-[90px] text-right font-medium">Entries</th>
              <th className="w-[90px] text-right font-medium">Records</th>
              <th className="w-[110px] text-right font-medium">Rejected</th>
            </tr>
          </thead>
          <tbody>
            {files.map((file) => (
              <tr key={file.id} className="h-8 border-rule border-t align-baseline">
                <td className="truncate pr-3" title={file.name}>
                  {file.name}
                  {file.corrects && (
                    <span className="ml-2 text-note text-slate">corrects {files.find((f) => f.id === file.corrects)?.name}</span>
                  )}
                </td>
                {file.state === 'imported' ? (
                  <>
                    <td>{file.formatLabel}</td>
                    <td className="text-right">{mb(file.bytes)}</td>
                    <td className="text-right">{count(file.parsed + file.rejected)}</td>
                    <td className="text-right">
                      <Link
                        className="underline-offset-2 hover:underline"
                        prefetch={false}
                        href={`/reviews/${reviewId}/records?file=${file.id}`}
                        aria-label={`Records of ${file.name}: ${file.parsed}`}
                      >
                        {count(file.parsed)}
                      </Link>
                    </td>
                    <td className="text-right">
                      {file.rejected > 0 ? (
                        <button
                          type="button"
                          className="min-h-6 font-semibold text-copper underline-offset-2 hover:underline"
                          onClick={() => onRejected(file)}
                        >
                          {count(file.rejected)} rejected
                        </button>
                      ) : (
                        0
                      )}
                    </td>
                  </>
                ) : (
                  <td colSpan={5} className="py-1">
                    <Unread
                      reviewId={reviewId}
                      file={file}
                      job={jobs.find((j) => j.fileId === file.id)}
                      formats={formats}
                      onChanged={onChanged}
                    />
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {archived > 0 && (
        <Button look="quiet" className="self-start text-small" aria-expanded={archive} onClick={() => setArchive(!archive)}>
          {archive ? 'Hide the archived files' : many(archived, 'archived file')}
        </Button>
      )}
    </>
  );
}

interface UnreadProps {
  reviewId: string;
  file: FileLine;
  job?: JobLine;
  formats: RetrieveView['formats'];
  onChanged(): void;
}

/** A file on its way, or one that was not read, with what can be done about it. */
function Unread({ reviewId, file, job, formats, onChanged }: UnreadProps) {
  const [asking, setAsking] = useState(false);
  if (file.state === 'received') return <Reading reviewId={reviewId} file={file} job={job} onChanged={onChanged} />;
  if (file.state === 'waiting')
    return (
      <Link className="font-medium text-copper underline underline-offset-2" href={`/reviews/${reviewId}/retrieve/table/${file.id}`}>
        Say what its columns mean
      </Link>
    );
  const words = { refused: 'Refused: ', failed: 'Failed: ', cancelled: 'Broken off; nothing of it was added.' }[file.state as 'refused'];
  async function again(format: string) {
    setAsking(true);
    const result = await call(reviewId, 'read-again', { fileId: file.id, format: format as 'ris' });
    setAsking(false);
    if (!result.ok) toast.error(result.message);
    onChanged();
  }
  async function archive(archived: boolean) {
    const result = await call(reviewId, 'archive-file', { fileId: file.id, archived });
    if (!result.ok) return void toast.error(result.message);
    onChanged();
    if (archived) toast(`${file.name} is archived.`, { action: { label: 'Undo', onClick: () => void archive(false) } });
  }
  return (
    <span className="flex flex-wrap items-baseline gap-x-3 text-copper">
      <span>
        {words}
        {file.state !== 'cancelled' && file.message}
      </span>
      <Choice
        aria-label={`Read ${file.name} as`}
        className="h-7 rounded-[4px] border border-edge bg-surface px-1 text-small text-ink"
        value=""
        disabled={asking}
        onChange={(e) => void again(e.target.value)}
      >
        <option value="" disabled>
          Read it as …
        </option>
        {formats.map((f) => (
          <option key={f.code} value={f.code}>
            {f.label}
          </option>
        ))}
      </Choice>
      <Button look="quiet" className="text-small" onClick={() => void archive(!file.archived)}>
        {file.archived ? 'Restore' : 'Archive'}
      </Button>
    </span>
  );
}

const secondsWords = (s: number): string => (s < 90 ? `${Math.max(1, Math.round(s))} s` : `${Math.round(s / 60)} min`);

function Reading({ reviewId, file, job, onChanged }: Omit<UnreadProps, 'formats'>) {
  const running = job?.state === 'running' && job.total > 0 && job.done > 0;
  const left = running && job.seconds > 0 ? ((job.total - job.done) * job.seconds) / job.done : null;
  async function cancel() {
    const result = await call(reviewId, 'cancel-import', { fileId: file.id });
    if (!result.ok) toast.error(result.message);
    onChanged();
  }
  return (
    <div className="flex items-center gap-3">
      <div role="status" className="flex-1">
        {job?.cancel
          ? 'Breaking off …'
          : running
            ? `${many(job.entries, 'entry', 'entries')} read, ${count(Math.round(job.entries / Math.max(job.seconds, 0.1)))} a second${left === null ? '' : `, ${secondsWords(left)} left`}`
            : 'Waiting to be read …'}
        <Progress done={job?.done ?? 0} total={job?.total ?? 0} label={`Reading ${file.name}`} />
      </div>
      <button type="button" className={link} onClick={() => void cancel()} disabled={job?.cancel}>
        Cancel
      </button>
    </div>
  );
}
