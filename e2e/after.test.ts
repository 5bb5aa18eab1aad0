import { expect } from 'chai';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import sharp from 'sharp';
import { expectAccessible, launch, openAsClient, openPage } from './browser';
import { closedDirectory } from './installed';
import { serve, type Served } from './server';

/** After the service: a claim with pictures on a phone, the client's answers, a thing not back, a courtesy, a dispute. */
describe('journey: after the service', () => {
  let browser: Browser;
  let server: Served;
  let owner: Page;
  let context: BrowserContext;
  const faults: string[][] = [];

  before(async () => {
    [browser, server] = await Promise.all([launch(), serve(await closedDirectory())]);
    const opened = await openPage(browser);
    ({ page: owner, context } = opened);
    faults.push(opened.faults);
    expect((await context.request.post(`${server.address}/api/demo/sign-in`, { data: {} })).ok()).to.equal(true);
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults.flat()).to.deep.equal([]));

  const alive = (page: Page) => page.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
  const go = async (page: Page, path: string): Promise<void> => {
    await page.goto(server.address + path, { waitUntil: 'networkidle' });
    await alive(page);
  };
  type Line = { readonly number: string; readonly client: string };
  const numberOf = async (client: string): Promise<string> => {
    const view = (await (await context.request.get(`${server.address}/api/close-outs`)).json()) as { queue: Line[] };
    return view.queue.find((line) => line.client === client)!.number;
  };
  const linkOf = async (number: string): Promise<string> => {
    const booking = (await (await context.request.get(`${server.address}/api/booking/${number}`)).json()) as {
      id: string;
    };
    const about = { bookingId: booking.id, requestKey: `key-${Math.random()}` };
    const copied = await context.request.post(`${server.address}/api/bookings/copy-link`, { data: about });
    return new URL(((await copied.json()) as { url: string }).url).pathname;
  };
  /** A photograph with a place in it, lying on its side, as a phone makes one. */
  const photograph = async (colour: string): Promise<Buffer> =>
    sharp({ create: { width: 3200, height: 2400, channels: 3, background: colour } })
      .withMetadata({ orientation: 6 })
      .withExifMerge({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '38/1 42/1 0/1' } })
      .jpeg()
      .toBuffer();
  const held = async (number: string): Promise<number> =>
    (
      (await (await context.request.get(`${server.address}/api/booking/${number}`)).json()) as {
        facts: { kind: string; amount?: number }[];
      }
    ).facts.filter(({ kind }) => kind === 'holdPlaced').length;

  it('a thing that is not back comes back, its lateness is proposed, and claimed with two pictures on a phone', async () => {
    const phone = await context.newPage();
    await phone.setViewportSize({ width: 390, height: 844 });
    const number = await numberOf('Isaura Mendel');
    await go(phone, `/bookings/${number}`);
    const after = phone.getByRole('region', { name: 'After the service' });
    await after.getByText('Not back. The hold is renewed').waitFor();
    await after.getByRole('button', { name: 'It is back now' }).click();
    await after.getByText(/It came .* late; by its terms/).waitFor();
    await after.getByRole('button', { name: 'Claim something' }).click();
    await phone.getByRole('button', { name: /Scratched lens/ }).click();
    const files = await Promise.all(['#884422', '#224488'].map(photograph));
    await phone
      .locator('input[type=file]')
      .setInputFiles(files.map((buffer, index) => ({ name: `IMG_${index}.jpg`, mimeType: 'image/jpeg', buffer })));
    await phone.getByRole('img', { name: 'Chosen 2' }).waitFor();
    await phone.getByText(/What Isaura Mendel reads/).waitFor();
    await expectAccessible(phone);
    await phone.getByRole('button', { name: /Tell the client/ }).click();
    await after.getByText(/Waits for the client/).waitFor();
    const source = await after.getByRole('img', { name: 'Scratched lens, 1' }).getAttribute('src');
    const kept = await sharp(await (await context.request.get(server.address + source!)).body()).metadata();
    expect([kept.width, kept.height], 'smaller, and upright').to.deep.equal([1200, 1600]);
    expect(kept.exif, 'no place is in it').to.equal(undefined);
    await phone.close();
  });

  it('a picture that is none, or is cut off, is refused with a sentence, and nothing typed is lost', async () => {
    await go(owner, `/bookings/${await numberOf('Isaura Mendel')}`);
    await owner.getByRole('button', { name: 'Another claim' }).click();
    await owner.getByLabel('Claim for').fill('Cap lost');
    const input = owner.locator('input[type=file]');
    await input.setInputFiles({ name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('not a picture') });
    await owner.getByRole('dialog').getByRole('alert').waitFor();
    const whole = await photograph('#335533');
    await input.setInputFiles({ name: 'cut.jpg', mimeType: 'image/jpeg', buffer: whole.subarray(0, 400) });
    await owner.getByRole('dialog').getByRole('alert').waitFor();
    expect(await owner.getByLabel('Claim for').inputValue()).to.equal('Cap lost');
    await owner.getByRole('button', { name: 'Tell the client' }).click();
    await owner.getByText('a sum above zero').waitFor();
    await owner.getByRole('button', { name: 'Not now' }).click();
  });

  it('the client reads what is claimed and accepts it; the owner closes out by what was accepted', async () => {
    const number = await numberOf('Nadia Ferreira-Holt');
    const { page, faults: seen } = await openPage(browser, { viewport: { width: 390, height: 844 } });
    faults.push(seen);
    await openAsClient(page, server.address + (await linkOf(number)), context.request);
    await alive(page);
    await page.getByText('We ask for your answer').waitFor();
    await expectAccessible(page);
    await page.getByRole('button', { name: /^Accept/ }).click();
    await page.getByText('It will be settled.').waitFor();
    await go(owner, `/close-out#${number}`);
    await owner.getByRole('button', { name: /^Close out: capture € 160.00, release 240.00/ }).click();
    await owner
      .getByText(/is closed/)
      .first()
      .waitFor();
    await page.reload({ waitUntil: 'networkidle' });
    const figures = page.getByRole('region', { name: 'What it came to' });
    await figures.getByText('€ 160.00').first().waitFor();
    await page.close();
  });

  it('an objection is decided with both sides in view, and the client is told', async () => {
    const number = await numberOf('Corin Delacroix');
    await go(owner, `/bookings/${number}`);
    await owner.getByRole('button', { name: 'Decide' }).click();
    const dialog = owner.getByRole('dialog');
    await dialog.getByText('The crack was there').waitFor();
    await expectAccessible(owner);
    await dialog.getByLabel('Your word to the client').fill('We share it.');
    await dialog.getByRole('button', { name: 'Stay with € 60.00' }).click();
    await owner.getByRole('button', { name: /^Close out: capture € 60.00/ }).click();
    await owner.getByRole('tab', { name: /^Messages/ }).click();
    await owner
      .getByText(/our answer/)
      .first()
      .waitFor();
    expect(await held(number)).to.be.greaterThan(0);
  });

  it('a courtesy is told before it is given: what goes back, which credit note, what the books say', async () => {
    const number = owner.url().split('/').at(-1)!;
    await go(owner, `/bookings/${number}`);
    await owner.getByRole('button', { name: 'More actions' }).click();
    await owner.getByRole('menuitem', { name: 'Give back as a courtesy' }).click();
    const dialog = owner.getByRole('dialog');
    await dialog
      .getByText(/goes back of/)
      .first()
      .waitFor();
    await dialog.getByText('What the books say').click();
    await dialog.getByText('Revenue reductions').waitFor();
    await dialog.getByRole('button', { name: /^Give .* back$/ }).click();
    await owner
      .getByText(/given back as a courtesy/)
      .first()
      .waitFor();
  });

  it('a dispute is found on Today, answered with a word and a picture, and can be answered once', async () => {
    await go(owner, '/today');
    await owner.getByRole('link', { name: 'Answer' }).first().click();
    await owner.waitForURL(/disputes/);
    await alive(owner);
    await owner.getByRole('heading', { name: 'The holder says that they did not get it' }).waitFor();
    await expectAccessible(owner);
    await owner.getByLabel('In your own words').fill('He picked it up himself on 12 March.');
    await owner
      .locator('input[type=file]')
      .setInputFiles({ name: 'desk.jpg', mimeType: 'image/jpeg', buffer: await photograph('#446688') });
    await owner.getByRole('img', { name: 'Chosen 1' }).waitFor();
    await owner.reload({ waitUntil: 'networkidle' });
    await alive(owner);
    expect(await owner.getByLabel('In your own words').inputValue()).to.include('picked it up');
    await owner.getByRole('button', { name: 'Send the answer' }).dblclick();
    await owner.getByText('Answered; the bank decides').waitFor();
    await owner.getByText('What was sent').waitFor();
    await go(owner, '/disputes');
    await owner.getByText('Won', { exact: true }).waitFor();
    await owner.getByText('Lost', { exact: true }).waitFor();
    await expectAccessible(owner);
  });
});
