'use client';
import { toast } from 'sonner';
import { Button } from '@/ui/button';

/** Puts a text into the clipboard. */
export const CopyButton = ({ text, label }: { text: string; label: string }) => (
  <Button
    className="min-h-7 text-small"
    onClick={() =>
      navigator.clipboard.writeText(text).then(
        () => toast('Copied.'),
        () => toast.error('The browser did not let it be copied.'),
      )
    }
  >
    {label}
  </Button>
);
