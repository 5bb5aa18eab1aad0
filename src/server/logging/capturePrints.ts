import { withoutSecrets } from '#server/logging/cleanError';
import { log } from '#server/logging/log';
import { format } from 'node:util';

const levels = { log: 'info', info: 'info', debug: 'info', warn: 'warn', error: 'error' } as const;
const most = 120;

/** What a package says, without what it says it of: quoted texts, paths, and whatever holds a digit may be somebody's. */
const withoutValues = (text: string): string =>
  withoutSecrets(text)
    .replace(/"[^"]*"|'[^']*'|`[^`]*`|“[^”]*”/g, '[text]')
    .replace(/\S*[/\\@\d]\S*/g, '[value]')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, most);

/**
 * What packages print goes through our log, a line each and cleaned: a framework names paths, in which links stand, and
 * errors quote what somebody typed. For the process that serves; whoever talks to a person at a terminal writes there itself.
 */
export function capturePrints(): void {
  const prints = globalThis.console;
  for (const [method, level] of Object.entries(levels))
    prints[method as keyof typeof levels] = (...said: unknown[]) => {
      const error = said.find((each) => each instanceof Error);
      log[level](error ? { err: error } : { print: withoutValues(format(...said)) }, 'a package has printed');
    };
  process.removeAllListeners('warning');
  process.on('warning', (warning) => log.warn({ err: warning }, 'the engine warns'));
}
