import { deserialize } from 'node:v8';

/** What is sent to a thread: a task, and where it finds what is the same for all tasks of a job. */
export interface Sent<T> {
  key: string;
  basis: SharedArrayBuffer;
  task: T;
}

/** In a thread: what a basis was made into, kept for the tasks that come with the same one. */
export function prepared<B, P>(prepare: (basis: B) => P): (sent: Sent<unknown>) => P {
  let last: { key: string; is: P } | null = null;
  return ({ key, basis }) => {
    if (last?.key !== key) last = { key, is: prepare(deserialize(Uint8Array.from(new Uint8Array(basis)))) };
    return last.is;
  };
}
