/** Whether what the process is made of is there: what a failed load left out stays out, as the engine remembers it. */
let state: 'loading' | 'loaded' | 'failed' = 'loading';

/** So long between two, in milliseconds: whoever asks something meanwhile comes between them. */
const between = 2;

/** False once something could not be loaded: only a new process has it. */
export const isWhole = (): boolean => state !== 'failed';

/**
 * Loads everything in turn that would else be read from the disk as somebody first asks for it, when there may be no handle
 * left to read it by.
 * @param loaded told once all of it is there
 * @param failed told of the first that could not be loaded
 */
export async function loadAll(
  loads: Iterable<() => Promise<unknown>>,
  loaded: () => void,
  failed: (error: unknown) => void,
): Promise<void> {
  try {
    for (const load of loads) {
      await load();
      await new Promise((resolve) => setTimeout(resolve, between));
    }
    if (state !== 'loading') return;
    state = 'loaded';
    loaded();
  } catch (error) {
    state = 'failed';
    failed(error);
  }
}
