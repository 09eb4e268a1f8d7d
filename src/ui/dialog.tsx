'use client';
import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import { type KeyboardEvent, type ReactNode, useRef } from 'react';
import { cx } from './cx';

interface DialogProps {
  open: boolean;
  onOpenChange(open: boolean): void;
  title: string;
  /** A sheet fills the right edge; a dialog stands in the middle. */
  sheet?: boolean;
  /** As wide as a table of two texts needs. */
  wide?: boolean;
  onKeyDown?: (event: KeyboardEvent) => void;
  children: ReactNode;
}

/** A field that changes something as soon as a key is pressed in it is marked, and is not where one begins. */
const FILLED_IN = 'input:not([type=hidden]):not([disabled]):not([data-acts]), textarea:not([disabled]), [role=combobox]:not([disabled])';

export function Dialog({ open, onOpenChange, title, sheet = false, wide = false, onKeyDown, children }: DialogProps) {
  const content = useRef<HTMLDivElement>(null);
  const opener = useRef<HTMLElement | null>(null);
  return (
    <Radix.Root open={open} onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-[#0e1422]/45" />
        <Radix.Content
          aria-describedby={undefined}
          // The first thing to fill in or choose, not the button that closes it.
          onOpenAutoFocus={(event) => {
            opener.current = document.activeElement as HTMLElement | null;
            const first = content.current?.querySelector<HTMLElement>(FILLED_IN);
            if (!first) return;
            event.preventDefault();
            first.focus();
          }}
          // Back to what opened it: it is opened by state, so nobody else knows what that was.
          onCloseAutoFocus={(event) => {
            if (!opener.current?.isConnected) return;
            event.preventDefault();
            opener.current.focus();
          }}
          ref={content}
          onKeyDown={onKeyDown}
          className={cx(
            'fixed z-50 overflow-y-auto bg-surface p-5 shadow-xl',
            sheet
              ? 'top-0 right-0 h-full w-[min(680px,94vw)]'
              : cx(
                  'top-1/2 left-1/2 max-h-[86vh] -translate-x-1/2 -translate-y-1/2 rounded-[6px]',
                  wide ? 'w-[min(1120px,94vw)]' : 'w-[min(560px,94vw)]',
                ),
          )}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="font-semibold font-serif text-head leading-tight">{title}</Radix.Title>
            <Radix.Close className="grid size-7 place-items-center rounded-[4px] hover:bg-picked" aria-label="Close">
              <X size={17} aria-hidden />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
