import type { PGlite, PGliteOptions } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';
import { fsyncSync } from 'node:fs';

type Emscripten = { NODEFS: { stream_ops: Record<string, unknown> } };

/**
 * PGlite's own file layer answers fsync without doing it, so a power cut can lose what was answered. This one hands
 * each fsync of PostgreSQL to the operating system.
 */
export class SyncedFileSystem extends NodeFS {
  override async init(pg: PGlite, options: Parameters<NodeFS['init']>[1]) {
    const started = await super.init(pg, options);
    const { emscriptenOpts } = started;
    const preRun = (emscriptenOpts.preRun ?? []) as ((module: Emscripten) => void)[];
    const withFsync = (module: Emscripten): void => {
      module.NODEFS.stream_ops.fsync = (stream: { nfd?: number }): number => {
        if (stream.nfd !== undefined) fsyncSync(stream.nfd);
        return 0;
      };
    };
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [...preRun, withFsync] as typeof emscriptenOpts.preRun } };
  }
}

/** Start parameters for real fsyncs: without PGlite's -F, with a method that reaches the layer above. */
export const syncedStart = (defaults: readonly string[]): NonNullable<PGliteOptions['startParams']> => [
  ...defaults.filter((word) => word !== '-F'),
  '-c',
  'fsync=on',
  '-c',
  'wal_sync_method=fsync',
];
