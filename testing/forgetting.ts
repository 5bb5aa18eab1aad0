import { type Emscripten, type Node, type Stream, SyncedFileSystem } from '#server/database/syncedFileSystem';
import type { PGlite } from '@electric-sql/pglite';
import {
  closeSync,
  cpSync,
  existsSync,
  mkdirSync,
  openSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { dirname, join, relative } from 'node:path';

/** A part of a file that was written and not synced since. */
type Written = { readonly at: number; readonly length: number };

/** What a folder has to be told to its disk: a name that is new, another, or gone. */
type Named = { readonly folders: readonly string[]; readonly apply: (disk: string) => void };

/** What a disk writes in one piece; of a page of the database half may be there. */
const block = 4096;

/**
 * A file layer with a disk of its own behind it, which holds what was synced and nothing else: a file's content is on it
 * when the file is synced, a name when its folder is, or the file under its new name. What the power cut leaves is `cut`.
 */
export class ForgettingFileSystem extends SyncedFileSystem {
  private readonly written = new Map<string, Written[]>();
  private readonly sized = new Set<string>();
  private named: Named[] = [];
  /** Told of each change and each sync, before it is done. */
  onChange: () => void = () => undefined;

  /** @param folder what PostgreSQL sees @param disk what is synced of it: a copy of the same to begin with */
  constructor(
    private readonly folder: string,
    private readonly disk: string,
  ) {
    super(folder);
  }

  override async init(pg: PGlite, options: Parameters<SyncedFileSystem['init']>[1]) {
    const started = await super.init(pg, options);
    const { emscriptenOpts } = started;
    const preRun = (emscriptenOpts.preRun ?? []) as ((module: Emscripten) => void)[];
    const withDisk = (module: Emscripten): void => this.watch(module);
    return { emscriptenOpts: { ...emscriptenOpts, preRun: [...preRun, withDisk] as typeof emscriptenOpts.preRun } };
  }

  private watch({ NODEFS }: Emscripten): void {
    const { stream_ops: streams, node_ops: nodes } = NODEFS;
    const nameOf = (node: Node): string => relative(this.folder, NODEFS.realPath(node));
    const before = <Args extends readonly unknown[], R>(own: (...args: Args) => R, note: (...args: Args) => void) =>
      function (...args: Args): R {
        note(...args);
        return own(...args);
      };
    streams.write = before(streams.write, (stream: Stream, _buffer, _offset, length, at) => {
      this.onChange();
      const name = nameOf(stream.node);
      this.written.set(name, [...(this.written.get(name) ?? []), { at, length }]);
    });
    const sized = (node: Node, { size }: { size?: number }): void => {
      if (size === undefined) return;
      this.onChange();
      this.sized.add(nameOf(node));
    };
    nodes.setattr = before(nodes.setattr, sized);
    streams.setattr = before(streams.setattr, (stream, attr) => sized(stream.node, attr));
    const sync = streams.fsync;
    streams.fsync = (stream) => {
      this.onChange();
      const done = sync(stream);
      this.synced(nameOf(stream.node));
      return done;
    };
    const newName = (name: string, apply: Named['apply'], ...others: string[]): void => {
      this.onChange();
      this.named.push({ folders: [name, ...others].map((each) => dirname(each)), apply });
    };
    nodes.mknod = before(nodes.mknod, (parent: Node, name: string, mode: number) => {
      const path = join(nameOf(parent), name);
      const isFolder = (mode & 0o170000) === 0o040000;
      newName(path, (disk) => {
        if (isFolder) mkdirSync(join(disk, path), { recursive: true });
        else if (!existsSync(join(disk, path))) writeFileSync(join(disk, path), '');
      });
    });
    nodes.rename = before(nodes.rename, (node: Node, parent: Node, name: string) => {
      const from = nameOf(node);
      const to = join(nameOf(parent), name);
      const parts = this.written.get(from);
      this.written.delete(from);
      this.written.delete(to);
      if (parts) this.written.set(to, parts);
      if (this.sized.delete(from)) this.sized.add(to);
      newName(
        to,
        (disk) => {
          if (existsSync(join(disk, from))) renameSync(join(disk, from), join(disk, to));
        },
        from,
      );
    });
    const gone = (parent: Node, name: string): void => {
      const path = join(nameOf(parent), name);
      this.written.delete(path);
      this.sized.delete(path);
      newName(path, (disk) => rmSync(join(disk, path), { recursive: true, force: true }));
    };
    nodes.unlink = before(nodes.unlink, gone);
    nodes.rmdir = before(nodes.rmdir, gone);
  }

  /** A file with its name, or the names of a folder, are on the disk. */
  private synced(name: string): void {
    const isFolder = statSync(join(this.folder, name)).isDirectory();
    const folder = isFolder ? name : dirname(name);
    // Journalling file systems write the names of before with those that are synced.
    const last = this.named.findLastIndex(({ folders }) => folders.includes(folder));
    for (const { apply } of this.named.slice(0, last + 1)) apply(this.disk);
    this.named = this.named.slice(last + 1);
    if (isFolder) return;
    for (const part of this.written.get(name) ?? []) this.copy(name, this.disk, part);
    this.toSize(name, this.disk);
    this.written.delete(name);
    this.sized.delete(name);
  }

  private copy(name: string, disk: string, { at, length }: Written): void {
    const from = openSync(join(this.folder, name), 'r');
    const to = openSync(join(disk, name), existsSync(join(disk, name)) ? 'r+' : 'w');
    const piece = Buffer.alloc(length);
    writeSync(to, piece, 0, readSync(from, piece, 0, length, at), at);
    closeSync(from);
    closeSync(to);
  }

  private toSize(name: string, disk: string): void {
    if (!existsSync(join(disk, name))) writeFileSync(join(disk, name), '');
    truncateSync(join(disk, name), statSync(join(this.folder, name)).size);
  }

  /**
   * What is there when the power is back: what was synced, and of the rest whatever the disk had got to.
   * @param below chooses that; always 0 for nothing
   */
  cut(to: string, below: (limit: number) => number): void {
    cpSync(this.disk, to, { recursive: true });
    for (const { apply } of this.named.slice(0, below(this.named.length + 1))) apply(to);
    for (const [name, parts] of this.written) {
      if (!existsSync(join(to, name))) continue;
      for (const { at, length } of parts)
        for (let start = at; start < at + length; start += block)
          if (below(2) === 1) this.copy(name, to, { at: start, length: Math.min(block, at + length - start) });
    }
  }
}
