import { z } from 'zod';
import { OtherForm } from '@/core/storage';
import { type Context, rightIn } from '../context';
import { isMissingReference } from '../db/faults';
import { servers } from '../db/servers';
import { hasQueued } from '../queue/queue';
import { holdHere, type LockUse, type OpenReview, opened, takeLocks } from './open-review';
import { type Refusal, type RefusalCode, refuse } from './refusals';
import { includes, type Right, type Topic } from './rights';
import { soundInput, Unsound } from './sound-input';

/** What is said of a verb once, and read by the dispatcher, the client's types and the tests. */
export interface Declaration<N extends string = string, S extends z.ZodType = z.ZodType, R extends RefusalCode = RefusalCode> {
  readonly name: N;
  /** What the person must be allowed to do: checked before anything is read. */
  readonly right: Right;
  readonly input: S;
  /** The only refusals it may give. */
  readonly refuses: readonly R[];
}
interface Command<N extends string, S extends z.ZodType, R extends RefusalCode, O, P = undefined> extends Declaration<N, S, R> {
  /**
   * What is asked of servers outside before the transaction is begun: no connection and no lock is held while they answer.
   * A refusal ends it.
   */
  outside?(review: OpenReview, input: z.output<S>): Promise<P | Refusal<R>>;
  /** Which locks of the review it runs under. */
  readonly lock?: LockUse | readonly LockUse[];
  /** What of the review is not what it was when it has run: answers that rest on it are asked for again. */
  readonly stale: readonly Topic[];
  /** In one transaction; a refusal rolls it back. What is put into `afterwards` is done when it is committed. */
  run(review: OpenReview & { afterwards: (() => Promise<void>)[] }, input: z.output<S>, said: NoInfer<P>): Promise<O>;
}
interface Query<N extends string, S extends z.ZodType, R extends RefusalCode, O> extends Declaration<N, S, R> {
  /** What of the review the answer follows from. */
  readonly rests: readonly Topic[];
  run(review: OpenReview, input: z.output<S>): Promise<O>;
}

/** The input of a verb that needs none. */
export const NOTHING = z.strictObject({});

/** Refusals that every verb may give, whatever it declares. */
export type CommonRefusal = 'bad-input' | 'not-allowed' | 'rebuilding';
/** What a verb answers: what its run says, or one of the refusals that it gives. */
export type Answer<T, F> = ({ ok: true } & T) | F | Refusal<CommonRefusal>;
/** What every answer to a command brings besides its own. */
export interface Aftermath {
  /** Whether work was put into the queue. */
  queued: boolean;
}

/** What a run says when it does not refuse, and its refusals. */
type Said<O> = O extends { ok: false } ? never : O;
type Refused<O> = Extract<O, { ok: false; code: string }>;
/** Nothing when all refusals of a run are declared; else what does not fit, so that the compiler names it. */
type Declares<O, R> = [Refused<O>['code']] extends [R] ? unknown : { undeclared: Exclude<Refused<O>['code'], R> };

type InputOf<S extends z.ZodType> = Record<never, never> extends z.input<S> ? [input?: z.input<S>] : [input: z.input<S> | z.output<S>];
/** A verb is called like any function; what was declared of it is read from it. */
export interface Verb<K extends 'command' | 'query', N extends string, S extends z.ZodType, A> {
  (ctx: Context, reviewId: string, ...input: InputOf<S>): Promise<A>;
  readonly kind: K;
  readonly declared: Declaration<N, S> & {
    readonly lock?: LockUse | readonly LockUse[];
    readonly stale?: readonly Topic[];
    readonly rests?: readonly Topic[];
  };
}

const REBUILDING = refuse('rebuilding', 'The works of this review are being classified anew since an update. Try again when that is done.');

class RolledBack extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.message);
  }
}

/**
 * Declares what a person or a job may change of a review. In this order: the right is checked, the input is parsed, a
 * transaction is begun, the lock is taken, the review is read, and the command runs.
 * @throws NotFound when there is no such review
 */
export function reviewCommand<const N extends string, S extends z.ZodType, const R extends RefusalCode, O extends object, P = undefined>(
  declared: Command<N, S, R, O, P> & Declares<O, R>,
): Verb<'command', N, S, Answer<Said<O> & Aftermath, Refused<O>>> {
  const call = async (ctx: Context, reviewId: string, given: unknown = {}) => {
    const asked = await admitted(ctx, reviewId, declared, given);
    if ('refusal' in asked) return asked.refusal;
    const outside = declared.outside ? await declared.outside(await opened(ctx, reviewId), asked.input) : undefined;
    if (typeof outside === 'object' && outside !== null && isRefusal(outside)) return outside;
    const afterwards: (() => Promise<void>)[] = [];
    let answer: object;
    try {
      answer = await ctx.em.transactional(async (tx) => {
        await takeLocks(tx, [declared.lock ?? []].flat(), reviewId);
        if (servers().length > 1) await holdHere(tx, reviewId);
        const said = await declared.run({ ...(await opened({ ...ctx, em: tx }, reviewId)), afterwards }, asked.input, outside as P);
        if (isRefusal(said)) throw new RolledBack(said);
        await tx.flush();
        return { ...said, ok: true, queued: hasQueued(tx) };
      });
    } catch (error) {
      if (error instanceof RolledBack) return error.refusal;
      if (error instanceof OtherForm) return REBUILDING;
      // Deleted by somebody else while this ran.
      if (isMissingReference(error)) await opened({ ...ctx, em: ctx.em.fork() }, reviewId);
      throw error;
    }
    for (const work of afterwards) await work();
    return answer;
  };
  return Object.assign(call, { kind: 'command', declared }) as never;
}

/** Declares what a screen may ask of a review: as a command, but outside a transaction and without a lock. */
export function reviewQuery<const N extends string, S extends z.ZodType, const R extends RefusalCode, O extends object>(
  declared: Query<N, S, R, O> & Declares<O, R>,
): Verb<'query', N, S, Answer<Said<O>, Refused<O>>> {
  const call = async (ctx: Context, reviewId: string, given: unknown = {}) => {
    const asked = await admitted(ctx, reviewId, declared, given);
    if ('refusal' in asked) return asked.refusal;
    try {
      const said = await declared.run(await opened(ctx, reviewId), asked.input);
      return isRefusal(said) ? said : { ...said, ok: true };
    } catch (error) {
      if (error instanceof OtherForm) return REBUILDING;
      throw error;
    }
  };
  return Object.assign(call, { kind: 'query', declared }) as never;
}

async function admitted<S extends z.ZodType>(
  ctx: Context,
  reviewId: string,
  { right, input }: Pick<Declaration<string, S>, 'right' | 'input'>,
  given: unknown,
): Promise<{ input: z.output<S> } | { refusal: Refusal<CommonRefusal> }> {
  if (!includes(await rightIn(ctx, reviewId), right)) return { refusal: refuse('not-allowed', 'You may not do this in this review.') };
  let sound: unknown;
  try {
    sound = soundInput(given);
  } catch (error) {
    if (error instanceof Unsound) return { refusal: refuse('bad-input', error.message) };
    throw error;
  }
  const parsed = input.safeParse(sound);
  if (parsed.success) return { input: parsed.data };
  return { refusal: refuse('bad-input', parsed.error.issues[0]?.message ?? 'This cannot be saved.') };
}

const isRefusal = (said: object): said is Refusal => 'ok' in said && said.ok === false;
