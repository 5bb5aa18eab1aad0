import { shelve } from '#server/database/firstDirectory';
import { openDirectory } from '#server/database/openDirectory';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

// The last step of the build: a database of this edition's migrations, with nothing in it.
rmSync('dist/first', { recursive: true, force: true });
const directory = mkdtempSync(join(tmpdir(), 'ostendo-first-'));
const { close } = await openDirectory(directory, false);
await close();
shelve(join(directory, 'postgres'));
rmSync(directory, { recursive: true, force: true });
process.exit(0);
