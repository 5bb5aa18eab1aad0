import { rental } from '../../../../testing/installation';
import { business } from '#server/database/schema/business';
import sharp from 'sharp';
import { readConfig } from '#server/config';
import { type Installation, installation } from '../../../../testing/installation.js';
import { bookingOf } from '../../../../testing/onBooking.js';
import { smtpServer } from '../../../../testing/mailServers.js';
import { acceptance, pageOf, rentalAgreement, rentalDraft, sentQuote } from '../../../../testing/quoting.js';
import { expect } from 'chai';

const original = { off: false, copyTo: [], edition: 0 };

describe('messages in the owner’s wording', () => {
  let app: Installation;
  beforeEach(async () => (app = await installation()));
  afterEach(() => app.close());

  it('say what the owner has them say, to whom the owner has them go', async () => {
    const wording = {
      occasion: 'request' as const,
      subject: 'Hello {{client name}}',
      edition: 0,
      off: false,
      body: 'A place is kept.\n\n{{what happens when}}\n\nYours, {{business}}',
      copyTo: ['office@example.com'],
    };
    const kept = await app.saveWording(wording);
    expect(kept).to.deep.equal({ ok: true, value: { edition: 1 } });
    const booking = await bookingOf(app);
    expect(await booking.mails()).to.deep.equal(['Hello Ines Valadar']);
    expect(await booking.newestText())
      .to.include('A place is kept.')
      .and.include('Yours, Vesper Hollow');
    expect(await booking.newestText())
      .to.include('is due now')
      .and.not.include('{{');
    const [mail] = await app.world.mail.list('ines@example.com', 1);
    expect((await app.world.mail.read(mail!.seq))!.mime).to.match(/^Cc: office@example.com/m);
    const late = await app.saveWording(wording);
    expect(!late.ok && late.refusal.code).to.equal('wording_changed');
  });

  it('an unknown field is refused where it stands, and nothing of a template language works', async () => {
    const about = { ...original, occasion: 'remind' as const, subject: 'x' };
    const unknown = await app.saveWording({ ...about, body: 'Due {{sums}}' });
    expect(unknown).to.deep.equal({ ok: false, refusal: { code: 'field_unknown', path: 'body', name: 'sums' } });
    const tricks = '{% for i in (1..999999999) %}x{% endfor %} {{ {{sum}} }} ${sum} <%= sum %>';
    const shown = await app.previewWording({ occasion: 'request', subject: tricks, body: tricks, number: '' });
    expect(!shown.ok && shown.refusal.code).to.equal('nothing_to_preview');
    await bookingOf(app);
    const read = await app.previewWording({ occasion: 'request', subject: 'x', body: tricks, number: 'B-0001' });
    expect(read.ok && read.value.paragraphs[0]).to.equal(tricks);
    expect(read.ok && read.value.missing).to.deep.equal(['sum']);
  });

  it('switched off it is not sent; back at the original nothing is kept of it', async () => {
    const { subject, body } = (await app.queries.messages()).wordings.find(({ occasion }) => occasion === 'request')!;
    await app.saveWording({ ...original, occasion: 'request', subject, body, off: true });
    const booking = await bookingOf(app);
    expect(await booking.mails()).to.deep.equal([]);
    const back = await app.saveWording({ ...original, occasion: 'request', subject, body, edition: 1 });
    expect(back).to.deep.equal({ ok: true, value: { edition: 0 } });
  });

  it('every occasion reads whole on a real booking or quote, with no field left open', async () => {
    await bookingOf(app);
    await sentQuote(app, rentalDraft({ agreement: rentalAgreement }));
    for (const { occasion, subject, body } of (await app.queries.messages()).wordings) {
      const shown = await app.previewWording({ occasion, subject, body, number: '' });
      expect(shown.ok, occasion).to.equal(true);
      if (!shown.ok) continue;
      expect(shown.value.missing, occasion).to.deep.equal([]);
      expect([shown.value.subject, ...shown.value.paragraphs].join('\n'), occasion).not.to.include('{{');
    }
  });

  it('a name with a line break makes no header of its own', async () => {
    await sentQuote(app, rentalDraft({ subject: 'Offer\r\nBcc: thief@example.com' }));
    const [mail] = await app.world.mail.list('ines@example.com', 1);
    expect((await app.world.mail.read(mail!.seq))!.mime).not.to.match(/^Bcc:/m);
  });
});

