import type { WallTime } from '#core/calendar/wallTime';
import type { Minor } from '#core/money/minor';
import type { Instant } from '#core/calendar/instant';
import { businessSignatory } from '#core/agreements/agreement';
import { price } from '#core/price/price';
import { presetChoice } from '#core/quotes/offer';
import { standingOfOffer } from '#core/quotes/signedDocument';
import { cancellationSentences } from '#core/wording/cancellationSentences';
import { type Installation, installation } from '../../../../testing/installation.js';
import {
  acceptance,
  linkOfQuote,
  pageOf,
  quoteOf,
  rentalAgreement,
  rentalDraft,
  sentQuote,
} from '../../../../testing/quoting.js';
import { bookings } from '#server/database/schema/bookings';
import { quotes, signedDocuments } from '#server/database/schema/quotes';
import { keepQuoteLink } from '#server/quotes/quoteLink';
import { verify } from '#server/verify/verify';
import { digestOfDocument } from '#server/quotes/digest';
import { expect } from 'chai';
import sharp from 'sharp';
import { eq, sql } from 'drizzle-orm';
import { createHash, randomUUID } from 'node:crypto';

describe('quotes', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  const bookingOf = async (quoteId: string) => {
    const [quote] = await app.deps.db.select().from(quotes).where(eq(quotes.id, quoteId));
    const [booking] = await app.deps.db.select().from(bookings).where(eq(bookings.id, quote!.bookingId!));
    return booking!;
  };
  const stageOf = async (number: string) => {
    const { lines } = await app.queries.bookings({
      search: number,
      stage: 'all',
      sort: 'number',
      descending: false,
      page: 0,
    });
    return lines[0]!.stage;
  };

  it('accepted with an extra: a booking at the offered price, whose link is the quote’s own', async () => {
    const { id, link } = await sentQuote(app);
    const page = await pageOf(app, link);
    const accepted = await app.acceptQuote(acceptance(page, link, { choice: { chair: 3 } }));
    expect(accepted.ok && accepted.value.state).to.equal('accepted');
    const booking = await bookingOf(id);
    expect(booking.total).to.equal(550_00 + 27_00);
    expect(price(booking.price).total).to.equal(booking.total);
    expect(await app.queries.quotePage(link)).to.deep.equal({ goTo: `/b/${link}` });
    const view = await app.queries.client(link);
    expect('dueNow' in view && view.dueNow).to.equal(173_10);
    expect(await stageOf(booking.number)).to.equal('waiting');
    const paid = await app.payByClient({
      link,
      attempt: randomUUID(),
      card: await app.token('approves'),
      amount: 173_10 as Minor,
    });
    expect(paid.ok && paid.value.state).to.equal('paid');
    expect(await stageOf(booking.number)).to.equal('secured');
  });

  it('accepted with a damage waiver less is held, and without it as the terms say', async () => {
    const [chair] = rentalDraft().extras;
    const extras = [{ ...chair!, id: 'waiver', label: 'Waiver', waiver: { hold: '50', most: '120' } }];
    const heldOf = async (waiver: number) => {
      const { id, link } = await sentQuote(app, rentalDraft({ extras }));
      const page = await pageOf(app, link);
      expect('offer' in page && page.offer.extras[0]!.waiver).to.deep.equal({ hold: 50_00, most: 120_00 });
      await app.acceptQuote(acceptance(page, link, { choice: { waiver } }));
      const { terms } = await bookingOf(id);
      return [terms.hold?.amount, terms.claims?.most ?? null];
    };
    expect(await heldOf(1)).to.deep.equal([{ fixed: 50_00 }, { fixed: 120_00 }]);
    expect(await heldOf(0)).to.deep.equal([{ fixed: 400_00 }, null]);
  });

  it('with gaps it is not sent, and each gap names its place', async () => {
    const quote = await quoteOf(app, rentalDraft({ clientEmail: 'ines', lines: [], extras: [], subject: '' }));
    const sent = await app.sendQuote({ quoteId: quote.id, edition: quote.edition, by: 'message' });
    expect(sent.ok).to.equal(false);
    if (sent.ok || sent.refusal.code !== 'quote_has_gaps') throw new Error('sent');
    expect(sent.refusal.gaps.map(({ path }) => path)).to.deep.equal(['clientEmail', 'subject', 'lines']);
    expect(await app.world.mail.list('ines')).to.deep.equal([]);
  });

  it('who edits on an older draft is told, and nothing is overwritten', async () => {
    const quote = await quoteOf(app);
    const late = await app.saveQuote({
      quoteId: quote.id,
      edition: 1,
      draft: rentalDraft({ title: 'Other' }) as never,
    });
    expect(late).to.deep.equal({ ok: false, refusal: { code: 'quote_edited', edition: 2 } });
    expect((await app.queries.quote(quote.number))!.draft.title).to.equal('10-inch Dobsonian, ten days');
  });

  it('edited while the client reads: refused at signing with what changed, then accepted as it now is', async () => {
    const { id, edition, link } = await sentQuote(app);
    const read = await pageOf(app, link);
    const dearer = rentalDraft({ lines: [{ ...rentalDraft().lines[0]!, unitPrice: '60.00' }] });
    await app.saveQuote({ quoteId: id, edition, draft: dearer as never });
    // What was sent counts until it is sent again.
    expect((await pageOf(app, link)).offer.price.lines[0]!.unitPrice).to.equal(55_00);
    await app.sendQuote({ quoteId: id, edition: edition + 1, by: 'message' });
    const refused = await app.acceptQuote(acceptance(read, link));
    if (refused.ok || refused.refusal.code !== 'quote_changed') throw new Error('not refused');
    expect(refused.refusal.changes.join(' ')).to.include('€\u00a0609.00 instead of €\u00a0559.00');
    const now = await pageOf(app, link);
    expect(now.changes.join(' ')).to.include('609.00');
    expect((await app.acceptQuote(acceptance(now, link))).ok).to.equal(true);
    expect((await bookingOf(id)).total).to.equal(609_00);
  });

  const bad: [why: string, change: object, code: string][] = [
    ['a total changed in the browser', { seen: { total: 1_00 } }, 'sums_changed'],
    ['more of an extra than is offered', { choice: { chair: 5 } }, 'extra_out_of_limits'],
    ['an extra that is not offered', { choice: { chair: 1, car: 1 } }, 'extra_out_of_limits'],
    ['half of an extra', { choice: { chair: 0.5 } }, 'extra_out_of_limits'],
    ['a field that is not filled in', { filled: {} }, 'field_missing'],
    ['a choice that is none', { filled: { policy: 'x', site: 'moon' } }, 'field_wrong'],
    ['no signature', { signature: null }, 'signature_missing'],
    ['no consent', { signature: { name: 'I', method: 'typed', image: null, consents: false } }, 'signature_missing'],
    [
      'drawn without a drawing',
      { signature: { name: 'I', method: 'drawn', image: null, consents: true } },
      'signature_missing',
    ],
  ];
  it('is not accepted with anything else than was offered', async () => {
    const { id, link } = await sentQuote(app, rentalDraft({ agreement: rentalAgreement }));
    const page = await pageOf(app, link);
    for (const [why, { seen, ...change }, code] of bad as [string, { seen?: object }, string][]) {
      const asked = acceptance(page, link);
      const got = await app.acceptQuote({ ...asked, ...change, seen: { ...asked.seen, ...seen } });
      expect(got.ok ? 'accepted' : got.refusal.code, why).to.equal(code);
    }
    const [quote] = await app.deps.db.select().from(quotes).where(eq(quotes.id, id));
    expect(quote!.bookingId).to.equal(null);
  });

  it('a signature is drawn last: a link that opens nothing, and an offer that has changed, cost no drawing', async () => {
    // Whoever draws this says that it is no picture.
    const image = `data:image/png;base64,${Buffer.from('no picture').toString('base64')}`;
    const signature = { name: 'Ines Valadar', method: 'drawn' as const, image, consents: true };
    const { link } = await sentQuote(app, rentalDraft({ agreement: rentalAgreement }));
    const asked = { ...acceptance(await pageOf(app, link), link), signature };
    const by = { sha256: 'x'.repeat(64), signature, origin: '198.51.100.4' };
    const nowhere = 'a-link-that-opens-nothing-anywhere';
    const refusals: [why: string, refused: { ok: boolean; refusal?: { code: string } }, code: string][] = [
      ['accepted by no link', await app.acceptQuote({ ...asked, link: nowhere }), 'link_unknown'],
      ['signed by no link', await app.signQuote({ ...by, link: nowhere }), 'link_unknown'],
      ['a change signed by no link', await app.signChange({ ...by, link: nowhere }), 'link_unknown'],
      [
        'another offer than the one that was read',
        await app.acceptQuote({ ...asked, seen: { ...asked.seen, digest: 'x'.repeat(64) } }),
        'quote_changed',
      ],
      ['a picture that is none', await app.acceptQuote(asked), 'file_kind'],
    ];
    for (const [why, { refusal }, code] of refusals) expect(refusal?.code, why).to.equal(code);
    const png = await sharp({ create: { width: 60, height: 20, channels: 3, background: '#123' } })
      .png()
      .toBuffer();
    const drawn = { ...signature, image: `data:image/png;base64,${png.toString('base64')}` };
    expect((await app.acceptQuote({ ...asked, signature: drawn })).ok, 'a picture').to.equal(true);
  });

  it('a page of another day is told and read anew; what is signed is the text of the page that was read', async () => {
    const { id, link } = await sentQuote(app, rentalDraft({ agreement: rentalAgreement }));
    const read = await pageOf(app, link);
    await app.at('2027-03-02T09:00');
    const old = await app.acceptQuote(acceptance(read, link));
    expect(!old.ok && old.refusal.code).to.equal('sums_changed');
    const ahead = acceptance(read, link);
    const later = await app.acceptQuote({ ...ahead, seen: { ...ahead.seen, at: '2027-03-03T09:00:00Z' as Instant } });
    expect(!later.ok && later.refusal.code).to.equal('sums_changed');
    const fresh = await pageOf(app, link);
    await app.at('2027-03-02T11:00');
    expect((await app.acceptQuote(acceptance(fresh, link))).ok).to.equal(true);
    const [kept] = await app.deps.db.select().from(signedDocuments).where(eq(signedDocuments.quoteId, id));
    const shown = standingOfOffer(fresh.offer, presetChoice(fresh.offer), fresh.now);
    if (!shown.ok) throw new Error(shown.refusal.code);
    expect(kept!.document.cancellation).to.deep.equal(cancellationSentences(shown.value));
  });

  it('two people accept at the same moment: one booking, the other is told; a repeat is answered alike', async () => {
    const { link } = await sentQuote(app);
    const page = await pageOf(app, link);
    const mine = acceptance(page, link);
    const answers = await Promise.all(
      [mine, acceptance(page, link, { choice: { chair: 4 } }), mine].map(app.acceptQuote),
    );
    const codes = answers.map((answer) => (answer.ok ? answer.value.state : answer.refusal.code)).sort();
    expect(codes.filter((code) => code === 'quote_over')).to.have.length.greaterThan(0);
    expect(await app.deps.db.$count(bookings)).to.equal(1);
    const again = await app.acceptQuote(mine);
    const won = answers[0]!.ok;
    expect(again.ok).to.equal(won);
  });

  it('signed: the document is kept under the SHA-256 of its text, and cannot be changed', async () => {
    const { id, link } = await sentQuote(app, rentalDraft({ agreement: rentalAgreement }));
    await app.acceptQuote(acceptance(await pageOf(app, link), link));
    const [kept] = await app.deps.db.select().from(signedDocuments).where(eq(signedDocuments.quoteId, id));
    expect(createHash('sha256').update(kept!.text).digest('hex')).to.equal(kept!.sha256);
    expect(digestOfDocument(kept!.document)).to.equal(kept!.sha256);
    expect(kept!.text).to.include('Insured under PT-7731').and.include('filled: Where it stands = ');
    const changed = await app.deps.db
      .update(signedDocuments)
      .set({ text: 'other' })
      .then(
        () => 'changed',
        () => 'refused',
      );
    expect(changed).to.equal('refused');
    const file = await app.agreementFile({ quoteId: id });
    expect(Buffer.from(file!.content).subarray(0, 5).toString()).to.equal('%PDF-');
  });

  it('several signatories: client, then the others in order, then the business; then it is a booking', async () => {
    const others = [
      { id: 'a', name: 'Rui Valadar', email: 'rui@example.com' },
      { id: 'b', name: 'Ana Valadar', email: 'ana@example.com' },
    ];
    const agreement = { ...rentalAgreement, others, business: 'last' as const };
    const { id, number, edition, link } = await sentQuote(app, rentalDraft({ agreement }));
    const first = await app.acceptQuote(acceptance(await pageOf(app, link), link));
    expect(first.ok && first.value.state).to.equal('signing');
    expect(await app.world.mail.list('ana@example.com')).to.deep.equal([]);
    const signature = { name: 'Rui Valadar', method: 'typed' as const, image: null, consents: true };
    const rui = await linkOfQuote(app, 'rui@example.com');
    const { signed } = await pageOf(app, rui);
    const by = { signature, origin: '198.51.100.4' };
    const other = await app.signQuote({ ...by, link: rui, sha256: 'another text' });
    expect(!other.ok && other.refusal.code).to.equal('quote_changed');
    expect((await app.signQuote({ ...by, link: rui, sha256: signed!.sha256 })).ok).to.equal(true);
    const ana = await linkOfQuote(app, 'ana@example.com');
    expect((await app.signQuote({ ...by, link: ana, sha256: signed!.sha256 })).ok).to.equal(true);
    expect((await app.queries.quote(number))!.wants).to.equal('signature');
    const last = await app.signByBusiness({ quoteId: id, edition, ...by });
    expect(last.ok && last.value.state).to.equal('accepted');
    expect((await bookingOf(id)).total).to.equal(559_00);
  });

  it('a further signatory who signs before the client is told that it is not their turn', async () => {
    const others = [{ id: 'a', name: 'Rui Valadar', email: 'rui@example.com' }];
    const agreement = { ...rentalAgreement, others, business: 'no' as const };
    const { id } = await sentQuote(app, rentalDraft({ agreement }));
    const token = 'a-link-of-rui-that-he-was-given-early';
    await keepQuoteLink(app.deps.db, token, { quoteId: id, who: 'a', now: app.world.clock.now() });
    const signature = { name: 'Rui Valadar', method: 'typed' as const, image: null, consents: true };
    const signed = await app.signQuote({ link: token, sha256: 'x'.repeat(64), signature, origin: '198.51.100.4' });
    expect(!signed.ok && signed.refusal.code).to.equal('not_your_turn');
  });

  it('the business signs first: not sent before, and a change after it has to be signed anew', async () => {
    const draft = rentalDraft({ agreement: { ...rentalAgreement, business: 'first' } });
    const quote = await quoteOf(app, draft);
    const on = { quoteId: quote.id, edition: quote.edition };
    const unsigned = await app.sendQuote({ ...on, by: 'message' });
    expect(!unsigned.ok && unsigned.refusal.code).to.equal('quote_has_gaps');
    const signature = { name: 'Lena Varga', method: 'typed' as const, image: null, consents: true };
    await app.signByBusiness({ ...on, signature, origin: '192.0.2.1' });
    expect((await app.queries.quote(quote.number))!.signedFirst).to.equal(true);
    const changed = await app.saveQuote({ ...on, draft: { ...draft, note: 'Another word.' } as never });
    const now = { ...on, edition: changed.ok ? changed.value.edition : 0 };
    expect((await app.sendQuote({ ...now, by: 'message' })).ok).to.equal(false);
    await app.signByBusiness({ ...now, signature, origin: '192.0.2.1' });
    expect((await app.sendQuote({ ...now, by: 'message' })).ok).to.equal(true);
    const page = await pageOf(app, await linkOfQuote(app, 'ines@example.com'));
    expect(page.signatures.map(({ signatory }) => signatory)).to.deep.equal([businessSignatory]);
    expect(page.toSign).to.deep.equal(['client']);
  });

  it('that has expired is sent anew by a process whose clock is behind, and expires again', async () => {
    const sentAt = app.world.clock.now();
    const { id, edition } = await sentQuote(app, rentalDraft({ expiryKind: 'days', expiry: '5' }));
    await app.at('2027-03-07T00:00');
    const { now } = app.world.clock;
    Object.assign(app.world.clock, { now: () => sentAt });
    expect((await app.sendQuote({ quoteId: id, edition, by: 'message' })).ok).to.equal(true);
    Object.assign(app.world.clock, { now });
    await app.at('2027-03-20T00:00');
    expect((await app.queries.today()).quotes.map((quote) => quote.wants)).to.deep.equal(['renewal']);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('expires by itself, is asked for anew, and is renewed as it was', async () => {
    const { id, number, edition, link } = await sentQuote(app, rentalDraft({ expiryKind: 'days', expiry: '5' }));
    await app.at('2027-03-05T12:00');
    expect((await app.world.mail.list('ines'))[0]!.subject).to.equal('Our offer for your stay');
    await app.at('2027-03-06T12:00');
    expect((await app.world.mail.list('ines'))[0]!.subject).to.include('our offer ends soon');
    await app.at('2027-03-07T00:00');
    expect((await app.queries.today()).quotes.map((quote) => quote.wants)).to.deep.equal(['renewal']);
    const page = await pageOf(app, link);
    const late = await app.acceptQuote(acceptance(page, link));
    expect(!late.ok && late.refusal.code).to.equal('quote_expired');
    await app.writeOnQuote({ link, attempt: randomUUID(), what: 'askAgain', text: 'Still interested' });
    expect((await app.queries.quote(number))!.wants).to.equal('anew');
    await app.renewQuote({ quoteId: id, edition });
    expect((await app.acceptQuote(acceptance(await pageOf(app, link), link))).ok).to.equal(true);
  });

  it('declined with a reason, asked and answered: the owner is told each time', async () => {
    const { id, edition, link } = await sentQuote(app);
    const write = (what: 'ask' | 'decline', text: string) =>
      app.writeOnQuote({ link, attempt: randomUUID(), what, text });
    expect(!(await write('ask', '')).ok).to.equal(true);
    await write('ask', 'Is there a tripod?');
    expect((await app.queries.today()).quotes[0]!.wants).to.equal('answer');
    await app.answerQuestion({ quoteId: id, edition, text: 'There is.' });
    expect((await app.world.mail.list('ines'))[0]!.subject).to.include('an answer');
    expect((await pageOf(app, link)).question).to.deep.equal({ text: 'Is there a tripod?', answer: 'There is.' });
    await write('decline', 'Too dear');
    const told = (await app.world.mail.list('hello@vesper')).map(({ subject }) => subject);
    expect(told[0]).to.include('has declined');
    expect(told[1]).to.include('asks something');
  });

  it('settled at the counter, or on the house account: secured at once, and confirmed with a calendar file', async () => {
    for (const settling of ['counter', 'account'] as const) {
      const { id, link } = await sentQuote(app, rentalDraft({ settling, accountDays: '14' }));
      await app.acceptQuote(acceptance(await pageOf(app, link), link));
      const booking = await bookingOf(id);
      expect(await stageOf(booking.number), settling).to.equal('secured');
      const [mail] = await app.world.mail.list('ines@example.com', 1);
      expect(mail!.subject).to.include('you are booked');
      expect((await app.world.mail.read(mail!.seq))!.mime).to.include(`${booking.number}.ics`);
    }
  });

  it('agreed by telephone: booked by the owner and recorded as just that', async () => {
    const quote = await quoteOf(app, rentalDraft({ agreement: rentalAgreement }));
    const made = await app.convertQuote({ quoteId: quote.id, edition: quote.edition, choice: { chair: 2 } });
    expect(made.ok && made.value.state).to.equal('accepted');
    const view = (await app.queries.quote(quote.number))!;
    expect(view.history[0]!.words).to.include('Agreed by telephone');
    expect((await bookingOf(quote.id)).total).to.equal(568_00);
    expect(await app.agreementFile({ quoteId: quote.id })).to.equal(null);
  });

  it('a template’s change never changes a quote, nor a quote’s its template', async () => {
    const template = await app.saveTemplate({
      templateId: null,
      requestKey: 'template-1',
      edition: 0,
      name: 'Rental',
      retired: false,
      draft: rentalDraft({ clientName: '', clientEmail: '' }) as never,
    });
    if (!template.ok) throw new Error('no template');
    const made = await app.createQuote({ requestKey: randomUUID(), from: { template: template.value.id } });
    if (!made.ok) throw new Error('no quote');
    const { id: templateId, edition } = template.value;
    const other = rentalDraft({ title: 'Changed' }) as never;
    const change = { templateId, requestKey: 'template-1', edition, name: 'Rental', retired: false, draft: other };
    expect((await app.saveTemplate(change)).ok).to.equal(true);
    expect((await app.queries.quote(made.value.number))!.draft.title).to.equal('10-inch Dobsonian, ten days');
    await app.saveQuote({ quoteId: made.value.id, edition: 1, draft: rentalDraft({ title: 'Mine' }) as never });
    expect((await app.queries.template(templateId))!.template!.draft.title).to.equal('Changed');
    const late = await app.saveTemplate(change);
    expect(!late.ok && late.refusal.code).to.equal('template_changed');
  });

  it('its reader says for whom invoices are, and the booking of it has that', async () => {
    const { link } = await sentQuote(app);
    const bill = {
      company: 'Valadar Optics, Lda.',
      street: 'Rua 4',
      postcode: '3220-110',
      city: 'Ribeira',
      country: 'PT',
      taxNumber: 'PT514432004',
      billTo: null,
    };
    expect((await app.giveBill({ of: 'quote', key: link, bill })).ok).to.equal(true);
    expect((await pageOf(app, link)).bill).to.deep.equal(bill);
    expect((await app.acceptQuote(acceptance(await pageOf(app, link), link))).ok).to.equal(true);
    const [booking] = await app.deps.db.select().from(bookings);
    expect(booking!.bill).to.deep.include(bill);
  });

  it('somebody else pays: that page shows what a payer needs, and keeps no card', async () => {
    const { link } = await sentQuote(app);
    await app.acceptQuote(acceptance(await pageOf(app, link), link));
    const asked = await app.askPayer({ link, attempt: randomUUID(), to: 'office@example.com' });
    expect(asked.ok).to.equal(true);
    const payer = await app.linkSentTo('office@example.com');
    const view = await app.queries.client(payer);
    if (!('payer' in view)) throw new Error('no view');
    expect(view).to.deep.include({ payer: true, steps: [], lines: [], payments: [], cancellation: [], card: null });
    const attempt = randomUUID();
    const card = await app.token('approves');
    const given = await app.giveCard({ link: payer, attempt, card });
    expect(!given.ok && given.refusal.code).to.equal('link_unknown');
    await app.payByClient({ link: payer, attempt, card, amount: view.dueNow });
    const own = await app.queries.client(link);
    expect('card' in own && [own.received, own.card]).to.deep.equal([view.dueNow, null]);
  });

  it('accepted with a card on file only: secured and confirmed once the card is kept, with nothing paid', async () => {
    const { rules } = (await app.queries.termsList()).terms.find(({ id }) => id === 'rental')!;
    const later = rules.instalments.map((rule) => ({ ...rule, due: { on: 'start' as const, minus: { days: 7 } } }));
    const made = await app.publishTerms({
      termsId: null,
      name: 'A card only',
      baseVersion: 0,
      rules: { ...rules, cardOnFile: true, instalments: later },
    });
    if (!made.ok) throw new Error(made.refusal.code);
    const { id, link } = await sentQuote(app, rentalDraft({ termsId: made.value.termsId }));
    const accepted = await app.acceptQuote(acceptance(await pageOf(app, link), link));
    expect(accepted.ok && accepted.value.state).to.equal('accepted');
    const { number } = await bookingOf(id);
    expect(await stageOf(number)).to.equal('waiting');
    await app.giveCard({ link, attempt: randomUUID(), card: await app.token('approves') });
    await app.settle();
    expect(await stageOf(number)).to.equal('secured');
    expect((await app.world.mail.list('ines@example.com', 1))[0]!.subject).to.include('you are booked');
  });

  it('a change after signing makes a new version to be signed; the signed one stays', async () => {
    const { id, number, link } = await sentQuote(app, rentalDraft({ agreement: rentalAgreement }));
    await app.acceptQuote(acceptance(await pageOf(app, link), link));
    const booking = await bookingOf(id);
    const view = async () => {
      const seen = await app.queries.client(link);
      if ('fault' in seen) throw new Error(seen.fault);
      return seen;
    };
    expect((await view()).toSign).to.equal(null);
    const { currency: _, ...price } = booking.price;
    const lines = price.lines.map((line) => ({ ...line, taxes: [...(line.taxes ?? [])] }));
    const changed = await app.changeBooking({
      bookingId: booking.id,
      requestKey: randomUUID(),
      title: booking.title,
      giveBack: true,
      seen: (await app.queries.change(booking.number))!.seen,
      price: { ...price, lines },
      start: '2027-04-06T18:00' as WallTime,
      end: '2027-04-16T18:00' as WallTime,
    });
    expect(changed.ok).to.equal(true);
    const { toSign } = await view();
    expect(toSign!.document.when).to.include('Tue 6 Apr');
    expect(toSign!.document.filled[0]!.value).to.equal('PT-7731');
    const signature = { name: 'Ines Valadar', method: 'typed' as const, image: null, consents: true };
    const by = { link, signature, origin: '203.0.113.9' };
    const other = await app.signChange({ ...by, sha256: 'what was signed before' });
    expect(!other.ok && other.refusal.code).to.equal('quote_changed');
    expect((await app.signChange({ ...by, sha256: toSign!.sha256 })).ok).to.equal(true);
    const again = await app.signChange({ ...by, sha256: toSign!.sha256 });
    expect(!again.ok && again.refusal.code).to.equal('nothing_to_sign');
    expect(await app.deps.db.$count(signedDocuments)).to.equal(2);
    expect((await app.queries.quote(number))!.history[0]!.words).to.include('Signed by Ines Valadar');
    expect(await app.agreementFile({ bookingId: booking.id })).not.to.equal(null);
    expect(await verify(app.deps)).to.deep.equal([]);
  });

  it('verify finds an offer or a signed text that is not what its digest says', async () => {
    const { link } = await sentQuote(app, rentalDraft({ agreement: rentalAgreement }));
    await app.acceptQuote(acceptance(await pageOf(app, link), link));
    expect(await verify(app.deps)).to.deep.equal([]);
    await app.deps.db.transaction(async (tx) => {
      await tx.execute(sql`set local session_replication_role = replica`);
      await tx.update(signedDocuments).set({ text: 'something else' });
      await tx.update(quotes).set({ state: 'sent' });
    });
    expect((await verify(app.deps)).map(({ what }) => what)).to.have.members(['signed text', 'quote']);
  });
});
