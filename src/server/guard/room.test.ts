import { freeIn, leastDisk, openRoom } from '#server/guard/room';
import { failureOf } from '#server/http/failure';
import { expect } from 'chai';
import { tmpdir } from 'node:os';

describe('room on the disk', () => {
  it('is looked at where the data is, and nobody else’s to say where that is a server', async () => {
    expect(await openRoom(null).full()).to.equal(false);
    const free = (await freeIn(tmpdir()))!;
    expect(free).to.be.a('number');
    const told: boolean[] = [];
    const room = openRoom(tmpdir(), (full) => told.push(full));
    expect(await room.full()).to.equal(free < leastDisk);
    expect(await freeIn('/there/is/no/such')).to.equal(null);
  });
  it('handles that have run out are over in a moment, and no fault of ours', () => {
    const none = Object.assign(new Error('could not open file: No file descriptors available'), { code: '53000' });
    expect(failureOf(new Error('Failed query', { cause: none }))).to.deep.equal({ status: 503, code: 'database_away' });
  });
  it('that ends amid a statement is told as such, and is no fault of ours', () => {
    const full = Object.assign(new Error('could not extend file'), { code: '53100' });
    expect(failureOf(new Error('Failed query', { cause: full }))).to.deep.equal({ status: 507, code: 'disk_full' });
  });
});
