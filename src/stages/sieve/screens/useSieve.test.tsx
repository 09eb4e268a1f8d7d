/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import type { EngineState } from '@/client/useEngine';
import { OCEBM_2011 } from '@/core/classify';
import { type Funnel, LEFT, type Limiter, NOT_READ, type Override, type Sieve, STOPPED } from '@/core/sieve';
import { AServer } from '@/testing/a-server';
import { said } from '@/testing/doubles/sonner';
import type { SieveProps } from './useSieve';

/** A run that reached the engine, to be done when the test wants. */
interface Run {
  sieve: Sieve;
  overrides: readonly Override[];
  done(through: number): Promise<void>;
}
/** An engine that counts when it is told to, and asks for what it was not told of texts. */
class AnEngine {
  readonly runs: Run[] = [];
  readonly told = new Map<string, Uint8Array>();
  run = (sieve: Sieve, _asOf: number, overrides: readonly Override[]) =>
    new Promise<Funnel>((give) => {
      this.runs.push({ sieve, overrides, done: (through) => act(async () => give({ through, held: 0 } as Funnel)) });
    });
  missing = async (sieve: Sieve) => sieve.map((l) => JSON.stringify(l.test)).filter((key) => !this.told.has(key));
  answer = async (key: string, bytes: Uint8Array) => void this.told.set(key, bytes);
}

let state: EngineState;
/** The revision that the engine was asked for last. */
let wanted: number;
jest.unstable_mockModule('@/client/useEngine', () => ({
  useEngine: (_review: string, revision: number) => {
    wanted = revision;
    return state;
  },
}));
const { useSieve } = await import('./useSieve');

let engine: AnEngine;
let server: AServer;
let review = 0;
beforeEach(() => {
  engine = new AnEngine();
  state = { state: 'ready', engine: engine as never, databases: ['b', 'a'], revision: 7 };
  server = new AServer();
  said.length = 0;
  review++;
});

const refereed: Limiter = {
  ...{ id: 'refereed', name: 'Refereed', test: { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] } },
  ...{ evidence: 'stated', whenUnknown: 'hold', rationale: '', on: true },
};
const adults: Limiter = { ...refereed, id: 'adults', name: 'Adults', test: { kind: 'heading', headings: ['Adult'] } };
const word = (work: number, fate: Override['fate'] = LEFT): Override => ({ work, limiters: ['refereed'], fate });
const page = (more: Partial<SieveProps> = {}): SieveProps => ({
  ...{ reviewId: `review ${review}`, revision: 7, sieve: [refereed], edit: 1, asOf: 20_000, scheme: OCEBM_2011, version: 1 },
  ...{ versionEdited: false, spoken: { overrides: [], last: 0 }, quotas: [] },
  databases: ['a', 'b'].map((id) => ({ id, tag: id, name: id })),
  ...more,
});
const open = async (first: SieveProps) => {
  const hook = renderHook(({ props }) => useSieve(props), { initialProps: { props: first } });
  await act(async () => {});
  return {
    now: () => hook.result.current,
    draw: (props: SieveProps) => act(async () => hook.rerender({ props })),
  };
};
const lastRun = () => engine.runs.at(-1)!;

test('the figures are those of the sieve that ran last, and an older run that ends later is not shown', async () => {
  const screen = await open(page());
  expect([screen.now().funnel, screen.now().ran]).toEqual([null, 0]);
  await lastRun().done(5);
  expect([screen.now().funnel!.through, screen.now().ran]).toEqual([5, 1]);
  await act(async () => screen.now().draft.change([]));
  // Until it has run, the figures before are shown, and nobody asks the engine for more.
  expect([screen.now().funnel!.through, screen.now().ran]).toEqual([5, 0]);
  const empty = lastRun();
  await act(async () => screen.now().draft.change([refereed, adults].slice(0, 1)));
  await lastRun().done(6);
  await empty.done(9);
  expect([screen.now().funnel!.through, screen.now().ran]).toEqual([6, 2]);
  // Databases as the columns have them.
  expect(screen.now().databases.map((d) => d.id)).toEqual(['b', 'a']);
});