describe('messages over SMTP', () => {
  it('really go out, as text and HTML with calendar and agreement; one that is refused goes later, once', async () => {
    const server = await smtpServer();
    const app = await installation('2027-03-01T10:00', { SMTP_URL: server.url });
    try {
      const { link } = await sentQuote(
        app,
        rentalDraft({ agreement: rentalAgreement, settling: 'counter', copyTo: 'rui@example.com' }),
      );
      const [quote] = server.taken;
      expect(quote!.to).to.have.members(['ines@example.com', 'rui@example.com']);
      expect(quote!.mail.text).to.include('/q/');
      expect(quote!.mail.html).to.include('Read the offer');
      server.state.behaviour = 'later';
      await app.acceptQuote(acceptance(await pageOf(app, link), link));
      await app.lettersOut();
      expect(server.taken).to.have.length(1);
      server.state.behaviour = 'takes';
      await app.pausesOver();
      await app.lettersOut();
      const booked = server.taken.filter(({ mail }) => mail.subject?.includes('you are booked'));
      expect(booked).to.have.length(1);
      expect(booked[0]!.mail.attachments.map(({ contentType }) => contentType)).to.deep.equal([
        'text/calendar',
        'application/pdf',
      ]);
      expect(booked[0]!.mail.attachments[0]!.content.toString()).to.include('SUMMARY:10-inch Dobsonian\\, ten days');
      const ids = server.taken.map(({ mail }) => mail.messageId);
      expect(new Set(ids).size).to.equal(ids.length);
    } finally {
      await app.close();
      await server.close();
    }
  });

  it('show the logo as a part of their own, and the name where it is gone', async () => {
    const server = await smtpServer();
    const app = await installation('2027-03-01T10:00', { SMTP_URL: server.url });
    try {
      const picture = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#1d7a7a' } })
        .webp()
        .toBuffer();
      const kept = await app.uploadFile(picture, 'logo.webp', 'picture');
      const logo = kept.ok ? kept.value.id : '';
      const names = { name: 'Vesper Hollow', line: '', email: 'hello@vesper.example.com', address: 'Serra 4' };
      await app.saveBusiness({ ...names, look: { logo } });
      await app.createBooking(rental());
      await app.lettersOut();
      const [shown] = server.taken;
      const [part] = shown!.mail.attachments;
      expect([part!.contentType, part!.cid, part!.contentDisposition]).to.deep.equal([
        'image/png',
        'logo@ostendo',
        'inline',
      ]);
      expect((await sharp(part!.content).metadata()).height).to.equal(80);
      expect(shown!.mail.html).to.include('alt="Vesper Hollow"').and.to.include('800.00').and.to.include('Serra 4');
      expect(shown!.mail.text).to.include('Paid so far:').and.to.include('Serra 4');
      await app.deps.db.update(business).set({ look: { logo: 'gone' } });
      await app.createBooking(rental({ requestKey: 'without-logo-1', clientEmail: 'maud@example.com' }));
      await app.lettersOut();
      const bare = server.taken.at(-1)!.mail;
      expect(bare.attachments).to.deep.equal([]);
      expect(bare.html).to.include('Vesper Hollow').and.not.to.include('cid:');
    } finally {
      await app.close();
      await server.close();
    }
  });

  it('an address that is none is told at the start', () => {
    expect(() => readConfig({ SMTP_URL: 'http://mail.example.com' })).to.throw(/SMTP_URL/);
  });
});
