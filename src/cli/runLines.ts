import type { Computation } from '#cli/computations';
import { once } from 'node:events';
import type { Readable, Writable } from 'node:stream';

/** Large enough that writing costs little, small enough that memory does not grow with the input. */
const batchCharacters = 1 << 16;

/**
 * Answers one document a line, in order; an error stands in its document's place. An empty line is no document.
 * Waits where the reader of its output is slower. @returns how many documents were refused
 */
export async function runLines(input: Readable, output: Writable, compute: Computation): Promise<number> {
  let refused = 0;
  let batch = '';
  let rest = '';
  const answer = (line: string): void => {
    if (line.trim() === '') return;
    const result = compute(line);
    if ('error' in result) refused++;
    batch += `${JSON.stringify('error' in result ? result : result.value)}\n`;
  };
  const flush = async (): Promise<void> => {
    if (batch === '') return;
    const accepted = output.write(batch);
    batch = '';
    if (!accepted) await once(output, 'drain');
  };

  input.setEncoding('utf8');
  for await (const chunk of input as AsyncIterable<string>) {
    const lines = (rest + chunk).split('\n');
    rest = lines.pop()!;
    for (const line of lines) {
      answer(line);
      if (batch.length > batchCharacters) await flush();
    }
  }
  answer(rest);
  await flush();
  return refused;
}
