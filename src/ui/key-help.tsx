import { Dialog } from './dialog';

/** A key, and what it does on the screen. */
export type KeyLine = readonly [key: string, what: string];

interface KeyHelpProps {
  keys: readonly KeyLine[];
  off: boolean;
  onOff(off: boolean): void;
  onClose(): void;
}

export function KeyHelp({ keys, off, onOff, onClose }: KeyHelpProps) {
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Keys on this screen">
      <dl className="grid grid-cols-[140px_1fr] gap-y-1.5">
        {keys.map(([key, what]) => (
          <div key={key} className="contents">
            <dt className="font-mono font-semibold">{key}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-4 flex min-h-6 items-center gap-2">
        <input type="checkbox" className="size-4 accent-(--navy)" checked={!off} onChange={(e) => onOff(!e.target.checked)} />
        Single keys act on this screen
      </label>
      <p className="mt-1 text-small text-slate">They never act while you type in a field.</p>
    </Dialog>
  );
}
