/**
 * What is loaded when it is first wanted, and once: a module that is imported again is looked for again, which takes
 * milliseconds where a loader has a say in it.
 */
export function onceWanted<T>(load: () => Promise<T>): () => Promise<T> {
  let loaded: Promise<T> | undefined;
  return () => (loaded ??= load());
}
