import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const folder = 'dist/client/_astro';

/** The built scripts that an island loads before anybody clicks: its own, React's, and all that these name. */
export function chunksOf(island: string): readonly { readonly file: string; readonly text: string }[] {
  const files = readdirSync(folder).filter((file) => file.endsWith('.js'));
  const reached = new Map<string, string>();
  const follow = (file: string): void => {
    if (reached.has(file)) return;
    const text = readFileSync(join(folder, file), 'utf8');
    reached.set(file, text);
    for (const other of files)
      if (text.includes(`from"./${other}"`) || text.includes(`import"./${other}"`)) follow(other);
  };
  const roots = files.filter((name) => name.startsWith(`${island}.`) || name.startsWith('client.'));
  if (!roots.some((name) => name.startsWith(`${island}.`))) throw new Error(`no island ${island} was built`);
  for (const file of roots) follow(file);
  return [...reached].map(([file, text]) => ({ file, text }));
}

/** What these weigh on the way to a phone, each compressed by gzip. */
export const gzipKilobytes = (chunks: ReturnType<typeof chunksOf>): number =>
  chunks.reduce((sum, { text }) => sum + gzipSync(text).length, 0) / 1024;
