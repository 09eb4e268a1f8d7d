'use client';
import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import { cx } from './cx';

/** Words with a definition of one sentence, shown on hover and on focus. Without a definition they are plain words. */
export function Explained({ meaning, className, children }: { meaning?: string; className?: string; children: ReactNode }) {
  if (!meaning) return <span className={className}>{children}</span>;
  return (
    <Tooltip.Provider delayDuration={300}>
      <Tooltip.Root>
        <Tooltip.Trigger type="button" className={cx('min-h-6 cursor-help rounded-[3px] text-left', className)}>
          {children}
        </Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            side="bottom"
            sideOffset={4}
            collisionPadding={12}
            className="z-[60] max-w-[320px] rounded-[4px] bg-ink px-2.5 py-1.5 text-small text-on-ink shadow-lg"
          >
            {meaning}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
