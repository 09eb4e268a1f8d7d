/**
 * A page that is being asked for anew, until it has come. Next drops it, and never asks again, when the address changes
 * meanwhile, and at worst leaves it for the same page loaded afresh: changes of the address wait until it is here. Who
 * does not wait has it asked for once more.
 */
let asked: { again: () => void; at: number } | null = null;
let timer: ReturnType<typeof setTimeout> | undefined;

/** After so long a page has come, or will not. */
const LATE_MS = 30_000;
/** Who goes from one to the next has the page asked for once, when standing still. */
const STILL_MS = 300;

/** What waits for the page, and since when. */
let waiting: (() => void)[] = [];
let since = 0;
/** The router is done with a page a moment after that was drawn. */
const DONE_MS = 50;
let release: ReturnType<typeof setTimeout> | undefined;

const isOnItsWay = () => asked !== null && Date.now() - asked.at < LATE_MS;

/** Does something at once, or when the page that is on its way has come; in the order in which it was asked for. */
export function whenPageIsHere(act: () => void): void {
  if (isOnItsWay() || waiting.length > 0) {
    if (waiting.length === 0) since = Date.now();
    waiting.push(act);
    releaseLater();
  } else act();
}
/** Whether something waits. */
export const isWaited = (): boolean => waiting.length > 0;

function releaseLater() {
  clearTimeout(release);
  const mayWait = since + LATE_MS - Date.now();
  release = setTimeout(letGo, isOnItsWay() && mayWait > 0 ? mayWait : DONE_MS);
}
function letGo() {
  // Another may have been asked for since.
  if (isOnItsWay() && Date.now() - since < LATE_MS) {
    releaseLater();
    return;
  }
  const acts = waiting;
  waiting = [];
  for (const act of acts) act();
}

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
  if (waiting.length > 0) releaseLater();
  window.removeEventListener('popstate', addressHasChanged);
}

/** To be called when the address was changed. */
export function addressHasChanged(): void {
  if (!isOnItsWay()) return;
  clearTimeout(timer);
  timer = setTimeout(() => asked?.again(), STILL_MS);
}
