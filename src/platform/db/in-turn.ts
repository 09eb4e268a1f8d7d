/**
 * Statements of one transaction that are asked for side by side, sent one after the other: a connection carries one at a
 * time. What is asked for later is sent also when what came before it failed.
 */
export function inTurn(): <T>(statement: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (statement) => {
    const next = last.then(statement);
    last = next.catch(() => {});
    return next;
  };
}
