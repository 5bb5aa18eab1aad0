import { faceAddress, listPart, otherFace } from '#islands/bookings/list/faces';
import { expect } from 'chai';

const usual = { search: '', stage: 'open', sort: 'start', descending: false, page: 0 } as const;

describe('the address of a face', () => {
  it('says only what is not as usual', () => {
    expect(faceAddress('list', usual, listPart(usual))).to.equal('/bookings');
    const query = { search: 'a b', stage: 'late', sort: 'next', descending: true, page: 2 } as const;
    expect(faceAddress('list', query, listPart(query))).to.equal(
      '/bookings?search=a+b&stage=late&sort=next&descending=1&page=2',
    );
    expect(faceAddress('calendar', { search: '', stage: 'all' }, { view: 'month' })).to.equal(
      '/bookings/calendar?view=month',
    );
  });
  it('keeps what was chosen on another face, and what is usual there where nothing was', () => {
    expect(otherFace('list', 'lanes', { search: 'dob', stage: 'open' })).to.equal('/bookings/lanes?search=dob');
    expect(otherFace('list', 'lanes', { search: '', stage: 'all' })).to.equal('/bookings/lanes');
    expect(otherFace('lanes', 'list', { search: '', stage: 'all' })).to.equal('/bookings');
    expect(otherFace('calendar', 'list', { search: '', stage: 'late' })).to.equal('/bookings?stage=late');
    expect(otherFace('calendar', 'lanes', { search: '', stage: 'open' })).to.equal('/bookings/lanes?stage=open');
  });
});
