import { expect } from 'chai';
import { spawn } from 'node:child_process';
import { setTimeout as pause } from 'node:timers/promises';
import { crawl } from '../testing/crawl';
import { emptyOnServer } from '../testing/databases';
import { directoryOf, earlier, onDatabaseOf, rowsIn } from '../testing/earlier';
import { signedIn } from '../testing/fuzz/visitor';
import { freePort, serve } from './server';

/** Starts the built server, and kills it amid what it does. */
async function killedAfter(ms: number, environment: Record<string, string>): Promise<void> {
  const child = spawn(process.execPath, ['dist/server/main.mjs'], {
    env: { ...process.env, NODE_ENV: 'production', PORT: String(await freePort()), HOST: '127.0.0.1', ...environment },
    stdio: 'ignore',
  });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  await pause(ms);
  child.kill('SIGKILL');
  await ended;
}

/** The links in letters of then, which clients still have. */
function linksInLetters(name: string): string[] {
  const letters = rowsIn(name, 'world.mail').map((row) => Object.values(row).map(String).join(' '));
  // As letters travel: a line's end that is none, and the sign for what is not said plainly.
  const plain = letters.map((letter) => letter.replace(/=\r?\n/g, '').replaceAll('=3D', '='));
  const links = plain.flatMap((letter) => [...letter.matchAll(/https?:\/\/[a-z0-9.]+(?::\d+)?(\/\w+\/[\w./-]+)/g)]);
  return [...new Set(links.map(([, path]) => path!.replace(/\.$/, '')))];
}

const wrong = ({ status }: { status: number }): boolean => status !== 200;

describe('data of earlier commits, in the built program', function () {
  this.timeout(300_000);

  /** Every page and paper that the owner and clients reach, from what was there before. */
  async function allAnswers(name: string, directory: string, environment: Record<string, string>): Promise<void> {
    const served = await serve(directory, { OSTENDO_LOG: 'error', ...environment });
    try {
      const cookie = await signedIn(served.address);
      const ofOwner = await crawl(served.address, cookie, ['/', '/book']);
      expect(ofOwner.filter(wrong)).to.deep.equal([]);
      expect(ofOwner.length).to.be.above(120);
      const links = linksInLetters(name);
      expect(links.length, 'links in letters').to.be.above(5);
      const ofClients = await crawl(served.address, '', links);
      expect(ofClients.filter(wrong)).to.deep.equal([]);
    } finally {
      await served.stop();
    }
  }

  /** All of them with `OSTENDO_UPGRADES=all`; else the oldest, one that left faults, and one with documents. */
  const tried = earlier.filter(
    (name) => process.env.OSTENDO_UPGRADES === 'all' || /first-version|20a456c|8fab497/.test(name),
  );
  for (const [index, name] of tried.entries())
    it(`${name}: killed amid the upgrade and begun again, every linked page is there`, async () => {
      const directory = await directoryOf(name);
      for (const ms of [900 + 250 * index, 1700]) await killedAfter(ms, { OSTENDO_DATA: directory });
      await allAnswers(name, directory, {});
    });

  /** `node scripts/withPostgres.mjs npx mocha --config .mocharc.e2e.json -g PostgreSQL` */
  const server = process.env.OSTENDO_TEST_SERVER;
  for (const [index, name] of (server ? tried : []).entries())
    it(`${name}: the same on PostgreSQL`, async () => {
      const { url, drop } = await emptyOnServer(server!);
      const environment = { DATABASE_URL: url, OSTENDO_SECRET: await onDatabaseOf(name, url) };
      for (const ms of [500 + 150 * index, 900]) await killedAfter(ms, environment);
      await allAnswers(name, '', environment);
      await drop();
    });
});
