import { toast } from 'sonner';
import { call } from '@/client/call';
import type { EvidenceScheme } from '@/core/classify';
import { isSame } from '@/core/edits';
import type { Sieve } from '@/core/sieve';

/** Milliseconds after which a change is saved. */
const SAVE_AFTER = 120;
/** And after which it is offered again to a server that did not answer. */
const AGAIN_MS = 5000;
const MOST_STEPS = 50;

/** The sieve as a page was given it. */
export interface GivenSieve {
  sieve: Sieve;
  /** Raised by every save. */
  edit: number;
  version: number;
  versionEdited: boolean;
  /** What its limiters on levels are written in. */
  scheme: Pick<EvidenceScheme, 'id' | 'levels'>;
}

export interface DraftState {
  sieve: Sieve;
  saving: 'saved' | 'saving' | 'failed';
  canUndo: boolean;
  canRedo: boolean;
  /** Of the columns, as the last save found them. */
  revision: number;
  version: number;
  versionEdited: boolean;
}

/** Codes of answers that say nothing of what was sent. */
const UNANSWERED: ReadonlySet<string> = new Set(['no-answer', 'try-again']);

/** What became of a save: refused for what the sieve is, which was said, or not answered at all. */
type Became = 'saved' | 'refused' | 'unanswered';

/**
 * The working sieve: changed at once, saved behind it, undone step by step. Saves go out one after another, so that
 * a quick second change is never refused as somebody else's.
 */
export class SieveDraft {
  private state: DraftState;
  private edit: number;
  private past: Sieve[] = [];
  private future: Sieve[] = [];
  private wanted: Sieve | null = null;
  private busy = false;
  /** The last save was refused for what the sieve is. */
  private refused = false;
  /** What was sent since the server last answered: it may have been saved. */
  private unanswered: Sieve[] = [];
  private scheme: string;
  private readonly listeners = new Set<() => void>();

  constructor(
    private readonly reviewId: string,
    { sieve, edit, version, versionEdited, scheme }: GivenSieve,
  ) {
    this.edit = edit;
    this.scheme = schemeKey(scheme);
    this.state = { sieve, saving: 'saved', canUndo: false, canRedo: false, revision: 0, version, versionEdited };
  }

  readonly get = (): DraftState => this.state;
  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  /** Something waits to be saved, or is being saved. */
  isOpen = (): boolean => this.busy || this.wanted !== null;

  /** A later page was given this. @returns whether the draft goes on there: what was given is no newer than it */
  meets({ edit, version, versionEdited, scheme }: GivenSieve): boolean {
    if (this.isOpen()) return true;
    // What was refused is not taken along, nor steps that may be written in another scheme.
    if (this.edit < edit || this.refused || this.scheme !== schemeKey(scheme)) return false;
    if (this.edit > edit) return true;
    // Listeners are not called: this runs while React renders the next screen, when no state may be set.
    if (version >= this.state.version) this.state = { ...this.state, version, versionEdited };
    return true;
  }

  /** The page that it is open on was drawn anew with this: what somebody else saved takes its place, unless it is being changed here. */
  readonly follow = (given: GivenSieve) => {
    const { sieve, edit, version, versionEdited } = given;
    if (this.isOpen() || this.refused || edit < this.edit) return;
    if (edit > this.edit) {
      this.edit = edit;
      this.scheme = schemeKey(given.scheme);
      [this.past, this.future] = [[], []];
      if (!isSame(sieve, this.state.sieve)) toast('The sieve was changed elsewhere. It is shown as it is now.');
      this.set({ sieve, version, versionEdited });
    } else if (version >= this.state.version) this.set({ version, versionEdited });
  };

  readonly change = (next: Sieve) => {
    this.past = [...this.past.slice(1 - MOST_STEPS), this.state.sieve];
    this.future = [];
    this.put(next);
  };

  readonly undo = () => {
    const last = this.past.pop();
    if (!last) return;
    this.future.push(this.state.sieve);
    this.put(last);
  };

