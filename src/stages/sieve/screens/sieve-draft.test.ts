import { jest } from '@jest/globals';
import { OCEBM_2011 } from '@/core/classify';
import type { Limiter } from '@/core/sieve';
import { said } from '@/testing/doubles/sonner';
import { draftOf, type GivenSieve } from './sieve-draft';

const limiter = (id: string): Limiter => ({
  ...{ id, name: id, test: { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] }, evidence: 'stated', whenUnknown: 'hold' },
  ...{ rationale: '', on: true },
});
const [a, b, c] = [limiter('a'), limiter('b'), limiter('c')];

/** A server that holds one sieve and takes its time. */
class Server {
  edit = 3;
  names = '';
  /** Refuses the next save for what it is. */
  refuses = false;
  /** At first what somebody else saved. */
  private held: Limiter[] = [c];
  private waiting: ((line: 'whole' | 'cut' | 'cut later') => void)[] = [];
  answer = () => this.waiting.shift()!('whole');
  /** The line is cut: before what was sent has come, or before the answer to it has. */
  cut = (when: 'cut' | 'cut later') => this.waiting.shift()!(when);
  fetch = async (_url: string, { body }: { body: string }) => {
    const line = await new Promise((resolve) => this.waiting.push(resolve));
    if (line === 'cut') throw new TypeError('Failed to fetch');
    const { sieve, seenEdit } = JSON.parse(body) as { sieve: Limiter[]; seenEdit: number };
    const current = { edit: this.edit, sieve: this.held };
    const ok = seenEdit === this.edit && !this.refuses;
    if (ok) {
      this.edit++;
      this.names = sieve.map((l) => l.name).join('');
      this.held = sieve;
    }
    if (line === 'cut later') throw new TypeError('Failed to fetch');
    if (this.refuses) return { json: async () => ({ ok: false, code: 'unknown-code', message: 'There is no such value.' }) };
    const answer = ok
      ? { ok, edit: this.edit, versionEdited: true, revision: 1, stale: ['sieve'], queued: false, followed: [] }
      : { ok, code: 'changed-meanwhile', message: 'Somebody else changed it.', current };
    return { json: async () => answer };
  };
  /** Until a save has arrived here. */
  arrived = async () => {
    while (this.waiting.length === 0) await new Promise((done) => setTimeout(done, 10));
  };
}

let server: Server;
let review = 0;
beforeEach(() => {
  server = new Server();
  review++;
  Object.assign(globalThis, { window: new EventTarget(), fetch: server.fetch });
});
afterEach(() => void Reflect.deleteProperty(globalThis, 'window'));
const open = (sieve: Limiter[], edit: number, version = 1, scheme: GivenSieve['scheme'] = OCEBM_2011) =>
  draftOf(`review ${review}`, { sieve, edit, version, versionEdited: false, scheme });
const names = (draft: ReturnType<typeof open>) =>
  draft
    .get()
    .sieve.map((l) => l.name)
    .join('');

test('a screen that was drawn before a change was saved goes on with the change', async () => {
  const draft = open([a], 3);
  draft.change([a, b]);
  // Left at once: the next screen's page is of before.
  const next = open([a], 3);
  expect(names(next)).toBe('ab');
  await server.arrived();
  server.answer();
  await next.settled();
  expect([server.names, next.get().saving]).toEqual(['ab', 'saved']);
  // A page that was kept from before the save is older too.
  const later = open([a], 3);
  expect(names(later)).toBe('ab');
  later.change([a, b, c]);
  await server.arrived();
  server.answer();
  await later.settled();
  expect(server.names).toBe('abc');
  later.undo();
  expect(names(later)).toBe('ab');
  later.undo();
  expect([names(later), later.get().canUndo, later.get().canRedo]).toEqual(['a', false, true]);
  await server.arrived();
  server.answer();
  await later.settled();
  expect(server.names).toBe('a');
});

test('a page that knows more begins anew; of the same it takes the version', () => {
  const draft = open([a], 3);
  expect(open([a], 3, 2)).toBe(draft);
  expect(draft.get().version).toBe(2);
  expect(names(open([b], 5))).toBe('b');
  expect(open([b], 5).get().canUndo).toBe(false);
});

test('what was refused stays on its screen, and is not taken along; nor are steps into another scheme', async () => {
  const draft = open([a], 3);
  server.refuses = true;
  draft.change([a, b]);
  await server.arrived();
  server.answer();
  await draft.settled();
  expect([names(draft), draft.get().saving]).toEqual(['ab', 'failed']);
  expect([names(open([a], 3)), open([a], 3).get().saving]).toEqual(['a', 'saved']);
  server.refuses = false;
  const next = open([a], 3);
  next.change([]);
  await server.arrived();
  server.answer();
  await next.settled();
  expect(open([], 4).get().canUndo).toBe(true);
  expect(open([], 4, 1, { ...OCEBM_2011, id: 'other' }).get().canUndo).toBe(false);
});

