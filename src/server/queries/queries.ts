import type { Deps } from '#server/deps';

export const openQueries = (_deps: Deps) => ({});