  readonly redo = () => {
    const next = this.future.pop();
    if (!next) return;
    this.past.push(this.state.sieve);
    this.put(next);
  };

  readonly setVersionEdited = (versionEdited: boolean) => this.set({ versionEdited });

  /** Resolves when nothing waits to be saved any more. */
  readonly settled = async () => {
    while (this.isOpen()) await new Promise((resolve) => setTimeout(resolve, 30));
  };

  /** Saves the sieve as it is as the next version. @returns its number, or null when that failed, which was said */
  readonly freeze = async (note: string): Promise<number | null> => {
    const frozen = await call(this.reviewId, 'freeze-sieve', { note });
    if (!frozen.ok) {
      toast.error(frozen.message);
      return null;
    }
    this.set({ version: frozen.version, versionEdited: false });
    return frozen.version;
  };

  private put(next: Sieve) {
    this.wanted = next;
    this.set({ sieve: next, saving: 'saving' });
    // After the counts: they are what one waits for.
    setTimeout(() => void this.flush(), SAVE_AFTER);
  }

  private async flush() {
    if (this.busy || !this.wanted) return;
    this.busy = true;
    this.set({ saving: 'saving' });
    let became: Became = 'saved';
    while (this.wanted && became === 'saved') became = await this.save(this.wanted);
    this.busy = false;
    this.set({ saving: became === 'saved' ? 'saved' : 'failed' });
    if (!this.wanted) return;
    if (became === 'unanswered') setTimeout(() => void this.flush(), AGAIN_MS);
    else void this.flush();
  }

  private async save(next: Sieve): Promise<Became> {
    this.wanted = null;
    this.refused = false;
    const result = await call(this.reviewId, 'save-sieve', { sieve: next, seenEdit: this.edit });
    const sent = this.unanswered;
    this.unanswered = [];
    if (result.ok) {
      this.edit = result.edit;
      this.set({ versionEdited: result.versionEdited, revision: result.revision });
      return 'saved';
    }
    if (UNANSWERED.has(result.code)) {
      this.wanted ??= next;
      this.unanswered = [...sent, next];
      if (sent.length === 0)
        toast.error('The sieve was not saved: the server did not answer. It is kept here and saved as soon as it does.');
      return 'unanswered';
    }
    // What is there instead was sent from here, and the answer to that never came.
    if ('current' in result && sent.some((own) => isSame(own, result.current.sieve))) {
      this.edit = result.current.edit;
      this.set({ versionEdited: true });
      if (!isSame(result.current.sieve, next)) this.wanted ??= next;
      return 'saved';
    }
    toast.error(result.message);
    if (!('current' in result)) {
      this.refused = true;
      return 'refused';
    }
    // Their sieve takes the place of ours, and with it what could be undone.
    this.wanted = null;
    this.past = [];
    this.future = [];
    this.edit = result.current.edit;
    this.set({ sieve: result.current.sieve, versionEdited: true });
    return 'saved';
  }

  private set(part: Partial<DraftState>) {
    this.state = { ...this.state, ...part, canUndo: this.past.length > 0, canRedo: this.future.length > 0 };
    for (const listener of this.listeners) listener();
  }
}

const schemeKey = ({ id, levels }: GivenSieve['scheme']): string => JSON.stringify([id, levels.map((l) => l.code)]);

const drafts = new Map<string, SieveDraft>();

/**
 * The draft of a review, which goes along from screen to screen: the next screen's page can be older than a change
 * that was made just before it was left.
 */
export function draftOf(reviewId: string, given: GivenSieve): SieveDraft {
  // On the server, modules serve many people.
  if (typeof window === 'undefined') return new SieveDraft(reviewId, given);
  const known = drafts.get(reviewId);
  if (known?.meets(given)) return known;
  const fresh = new SieveDraft(reviewId, given);
  drafts.set(reviewId, fresh);
  return fresh;
}
