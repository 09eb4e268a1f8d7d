'use client';
import { Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { toast } from 'sonner';
import { Button } from '@/ui/button';
import { cx } from '@/ui/cx';
import { FileInput } from '@/ui/file-input';
import type { RetrieveView } from '../queries/retrieve-view';
import { type UploadTarget, upload } from './upload';

interface DropZoneProps {
  reviewId: string;
  target: UploadTarget;
  /** Names of the databases, for the words beside the button. */
  names: string;
  label: string;
  formats: RetrieveView['formats'];
  onSent(): void;
  /** What was refused, kept by the screen: this zone may give way to another when the first file is listed. */
  onProblems(problems: string[]): void;
}

/** Files chosen or dropped, one or many; their format is what their content says, unless a person says otherwise. */
export function DropZone({ reviewId, target, names, label, formats, onSent, onProblems }: DropZoneProps) {
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<{ name: string; share: number } | null>(null);
  const [format, setFormat] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const router = useRouter();
  async function send(files: readonly File[]) {
    const problems: string[] = [];
    onProblems(problems);
    for (const file of files) {
      setSending({ name: file.name, share: 0 });
      const result = await upload(reviewId, target, file, format, (share) => setSending({ name: file.name, share }));
      if (!result.ok) {
        problems.push(result.message);
        onProblems([...problems]);
      } else
        toast(
          result.waiting
            ? `${file.name} was received. Say what its columns mean, then it is read.`
            : `${file.name} was received and is being read.`,
        );
      onSent();
      router.refresh();
    }
    setSending(null);
  }
  return (
    <>
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
        className={cx('flex items-center gap-3 rounded-[4px] border border-edge border-dashed px-3 py-2', over && 'bg-picked')}
      >
        <Button
          onClick={() => input.current?.click()}
          disabled={sending !== null}
          aria-label={`Choose ${label.toLowerCase().replace(/^files/, 'files')}`}
        >
          <Upload size={15} aria-hidden /> Choose files
        </Button>
        <FileInput ref={input} label={label} multiple onFiles={(files) => void send(files)} />
        <span className="text-slate" role="status">
          {sending ? `Sending ${sending.name}: ${Math.round(sending.share * 100)}%` : `or drop them here, as exported from ${names}`}
        </span>
        <label className="ml-auto flex items-center gap-2 text-small text-slate">
          Format
          <select
            className="h-7 rounded-[4px] border border-edge bg-surface px-1 text-ink"
            value={format}
            onChange={(e) => setFormat(e.target.value)}
          >
            <option value="">detect</option>
            {formats.map((f) => (
              <option key={f.code} value={f.code}>
                {f.label}
              </option>
            ))}
          </select>
        </label>
      </div>
    </>
  );
}

/** What was refused of the files sent last. */
export function UploadProblems({ problems }: { problems: readonly string[] }) {
  return problems.map((p) => (
    <p key={p} role="alert" className="mb-2 font-medium text-copper">
      {p}
    </p>
  ));
}
