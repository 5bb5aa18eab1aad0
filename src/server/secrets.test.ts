import { twoFactor, user } from '#server/database/schema/signIn';
import { payAccounts } from '#server/database/schema/ways';
import { sealAnew } from '#server/sealAnew';
import { forgetFormer, installationSecret, installationSecrets, renewSecret, secretFor } from '#server/secrets';
import { openVault } from '#server/vault';
import { symmetricDecrypt, symmetricEncrypt } from 'better-auth/crypto';
import { expect } from 'chai';
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Installation, installation } from '../../testing/installation';

describe('the secret of a directory', () => {
  let directory: string;
  beforeEach(() => (directory = mkdtempSync(join(tmpdir(), 'ostendo-secret-'))));
  afterEach(() => rmSync(directory, { recursive: true }));
  const all = (more: object = {}) =>
    installationSecrets({ secret: undefined, formerSecret: undefined, directory, ...more });

  it('is made once, for its owner alone', () => {
    const made = installationSecret(undefined, directory);
    expect(made).to.have.length.above(40);
    expect(installationSecret(undefined, directory)).to.equal(made);
    expect(statSync(join(directory, 'secret')).mode & 0o777).to.equal(0o600);
    expect(all()).to.deep.equal([made]);
  });
  it('is renewed, with the former one kept until it is forgotten', () => {
    const [first] = all();
    renewSecret(directory);
    const [second, former] = all();
    expect(former).to.equal(first);
    expect(second).to.not.equal(first);
    forgetFormer(directory);
    expect(all()).to.deep.equal([second]);
  });
  it('a change that broke off can be made again: what the first one sealed under still opens', () => {
    const [first] = all();
    renewSecret(directory);
    renewSecret(directory);
    expect(all()[1], 'not the one of the broken change').to.equal(first);
    expect(existsSync(join(directory, 'secret.new'))).to.equal(false);
    expect(readFileSync(join(directory, 'secret'), 'utf8')).to.equal(all()[0]);
  });
  it('a given one counts instead, and a given former one opens', () =>
    expect(all({ secret: 'given', formerSecret: 'before' })).to.deep.equal(['given', 'before']));
});

describe('what is sealed, under another secret', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  it('is sealed anew at the start, accesses and second factors alike, once', async () => {
    const { db, vault } = app.deps;
    const [account] = await db.select().from(payAccounts);
    const access = vault.open(account!.access, account!.id);
    const before = 'a secret of the tests, long enough to be one';
    const next = 'the next secret of the tests, long enough too';
    await db.insert(user).values({ id: 'lena', name: 'Lena', email: 'lena@example.com' });
    const key = secretFor(before, 'sessions');
    const data = {
      secret: await symmetricEncrypt({ key, data: 'of the authenticator' }),
      backupCodes: await symmetricEncrypt({ key, data: '["one","two"]' }),
    };
    await db.insert(twoFactor).values({ id: 'one', userId: 'lena', ...data });

    const secrets = [next, before] as const;
    const anew = openVault([...secrets]);
    expect(await sealAnew(db, anew, [...secrets])).to.equal(3);
    const [row] = await db.select().from(payAccounts);
    expect(openVault([next]).open(row!.access, row!.id)).to.equal(access);
    const [factor] = await db.select().from(twoFactor);
    const opened = (text: string) => symmetricDecrypt({ key: secretFor(next, 'sessions'), data: text });
    expect(await opened(factor!.secret)).to.equal('of the authenticator');
    expect(await opened(factor!.backupCodes)).to.equal('["one","two"]');
    expect(await sealAnew(db, anew, [...secrets]), 'nothing is left to do').to.equal(0);
  });

  it('what was never sealed is; what nobody here can open stops the start', async () => {
    const { db, vault } = app.deps;
    await db.update(payAccounts).set({ access: 'as it was before there was a vault' });
    expect(await sealAnew(db, vault, ['a secret of the tests, long enough to be one'])).to.equal(1);
    const [row] = await db.select().from(payAccounts);
    expect(vault.open(row!.access, row!.id)).to.equal('as it was before there was a vault');
    const lost = await sealAnew(db, openVault(['another']), ['another']).catch((error: Error) => error.message);
    expect(lost).to.match(/not known here/);
  });
});
