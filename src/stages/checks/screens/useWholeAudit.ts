'use client';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { ask } from '@/client/call';
import type { AuditView, Unevenness } from '../queries/audit';

const NOT_READ = 'What the databases did could not be read: the server did not answer. Reload the page.';

/** With what the databases did, once that is there. */
export function useWhole(reviewId: string, given: AuditView): AuditView {
  const [whole, setWhole] = useState<{ given: AuditView; uneven: Record<string, Unevenness> } | null>(null);
  useEffect(() => {
    let gone = false;
    // Asked anew for each page that comes.
    void ask(reviewId, 'audit-unevenness', {}).then((answer) => {
      if (gone) return;
      if (answer.ok) setWhole({ given, uneven: answer.uneven });
      else toast.error(answer.code === 'no-answer' ? NOT_READ : answer.message);
    });
    return () => {
      gone = true;
    };
  }, [reviewId, given]);
  // What was said of the limiters of an earlier page is not said of these.
  if (whole?.given !== given) return given;
  return { ...given, lines: given.lines.map((line) => ({ ...line, ...whole.uneven[line.id] })) };
}
