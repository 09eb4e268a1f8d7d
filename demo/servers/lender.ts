import { aPdf } from '@/testing/a-pdf';

const REFUSALS = ['It is lent until the end of next month.', 'It is too fragile to be copied.', 'We do not hold this volume.'];

interface Taken {
  at: number;
  days: number;
  refused: string;
  title: string;
  by: string;
}

/** A library that lends, whose days are short: its answers take from one of them to seven. It takes an OpenURL, promises a day, and sends a PDF or refuses after some of its days. */
export class Lender {
  private readonly taken = new Map<string, Taken>();
  constructor(private readonly dayMs: number) {}

  /** @returns the answer, as JSON */
  take(fields: URLSearchParams, today: Date): string {
    const title = fields.get('rft.atitle') ?? fields.get('rft.btitle') ?? '';
    const n = this.taken.size + 1;
    const request = `R-${String(n).padStart(6, '0')}`;
    const drawn = [...title].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) >>> 0, 7);
    const days = 1 + (drawn % 7);
    const refused = drawn % 4 === 0 ? REFUSALS[(drawn >>> 3) % REFUSALS.length]! : '';
    this.taken.set(request, { at: Date.now(), days, refused, title, by: fields.get('rft.aulast') ?? '' });
    const promised = new Date(today.getTime() + 5 * 86_400_000).toISOString().slice(0, 10);
    return JSON.stringify({ request, promised });
  }

  /** How a request stands, as JSON; null for one that it does not know. */
  stands(request: string): string | null {
    const own = this.taken.get(request);
    if (!own) return null;
    if (Date.now() - own.at < own.days * this.dayMs) return JSON.stringify({ state: 'promised' });
    return JSON.stringify(own.refused ? { state: 'refused', why: own.refused } : { state: 'sent' });
  }

  pdf(request: string): Buffer | null {
    const own = this.taken.get(request);
    if (!own || own.refused || Date.now() - own.at < own.days * this.dayMs) return null;
    const plain = (text: string) => text.replace(/[^ -~]/g, '-').replace(/(.{1,80})(?:\s|$)/g, '$1\n');
    return aPdf([
      plain(`${own.title}. ${own.by}. Sent by the lending library for the use of one reader.`),
      plain('The text of the work stands here.'),
    ]);
  }
}

const escaped = (text: string) => text.replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!);

/** The page of the stand-in resolver: what it was asked for, and what can be done. */
export function resolverPage(fields: URLSearchParams): string {
  const shown = [...fields].filter(([name, value]) => name.startsWith('rft.') && value.trim());
  const rows = shown.map(([name, value]) => `<tr><th>${escaped(name.slice(4))}</th><td>${escaped(value)}</td></tr>`).join('');
  const number = fields.get('rft.issn') ?? fields.get('rft.isbn');
  const way = number
    ? `The shelf list is asked for ${escaped(number)}.`
    : 'It has no number by which the shelf list could be asked: look by its title, or ask another library.';
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>College library: the way to a text</title>
<style>body{font:16px/1.5 serif;max-width:44rem;margin:3rem auto;padding:0 1rem}th{text-align:left;padding-right:1.5rem;font-weight:normal;color:#555;vertical-align:top}</style>
<h1>College library: the way to a text</h1><p>A stand-in for a library’s resolver. You came from a review and look for:</p><table>${rows}</table><p>${way}</p></html>`;
}
