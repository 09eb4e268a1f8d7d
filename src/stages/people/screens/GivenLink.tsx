'use client';
import { Copy } from 'lucide-react';
import { toast } from 'sonner';
import { IconButton } from '@/ui/icon-button';

/** A link that is shown once, to be handed over. */
export function GivenLink({ words, address }: { words: string; address: string }) {
  async function copy() {
    await navigator.clipboard.writeText(address);
    toast('Copied.');
  }
  return (
    <div role="status" className="mt-3 rounded-[6px] border border-rule bg-picked p-3">
      <p className="text-small">{words}</p>
      <p className="flex items-center gap-2">
        <input
          readOnly
          aria-label="The link"
          value={address}
          className="w-full bg-transparent font-mono text-small"
          onFocus={(e) => e.target.select()}
        />
        <IconButton label="Copy the link" onClick={() => void copy()}>
          <Copy size={16} aria-hidden />
        </IconButton>
      </p>
    </div>
  );
}
