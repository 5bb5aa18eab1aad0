import { openDatabase } from '#server/database/open';
import { installationSecret } from '#server/secrets';
import { expect } from 'chai';
import { chmodSync, mkdtempSync, readdirSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

describe('the files of a data directory', () => {
  it('are for their owner alone, whatever umask the process was started with', async () => {
    const directory = mkdtempSync(join(tmpdir(), 'ostendo-modes-'));
    chmodSync(directory, 0o777);
    const before = process.umask(0);
    const opened = await openDatabase({ directory, durable: false });
    installationSecret(undefined, directory);
    await opened.close();
    process.umask(before);
    const openIn = (): string[] =>
      readdirSync(directory, { recursive: true, encoding: 'utf8' })
        .concat('.')
        .filter((file) => (statSync(join(directory, file)).mode & 0o077) !== 0);
    expect(openIn()).to.deep.equal([]);
    expect(readdirSync(directory)).to.include('secret');
    // Opened by somebody, or copied by something that did not keep their modes.
    for (const file of ['postgres', 'postgres/PG_VERSION', 'postgres/base']) chmodSync(join(directory, file), 0o755);
    await (await openDatabase({ directory, durable: false })).close();
    expect(openIn()).to.deep.equal([]);
  });
});
