import { decisionsOf } from '#core/bookings/decisions';
import { bookingState } from '#core/bookings/bookingState';
import type { Minor } from '#core/money/minor';
import { agreedOf, readBooking } from '#server/bookings/lockBooking';
import { verify } from '#server/verify/verify';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { type Installation, installation, rental } from '../../../../testing/installation';

describe('the whole job, from the booking to the close-out', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  const stateOf = async (id: string) => {
    const loaded = (await readBooking(app.deps.db, id))!;
    return { ...bookingState(agreedOf(loaded.booking), loaded.facts, app.world.clock.now()), facts: loaded.facts };
  };

  it('secures, collects, holds, renews, captures a part and lets the rest go', async () => {
    const made = await app.createBooking(rental());
    if (!made.ok) throw new Error(made.refusal.code);
    const { id } = made.value;
    expect((await stateOf(id)).stage).to.equal('waiting');

    const link = await app.linkSentTo('ines@example.com');
    const card = await app.token('confirms');
    const paid = await app.payByClient({ link, attempt: randomUUID(), card, amount: 240_00 as Minor });
    if (!paid.ok || paid.value.state !== 'confirm') throw new Error(JSON.stringify(paid));
    expect((await stateOf(id)).position.received, 'nothing before the bank').to.equal(0);
    await app.world.answerConfirmation(paid.value.url.split('/').at(-1)!, true);
    await app.settle();
    expect((await stateOf(id)).stage).to.equal('secured');

    await app.at('2027-03-29T09:00');
    expect((await stateOf(id)).position.outstanding, 'balance charged to the card on file').to.equal(0);
    await app.at('2027-04-04T18:00');
    expect((await stateOf(id)).hold?.state).to.equal('inForce');
    expect(await (await app.cards()).liveAuthorisations()).to.have.length(1);

    await app.at('2027-04-21T18:00');
    const served = await stateOf(id);
    expect(served.stage).to.equal('toCloseOut');
    expect(served.ledger.authorisations.map((held) => held.state)).to.deep.equal(['released', 'released', 'inForce']);
    expect(decisionsOf(served).map((decision) => decision.kind)).to.deep.equal(['closeOut']);

    const closed = await app.closeOut({
      bookingId: id,
      claims: [{ id: 'heater', reason: 'Dew heater missing', amount: 120_00 as Minor }],
      coverBalance: false,
    });
    expect(closed.ok).to.equal(true);
    const { ledger, stage } = await stateOf(id);
    expect(stage).to.equal('closed');
    expect(ledger.closedOut).to.include({ captured: 120_00, released: 280_00, shortfall: 0, outstanding: 0 });
    expect(await (await app.cards()).liveAuthorisations()).to.have.length(0);
    await app.at('2027-04-30T09:00');
    expect(await verify(app.deps)).to.deep.equal([]);
  });
});
