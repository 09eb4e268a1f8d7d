/** A request that reached the server of a test, to be answered when the test wants. */
export interface Waiting {
  /** `do/decide`, `ask/work`. */
  what: string;
  input: unknown;
  /** Questions that came along with a command. */
  follows: { ask: string; input: unknown }[];
  answer(said: object): void;
  /** The line is cut: no answer comes. */
  cut(): void;
}

/** Takes the place of `fetch`: every request waits until the test answers it. */
export class AServer {
  readonly waiting: Waiting[] = [];
  /** Every request that ever came, in order. */
  readonly came: string[] = [];

  constructor() {
    globalThis.fetch = ((address: string, request?: RequestInit) => this.receive(address, request)) as typeof fetch;
  }

  private receive(address: string, request?: RequestInit): Promise<Response> {
    const url = new URL(address, 'http://server.test');
    const what = url.pathname.split('/').slice(4).join('/');
    this.came.push(what);
    const text = typeof request?.body === 'string' ? request.body : (url.searchParams.get('input') ?? '{}');
    return new Promise((done, fail) => {
      const waiting: Waiting = {
        what,
        input: JSON.parse(text),
        follows: JSON.parse(url.searchParams.get('then') ?? '[]'),
        answer: (said) => {
          this.waiting.splice(this.waiting.indexOf(waiting), 1);
          done({ json: async () => said } as Response);
        },
        cut: () => {
          this.waiting.splice(this.waiting.indexOf(waiting), 1);
          fail(new TypeError('Failed to fetch'));
        },
      };
      this.waiting.push(waiting);
    });
  }

  /** The request for this that waits; null when there is none. */
  next = (what: string): Waiting | null => this.waiting.find((w) => w.what === what) ?? null;

  /** Waits until a request for this has come. */
  async arrived(what: string): Promise<Waiting> {
    for (let i = 0; i < 200; i++) {
      const found = this.next(what);
      if (found) return found;
      await new Promise((later) => setTimeout(later, 5));
    }
    throw new Error(`nobody asked for ${what}; what waits: ${this.waiting.map((w) => w.what).join(', ')}`);
  }
}

/** A command's answer as the dispatcher gives it. */
export const done = (own: object, more: { stale?: string[]; followed?: object[]; queued?: boolean } = {}) => ({
  ...{ ok: true, stale: [], followed: [], queued: false },
  ...own,
  ...more,
});
