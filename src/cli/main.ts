import { computations } from '#cli/computations';
import { runLines } from '#cli/runLines';
import { wrong } from '#cli/wrong';
import { createReadStream } from 'node:fs';
import { text } from 'node:stream/consumers';

const usage = `usage: npm run --silent ostendo -- COMMAND [--lines] [FILE]
  price plan position cancel closeout fee invoice   compute: one JSON document in, one out (--lines: one a line)
  verify                                    recompute everything that is derived, and print what differs
  export --format hledger|beancount|csv|json [--from DAY] [--until DAY]   print the journal
  explain NUMBER                            how a booking came to be as it is: facts, state, plan, jobs, entries
  backup FILE                               everything that is kept, sealed by OSTENDO_BACKUP_PASSPHRASE, also while the server runs
  restore FILE DIRECTORY [ERASURES]         put a backup into an empty directory, or onto the empty server of DATABASE_URL,
                                            and erase anew whom the list beside FILE, or ERASURES, names
  sign-in-link EMAIL                        print a link that signs this person in, once, within 15 minutes
  new-secret                                make a new secret and seal everything under it`;

/** Prints an error as the design has it, on standard error, and ends with status 2. */
function fail(code: string, message: string, path = ''): void {
  process.exitCode = wrong(code, message, path);
}

async function main(args: readonly string[]): Promise<void> {
  const [command = '', ...rest] = args;
  const compute = Object.hasOwn(computations, command) ? computations[command] : undefined;
  if (compute) {
    const unknown = rest.find((word) => word.startsWith('--') && word !== '--lines');
    if (unknown) return fail('invalid_usage', `no option ${unknown}\n${usage}`);
    const file = rest.find((word) => !word.startsWith('--'));
    const input = file === undefined ? process.stdin : createReadStream(file);
    if (rest.includes('--lines')) {
      if ((await runLines(input, process.stdout, compute)) > 0) process.exitCode = 2;
      return;
    }
    const answer = compute(await text(input));
    if ('error' in answer) return fail(answer.error.code, answer.error.message, answer.error.path);
    console.log(JSON.stringify(answer.value));
    return;
  }
  if (command === 'verify' || command === 'export' || command === 'explain') {
    const { runOnDatabase } = await import('#cli/onDatabase');
    process.exitCode = await runOnDatabase(command, rest);
    return;
  }
  if (command === 'backup' || command === 'restore') {
    const { runBackup } = await import('#cli/backup');
    process.exitCode = await runBackup(command, rest);
    return;
  }
  if (command === 'sign-in-link' || command === 'new-secret') {
    const { runOnMachine } = await import('#cli/onMachine');
    process.exitCode = await runOnMachine(command, rest);
    return;
  }
  fail('invalid_usage', command ? `no command ${command}\n${usage}` : usage);
}

process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0); // the reader has seen enough
  throw error;
});

try {
  await main(process.argv.slice(2));
} catch (error) {
  const unreadable = (error as NodeJS.ErrnoException).code === 'ENOENT';
  if (!unreadable) throw error;
  fail('unreadable_file', (error as Error).message);
}
