import { ok, refuse } from '#core/result';
import { countedCard, countedDoor, countedProof, countedVoucher } from '#server/http/counted';
import { expect } from 'chai';
import { codeOf } from '../../../testing/onBooking';
import { type Installation, installation } from '../../../testing/installation';

describe('what is counted before it is tried', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());
  const from = (address: string) => ({ app, address, session: { personId: 'lena', sessionId: 's' } }) as never;

  it('of twenty vouchers at once eight are looked up, and the refusal says for how long', async () => {
    let looked = 0;
    const use = async (_: { key: string }) => {
      looked++;
      return refuse({ code: 'voucher_unknown' as const });
    };
    const tries = Array.from({ length: 20 }, (_, index) =>
      countedVoucher(from('203.0.113.9'), use)({ key: `cart ${index}` }),
    );
    const answers = await Promise.all(tries);
    expect(looked).to.equal(8);
    const told = answers.filter((answer) => codeOf(answer) === 'too_many_tries');
    expect(told).to.have.length(12);
    for (const answer of told) if (!answer.ok) expect(answer.refusal).to.have.property('seconds').within(890, 900);
  });

  it('of one cart eight are, from however many networks; right ones are never counted', async () => {
    let looked = 0;
    const wrong = async (_: { key: string }) => {
      looked++;
      return refuse({ code: 'voucher_unknown' as const });
    };
    const right = async (_: { key: string }) => ok({ state: 'used' });
    for (let index = 0; index < 20; index++) {
      const good = await countedVoucher(from(`203.0.113.${index}`), right)({ key: 'another' });
      expect(good.ok).to.equal(true);
      await countedVoucher(from(`198.51.100.${index}`), wrong)({ key: 'the cart' });
    }
    expect(looked).to.equal(8);
  });

  it('cards that are refused: twelve from a network, four of one card; a card that went through is not counted', async () => {
    let asked = 0;
    const pay = (state: 'declined' | 'paid') => async (_: { card: string }) => {
      asked++;
      return ok({ state });
    };
    for (let index = 0; index < 24; index++)
      await countedCard(from('203.0.113.9'), pay('declined'))({ card: `card ${index}` });
    expect(asked).to.equal(12);
    asked = 0;
    for (let index = 0; index < 10; index++)
      await countedCard(from(`198.51.100.${index}`), pay('declined'))({ card: 'one card' });
    expect(asked).to.equal(4);
    const stopped = await countedCard(from('192.0.2.1'), pay('paid'))({ card: 'one card' });
    expect(codeOf(stopped)).to.equal('too_many_cards');
    for (let index = 0; index < 30; index++)
      expect((await countedCard(from('192.0.2.2'), pay('paid'))({ card: `good ${index}` })).ok).to.equal(true);
  });

  it('links of the door and start codes, and passwords in an open session, wait after ten', async () => {
    let tried = 0;
    const link = async (_: object) => {
      tried++;
      return refuse({ code: 'link_over' as const });
    };
    for (let index = 0; index < 20; index++) await countedDoor(from('203.0.113.9'), link)({});
    expect(tried).to.equal(10);
    tried = 0;
    const password = async (_: object) => {
      tried++;
      return refuse({ code: 'password_wrong' as const });
    };
    for (let index = 0; index < 20; index++) await countedProof(from(`203.0.113.${index}`), password)({});
    expect(tried, 'by the person, from however many networks').to.equal(10);
  });
});
