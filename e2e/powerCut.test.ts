import { asThemselves } from '#demo/asThemselves';
import { compose } from '#compose';
import { readBooking } from '#server/bookings/lockBooking';
import { readConfig } from '#server/config';
import { extensions, overPglite } from '#server/database/openDirectory';
import { onlyInside } from '#server/database/onlyInside';
import { bookings } from '#server/database/schema/bookings';
import { syncedStart } from '#server/database/syncedFileSystem';
import { verify } from '#server/verify/verify';
import { PGlite } from '@electric-sql/pglite';
import { expect } from 'chai';
import { cpSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ForgettingFileSystem } from '../testing/forgetting';
import { numbersFrom } from '../testing/numbers';
import { installedDirectory, paidRental, receivingApp } from './installed';

/** What the power cut left, and which bookings had been answered as paid until then. */
type Cut = { readonly directory: string; readonly answered: readonly string[] };

/** Bookings are made and paid over a layer that forgets; now and then, amid whatever, the power is cut. */
async function work(seed: number, { synced, cuts: most }: { synced: boolean; cuts: number }): Promise<Cut[]> {
  const below = numbersFrom(seed);
  const directory = await installedDirectory();
  const disk = mkdtempSync(join(tmpdir(), 'ostendo-disk-'));
  cpSync(directory, disk, { recursive: true });
  const files = new ForgettingFileSystem(join(directory, 'postgres'), join(disk, 'postgres'));
  const startParams = synced ? syncedStart(PGlite.defaultStartParams) : [...PGlite.defaultStartParams];
  const opened = await overPglite(await PGlite.create({ extensions, fs: files, startParams }));
  const app = asThemselves(
    await compose(readConfig({ OSTENDO_DATA: directory }), {
      opened: { ...opened, db: onlyInside(opened.db) },
      post: async () => ({ ok: true }),
    }),
  );
  const answered: string[] = [];
  const cuts: Cut[] = [];
  let left = 200 + below(300);
  files.onChange = (): void => {
    if (cuts.length === most || left-- > 0) return;
    left = 100 + below(300);
    const to = mkdtempSync(join(tmpdir(), 'ostendo-cut-'));
    cpSync(join(directory, 'secret'), join(to, 'secret'));
    files.cut(join(to, 'postgres'), cuts.length % 2 === 0 ? () => 0 : below);
    cuts.push({ directory: to, answered: [...answered] });
  };
  for (let index = 0; cuts.length < most && index < 60; index++)
    answered.push((await paidRental(app, { key: `cut-${index}`, termsId: 'rental', card: 'approves' })).id);
  files.onChange = () => undefined;
  await app.close();
  return cuts;
}

/** The bookings that are paid in what a cut left, once all that it left open was taken up. */
async function paidAfter({ directory }: Cut): Promise<string[]> {
  const app = await receivingApp(readConfig({ OSTENDO_DATA: directory }));
  await app.recover(0);
  await app.settle();
  const paid: string[] = [];
  for (const { id } of await app.deps.db.select({ id: bookings.id }).from(bookings)) {
    const { facts } = (await readBooking(app.deps.db, id))!;
    const receipts = facts.filter(({ kind }) => kind === 'received').length;
    expect(receipts).to.be.at.most(1);
    if (receipts === 1) paid.push(id);
  }
  expect(await verify(app.deps)).to.deep.equal([]);
  await app.close();
  return paid;
}

describe('a power cut', () => {
  for (const seed of [3, 14])
    it(`at any moment leaves what was answered, whole, whatever else had reached the disk (${seed})`, async () => {
      const cuts = await work(seed, { synced: true, cuts: 4 });
      expect(cuts).to.have.length(4);
      for (const cut of cuts) expect(await paidAfter(cut)).to.include.members([...cut.answered]);
      expect(cuts.at(-1)!.answered.length).to.be.greaterThan(0);
    });

  it('would lose what was answered where nothing is synced: the layer forgets', async () => {
    const [cut] = (await work(3, { synced: false, cuts: 1 })).slice(-1);
    expect(cut!.answered.length).to.be.greaterThan(0);
    const there = await paidAfter(cut!).catch(() => []);
    expect(there).to.not.include.members([...cut!.answered]);
  });
});
