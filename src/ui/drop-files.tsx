import { Upload } from 'lucide-react';
import { type ReactNode, useRef, useState } from 'react';
import { Button } from './button';
import { cx } from './cx';
import { FileInput } from './file-input';

interface DropFilesProps {
  /** What the files are, for who hears the screen: "Files of Vellmora". */
  label: string;
  /** Beside the button: what may be dropped, or how far it is. */
  says: ReactNode;
  busy: boolean;
  accept?: string;
  onFiles(files: File[]): void;
  children?: ReactNode;
}

/** Files chosen by a button, or dropped beside it. */
export function DropFiles({ label, says, busy, accept, onFiles, children }: DropFilesProps) {
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is an addition to the button inside
    <div
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        if (!busy) onFiles([...e.dataTransfer.files]);
      }}
      className={cx('flex flex-wrap items-center gap-3 rounded-[4px] border border-edge border-dashed px-3 py-2', over && 'bg-picked')}
    >
      <Button onClick={() => input.current?.click()} disabled={busy} aria-label={`Choose ${label.replace(/^F/, 'f')}`}>
        <Upload size={15} aria-hidden /> Choose files
      </Button>
      <FileInput ref={input} label={label} accept={accept} multiple onFiles={onFiles} />
      <span className="text-slate" role="status">
        {says}
      </span>
      {children}
    </div>
  );
}
