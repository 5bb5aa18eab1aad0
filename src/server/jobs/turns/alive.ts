export type Alive = {
  /** The agenda moves on: while it has work, at each step; without, at each look. */
  readonly seen: () => void;
  /** Seconds since it was last seen to. */
  readonly silence: () => number;
};

/** Whether the agenda of this process still moves: what `healthz` tells those who start it anew. */
export function openAlive(): Alive {
  let seenAt = performance.now();
  return {
    seen: () => {
      seenAt = performance.now();
    },
    silence: () => Math.round((performance.now() - seenAt) / 1000),
  };
}
