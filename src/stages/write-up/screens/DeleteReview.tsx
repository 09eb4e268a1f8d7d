'use client';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { count, many } from '@/ui/words';

export interface DeletionProps {
  reviewId: string;
  title: string;
  /** What goes with the review. */
  sizes: Record<'records' | 'works' | 'decisions' | 'rulings' | 'pdfs' | 'versions' | 'samples' | 'known', number>;
}

/** Deleting asks for the title, so that no slip of the hand does it. */
export function Deletion({ reviewId, title, sizes }: DeletionProps) {
  const [open, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  async function remove() {
    const answer = await call(reviewId, 'delete-review', { title: typed });
    if (!answer.ok) return void toast.error(answer.message);
    window.location.assign('/');
  }
  const gone = `${many(sizes.records, 'record')}, ${many(sizes.works, 'work')}, ${many(sizes.decisions, 'decision')}, ${many(sizes.rulings, 'ruling')}, ${many(sizes.versions, 'version')} of the sieve, ${count(sizes.samples)} samples, ${count(sizes.known)} known works and ${count(sizes.pdfs)} PDFs`;
  return (
    <section aria-label="Delete">
      <h2 className="text-head">Delete it</h2>
      {!open ? (
        <Button className="mt-1" onClick={() => setOpen(true)}>
          Delete the review…
        </Button>
      ) : (
        <form
          className="mt-1 flex flex-col gap-2 rounded-[6px] border-2 border-copper p-3"
          onSubmit={(e) => {
            e.preventDefault();
            void remove();
          }}
        >
          <p>
            With it go {gone}. This cannot be undone.{' '}
            <a className="text-navy underline" href={`/api/reviews/${reviewId}/bundle`} download>
              Export the bundle first
            </a>
            : from it all of this can be had back.
          </p>
          <TextField label={`To delete it, write its title: ${title}`} value={typed} onChange={(e) => setTyped(e.target.value)} />
          <div className="flex gap-2">
            <Button type="submit" look="solid" disabled={typed.trim() !== title.trim()}>
              Delete permanently
            </Button>
            <Button onClick={() => setOpen(false)}>Keep it</Button>
          </div>
        </form>
      )}
    </section>
  );
}
