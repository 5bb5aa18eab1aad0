import { explain } from '#cli/explain';
import { expect } from 'chai';
import { type Installation, installation } from '../../testing/installation';
import { bookingOf } from '../../testing/onBooking';

describe('explain', () => {
  let app: Installation;
  before(async () => (app = await installation()));
  after(() => app.close());

  it('tells how a booking came to be as it is, from its facts to its entries', async () => {
    const booking = await bookingOf(app);
    await booking.pay();
    await app.settle();
    const said: string[] = [];
    expect(await explain(app, 'B-0001', (text) => said.push(text))).to.equal(0);
    const parts = said.join('').split('\n\n');
    expect(parts.map((part) => part.split(/[:,\n]/)[0])).to.deep.equal(['B-0001', 'Facts', 'State', 'Jobs', 'Entries']);
    const [, facts, state, jobs, entries] = parts;
    expect(facts)
      .to.match(/^\S+Z agreed by person/m)
      .and.to.match(/^\S+Z received by /m);
    expect(state)
      .to.match(/^secured: €\s\d/m)
      .and.to.match(/^- \w+ €/m);
    expect(jobs).to.match(/^\S+Z message \[request\] done/m);
    expect(entries)
      .to.match(/^2027-\d\d-\d\d Payment/m)
      .and.to.match(/^ {4}assets:card clearing {2}€/m);
  });
  it('says which booking is not there', async () => {
    expect(await explain(app, 'B-9999')).to.equal(2);
    expect(await explain(app, undefined)).to.equal(2);
  });
});
