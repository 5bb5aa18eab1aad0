import { type ChildProcess, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { checkLog } from './checkLog';

export async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

export type Served = {
  readonly address: string;
  readonly process: ChildProcess;
  stop: (signal?: NodeJS.Signals) => Promise<void>;
  /** Its log so far. */
  log: () => string;
};

/** The built server as it runs in production, healthy when this answers. */
export async function serve(
  directory: string,
  more: Record<string, string> = {},
  port?: number,
  /** The most files and connections that it may have open. */
  handles?: number,
  /** The command that starts it: `setpriv`, for another user. */
  by: readonly string[] = [],
): Promise<Served> {
  const used = port ?? (await freePort());
  const built = [...by, process.execPath, 'dist/server/main.mjs'];
  const [program, ...given] =
    handles === undefined ? built : ['bash', '-c', `ulimit -n ${handles}; exec "$0" "$@"`, ...built];
  const child = spawn(program!, given, {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      PORT: String(used),
      HOST: '127.0.0.1',
      OSTENDO_DATA: directory,
      OSTENDO_DEMO: '1',
      OSTENDO_UNDO_SECONDS: '0',
      // The log is looked through as the server stops.
      OSTENDO_LOG: 'info',
      ...more,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let written = '';
  child.stdout!.setEncoding('utf8').on('data', (piece: string) => (written += piece));
  child.stderr!.setEncoding('utf8').on('data', (piece: string) => {
    written += piece;
    if (process.env.OSTENDO_LOG !== 'silent') process.stderr.write(piece);
  });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  const address = `http://127.0.0.1:${used}`;
  for (let tries = 0; tries < 600; tries++) {
    if (child.exitCode !== null) throw new Error(`the server ended with ${child.exitCode}`);
    const response = await fetch(`${address}/healthz`).catch(() => null);
    if (response?.ok) {
      const stop = async (signal: NodeJS.Signals = 'SIGTERM'): Promise<void> => {
        child.kill(signal);
        await ended;
        checkLog(written);
      };
      return { address, process: child, stop, log: () => written };
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('the server did not become healthy');
}
