import { compose } from '#compose';
import { readConfig } from '#server/config';
import { leastDisk } from '#server/rateLimits/room';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { spawnSync } from 'node:child_process';
import { closeSync, cpSync, mkdtempSync, openSync, readdirSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { eventually } from '../testing/eventually';
import { Client, rentalAsked } from './client';
import { installedDirectory } from './installed';
import { freePort, serve } from './server';

const megabytes = 420;
const statusOf = async (address: string, path: string, cookie = ''): Promise<number> =>
  (await fetch(address + path, { headers: { cookie } })).status;

describe('data that may not be written any more', () => {
  const directory = mkdtempSync(join(tmpdir(), 'ostendo-rights-'));
  after(() => rmSync(directory, { recursive: true, force: true }));
  const rights = (mode: string): unknown => spawnSync('chmod', ['-R', mode, join(directory, 'data')]);

  it('takes nothing, with a code, answers no fault, says so in health, and goes on once it may again', async function () {
    // Only root may start a process as somebody else, who can be shut out.
    if (spawnSync('chmod', ['a+rx', directory]).status !== 0 || process.getuid?.() !== 0) this.skip();
    cpSync(await installedDirectory(), join(directory, 'data'), { recursive: true });
    spawnSync('chown', ['-R', '65534', directory]);
    const server = await serve(join(directory, 'data'), {}, undefined, undefined, [
      'setpriv',
      '--reuid=65534',
      '--clear-groups',
    ]);
    const owner = new Client(server.address);
    await owner.post('/api/demo/sign-in', {});
    const made = () => owner.post<{ number?: string; code?: string }>('/api/bookings/create', rentalAsked());
    expect((await made())?.status).to.equal(200);
    rights('a-w');
    await pause(1500);
    const refused = await made();
    expect([refused?.status, refused?.body.code]).to.deep.equal([507, 'disk_read_only']);
    // The database still reads pages that it holds in memory; any other page says why it cannot be shown.
    for (const path of ['/today', '/bookings', '/journal', '/clients', '/set-up/business', '/book'])
      expect(await statusOf(server.address, path, owner.cookie), path).to.be.oneOf([200, 507]);
    for (const path of ['/readyz', '/healthz']) expect(await statusOf(server.address, path), path).to.equal(503);
    expect(await statusOf(server.address, '/livez')).to.equal(200);
    rights('u+w');
    await pause(1500);
    expect((await made())?.status).to.equal(200);
    expect(await statusOf(server.address, '/readyz')).to.equal(200);
    await server.stop();
  });
});

describe('a disk that fills up', () => {
  const disk = mkdtempSync(join(tmpdir(), 'ostendo-disk-'));
  const filler = join(disk, 'filler');
  const directory = join(disk, 'data');
  before(async function () {
    this.timeout(240_000);
    const size = `size=${megabytes}m`;
    // Only root may mount; elsewhere there is no small disk to try it on.
    if (spawnSync('mount', ['-t', 'tmpfs', '-o', size, 'tmpfs', disk]).status !== 0) this.skip();
    cpSync(await installedDirectory(), directory, { recursive: true });
  });
  after(() => {
    spawnSync('umount', ['-l', disk]);
    rmSync(disk, { recursive: true, force: true });
  });
  const free = (): number => {
    const { bavail, bsize } = statfsSync(disk);
    return bavail * bsize;
  };
  /** Somebody else's file takes all but so much. */
  const fill = (left: number): void => {
    const file = openSync(filler, 'w');
    const piece = Buffer.alloc(1 << 16);
    try {
      while (free() > left) writeSync(file, piece);
      while (left === 0) writeSync(file, piece.subarray(0, 512));
    } catch (error) {
      expect((error as NodeJS.ErrnoException).code).to.equal('ENOSPC');
    }
    closeSync(file);
  };
  const booking = (client: Client) =>
    client.post<{ number?: string; code?: string }>('/api/bookings/create', rentalAsked());

  it('below a floor nothing is written, with a code; what is there is still read, and health says so', async () => {
    const server = await serve(directory);
    const client = new Client(server.address);
    await client.post('/api/demo/sign-in', {});
    const made = await booking(client);
    expect(made?.status).to.equal(200);
    fill(leastDisk - 20 * 1024 * 1024);
    await pause(1500);
    const refused = await booking(client);
    expect([refused?.status, refused?.body.code]).to.deep.equal([507, 'disk_full']);
    expect(await statusOf(server.address, `/api/booking/${made!.body.number}`, client.cookie)).to.equal(200);
    expect(await statusOf(server.address, '/readyz')).to.equal(503);
    rmSync(filler);
    await pause(1500);
    expect((await booking(client))?.status, 'there is room again').to.equal(200);
    await server.stop();
  });

  it('that fills up amid a backup says so in one sentence, with a code, and leaves nothing of it', async () => {
    const elsewhere = await installedDirectory();
    fill(0);
    const environment = {
      ...process.env,
      OSTENDO_DATA: elsewhere,
      OSTENDO_BACKUP_PASSPHRASE: 'twelve letters or more',
    };
    const file = join(disk, 'kept.age');
    const ran = spawnSync(process.execPath, ['--import=tsx', 'src/cli/main.ts', 'backup', file], {
      env: environment,
      encoding: 'utf8',
    });
    rmSync(filler);
    expect(ran.stderr)
      .to.include('disk_full')
      .and.to.not.match(/^\s+at /m);
    expect(ran.status).to.equal(2);
    expect(readdirSync(disk).filter((name) => name.startsWith('kept'))).to.deep.equal([]);
  });

  it('filled to the last byte amid the work, nothing that was answered is lost and nothing is half written', async function () {
    this.timeout(240_000);
    const port = await freePort();
    const server = await serve(directory, {}, port);
    const client = new Client(server.address);
    await client.post('/api/demo/sign-in', {});
    const answered: string[] = [];
    const refused = new Set<string>();
    let over = false;
    const working = (async () => {
      while (!over) {
        const made = await booking(client);
        if (made?.status === 200) answered.push(made.body.number!);
        else {
          refused.add(made?.body.code ?? 'gone');
          await pause(100);
        }
      }
    })();
    while (answered.length < 3) await pause(50);
    fill(0);
    await pause(3000);
    await eventually(() => refused.size > 0);
    over = true;
    await working;
    expect(refused.size, `answered otherwise: ${[...refused].join(' ')}`).to.be.above(0);
    await server.stop('SIGKILL');

    // Started on a full disk it says why, and is there by itself once there is room.
    const starting = serve(directory, {}, port);
    await pause(6000);
    rmSync(filler);
    const again = await starting;
    expect(again.address).to.equal(server.address);
    const owner = new Client(again.address);
    await owner.post('/api/demo/sign-in', {});
    for (const number of answered)
      expect(await statusOf(again.address, `/api/booking/${number}`, owner.cookie), number).to.equal(200);
    await again.stop();
    const app = await compose(readConfig({ OSTENDO_DATA: directory }), { post: async () => ({ ok: false }) });
    await app.recover(0);
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.close();
  });
});
