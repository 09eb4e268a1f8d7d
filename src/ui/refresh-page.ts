/**
 * A page that is being asked for anew, until it has come. Next drops it, and never asks again, when the address changes
 * meanwhile: whoever changes the address has it asked for once more.
 */
let asked: { again: () => void; at: number } | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;

/** After so long a page has come, or will not. */
const LATE_MS = 30_000;
/** Who goes from one to the next has the page asked for once, when standing still. */
const STILL_MS = 300;

/** Has the page that the server drew drawn anew, whatever is picked on it meanwhile. */
export function refreshPage(router: { refresh(): void }): void {
  // The browser's way back changes the address, too.
  if (!asked) window.addEventListener('popstate', addressHasChanged);
  asked = { again: () => router.refresh(), at: Date.now() };
  router.refresh();
}

/** To be called when a page that the server drew is there. */
export function pageHasCome(): void {
  asked = null;
  clearTimeout(timer);
  window.removeEventListener('popstate', addressHasChanged);
}

/** To be called when the address was changed. */
export function addressHasChanged(): void {
  if (!asked || Date.now() - asked.at > LATE_MS) return;
  clearTimeout(timer);
  timer = setTimeout(() => asked?.again(), STILL_MS);
}
