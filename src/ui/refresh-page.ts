/**
 * A page that is being asked for anew, until the router is done with it. Next drops it, and never asks again, when the
 * address changes meanwhile, and at worst leaves it for the same page loaded afresh: changes of the address wait until it
 * is here. Who does not wait has it asked for once more. Next also loads a page afresh when two are on their way together
 * and the address was changed since the page was drawn: they are asked for one after another.
 */
interface Asked {
  at: number;
  router: Router;
  /** The address has changed meanwhile, so that it may have been dropped. */
  dropped: boolean;
  /** What it shows has changed meanwhile. */
  outdated: boolean;
}
interface Router {
  refresh(): void;
}
let asked: Asked | null = null;
/** A page that was dropped, or was outdated when it came: to be asked for once more. */
let again: { router: Router; timer: ReturnType<typeof setTimeout> } | null = null;

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

type Transition = (act: () => void) => void;
let transition: Transition | null = null;

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
  addressFirst();
}
/** Does what waits: Next drops a page that a link leads to when the address changes before that is here. */
function addressFirst() {
  clearTimeout(release);
  const acts = waiting;
  waiting = [];
  for (const act of acts) act();
}
function onClick(event: MouseEvent) {
  const elsewhere = event.button !== 0 || event.ctrlKey || event.metaKey || event.shiftKey || event.altKey;
  if (!elsewhere && event.target instanceof Element && event.target.closest('a[href]')) addressFirst();
}

type Scrolling = { scroll?: boolean };
/** Leads to another address, once this one says what was picked here. */
export function leadTo(router: { push(href: string, options?: Scrolling): void }, href: string, options?: Scrolling): void {
  addressFirst();
  router.push(href, options);
}
/** As before, for an address that takes the place of this one. */
export function leadOverTo(router: { replace(href: string): void }, href: string): void {
  addressFirst();
  router.replace(href);
}

/** Has the page that the server drew drawn anew, whatever is picked on it meanwhile. */
export function refreshPage(router: Router): void {
  forgetAgain();
  // Nobody follows what comes outside the frame of a review: it is asked for, no more.
  if (!transition) {
    router.refresh();
    return;
  }
  if (asked && isOnItsWay()) {
    asked.outdated = true;
    return;
  }
  // The browser's way back changes the address, too.
  window.addEventListener('popstate', addressHasChanged);
  asked = { router, at: Date.now(), dropped: false, outdated: false };
  transition(() => router.refresh());
}

/**
 * To be called by what says when the router is done: with the transition in which pages are to be asked for.
 * @returns what ends it
 */
export function followPages(through: Transition): () => void {
  transition = through;
  document.addEventListener('click', onClick, true);
  return () => {
    document.removeEventListener('click', onClick, true);
    if (transition !== through) return;
    transition = null;
    pagesAreDone();
    forgetAgain();
  };
}

/** To be called when the router is done with what was asked for: it is there, or was dropped. */
export function pagesAreDone(): void {
  const was = asked;
  asked = null;
  window.removeEventListener('popstate', addressHasChanged);
  // The address goes first where it waits.
  if (was?.dropped || was?.outdated) askAgain(was.router, was.dropped || waiting.length > 0 ? STILL_MS : 0);
  if (waiting.length > 0) releaseLater();
}

/** To be called when the address was changed. */
export function addressHasChanged(): void {
  if (asked) asked.dropped = true;
  else if (again) askAgain(again.router, STILL_MS);
}

function askAgain(router: Router, after: number) {
  forgetAgain();
  again = { router, timer: setTimeout(() => refreshPage(router), after) };
}
function forgetAgain() {
  if (again) clearTimeout(again.timer);
  again = null;
}
