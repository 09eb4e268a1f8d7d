/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import type { EngineState } from '@/client/useEngine';
import { OCEBM_2011 } from '@/core/classify';
import type { Funnel, Limiter, Sieve } from '@/core/sieve';
import { AServer } from '@/testing/a-server';
import { said } from '@/testing/doubles/sonner';
import type { SieveProps } from '../useSieve';

/** Lets a work through for every limiter that it was not given. */
const engine = { run: async (sieve: Sieve) => ({ through: 9 - sieve.length, held: sieve.length }) as Funnel, missing: async () => [] };
const READY = { state: 'ready', engine: engine as never, databases: [], revision: 7 } satisfies EngineState;
let state: EngineState = READY;
jest.unstable_mockModule('@/client/useEngine', () => ({ useEngine: () => state }));
const { useTrial } = await import('./useTrial');

let server: AServer;
let review = 0;
beforeEach(() => {
  server = new AServer();
  state = READY;
  said.length = 0;
  review++;
});
const limiter = (id: string): Limiter => ({
  ...{ id, name: id, test: { kind: 'coded', axis: 'peerReview', allowed: ['refereed'] }, evidence: 'stated', whenUnknown: 'hold' },
  ...{ rationale: '', on: true },
});
const [a, b, c] = [limiter('a'), limiter('b'), limiter('c')];
const page = (sieve: Limiter[], edit = 1): SieveProps => ({
  ...{ reviewId: `review ${review}`, revision: 7, sieve, edit, asOf: 20_000, scheme: OCEBM_2011, version: 1, versionEdited: false },
  ...{ spoken: { overrides: [], last: 0 }, quotas: [], databases: [] },
});
async function open(sieve: Limiter[]) {
  const hook = renderHook(({ props }) => useTrial(props), { initialProps: { props: page(sieve) } });
  await act(async () => {});
  return {
    now: () => hook.result.current,
    draw: (props: SieveProps) => act(async () => hook.rerender({ props })),
    does: (what: (trial: ReturnType<typeof useTrial>) => void) => act(async () => what(hook.result.current)),
    names: () => hook.result.current.inHand.draft.sieve.map((l) => l.id).join(''),
    through: () => hook.result.current.inHand.funnel?.through,
  };
}
const saves = () => server.came.filter((what) => what === 'do/save-sieve');
const later = () => act(() => new Promise((passed) => setTimeout(passed, 200)));

test('what is tried is counted beside the sieve as it is set, step by step back, and saved by nobody', async () => {
  const screen = await open([a]);
  expect([screen.through(), screen.now().asSet, screen.now().trial.on]).toEqual([8, { through: 8, held: 1 }, false]);
  await screen.does(({ inHand }) => inHand.draft.change([a, b]));
  await screen.does(({ inHand }) => inHand.draft.change([a, b, c]));
  expect([screen.names(), screen.through(), screen.now().trial.on]).toEqual(['abc', 6, true]);
  expect([screen.now().asSet, screen.now().trial.asSet]).toEqual([{ through: 8, held: 1 }, [a]]);
  await screen.does(({ trial }) => trial.back());
  expect([screen.names(), screen.through()]).toEqual(['ab', 7]);
  await screen.does(({ trial }) => trial.back());
  expect([screen.names(), screen.now().trial.on]).toEqual(['a', false]);
  await later();
  expect([saves(), said]).toEqual([[], []]);
});

test('what was tried is set when it is applied, and can be taken back then; what is discarded leaves nothing', async () => {
  const screen = await open([a]);
  await screen.does(({ inHand }) => inHand.draft.change([b]));
  await screen.does(({ trial }) => trial.discard());
  expect(screen.names()).toBe('a');
  await screen.does(({ trial }) => trial.apply());
  expect(said).toEqual([]);
  await screen.does(({ inHand }) => inHand.draft.change([a, c]));
  await screen.does(({ trial }) => trial.apply('As it was tried.'));
  expect([screen.names(), screen.now().trial.on, said]).toEqual(['ac', false, ['As it was tried.']]);
  expect(screen.now().asSet).toEqual({ through: 7, held: 2 });
  await later();
  expect(server.next('do/save-sieve')!.input).toEqual({ sieve: [a, c], seenEdit: 1 });
  await screen.does(({ inHand }) => inHand.draft.undo());
  expect(screen.names()).toBe('a');
});

test('a sieve that somebody else changed meanwhile does not push away what is tried', async () => {
  const screen = await open([a]);
  await screen.does(({ inHand }) => inHand.draft.change([a, b]));
  await screen.draw(page([c], 2));
  expect([screen.names(), screen.now().trial.asSet]).toEqual(['ab', [a]]);
  // Theirs shows when what was tried is gone.
  await screen.does(({ trial }) => trial.discard());
  expect([screen.names(), said]).toEqual(['c', ['The sieve was changed elsewhere. It is shown as it is now.']]);
});

test('nothing is said of the sieve as it is set before it has run', async () => {
  state = { state: 'loading' };
  const screen = await open([a]);
  expect([screen.now().asSet, screen.through()]).toEqual([null, undefined]);
});
