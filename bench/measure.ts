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
