'use client';
import { createContext, useContext, useEffect, useRef, useState } from 'react';

const STORE = 'narrow-sieve:keys';
/** Where earlier versions kept that keys are off. */
const EARLIER = 'narrow-sieve:keys-off';

/** What a person set for single keys, in this browser. */
interface Chosen {
  off: boolean;
  /** By screen: the key that was chosen in place of each usual one. */
  own: Record<string, Record<string, string>>;
}

/** @returns the usual where nothing was stored, or nothing that can be read */
function chosen(): Chosen {
  try {
    const { off, own } = JSON.parse(localStorage.getItem(STORE) ?? '{}') as Partial<Chosen>;
    return { off: off ?? localStorage.getItem(EARLIER) === '1', own: own ?? {} };
  } catch {
    return { off: false, own: {} };
  }
}

/** The single keys of a screen as this person has them. */
export interface Keys {
  off: boolean;
  setOff(off: boolean): void;
  /** The key that now does what the usual one does, as it is printed; undefined when single keys are off. */
  shown(usual: string): string | undefined;
  /** Has another key do it. @returns false when that key does something else, or is none that is printed */
  change(usual: string, to: string): boolean;
  /** Whether any key of the screen is not the usual one. */
  changed: boolean;
  /** The usual keys again. */
  reset(): void;
}

const KeysOfScreen = createContext<Keys['shown']>((usual) => usual);
export const KeysProvider = KeysOfScreen.Provider;
/** The key to be printed on a button, where the usual one is given. */
export const useShownKey = (usual: string | undefined): string | undefined => {
  const shown = useContext(KeysOfScreen);
  return usual === undefined ? undefined : shown(usual);
};

/**
 * Single keys that act. They do nothing while typing or when switched off, and each can be another (WCAG 2.1.4).
 * @param screen a name under which what was chosen is kept
 * @param handlers by the usual key, in lower case
 */
export function useHotkeys(screen: string, handlers: Record<string, () => void>, active: boolean): Keys {
  // The listener stays for as long as the screen does: a key pressed while it was being exchanged would be lost.
  const latest = useRef({ handlers, active });
  latest.current = { handlers, active };
  const [now, setNow] = useState<Chosen>({ off: false, own: {} });
  useEffect(() => setNow(chosen()), []);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (!latest.current.active || event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const target = event.target as HTMLElement;
      if (target.closest('input, textarea, select, [contenteditable="true"], [role="dialog"], [role="combobox"], [role="listbox"]')) return;
      // Asked at each key: a page that was just opened does not know yet what was chosen before.
      const { off, own } = chosen();
      if (off) return;
      const pressed = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const usual = Object.keys(latest.current.handlers).find((key) => (own[screen]?.[key] ?? key) === pressed);
      if (usual === undefined) return;
      event.preventDefault();
      latest.current.handlers[usual]!();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [screen]);
  const own = now.own[screen] ?? {};
  const store = (next: Chosen) => {
    localStorage.setItem(STORE, JSON.stringify(next));
    setNow(next);
  };
  const keyOf = (usual: string) => own[usual] ?? usual;
  return {
    off: now.off,
    setOff: (off) => store({ ...chosen(), off }),
    shown: (usual) => (now.off ? undefined : keyOf(usual.toLowerCase()).toUpperCase()),
    change(usual, to) {
      const key = to.toLowerCase();
      if (!/^[\p{L}\p{N}\p{P}\p{S}]$/u.test(key)) return false;
      if (Object.keys(handlers).some((other) => other !== usual && keyOf(other) === key)) return false;
      store({ ...now, own: { ...now.own, [screen]: { ...own, [usual]: key } } });
      return true;
    },
    changed: Object.entries(own).some(([usual, key]) => usual !== key),
    reset: () => store({ ...now, own: { ...now.own, [screen]: {} } }),
  };
}
