'use client';
import { useEffect, useRef, useState } from 'react';

const STORE = 'narrow-sieve:keys-off';

const switchedOff = () => localStorage.getItem(STORE) === '1';

/** Single keys that act. They do nothing while typing or when switched off (WCAG 2.1.4). */
export function useHotkeys(handlers: Record<string, () => void>, active: boolean): { off: boolean; setOff(off: boolean): void } {
  // The listener stays for as long as the screen does: a key pressed while it was being exchanged would be lost.
  const latest = useRef({ handlers, active });
  latest.current = { handlers, active };
  const [off, setOffState] = useState(false);
  useEffect(() => setOffState(switchedOff()), []);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      // Asked at each key: a page that was just opened does not know yet what was chosen before.
      if (switchedOff() || !latest.current.active || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const target = event.target as HTMLElement;
      if (target.closest('input, textarea, select, [contenteditable="true"], [role="dialog"]')) return;
      const handler = latest.current.handlers[event.key.length === 1 ? event.key.toLowerCase() : event.key];
      if (!handler) return;
      event.preventDefault();
      handler();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
  return {
    off,
    setOff(next) {
      localStorage.setItem(STORE, next ? '1' : '0');
      setOffState(next);
    },
  };
}
