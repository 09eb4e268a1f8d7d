'use client';
import { useState } from 'react';
import { Button } from '@/ui/button';
import { Dialog } from '@/ui/dialog';
import { TextField } from '@/ui/field';

export function CopyDialog({
  open,
  label,
  onClose,
  onCopy,
}: {
  open: boolean;
  label: string;
  onClose(): void;
  onCopy(label: string): Promise<unknown>;
}) {
  const [name, setName] = useState(label);
  return (
    <Dialog open={open} onOpenChange={(o) => !o && onClose()} title="Copy the scheme">
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void onCopy(name);
        }}
      >
        <TextField label="Name of the copy" required maxLength={80} value={name} onChange={(e) => setName(e.target.value)} />
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button look="solid" type="submit">
            Copy
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
