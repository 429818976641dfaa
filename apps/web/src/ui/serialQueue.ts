/** A queue of its own: what is put in runs when all before it is through, refused or not. Undo waits in it for a change that is still on its way. */
export function serialQueue(): <T>(then: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (then) => {
    const next = last.then(then, then);
    last = next.catch(() => undefined);
    return next;
  };
}
