import { DirectoryInUse, lockDirectory } from '#server/database/directoryLock';
import { ConfigError, readConfig } from '#server/config';
import { expect } from 'chai';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

describe('the lock on a data directory', () => {
  let directory: string;
  beforeEach(() => (directory = mkdtempSync(join(tmpdir(), 'ostendo-lock-'))));

  it('is given to one, and again after it was given back', () => {
    const release = lockDirectory(directory);
    expect(() => lockDirectory(directory))
      .to.throw(DirectoryInUse)
      .with.property('message')
      .that.includes('OSTENDO_DATA');
    release();
    lockDirectory(directory)();
    expect(readdirSync(directory)).to.deep.equal([]);
  });

  it('is taken over from a process that was killed', async () => {
    const other = spawn(process.execPath, [
      '--import',
      'tsx',
      '-e',
      `import('#server/database/directoryLock').then(({ lockDirectory }) => { lockDirectory(${JSON.stringify(directory)}); console.log('locked'); setInterval(() => {}, 1000); })`,
    ]);
    await once(other.stdout, 'data');
    expect(() => lockDirectory(directory)).to.throw(DirectoryInUse);
    other.kill('SIGKILL');
    await once(other, 'exit');
    lockDirectory(directory)();
  });

  it('is taken over where another process has the number now', () => {
    writeFileSync(join(directory, 'owner.lock'), `${process.pid} 1`);
    lockDirectory(directory)();
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
  ];
  for (const [why, environment, named] of wrong) {
    it(`refuse ${why}, by name`, () =>
      expect(() => readConfig(environment))
        .to.throw(ConfigError)
        .with.property('message')
        .that.includes(named));
  }
});
