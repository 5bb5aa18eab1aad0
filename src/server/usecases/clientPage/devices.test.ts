import type { Instant } from '#core/calendar/instant';
import { addSeconds } from '#core/calendar/instant';
import { bookings } from '#server/database/schema/bookings';
import { newDeviceToken, maskedAddress } from '#server/devices/devices';
import { expect } from 'chai';
import { type Installation, installation } from '../../../../testing/installation';
import { bookingOf, codeOf } from '../../../../testing/onBooking';

describe('a device that opens a client’s pages', () => {
  let app: Installation;
  let link: string;
  let bookingId: string;
  beforeEach(async () => {
    app = await installation();
    const booking = await bookingOf(app);
    bookingId = booking.id;
    link = await booking.linkTo();
  });
  afterEach(() => app.close());
  const newestCode = async (): Promise<string> => {
    const [newest] = await app.world.mail.list('ines@example.com', 1);
    return /code is (\d{6})/.exec((await app.world.mail.read(newest!.seq))!.text)![1]!;
  };
  const wrongFor = (code: string): string => (code === '000000' ? '000001' : '000000');

  it('sees nothing before, everything of the client after the code', async () => {
    const device = newDeviceToken();
    expect(await app.deviceSees(device, bookingId)).to.equal(null);
    expect(await app.sendCode({ link, device })).to.deep.equal({ ok: true, value: { to: 'i…@example.com' } });
    expect((await app.useCode({ link, code: await newestCode(), device })).ok).to.equal(true);
    expect(await app.deviceSees(device, bookingId)).to.equal('client');
    const other = await bookingOf(app, { clientName: 'Ines Valadar', clientEmail: 'ines@example.com' });
    expect(await app.deviceSees(device, other.id)).to.equal('client');
    const stranger = await bookingOf(app, { clientName: 'Otto Prins', clientEmail: 'otto@example.com' });
    expect(await app.deviceSees(device, stranger.id)).to.equal(null);
    expect(await app.deviceSees(newDeviceToken(), bookingId)).to.equal(null);
  });

  it('sees only what it booked, where it only booked', async () => {
    const device = newDeviceToken();
    await app.rememberDevice(device, { bookingId });
    expect(await app.deviceSees(device, bookingId)).to.equal('booking');
    const other = await bookingOf(app);
    expect(await app.deviceSees(device, other.id)).to.equal(null);
  });

  it('has five tries for a code, then the right one is no good either', async () => {
    const device = newDeviceToken();
    await app.sendCode({ link, device });
    const code = await newestCode();
    const tries: (string | undefined)[] = [];
    for (let index = 0; index < 5; index++)
      tries.push(codeOf(await app.useCode({ link, code: wrongFor(code), device })));
    expect(tries).to.deep.equal(['code_wrong', 'code_wrong', 'code_wrong', 'code_wrong', 'code_over']);
    expect(codeOf(await app.useCode({ link, code, device }))).to.equal('code_over');
    expect(await app.deviceSees(device, bookingId)).to.equal(null);
  });

  it('takes a code once, within ten minutes, and only the newest', async () => {
    const device = newDeviceToken();
    await app.sendCode({ link, device });
    const first = await newestCode();
    await app.world.clock.moveTo(addSeconds(app.world.clock.now(), 1));
    await app.sendCode({ link, device });
    const second = await newestCode();
    if (first !== second) expect(codeOf(await app.useCode({ link, code: first, device }))).to.equal('code_wrong');
    expect((await app.useCode({ link, code: second, device })).ok).to.equal(true);
    expect((await app.useCode({ link, code: second, device })).ok).to.equal(false);
    await app.sendCode({ link, device });
    const late = await newestCode();
    await app.world.clock.moveTo(addSeconds(app.world.clock.now(), 600));
    expect(codeOf(await app.useCode({ link, code: late, device }))).to.equal('code_over');
  });

  it('is sent twelve codes an hour, however many devices ask for them', async () => {
    const answers = await Promise.all(
      Array.from({ length: 15 }, () => app.sendCode({ link, device: newDeviceToken() })),
    );
    expect(answers.filter(({ ok }) => ok)).to.have.length(12);
    expect(codeOf(await app.sendCode({ link, device: newDeviceToken() }))).to.equal('too_many_codes');
    await app.at('2027-03-01T11:01');
    expect((await app.sendCode({ link, device: newDeviceToken() })).ok).to.equal(true);
  });

  it('whoever has a forwarded link uses up none of the client’s codes and tries', async () => {
    const [client, stranger] = [newDeviceToken(), newDeviceToken()];
    await app.rememberDevice(client, { bookingId });
    for (let index = 0; index < 20; index++) await app.sendCode({ link, device: newDeviceToken() });
    await app.world.clock.moveTo(addSeconds(app.world.clock.now(), 1));
    expect((await app.sendCode({ link, device: client })).ok).to.equal(true);
    const code = await newestCode();
    await app.world.clock.moveTo(addSeconds(app.world.clock.now(), 1));
    for (let index = 0; index < 6; index++) await app.useCode({ link, code: wrongFor(code), device: stranger });
    // Even the right code is of no use where it was not asked for.
    expect(codeOf(await app.useCode({ link, code, device: stranger }))).to.equal('code_over');
    expect((await app.useCode({ link, code, device: client })).ok).to.equal(true);
  });

  it('learns nothing from a guessed link or a payer’s', async () => {
    expect(codeOf(await app.sendCode({ link: 'a-guessed-link-of-nobody', device: newDeviceToken() }))).to.equal(
      'link_unknown',
    );
    const payer = await app.askPayer({ link, attempt: 'attempt-1', to: null });
    if (!payer.ok) throw new Error(payer.refusal.code);
    const payers = payer.value.url!.split('/').at(-1)!;
    expect(codeOf(await app.sendCode({ link: payers, device: newDeviceToken() }))).to.equal('link_unknown');
    expect(await app.deps.db.$count(bookings)).to.equal(1);
  });

  it('a device that was not looked at for half a year is asked again', async () => {
    const device = newDeviceToken();
    await app.rememberDevice(device, { bookingId });
    await app.world.clock.moveTo('2027-08-29T10:00:00Z' as Instant);
    expect(await app.deviceSees(device, bookingId)).to.equal(null);
  });

  const addresses: [given: string, shown: string][] = [
    ['maud@example.com', 'm…@example.com'],
    ['a@b.example.com', 'a…@b.example.com'],
    ['"odd@name"@example.com', '"…@example.com'],
  ];
  for (const [given, shown] of addresses)
    it(`${given} is shown as ${shown}`, () => expect(maskedAddress(given)).to.equal(shown));
});
