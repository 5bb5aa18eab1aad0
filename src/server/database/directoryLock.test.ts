import { DirectoryInUse, DirectoryUnusable, lockDirectory } from '#server/database/directoryLock';
import { ConfigError, readConfig } from '#server/config';
import { expect } from 'chai';
import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eventually } from '../../../testing/eventually';

/** A process that takes the lock, says so, and lives on; begun by a command that may put it into other namespaces. */
async function holder(directory: string, within: readonly string[] = []) {
  const program = `import('#server/database/directoryLock').then(({ lockDirectory }) => { lockDirectory(${JSON.stringify(directory)}); console.log('locked'); setInterval(() => {}, 1000); })`;
  const [command, ...args] = [...within, process.execPath, '--import', 'tsx', '-e', program];
  const child = spawn(command!, args, { stdio: ['ignore', 'pipe', 'ignore'] });
  await once(child.stdout, 'data');
  return {
    kill: async () => {
      child.kill('SIGKILL');
      await once(child, 'exit');
    },
  };
}

describe('the lock on a data directory', () => {
  let directory: string;
  beforeEach(() => (directory = mkdtempSync(join(tmpdir(), 'ostendo-lock-'))));
  const isFree = (): boolean => {
    try {
      lockDirectory(directory)();
      return true;
    } catch {
      return false;
    }
  };

  it('is given to one, and again after it was given back', () => {
    const release = lockDirectory(directory);
    expect(() => lockDirectory(directory))
      .to.throw(DirectoryInUse)
      .with.property('message')
      .that.includes('OSTENDO_DATA')
      .and.includes(String(process.pid));
    release();
    expect(isFree()).to.equal(true);
  });

  it('is given up by the kernel with a process that was killed', async () => {
    const other = await holder(directory);
    expect(() => lockDirectory(directory)).to.throw(DirectoryInUse);
    await other.kill();
    expect(await eventually(isFree)).to.equal(true);
  });

  it('holds between processes that cannot see each other, as in two containers on one volume', async function () {
    const apart = ['unshare', '-p', '-f', '--mount-proc', '--kill-child'];
    if (spawnSync(apart[0]!, [...apart.slice(1), 'true']).status !== 0) this.skip(); // namespaces need a right
    const other = await holder(directory, apart);
    expect(() => lockDirectory(directory)).to.throw(DirectoryInUse);
    await other.kill();
    expect(await eventually(isFree)).to.equal(true);
  });

  it('is not told by a file that was left, whatever number stands in it', () => {
    writeFileSync(join(directory, 'owner.lock'), `${process.pid}`);
    expect(isFree()).to.equal(true);
  });

  it('says of a directory that cannot be used which one and why', () => {
    const file = join(directory, 'a file');
    writeFileSync(file, '');
    expect(() => lockDirectory(join(file, 'data')))
      .to.throw(DirectoryUnusable)
      .with.property('message')
      .that.includes('ENOTDIR')
      .and.includes(file);
  });

  it('is nobody else’s to read', () => {
    const inner = join(directory, 'data');
    const release = lockDirectory(inner);
    expect(statSync(inner).mode & 0o777).to.equal(0o700);
    release();
  });
});

describe('settings from the environment', () => {
  it('have their defaults', () => {
    expect(readConfig({})).to.include({
      port: 4321,
      host: '127.0.0.1',
      directory: './data',
      baseUrl: 'http://127.0.0.1:4321',
      demo: false,
    });
  });
  const wrong: [why: string, environment: Record<string, string>, named: string][] = [
    ['a port that is none', { PORT: 'http' }, 'PORT'],
    ['a port out of range', { PORT: '70000' }, 'PORT'],
    ['another database', { DATABASE_URL: 'mysql://x' }, 'DATABASE_URL'],
    ['a server without the shared secret', { DATABASE_URL: 'postgres://x' }, 'OSTENDO_SECRET'],
    ['a short secret', { OSTENDO_SECRET: 'short' }, 'OSTENDO_SECRET'],
    ['an address that is none', { OSTENDO_URL: 'here' }, 'OSTENDO_URL'],
    ['a proxy that is no address', { OSTENDO_TRUSTED_PROXIES: '10.0.0.0/8, everybody' }, 'OSTENDO_TRUSTED_PROXIES'],
  ];
  for (const [why, environment, named] of wrong) {
    it(`refuse ${why}, by name`, () =>
      expect(() => readConfig(environment))
        .to.throw(ConfigError)
        .with.property('message')
        .that.includes(named));
  }
});
