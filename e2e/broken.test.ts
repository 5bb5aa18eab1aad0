import { readBooking } from '#server/bookings/lockBooking';
import { readConfig } from '#server/config';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { eventually } from '../testing/eventually';
import { Client, rentalAsked } from './client';
import { installedDirectory, receivingApp } from './installed';
import { serve } from './server';

/** Before anything else of a process: what is synced fails, as on a disk that dies, from when a file is there. */
const failingDisk = `
import fs from 'node:fs';
import { syncBuiltinESMExports } from 'node:module';
const own = fs.fsyncSync;
fs.fsyncSync = (fd) => {
  if (fs.existsSync(process.env.TEST_DISK_FAILS)) throw Object.assign(new Error('EIO: i/o error, fsync'), { code: 'EIO' });
  return own(fd);
};
syncBuiltinESMExports();`;

describe('a disk that fails amid a commit', () => {
  it('ends the process, which says why; started again, what was answered is there', async () => {
    const directory = await installedDirectory();
    const own = mkdtempSync(join(tmpdir(), 'ostendo-fails-'));
    const fails = join(own, 'fails');
    const hook = join(own, 'failing.mjs');
    writeFileSync(hook, failingDisk);
    const server = await serve(directory, { NODE_OPTIONS: `--import ${hook}`, TEST_DISK_FAILS: fails });
    const client = new Client(server.address);
    await client.post('/api/demo/sign-in', {});
    const made = await client.post<{ id: string }>('/api/bookings/create', rentalAsked());
    expect(made?.status).to.equal(200);
    writeFileSync(fails, '');
    const failed = await client.post('/api/bookings/create', rentalAsked());
    expect(failed === null || failed.status >= 500, 'it is not answered as done').to.equal(true);
    await eventually(() => server.process.exitCode !== null);
    expect(server.process.exitCode).to.equal(70);

    const app = await receivingApp(readConfig({ OSTENDO_DATA: directory }));
    expect(await verify(app.deps)).to.deep.equal([]);
    expect(await readBooking(app.deps.db, made!.body.id)).to.not.equal(null);
    await app.close();
  });
});
