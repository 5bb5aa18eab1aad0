/**
 * What is loaded when it is first wanted, and once: a module that is imported again is looked for again, which takes
 * milliseconds where a loader has a say in it. What could not be loaded is tried again with the next who wants it.
 */
export function onceWanted<T>(load: () => Promise<T>): () => Promise<T> {
  let loaded: Promise<T> | undefined;
  return () =>
    (loaded ??= load().catch((error: unknown) => {
      loaded = undefined;
      throw error;
    }));
}