test('what limiters ask of texts is asked of the server once, and works that were not reached are told by the limiter', async () => {
  const screen = await open(page({ sieve: [adults] }));
  const asked = await server.arrived('ask/ask-text');
  expect(asked.input).toEqual({ test: adults.test, revision: 7 });
  expect(engine.runs).toHaveLength(0);
  await act(async () => asked.answer({ ok: true, bytes: btoa(String.fromCharCode(1, NOT_READ, NOT_READ, 0)) }));
  await lastRun().done(1);
  expect(screen.now().late).toEqual([{ name: 'Adults', works: 2 }]);
  await act(async () => screen.now().draft.change([{ ...adults, on: false }]));
  expect([screen.now().late, server.waiting.filter((w) => w.what === 'ask/ask-text')]).toEqual([[], []]);
});

test('texts that cannot be asked are said, and what was counted before stays', async () => {
  const screen = await open(page());
  await lastRun().done(5);
  await act(async () => screen.now().draft.change([adults]));
  const asked = await server.arrived('ask/ask-text');
  await act(async () => asked.answer({ ok: false, code: 'too-soon', message: 'The works are not classified yet.' }));
  expect(said).toEqual(['error: The sieve could not be run: The works are not classified yet.']);
  expect([screen.now().funnel!.through, screen.now().ran]).toEqual([5, 0]);
});

describe('words on single works', () => {
  test('what somebody else said comes with a page that is drawn anew', async () => {
    const screen = await open(page());
    await lastRun().done(5);
    await screen.draw(page({ spoken: { overrides: [word(3)], last: 1 } }));
    expect(lastRun().overrides).toEqual([word(3)]);
    await lastRun().done(6);
    expect(screen.now().funnel!.through).toBe(6);
  });

  test('what was said here is not taken back by a page from before it, but by one that knows more', async () => {
    const screen = await open(page());
    await act(async () => screen.now().say({ overrides: [word(3)], last: 4 }));
    expect(lastRun().overrides).toEqual([word(3)]);
    expect(screen.now().draft.versionEdited).toBe(true);
    const runs = engine.runs.length;
    await screen.draw(page({ spoken: { overrides: [word(2)], last: 3 } }));
    expect([screen.now().overrides, engine.runs.length]).toEqual([[word(3)], runs]);
    await screen.draw(page({ spoken: { overrides: [word(3), word(5, STOPPED)], last: 5 } }));
    expect(lastRun().overrides).toEqual([word(3), word(5, STOPPED)]);
  });

  test('works with other numbers since are those of the page', async () => {
    const screen = await open(page({ spoken: { overrides: [word(3)], last: 4 } }));
    await screen.draw(page({ revision: 8, spoken: { overrides: [word(9)], last: 4 } }));
    expect([lastRun().overrides, wanted]).toEqual([[word(9)], 8]);
  });
});

test('a sieve that came with a page drawn anew is run, unless another is tried', async () => {
  const hook = renderHook(({ props, tried }) => useSieve(props, tried), { initialProps: { props: page(), tried: null as Sieve | null } });
  await act(async () => hook.rerender({ props: page({ sieve: [adults, refereed], edit: 2 }), tried: [] }));
  expect(lastRun().sieve).toEqual([]);
  expect(hook.result.current.draft.sieve).toEqual([refereed]);
  await act(async () => hook.rerender({ props: page({ sieve: [], edit: 3 }), tried: null }));
  expect([hook.result.current.draft.sieve, lastRun().sieve]).toEqual([[], []]);
});

test('records that came meanwhile are counted when a ruling made here, or the page, says so', async () => {
  const screen = await open(page());
  expect(wanted).toBe(7);
  await act(async () => screen.now().renew(9));
  expect(wanted).toBe(9);
  await screen.draw(page({ revision: 8 }));
  expect(wanted).toBe(9);
});
