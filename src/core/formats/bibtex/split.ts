import { MAX_ENTRY_CHARS, type TextBlock } from '../entry';

export interface BibtexPiece {
  /** `@string`, `@comment`, `@preamble`, an entry, or text that stands outside any. */
  kind: 'entry' | 'string' | 'comment' | 'preamble' | 'stray';
  text: string;
  line: number;
  closed: boolean;
  tooLong: boolean;
  valid: boolean;
}

const OPENS = /@\s*([A-Za-z]+)\s*([{(])/g;

/**
 * Cuts BibTeX into its pieces by counting braces, so that a broken entry costs no other: an entry that is not closed
 * where a line begins with the next "@type{" ends there.
 */
export class BibtexPieces {
  private held = '';
  private number = 1;
  private valid = true;
  private searched = 0;
  private open: { kind: BibtexPiece['kind']; dropped: boolean } | null = null;
  private depth = 0;

  push({ text, valid }: TextBlock): BibtexPiece[] {
    this.valid &&= valid;
    this.held += text;
    const done: BibtexPiece[] = [];
    while (this.open ? this.toClose(done) : this.toOpen(done));
    return done;
  }

  end(): BibtexPiece[] {
    const done: BibtexPiece[] = [];
    if (this.open && !this.open.dropped) done.push(this.piece(this.open.kind, this.held.trimEnd(), false));
    else if (!this.open) this.stray(this.held, done);
    this.held = '';
    this.open = null;
    return done;
  }

  private toOpen(done: BibtexPiece[]): boolean {
    OPENS.lastIndex = 0;
    const found = OPENS.exec(this.held);
    if (!found) {
      if (this.held.length > MAX_ENTRY_CHARS) {
        this.stray(this.held, done);
        this.take(this.held.length);
      }
      return false;
    }
    this.stray(this.held.slice(0, found.index), done);
    this.take(found.index);
    const name = found[1]!.toLowerCase();
    this.open = { kind: name === 'string' || name === 'comment' || name === 'preamble' ? name : 'entry', dropped: false };
    this.searched = found[0].length;
    this.depth = 1;
    return true;
  }

  /** Finds the brace or bracket that closes what is open. */
  private toClose(done: BibtexPiece[]): boolean {
    const text = this.held;
    for (let at = this.searched; at < text.length; at++) {
      const c = text.charCodeAt(at);
      if (c === 92) at++;
      else if (c === 123 || (c === 40 && this.depth === 0)) this.depth++;
      else if (c === 125 || (c === 41 && this.depth === 1 && text[this.openAt()] === '(')) {
        if (--this.depth === 0) return this.close(at + 1, true, done);
      } else if (c === 64 && text.charCodeAt(at - 1) === 10 && /^@[A-Za-z]+\s*[{(]/.test(text.slice(at, at + 60))) {
        return this.close(at, false, done);
      }
    }
    this.searched = text.length;
    if (text.length > MAX_ENTRY_CHARS) {
      if (!this.open!.dropped) done.push({ ...this.piece(this.open!.kind, text.slice(0, 2000), true), tooLong: true });
      this.open!.dropped = true;
      this.take(text.length);
    }
    return false;
  }

  private openAt(): number {
    return this.held.search(/[{(]/);
  }

  private close(end: number, closed: boolean, done: BibtexPiece[]): boolean {
    if (!this.open!.dropped) done.push(this.piece(this.open!.kind, this.held.slice(0, end).trimEnd(), closed));
    this.take(end);
    this.open = null;
    return true;
  }

  private take(chars: number) {
    for (let at = this.held.indexOf('\n'); at >= 0 && at < chars; at = this.held.indexOf('\n', at + 1)) this.number++;
    this.held = this.held.slice(chars);
    this.searched = 0;
    this.valid = true;
  }

  /** BibTeX takes what stands between entries as a remark; only what looks like the rest of an entry is told. */
  private stray(text: string, done: BibtexPiece[]) {
    if (!/^\s*[A-Za-z_-]+\s*=\s*["{\d]/m.test(text)) return;
    const before = text.slice(0, text.search(/\S/)).split('\n').length - 1;
    done.push({ ...this.piece('stray', text.trim().slice(0, MAX_ENTRY_CHARS), true), line: this.number + before });
  }

  private piece(kind: BibtexPiece['kind'], text: string, closed: boolean): BibtexPiece {
    return { kind, text, line: this.number, closed, tooLong: false, valid: this.valid };
  }
}