test("somebody else's sieve takes the place of ours, and changes after it are saved", async () => {
  const draft = open([a], 2);
  draft.change([a, b]);
  await server.arrived();
  server.answer();
  await draft.settled();
  expect([names(draft), draft.get().canUndo, draft.get().versionEdited]).toEqual(['c', false, true]);
  draft.change([c, a]);
  await server.arrived();
  server.answer();
  await draft.settled();
  expect(server.names).toBe('ca');
});

describe('a page that is drawn anew while its sieve is in use', () => {
  const given = (sieve: Limiter[], edit: number, version = 1, versionEdited = true): GivenSieve => ({
    ...{ sieve, edit, version, versionEdited, scheme: OCEBM_2011 },
  });
  beforeEach(() => {
    said.length = 0;
  });

  test('what somebody else saved takes its place, is said, and is changed on from there', async () => {
    const draft = open([a], 3);
    draft.change([a, b]);
    await server.arrived();
    server.answer();
    await draft.settled();
    let heard = 0;
    draft.subscribe(() => heard++);
    server.edit = 5;
    draft.follow(given([c], 5, 2));
    expect([names(draft), draft.get().version, draft.get().versionEdited, draft.get().canUndo, heard]).toEqual(['c', 2, true, false, 1]);
    expect(said).toHaveLength(1);
    draft.change([c, a]);
    await server.arrived();
    server.answer();
    await draft.settled();
    expect([server.names, draft.get().saving, said.length]).toEqual(['ca', 'saved', 1]);
  });

  test('one that is older, or of the same sieve, changes nothing that was done here', async () => {
    const draft = open([a], 3);
    draft.change([a, b]);
    draft.follow(given([c], 9));
    expect(names(draft)).toBe('ab');
    await server.arrived();
    server.answer();
    await draft.settled();
    draft.follow(given([a], 3));
    expect([names(draft), draft.get().canUndo, said.length]).toEqual(['ab', true, 0]);
    draft.follow(given([a, b], 4, 2, false));
    expect([names(draft), draft.get().canUndo, draft.get().version, draft.get().versionEdited]).toEqual(['ab', true, 2, false]);
    draft.follow(given([a, b], 4, 1, true));
    expect([draft.get().version, draft.get().versionEdited]).toEqual([2, false]);
  });

  test('what was refused stays to be mended', async () => {
    const draft = open([a], 3);
    server.refuses = true;
    draft.change([a, b]);
    await server.arrived();
    server.answer();
    await draft.settled();
    draft.follow(given([c], 5));
    expect([names(draft), draft.get().saving]).toEqual(['ab', 'failed']);
  });
});

describe('where the server does not answer', () => {
  beforeEach(() => {
    jest.useFakeTimers();
    said.length = 0;
  });
  afterEach(() => void jest.useRealTimers());
  const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

  test('a change is kept, taken along to the next screen, and saved as soon as it does; that is said once', async () => {
    const draft = open([a], 3);
    draft.change([a, b]);
    await pass(200);
    for (let i = 0; i < 3; i++) {
      server.cut('cut');
      await pass(10);
      expect([names(draft), draft.get().saving, draft.isOpen(), said.length]).toEqual(['ab', 'failed', true, 1]);
      expect(open([a], 3)).toBe(draft);
      await pass(5000);
    }
    server.answer();
    await pass(10);
    expect([server.names, draft.get().saving, draft.isOpen()]).toEqual(['ab', 'saved', false]);
    await pass(60_000);
    expect(server.edit).toBe(4);
  });

  test('what was changed since is saved in its place', async () => {
    const draft = open([a], 3);
    draft.change([a, b]);
    await pass(200);
    server.cut('cut');
    await pass(10);
    draft.change([b]);
    await pass(200);
    server.answer();
    await pass(20_000);
    expect([server.names, server.edit, draft.get().saving]).toEqual(['b', 4, 'saved']);
  });

  test('a change that was saved, and whose answer was lost, is nobody else’s', async () => {
    const draft = open([a], 3);
    draft.change([a, b]);
    await pass(200);
    server.cut('cut later');
    await pass(5200);
    server.answer();
    await pass(10);
    expect([names(draft), draft.get().saving, draft.get().canUndo, said.length]).toEqual(['ab', 'saved', true, 1]);
    draft.undo();
    await pass(200);
    server.answer();
    await pass(10);
    expect([server.names, server.edit]).toEqual(['a', 5]);
  });

  test.each([1, 2])(
    'nor is it where something else was changed meanwhile, and %i answers were lost: that is saved after it',
    async (lost) => {
      const draft = open([a], 3);
      draft.change([a, b]);
      await pass(200);
      server.cut('cut later');
      await pass(10);
      for (let i = 1; i < lost; i++) {
        draft.change([b, a]);
        await pass(200);
        server.cut('cut');
        await pass(10);
      }
      draft.change([b]);
      await pass(200);
      // Refused, since the first was saved; then saved upon that.
      server.answer();
      await pass(10);
      server.answer();
      await pass(10);
      expect([names(draft), server.names, draft.get().saving, draft.get().canUndo, said.length]).toEqual(['b', 'b', 'saved', true, 1]);
    },
  );
});
