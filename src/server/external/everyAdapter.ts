import type { Adapter, Adapters } from '#server/ports';

/** All of them, each in another's clothes: with deadlines, or as a test has one fail. */
export const everyAdapter = (adapters: Adapters, dressed: (adapter: Adapter) => Adapter): Adapters =>
  Object.fromEntries(Object.entries(adapters).map(([id, adapter]) => [id, dressed(adapter)]));
