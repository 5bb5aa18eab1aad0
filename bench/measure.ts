export const say = (what: string, figure: string): void => console.log(`${what.padEnd(58)} ${figure}`);

export const median = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;

export async function time(work: () => unknown, rounds: number): Promise<number> {
  const took: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const start = performance.now();
    await work();
    took.push(performance.now() - start);
  }
  return median(took);
}

/** The time that a quarter of the rounds kept within: a machine that is shared is slow for moments, and never quicker than it is. */
export const lowerQuarter = (took: number[]): number => took.sort((a, b) => a - b)[Math.floor(took.length / 4)]!;

/**
 * Of several things, each done in turn with the others, the time that a quarter of its rounds kept within.
 */
export async function quickestOf(works: readonly (() => unknown)[], rounds = 13): Promise<number[]> {
  const took = works.map((): number[] => []);
  for (let round = 0; round < rounds; round++)
    for (const [at, work] of works.entries()) took[at]!.push(await time(work, 1));
  return took.map(lowerQuarter);
}
