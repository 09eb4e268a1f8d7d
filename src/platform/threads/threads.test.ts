import { inOrder } from './in-order';
import { basisOf, endThreads, HERE, labourFor } from './labour';

afterAll(() => endThreads());

const rest = (ms: number) => new Promise<void>((done) => setTimeout(done, ms));

describe('in order', () => {
  test('results come in the order of the things, a few under way at once', async () => {
    let [open, most] = [0, 0];
    const made: number[] = [];
    const results = inOrder([30, 1, 20, 2, 10], 2, async (ms) => {
      most = Math.max(most, ++open);
      await rest(ms);
      open--;
      return ms;
    });
    for await (const ms of results) made.push(ms);
    expect(made).toEqual([30, 1, 20, 2, 10]);
    expect(most).toBe(3);
  });

  test('one that fails ends it where it stood, and nothing goes on behind it', async () => {
    let open = 0;
    const made: number[] = [];
    const all = async () => {
      const results = inOrder([1, 2, 3, 4], 2, async (n) => {
        open++;
        await rest(5 * n);
        open--;
        if (n === 2) throw new Error('two');
        return n;
      });
      for await (const n of results) made.push(n);
    };
    await expect(all()).rejects.toThrow('two');
    expect(made).toEqual([1]);
    expect(open).toBe(0);
  });
});

describe('threads', () => {
  const told = process.env.NARROW_SIEVE_THREADS;
  afterEach(() => {
    if (told === undefined) delete process.env.NARROW_SIEVE_THREADS;
    else process.env.NARROW_SIEVE_THREADS = told;
  });

  test('little is done here, and all where threads are switched off', () => {
    expect(labourFor(10)).toBe(HERE);
    process.env.NARROW_SIEVE_THREADS = '0';
    expect(labourFor(1_000_000)).toBe(HERE);
  });

  test('what fails in a thread fails for who asked, and the next is served', async () => {
    process.env.NARROW_SIEVE_THREADS = '1';
    const labour = labourFor(1_000_000);
    const basis = basisOf([]);
    const never = () => {
      throw new Error('this is for a thread');
    };
    await expect(labour.run('derive', basis, { reviewId: 'x', records: null }, never)).rejects.toThrow();
    const rows = await labour.run('derive', basis, { reviewId: 'x', records: [] }, never);
    expect(rows).toMatchObject({ made: [], faults: [] });
    await expect(labour.run('nothing of ours', basis, {}, never)).rejects.toThrow();
  });
});
