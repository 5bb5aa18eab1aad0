import { computations } from '#cli/computations';
import { runLines } from '#cli/runLines';
import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream, readFileSync } from 'node:fs';
import { once } from 'node:events';
import { Readable, Writable } from 'node:stream';
import { join } from 'node:path';
import { say, time } from './measure';

/** The worked case that asks most of each command. */
const cases = {
  price: 'price-03-taxes-included',
  plan: 'plan-18-renewals-live-shorter',
  position: 'position-01-one-part-late',
  cancel: 'cancel-06-fourteen-days-are-whole-days',
  closeout: 'closeout-01-claims-then-balance',
  fee: 'fee-02-covered',
  invoice: 'invoice-05-taxes-within-and-two-on-a-line',
} as const;

const nowhere = (): Writable => new Writable({ write: (_chunk, _encoding, done) => done() });

/** So many documents, one a line, each with another sum. */
async function writeLines(command: keyof typeof cases, count: number, directory: string): Promise<string> {
  const example = JSON.parse(readFileSync(`src/core/fixtures/${cases[command]}.json`, 'utf8')) as { in: object };
  const file = join(directory, `${command}-${count}.jsonl`);
  const out = createWriteStream(file);
  for (let index = 0; index < count; index++) {
    const varied = 'total' in example.in ? { total: 10_000 + (index % 90_000) } : {};
    if (!out.write(`${JSON.stringify({ ...example.in, ...varied })}\n`)) await once(out, 'drain');
  }
  out.end();
  await once(out, 'finish');
  return file;
}

/** Documents a second through `--lines`, against reading, parsing and printing the same lines. */
async function speed(directory: string): Promise<void> {
  const count = 20_000;
  for (const command of Object.keys(cases) as (keyof typeof cases)[]) {
    const file = await writeLines(command, count, directory);
    const through = (compute: Parameters<typeof runLines>[2]) =>
      time(() => runLines(createReadStream(file), nowhere(), compute), 3);
    const ours = await through(computations[command]!);
    const floor = await through((line) => ({ value: JSON.parse(line) as never }));
    const rate = Math.round((count / ours) * 1000).toLocaleString('en');
    say(`--lines ${command}`, `${rate} a second, ${(ours / floor).toFixed(1)} times reading, parsing and printing`);
  }
}

/** Plans whose holds are chains of 1 to 1,000 authorisations, against reading the same lines and printing the same answers. */
async function chains(): Promise<void> {
  const { in: example } = JSON.parse(readFileSync(`src/core/fixtures/${cases.plan}.json`, 'utf8')) as {
    in: { start: string; hold: object };
  };
  const count = 700;
  const documents = Array.from({ length: count }, (_, index) => {
    const links = [1, 2, 5, 20, 100, 400, 1000][index % 7]!;
    const end = new Date(Date.parse(`${example.start}Z`) + links * 6 * 86_400_000).toISOString().slice(0, 16);
    return JSON.stringify({
      ...example,
      end,
      hold: { ...example.hold, validFor: { hours: 168 }, renewValidFor: { hours: 156 } },
    });
  });
  const text = `${documents.join('\n')}\n`;
  const answers = new Map(documents.map((line) => [line, computations.plan!(line)]));
  const through = (compute: Parameters<typeof runLines>[2]) =>
    time(() => runLines(Readable.from([text]), nowhere(), compute), 3);
  const ours = await through(computations.plan!);
  const floor = await through((line) => {
    JSON.parse(line);
    return answers.get(line)!;
  });
  say(
    '--lines plan, chains of 1 to 1,000',
    `${Math.round((count / ours) * 1000).toLocaleString('en')} a second, ${(ours / floor).toFixed(1)} times reading, parsing and printing (aim 5)`,
  );
}

/** The most memory that the command ever had, in MB, as a process of its own. */
async function memoryOf(file: string): Promise<number> {
  const atEnd = 'process.on("exit",()=>console.error("most "+process.resourceUsage().maxRSS))';
  const args = [
    '--import=tsx',
    `--import=data:text/javascript,${encodeURIComponent(atEnd)}`,
    'src/cli/main.ts',
    'plan',
    '--lines',
    file,
  ];
  const child = spawn(process.execPath, args, { stdio: ['ignore', 'ignore', 'pipe'] });
  let said = '';
  child.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
  await once(child, 'exit');
  return Number(/most (\d+)/.exec(said)![1]) / 1024;
}

export async function lines(directory: string): Promise<void> {
  await speed(directory);
  await chains();
  const few = await memoryOf(await writeLines('plan', 100, directory));
  const many = await memoryOf(await writeLines('plan', 1_000_000, directory));
  say('--lines plan, most memory', `${few.toFixed(0)} MB for 100 lines, ${many.toFixed(0)} MB for 1,000,000`);
}
