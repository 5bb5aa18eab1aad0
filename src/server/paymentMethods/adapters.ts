import type { Adapter, Adapters } from '#server/ports';

/** The adapter of a processor. @throws where an account is kept of one that this installation does not have any more */
export function adapterOf(adapters: Adapters, provider: string): Adapter {
  const found = Object.hasOwn(adapters, provider) ? adapters[provider] : undefined;
  if (!found) throw new Error(`no adapter for the processor ${provider}`);
  return found;
}
