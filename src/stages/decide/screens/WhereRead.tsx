'use client';
import { useState } from 'react';
import { call } from '@/client/call';
import type { WorkDetail } from '@/client/types';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';

interface WhereReadProps {
  reviewId: string;
  work: WorkDetail;
  onClose(): void;
  onKeep(): void;
}

/** Asked once of a full text that is kept without a PDF: somebody will want to read it again. */
export function WhereRead({ reviewId, work, onClose, onKeep }: WhereReadProps) {
  const [source, setSource] = useState('');
  const [error, setError] = useState('');
  async function keep() {
    if (source.trim()) {
      const { edit, ...line } = work.fullText;
      const answer = await call(reviewId, 'save-full-text', { workNo: work.no, ...line, source, seenEdit: edit });
      if (!answer.ok) return setError(answer.message);
    }
    onKeep();
  }
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Where was the full text read?">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <p className="mb-2">No PDF is attached to this work, and nothing says where its full text was read.</p>
        <TextField
          label="A library, a shelf, an address"
          value={source}
          maxLength={300}
          error={error || undefined}
          onChange={(e) => setSource(e.target.value)}
        />
        <Button type="submit" look="solid" className="mt-3">
          {source.trim() ? 'Keep, read there' : 'Keep without saying where'}
        </Button>
      </form>
    </Dialog>
  );
}
