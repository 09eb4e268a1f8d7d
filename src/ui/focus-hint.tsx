'use client';
import { useEffect, useState } from 'react';
import { cx } from './cx';

interface Hint {
  words: string;
  /** The focus is low in the window, so the hint stands at the top. */
  above: boolean;
}

/** How near to the lower edge of the window a control may be before a hint at that edge could cover it. */
const NEAR_THE_EDGE = 96;

/** What the pointer is told of a control by its title, or by that of its label: nothing where it is the words seen. */
export function hintOf(element: Element): string {
  const titled = element.hasAttribute('title') ? element : element.closest('label[title]');
  const words = titled?.getAttribute('title')?.trim() ?? '';
  return words === titled?.textContent?.trim() ? '' : words;
}

/**
 * Says at the edge of the window what a control with the keyboard's focus means, as its title says to the pointer. It
 * takes no room, lets presses through, and goes with Escape or with the focus. To assistive technology the control says
 * the same by itself.
 */
export function FocusHint() {
  const [hint, setHint] = useState<Hint | null>(null);
  useEffect(() => {
    const show = (event: FocusEvent) => {
      const at = event.target;
      if (!(at instanceof Element) || !at.matches(':focus-visible')) return setHint(null);
      const words = hintOf(at);
      setHint(words ? { words, above: at.getBoundingClientRect().bottom > window.innerHeight - NEAR_THE_EDGE } : null);
    };
    const hide = (event: Event) => {
      if (!(event instanceof KeyboardEvent) || event.key === 'Escape') setHint(null);
    };
    document.addEventListener('focusin', show);
    for (const name of ['focusout', 'pointerdown', 'keydown']) document.addEventListener(name, hide);
    return () => {
      document.removeEventListener('focusin', show);
      for (const name of ['focusout', 'pointerdown', 'keydown']) document.removeEventListener(name, hide);
    };
  }, []);
  if (!hint) return null;
  return (
    <p
      aria-hidden
      data-focus-hint
      dir="auto"
      className={cx(
        'pointer-events-none fixed left-3 z-[60] max-w-[min(560px,calc(100vw-24px))] rounded-[4px] bg-ink px-2.5 py-1.5 text-on-ink text-small shadow-lg',
        hint.above ? 'top-3' : 'bottom-3',
      )}
    >
      {hint.words}
    </p>
  );
}
