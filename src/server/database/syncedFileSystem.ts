import type { PGlite, PGliteOptions } from '@electric-sql/pglite';
import { NodeFS } from '@electric-sql/pglite/nodefs';
import { fsyncSync } from 'node:fs';

export type Node = object;
export type Stream = { readonly node: Node; readonly nfd?: number };
type Attributes = { readonly size?: number };

/** What of Emscripten's layer over Node's files is looked at or replaced. */
export type Emscripten = {
  readonly NODEFS: {
    realPath(node: Node): string;
    tryFSOperation<T>(work: () => T): T;
    readonly stream_ops: {
      write(stream: Stream, buffer: unknown, offset: number, length: number, at: number): unknown;
      setattr(stream: Stream, attributes: Attributes): unknown;
      fsync(stream: Stream): number;
    };
    readonly node_ops: {
      setattr(node: Node, attributes: Attributes): unknown;
      mknod(parent: Node, name: string, mode: number, device: number): unknown;
      rename(node: Node, parent: Node, name: string): unknown;
      unlink(parent: Node, name: string): unknown;
      rmdir(parent: Node, name: string): unknown;
    };
  };
};

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
      module.NODEFS.stream_ops.fsync = (stream): number => {
        const { nfd } = stream;
        // A disk that fails is PostgreSQL's to hear of, by its number.
        if (nfd !== undefined) module.NODEFS.tryFSOperation(() => fsyncSync(nfd));
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
