import { Dialog } from '@/ui/dialog';

const KEYS: [string, string][] = [
  ['A', 'admit to the kept'],
  ['D, then a number', 'drop, for the reason with that number'],
  ['W', 'wait'],
  ['B', 'mark as background'],
  ['U', 'take back the decision shown, else the last one'],
  ['N', 'next work'],
  ['P', 'previous work'],
  ['G', 'edit the grounds (Esc leaves them)'],
  ['E', 'every claim and its words'],
  ['M', 'show or hide the marks'],
  ['?', 'this list'],
];

export function KeyHelp({ off, onOff, onClose }: { off: boolean; onOff(off: boolean): void; onClose(): void }) {
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Keys on this screen">
      <dl className="grid grid-cols-[140px_1fr] gap-y-1.5">
        {KEYS.map(([key, what]) => (
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
      <p className="mt-1 text-[13px] text-slate">They never act while you type in a field.</p>
    </Dialog>
  );
}
