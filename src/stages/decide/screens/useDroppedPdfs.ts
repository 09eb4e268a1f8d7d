'use client';
import { useRef, useState } from 'react';
import { put } from '@/client/call';
import { forget } from '@/client/query-client';
import type { AttachmentLine } from '../store/attachments';

/** What became of a PDF that was dropped. */
export type Dropped = { id: number; file: File } & (
  | { state: 'waiting' }
  | { state: 'attached'; workNo: number }
  | { state: 'asked'; offered: { no: number; title: string; signs: string }[] }
  | { state: 'refused'; message: string }
);
interface Fit {
  no: number;
  doi: boolean;
  title: 'whole' | 'nearly' | null;
  authors: number;
  name: boolean;
}
type Answer = { attachment: AttachmentLine } | { offered: { fit: Fit; title: string }[] };

/** What speaks for a work, in words. */
const signsOf = ({ doi, title, authors, name }: Fit): string =>
  [
    doi && 'its DOI',
    title === 'whole' && 'its title',
    title === 'nearly' && 'most words of its title',
    authors > 0 && (authors === 1 ? 'an author' : `${authors} authors`),
    name && 'the name of the file',
  ]
    .filter(Boolean)
    .join(', ');

/**
 * PDFs that were dropped together: each is attached to the work that it is of, one after another, and what is in doubt
 * waits for a person. The files stay in the browser until then; left without a word, they are attached to nothing.
 */
export function useDroppedPdfs(reviewId: string) {
  const [dropped, setDropped] = useState<readonly Dropped[]>([]);
  const next = useRef(0);
  const settle = (id: number, now: Partial<Dropped>) =>
    setDropped((old) => old.map((d) => (d.id === id ? ({ id, file: d.file, ...now } as Dropped) : d)));

  async function send(id: number, file: File, workNo: number | null) {
    const address = workNo === null ? 'pdfs' : `works/${workNo}/pdf`;
    const answer = await put<Answer>(`/api/reviews/${reviewId}/${address}?name=${encodeURIComponent(file.name)}`, file);
    if (!answer.ok) settle(id, { state: 'refused', message: answer.message.replace(`${file.name}: `, '') });
    else if ('attachment' in answer) settle(id, { state: 'attached', workNo: answer.attachment.workNo });
    else settle(id, { state: 'asked', offered: answer.offered.map(({ fit, title }) => ({ no: fit.no, title, signs: signsOf(fit) })) });
  }

  return {
    dropped,
    waiting: dropped.filter((d) => d.state === 'waiting').length,
    async add(files: readonly File[]) {
      const added = files.map((file) => ({ id: next.current++, file, state: 'waiting' as const }));
      setDropped((old) => [...old, ...added]);
      for (const { id, file } of added) await send(id, file, null);
      forget(reviewId, ['each-work', 'decisions']);
    },
    /** A person says of which work it is; null puts the file out of the list. */
    async choose(id: number, workNo: number | null) {
      const one = dropped.find((d) => d.id === id);
      if (!one) return;
      if (workNo === null) return setDropped((old) => old.filter((d) => d.id !== id));
      settle(id, { state: 'waiting' });
      await send(id, one.file, workNo);
      forget(reviewId, ['each-work', 'decisions']);
    },
  };
}
