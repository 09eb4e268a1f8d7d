'use client';
import type { ComponentProps } from 'react';
import { cx } from './cx';
import { useShownKey } from './use-hotkeys';

interface ButtonProps extends ComponentProps<'button'> {
  look?: 'plain' | 'solid' | 'quiet';
  /** The usual key that does the same: it is shown on the button, or what the person has in its place. */
  hotkey?: string;
}

/** A button at least 24 px high; `solid` for the one thing a screen is for. */
export function Button({ look = 'plain', hotkey, className, children, type = 'button', ...rest }: ButtonProps) {
  const key = useShownKey(hotkey);
  return (
    <button
      type={type}
      className={cx(
        'inline-flex min-h-8 items-center gap-2 rounded-[4px] px-3 py-1 font-medium disabled:opacity-55',
        look === 'solid' && 'bg-ink text-on-ink hover:bg-navy',
        look === 'plain' && 'border border-ink bg-surface text-ink hover:bg-picked',
        look === 'quiet' && 'min-h-6 px-1.5 text-navy underline-offset-2 hover:underline',
        className,
      )}
      {...rest}
    >
      {children}
      {key && (
        <kbd aria-hidden className="font-mono text-tiny opacity-80">
          {key}
        </kbd>
      )}
    </button>
  );
}
