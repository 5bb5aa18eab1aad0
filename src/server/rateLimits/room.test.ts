import { freeIn, leastDisk, openRoom } from '#server/rateLimits/room';
import { failureOf } from '#server/http/failure';
import { expect } from 'chai';
import { tmpdir } from 'node:os';

describe('room on the disk', () => {
  it('is looked at where the data is, and nobody else’s to say where that is a server', async () => {
    expect(await openRoom(null).stop()).to.equal(null);
    const free = (await freeIn(tmpdir()))!;
    expect(free).to.be.a('number');
    const told: unknown[] = [];
    const room = openRoom(tmpdir(), (stop) => told.push(stop));
    expect(await room.stop()).to.equal(free < leastDisk ? 'disk_full' : null);
    expect(told).to.deep.equal(free < leastDisk ? ['disk_full'] : []);
    expect(await freeIn('/there/is/no/such')).to.equal(null);
  });
  it('handles that have run out are over in a moment, and no fault of ours', () => {
    const none = Object.assign(new Error('could not open file: No file descriptors available'), { code: '53000' });
    expect(failureOf(new Error('Failed query', { cause: none }))).to.deep.equal({ status: 503, code: 'database_away' });
  });
  it('is none where the database may not open its own files any more', () => {
    const denied = Object.assign(new Error('could not open file "base/5/16520": Permission denied'), { code: '42501' });
    const failure = { status: 507, code: 'disk_read_only' };
    expect(failureOf(new Error('Failed query', { cause: denied }))).to.deep.equal(failure);
    // The same code where a role may not read a table is a fault of ours.
    const role = Object.assign(new Error('permission denied for table bookings'), { code: '42501' });
    expect(failureOf(role).status).to.equal(500);
  });
  it('that ends amid a statement is told as such, and is no fault of ours', () => {
    const full = Object.assign(new Error('could not extend file'), { code: '53100' });
    expect(failureOf(new Error('Failed query', { cause: full }))).to.deep.equal({ status: 507, code: 'disk_full' });
  });
});
