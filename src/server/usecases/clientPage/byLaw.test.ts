import { decisionsOf } from '#core/bookings/decisions';
import type { Terms } from '#core/terms/terms';
import { starterTerms } from '#server/seed/starterTerms';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import { eachVerified } from '../../../../testing/eachVerified';
import { type Installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

const rules = starterTerms.find(({ id }) => id === 'rental')!.rules;
const with14Days: Terms = { ...rules, withdrawal: { days: 14 } };

describe('what the law gives a client', () => {
  let app: Installation;
  eachVerified((made) => (app = made));

  describe('withdrawal within its days', () => {
    it('gives everything back at once, without anybody’s yes', async () => {
      const booking = await bookingOf(app, {}, with14Days);
      await booking.pay();
      const { position } = await booking.stands();
      expect(position.received).to.be.above(0);
      await app.at('2027-03-15T09:00');
      const link = await booking.linkTo();
      expect((await app.withdrawByLaw({ link })).ok).to.equal(true);
      await app.settle();
      const { stage, ledger } = await booking.stands();
      expect(stage).to.equal('cancelled');
      expect(ledger.receipts.map(({ amount, refunded }) => amount - refunded)).to.deep.equal([0]);
      expect(codeOf(await app.withdrawByLaw({ link })), 'twice').to.not.equal(undefined);
    });

    it('twice at the same moment gives back once', async () => {
      const booking = await bookingOf(app, {}, with14Days);
      await booking.pay();
      const link = await booking.linkTo();
      const both = await Promise.all([app.withdrawByLaw({ link }), app.withdrawByLaw({ link })]);
      expect(both.filter(({ ok }) => ok).length).to.be.at.least(1);
      await app.settle();
      expect((await booking.stands()).facts.filter(({ kind }) => kind === 'cancelled')).to.have.length(1);
    });

    it('is over when the days are', async () => {
      const booking = await bookingOf(app, {}, with14Days);
      await booking.pay();
      await app.at('2027-03-15T10:00');
      expect(codeOf(await app.withdrawByLaw({ link: await booking.linkTo() }))).to.equal('not_withdrawable');
      expect((await booking.stands()).stage).to.not.equal('cancelled');
    });

    it('is not there where an exemption holds, or where the terms say nothing of it', async () => {
      for (const withdrawal of [{ exempt: 'leisure' as const }, undefined]) {
        const booking = await bookingOf(app, {}, { ...rules, withdrawal });
        expect(codeOf(await app.withdrawByLaw({ link: await booking.linkTo() }))).to.equal('not_withdrawable');
      }
    });

    it('is nobody’s whose link is not the client’s', async () => {
      expect(codeOf(await app.withdrawByLaw({ link: randomUUID() }))).to.equal('link_unknown');
    });
  });

  describe('a consent that is withdrawn', () => {
    it('has the balance asked for, and neither it nor the hold charged', async () => {
      const booking = await bookingOf(app, {}, rules);
      await booking.pay();
      const before = (await booking.stands()).position.received;
      const link = await booking.linkTo();
      expect((await app.withdrawConsent({ link })).ok).to.equal(true);
      expect((await app.withdrawConsent({ link })).ok, 'again: nothing is left to withdraw').to.equal(true);
      const { facts } = await booking.stands();
      expect(facts.filter(({ kind }) => kind === 'consentWithdrawn')).to.have.length(1);
      await app.at('2027-04-06T12:00');
      await app.settle();
      const { position, ledger, ...stands } = await booking.stands();
      expect(position.received).to.equal(before);
      expect(position.dueNow).to.be.above(0);
      expect(stands.facts.some(({ kind }) => kind === 'holdPlaced')).to.equal(false);
      expect(ledger.card).to.equal(null);
      expect(decisionsOf({ position, ledger, ...stands }).length, 'the owner sees it').to.be.above(0);
    });

    it('is given anew with another payment, and then charged again', async () => {
      const booking = await bookingOf(app, {}, rules);
      await booking.pay();
      await app.withdrawConsent({ link: await booking.linkTo() });
      await app.at('2027-03-10T10:00');
      expect((await booking.giveCard('approves')).ok).to.equal(true);
      await app.at('2027-04-06T12:00');
      await app.settle();
      const { position, facts } = await booking.stands();
      expect(position.received).to.equal(800_00);
      expect(facts.some(({ kind }) => kind === 'holdPlaced')).to.equal(true);
    });
  });
});
