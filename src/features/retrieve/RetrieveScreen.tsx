'use client';
import { Plus, Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import type { RetrieveView } from '@/server/overview';
import { Button } from '@/ui/button';
import { cx } from '@/ui/cx';
import { Empty } from '@/ui/empty';
import { count, DatabaseTag, Pill } from '@/ui/marks';
import { useLiveJobs } from '../shell/useLiveJobs';
import { DatabaseForm, type DatabaseLine } from './DatabaseForm';
import { RejectedList } from './RejectedList';

const mb = (bytes: number) => (bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`);

/** The databases, the files imported from each, and counts that add up. */
export function RetrieveScreen({ reviewId, view }: { reviewId: string; view: RetrieveView }) {
  const [editing, setEditing] = useState<DatabaseLine | 'new' | null>(null);
  const [rejected, setRejected] = useState<{ id: string; name: string } | null>(null);
  const { jobs, poke } = useLiveJobs(reviewId, view.jobs);
  const classifying = jobs.find((j) => j.kind === 'classify-review' && (j.state === 'running' || j.state === 'queued'));
  const failed = jobs.find((j) => j.kind === 'classify-review' && j.state === 'failed' && j === jobs[0]);
  return (
    <main className="max-w-[1120px] px-5 py-4">
      <div className="mb-3 flex items-center justify-between">
        <h1 className="text-[22px]">Databases and what was retrieved from each</h1>
        <Button onClick={() => setEditing('new')}>
          <Plus size={15} aria-hidden /> Add database
        </Button>
      </div>
      {classifying && (
        <div role="status" className="mb-3 rounded-[4px] border border-rule bg-surface px-3 py-2">
          Merging and classifying … {classifying.total > 0 && `${Math.round((100 * classifying.done) / classifying.total)}%`}
          <Progress done={classifying.done} total={classifying.total} label="Classifying" />
        </div>
      )}
      {failed && (
        <p role="alert" className="mb-3 text-copper">
          Classifying: {failed.message}
        </p>
      )}
      {view.databases.length === 0 && (
        <Empty title="No database yet">
          <p className="mb-3">
            Add the databases you searched, each with a two-letter tag and what it can limit. Then choose or drop the file you exported from
            it: RIS or MEDLINE tagged (nbib).
          </p>
          <Button look="solid" onClick={() => setEditing('new')}>
            Add database
          </Button>
        </Empty>
      )}
      <div className="flex flex-col gap-4">
        {view.databases.map((database) => (
          <DatabaseCard
            key={database.id}
            reviewId={reviewId}
            database={database}
            files={view.files.filter((f) => f.databaseId === database.id)}
            jobs={jobs}
            onEdit={() => setEditing(database)}
            onSent={poke}
            onRejected={setRejected}
          />
        ))}
      </div>
      {view.files.some((f) => f.state === 'imported') && <Totals files={view.files} />}
      {editing && <DatabaseForm reviewId={reviewId} database={editing === 'new' ? null : editing} onClose={() => setEditing(null)} />}
      {rejected && <RejectedList reviewId={reviewId} file={rejected} onClose={() => setRejected(null)} />}
    </main>
  );
}

/** The sum over all files, so that the figure of the strip can be followed. */
function Totals({ files }: { files: RetrieveView['files'] }) {
  const imported = files.filter((f) => f.state === 'imported');
  const records = imported.reduce((n, f) => n + f.parsed, 0);
  const rejected = imported.reduce((n, f) => n + f.rejected, 0);
  return (
    <p className="mt-4">
      <b className="font-semibold">{count(records + rejected)} entries</b> = {count(records)} records + {count(rejected)} rejected, in{' '}
      {imported.length} {imported.length === 1 ? 'file' : 'files'}.
    </p>
  );
}

interface CardProps {
  reviewId: string;
  database: DatabaseLine;
  files: RetrieveView['files'];
  jobs: RetrieveView['jobs'];
  onEdit(): void;
  onSent(): void;
  onRejected(file: { id: string; name: string }): void;
}

function DatabaseCard({ reviewId, database, files, jobs, onEdit, onSent, onRejected }: CardProps) {
  const imported = files.filter((f) => f.state === 'imported');
  const records = imported.reduce((n, f) => n + f.parsed, 0);
  const rejected = imported.reduce((n, f) => n + f.rejected, 0);
  return (
    <section aria-label={database.name} className="rounded-[6px] border border-rule bg-surface">
      <header className="flex items-center gap-3 border-rule border-b px-4 py-2.5">
        <DatabaseTag tag={database.tag} />
        <h2 className="text-[17px]">{database.name}</h2>
        {database.profile.allJournalsRefereed && <Pill>all journals refereed</Pill>}
        <Button look="quiet" className="ml-auto" onClick={onEdit}>
          What it can limit
        </Button>
      </header>
      <div className="px-4 py-3">
        {files.length > 0 && (
          <table className="mb-3 w-full table-fixed text-left">
            <thead>
              <tr className="text-[13px] text-slate">
                <th className="font-medium">File</th>
                <th className="w-[140px] font-medium">Format</th>
                <th className="w-[100px] text-right font-medium">Size</th>
                <th className="w-[110px] text-right font-medium">Entries</th>
                <th className="w-[110px] text-right font-medium">Records</th>
                <th className="w-[130px] text-right font-medium">Rejected</th>
              </tr>
            </thead>
            <tbody>
              {files.map((file) => (
                <FileRow key={file.id} file={file} job={jobs.find((j) => j.fileId === file.id)} onRejected={() => onRejected(file)} />
              ))}
            </tbody>
            {imported.length > 1 && (
              <tfoot>
                <tr className="border-rule border-t font-semibold">
                  <td colSpan={3}>Together</td>
                  <td className="text-right">{count(records + rejected)}</td>
                  <td className="text-right">{count(records)}</td>
                  <td className="text-right">{count(rejected)}</td>
                </tr>
              </tfoot>
            )}
          </table>
        )}
        <DropZone reviewId={reviewId} database={database} onSent={onSent} />
      </div>
    </section>
  );
}

function FileRow({
  file,
  job,
  onRejected,
}: {
  file: RetrieveView['files'][number];
  job?: RetrieveView['jobs'][number];
  onRejected(): void;
}) {
  const done = file.state === 'imported';
  return (
    <tr className="h-8 border-rule border-t align-baseline">
      <td className="truncate pr-3" title={file.name}>
        {file.name}
      </td>
      <td>{file.format === 'nbib' ? 'MEDLINE tagged' : file.format === 'ris' ? 'RIS' : 'not read'}</td>
      <td className="text-right">{mb(file.bytes)}</td>
      {done ? (
        <>
          <td className="text-right">{count(file.parsed + file.rejected)}</td>
          <td className="text-right">{count(file.parsed)}</td>
          <td className="text-right">
            {file.rejected > 0 ? (
              <button type="button" className="min-h-6 font-semibold text-copper underline-offset-2 hover:underline" onClick={onRejected}>
                {count(file.rejected)} rejected
              </button>
            ) : (
              0
            )}
          </td>
        </>
      ) : (
        <td colSpan={3} className="pl-4">
          {file.state === 'received' ? (
            <span role="status">
              Reading … {job && job.total > 0 && `${mb(job.done)} of ${mb(job.total)}`}
              <Progress done={job?.done ?? 0} total={job?.total ?? 0} label={`Reading ${file.name}`} />
            </span>
          ) : (
            <span className="text-copper">
              {file.state === 'refused' ? 'Refused: ' : 'Failed: '}
              {file.message}
            </span>
          )}
        </td>
      )}
    </tr>
  );
}

function Progress({ done, total, label }: { done: number; total: number; label: string }) {
  return (
    <progress
      aria-label={label}
      className="block h-1.5 w-full accent-(--navy)"
      value={total > 0 ? done : undefined}
      max={total > 0 ? total : undefined}
    />
  );
}

function DropZone({ reviewId, database, onSent }: { reviewId: string; database: DatabaseLine; onSent(): void }) {
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<{ name: string; share: number } | null>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const input = useRef<HTMLInputElement>(null);
  const router = useRouter();
  async function send(files: readonly File[]) {
    setProblems([]);
    for (const file of files) {
      setSending({ name: file.name, share: 0 });
      const result = await upload(
        `/api/reviews/${reviewId}/files?database=${database.id}&name=${encodeURIComponent(file.name)}`,
        file,
        (share) => setSending({ name: file.name, share }),
      );
      if (!result.ok) setProblems((old) => [...old, result.message]);
      else toast(`${file.name} was received and is being read.`);
      onSent();
      router.refresh();
    }
    setSending(null);
  }
  return (
    <div>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is an addition to the button inside */}
      <div
        onDragOver={(e) => {
          e.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(e) => {
          e.preventDefault();
          setOver(false);
          void send([...e.dataTransfer.files]);
        }}
        className={cx('flex items-center gap-3 rounded-[4px] border border-edge border-dashed px-3 py-2.5', over && 'bg-picked')}
      >
        <Button onClick={() => input.current?.click()} disabled={sending !== null} aria-label={`Choose files from ${database.name}`}>
          <Upload size={15} aria-hidden /> Choose files
        </Button>
        <input
          ref={input}
          type="file"
          multiple
          hidden
          aria-label={`Files from ${database.name}`}
          onChange={(e) => {
            void send([...(e.target.files ?? [])]);
            e.target.value = '';
          }}
        />
        <span className="text-slate" role="status">
          {sending
            ? `Sending ${sending.name}: ${Math.round(sending.share * 100)}%`
            : `or drop them here: RIS or MEDLINE tagged, as exported from ${database.name}`}
        </span>
      </div>
      {problems.map((p) => (
        <p key={p} role="alert" className="mt-2 font-medium text-copper">
          {p}
        </p>
      ))}
    </div>
  );
}

/** fetch cannot tell how much was sent, so this uses the older request object. */
function upload(url: string, file: File, onShare: (share: number) => void): Promise<{ ok: true } | { ok: false; message: string }> {
  return new Promise((resolve) => {
    const request = new XMLHttpRequest();
    request.open('PUT', url);
    request.upload.onprogress = (e) => e.lengthComputable && onShare(e.loaded / e.total);
    request.onload = () => {
      try {
        resolve(JSON.parse(request.responseText));
      } catch {
        resolve({ ok: false, message: `${file.name}: the server answered ${request.status}.` });
      }
    };
    request.onerror = () => resolve({ ok: false, message: `${file.name} could not be sent: the server did not answer. Try again.` });
    request.send(file);
  });
}
