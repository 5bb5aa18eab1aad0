const modules: (() => Promise<unknown>)[] = [];
/** Everything that is loaded as it is first wanted, to be loaded before that. */
export const lazyModules = (): readonly (() => Promise<unknown>)[] => modules;

/** A module of that kind: nothing but its loading happens. */
export function lazyModule<T>(load: () => Promise<T>): () => Promise<T> {
  const wanted = lazy(load);
  modules.push(wanted);
  return wanted;
}

/**
 * What is loaded when it is first wanted, and once: a module that is imported again is looked for again, which takes
 * milliseconds where a loader has a say in it. What could not be loaded is tried again with the next who wants it.
 */
export function lazy<T>(load: () => Promise<T>): () => Promise<T> {
  let loaded: Promise<T> | undefined;
  return () =>
    (loaded ??= load().catch((error: unknown) => {
      loaded = undefined;
      throw error;
    }));
}
