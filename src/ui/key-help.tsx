import { useState } from 'react';
import { Button } from './button';
import { Dialog } from './dialog';
import type { Keys } from './use-hotkeys';

/** The usual key, in lower case, and what it does on the screen. */
export type KeyLine = readonly [key: string, what: string];

interface KeyHelpProps {
  lines: readonly KeyLine[];
  keys: Keys;
  onClose(): void;
}

/** The keys of a screen: each can be another, and all of them can be switched off. */
export function KeyHelp({ lines, keys, onClose }: KeyHelpProps) {
  const [refused, setRefused] = useState('');
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Keys on this screen">
      <table className="w-full text-left">
        <thead className="sr-only">
          <tr>
            <th scope="col">Key</th>
            <th scope="col">What it does</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(([usual, what]) => (
            <tr key={usual}>
              <td className="w-[60px] py-0.5">
                <input
                  data-acts
                  aria-label={`Key for: ${what}`}
                  className="size-7 rounded-[4px] border border-edge bg-surface text-center font-mono font-semibold disabled:opacity-55"
                  disabled={keys.off}
                  value={keys.shown(usual) ?? usual.toUpperCase()}
                  onFocus={(e) => e.currentTarget.select()}
                  onChange={(e) => {
                    // What was typed stands beside the key of before, or in its place.
                    const typed = e.target.value.replace(keys.shown(usual)!, '').at(-1);
                    if (typed) setRefused(keys.change(usual, typed) ? '' : `“${typed}” does something else here, or cannot be a key.`);
                  }}
                />
              </td>
              <td>{what}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {refused && (
        <p role="alert" className="mt-2 font-medium text-copper">
          {refused}
        </p>
      )}
      <div className="mt-3 flex items-center justify-between gap-4">
        <label className="flex min-h-6 items-center gap-2">
          <input type="checkbox" className="size-4 accent-(--navy)" checked={!keys.off} onChange={(e) => keys.setOff(!e.target.checked)} />
          Single keys act on this screen
        </label>
        {keys.changed && (
          <Button look="quiet" className="text-small" onClick={keys.reset}>
            The usual keys again
          </Button>
        )}
      </div>
      <p className="mt-1 text-small text-slate">
        To change a key, type another in its field. They never act while you type in a field, and are kept in this browser.
      </p>
    </Dialog>
  );
}
