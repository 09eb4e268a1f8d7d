import type { ComponentProps } from 'react';
import { cx } from './cx';

interface ButtonProps extends ComponentProps<'button'> {
  look?: 'plain' | 'solid' | 'quiet';
  /** The key that does the same, shown on the button. */
  hotkey?: string;
}

/** A button at least 24 px high; `solid` for the one thing a screen is for. */
export function Button({ look = 'plain', hotkey, className, children, type = 'button', ...rest }: ButtonProps) {
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
      {hotkey && (
        <kbd aria-hidden className="font-mono text-tiny opacity-80">
          {hotkey}
        </kbd>
      )}
    </button>
  );
}
