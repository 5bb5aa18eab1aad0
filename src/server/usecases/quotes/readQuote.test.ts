import { bookingOf, codeOf } from '../../../../testing/onBooking.js';
import { type Installation, installation } from '../../../../testing/installation.js';
import {
  acceptance,
  linkOfQuote,
  pageOf,
  rentalAgreement,
  rentalDraft,
  sentQuote,
} from '../../../../testing/quoting.js';
import { expect } from 'chai';
import { randomUUID } from 'node:crypto';

describe('an offer that is read', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());
  const kinds = async (number: string) => (await app.queries.quote(number))!.history.map(({ kind }) => kind);

  it('keeps what was chosen and filled in, so that it is taken up again elsewhere', async () => {
    const { link, number } = await sentQuote(app, rentalDraft({ agreement: rentalAgreement }));
    const { revision } = await pageOf(app, link);
    const chosen = { link, revision, choice: { chair: 3 }, filled: { policy: 'PT-1', unknown: 'x' } };
    expect((await app.chooseOnQuote(chosen)).ok).to.equal(true);
    expect((await app.chooseOnQuote(chosen)).ok).to.equal(true);
    const { choice, filled } = await pageOf(app, link);
    expect({ choice, filled }).to.deep.equal({ choice: { chair: 3 }, filled: { policy: 'PT-1' } });
    const chose = (await kinds(number)).filter((kind) => kind === 'chose');
    expect(chose, 'the same again is nothing new').to.have.length(1);
    const [listed] = (await app.queries.quotes({ search: number, state: 'all' })).quotes;
    expect(listed!.total).to.equal(577_00);
  });

  it('refuses a choice outside of its limits, and one of an offer that is no longer the newest', async () => {
    const { link } = await sentQuote(app);
    const { revision } = await pageOf(app, link);
    const chosen = { link, revision, choice: { chair: 1 }, filled: {} };
    expect(codeOf(await app.chooseOnQuote({ ...chosen, choice: { chair: 9 } }))).to.equal('extra_out_of_limits');
    expect(codeOf(await app.chooseOnQuote({ ...chosen, revision: 7 }))).to.equal('quote_changed');
    expect(codeOf(await app.chooseOnQuote({ ...chosen, link: 'x'.repeat(43) }))).to.equal('link_unknown');
  });

  it('is opened once an hour, by a copied link as by a sent one', async () => {
    const { id, edition, number, link } = await sentQuote(app);
    await pageOf(app, link);
    await pageOf(app, link);
    const opened = async () => (await kinds(number)).filter((kind) => kind === 'opened').length;
    expect(await opened()).to.equal(1);
    const copied = await app.copyQuoteLink({ quoteId: id, edition });
    if (!copied.ok) throw new Error(copied.refusal.code);
    await app.at('2027-03-01T11:30');
    const other = copied.value.url.split('/').at(-1)!;
    expect((await pageOf(app, other)).digest).to.equal((await pageOf(app, link)).digest);
    expect(await opened()).to.equal(2);
  });

  it('a question pressed twice is asked once, and there is an end to questions', async () => {
    const { link, number } = await sentQuote(app);
    const ask = (text: string) => app.writeOnQuote({ link, attempt: randomUUID(), what: 'ask', text });
    await ask('Is there a tripod?');
    await ask('Is there a tripod?');
    expect((await kinds(number)).filter((kind) => kind === 'asked')).to.have.length(1);
    for (let count = 1; count < 20; count++) await ask(`Question ${count}`);
    expect(codeOf(await ask('One more'))).to.equal('too_many_questions');
  });

  it('withdrawn, its link opens nothing; declined, it is open no more', async () => {
    const { id, edition, link } = await sentQuote(app);
    const page = await pageOf(app, link);
    await app.writeOnQuote({ link, attempt: randomUUID(), what: 'decline', text: '' });
    expect(codeOf(await app.acceptQuote(acceptance(page, link)))).to.equal('quote_over');
    await app.withdrawQuote({ quoteId: id, edition });
    expect(await app.queries.quotePage(link)).to.deep.equal({ fault: 'link_unknown' });
    expect(codeOf(await app.withdrawQuote({ quoteId: id, edition }))).to.equal('quote_over');
  });

  it('a further signatory can sign, and do nothing else', async () => {
    const others = [{ id: 'a', name: 'Rui Valadar', email: 'rui@example.com' }];
    const { link } = await sentQuote(app, rentalDraft({ agreement: { ...rentalAgreement, others } }));
    await app.acceptQuote(acceptance(await pageOf(app, link), link));
    const rui = await linkOfQuote(app, 'rui@example.com');
    const page = await pageOf(app, rui);
    expect([page.who, page.readerName, page.toSign]).to.deep.equal(['a', 'Rui Valadar', ['a']]);
    expect(codeOf(await app.acceptQuote(acceptance(page, rui)))).to.equal('not_your_turn');
    const chosen = { link: rui, revision: page.revision, choice: {}, filled: {} };
    expect(codeOf(await app.chooseOnQuote(chosen))).to.equal('not_your_turn');
    const written = { link: rui, attempt: randomUUID(), what: 'decline' as const, text: '' };
    expect(codeOf(await app.writeOnQuote(written))).to.equal('not_your_turn');
  });

  it('a quote like an earlier booking has its client, lines and terms, and no dates yet', async () => {
    const booking = await bookingOf(app);
    const requestKey = randomUUID();
    const made = await app.createQuote({ requestKey, from: { booking: booking.id } });
    expect(await app.createQuote({ requestKey, from: null }), 'a repeat').to.deep.equal(made);
    if (!made.ok) throw new Error(made.refusal.code);
    const { draft } = (await app.queries.quote(made.value.number))!;
    expect(draft).to.deep.include({ clientName: 'Ines Valadar', termsId: 'rental', start: '', end: '' });
    expect(draft.lines[0]).to.deep.include({ unitPrice: '800.00', quantity: '1', taxes: ['VAT'] });
    const gone = await app.createQuote({ requestKey: randomUUID(), from: { booking: 'none' } });
    expect(codeOf(gone)).to.equal('booking_not_found');
  });
});
