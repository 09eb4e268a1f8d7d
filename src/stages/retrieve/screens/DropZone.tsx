'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { Choice } from '@/ui/choice';
import { DropFiles } from '@/ui/drop-files';
import { refreshPage } from '@/ui/refresh-page';
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
  const [sending, setSending] = useState<{ name: string; share: number } | null>(null);
  const [format, setFormat] = useState('');
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
      refreshPage(router);
    }
    setSending(null);
  }
  return (
    <DropFiles
      label={label}
      busy={sending !== null}
      says={sending ? `Sending ${sending.name}: ${Math.round(sending.share * 100)}%` : `or drop them here, as exported from ${names}`}
      onFiles={(files) => void send(files)}
    >
      <label className="ml-auto flex items-center gap-2 text-small text-slate">
        Format
        <Choice
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
        </Choice>
      </label>
    </DropFiles>
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
