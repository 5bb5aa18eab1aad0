import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import type { APIRequestContext, Browser, Page } from 'playwright-core';
import { expectAccessible, launch, openPage } from './browser';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';

describe('terms that an owner edits and trusts', () => {
  let server: Served;
  let browser: Browser;
  let owner: Page;
  let request: APIRequestContext;
  const faults: string[][] = [];
  const signedIn = async (options = {}) => {
    const opened = await openPage(browser, options);
    const entered = await opened.context.request.post(`${server.address}/api/demo/sign-in`, { data: {} });
    expect(entered.ok()).to.equal(true);
    faults.push(opened.faults);
    return opened;
  };
  before(async () => {
    server = await serve(await installedDirectory());
    browser = await launch();
    const opened = await signedIn();
    owner = opened.page;
    request = opened.context.request;
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults.flat()).to.deep.equal([]));

  const go = (path: string, page = owner) => page.goto(server.address + path, { waitUntil: 'networkidle' });
  const book = async (clientName: string): Promise<{ id: string; number: string }> => {
    const data = {
      requestKey: randomUUID(),
      clientName,
      clientEmail: 'client@example.com',
      serviceId: 'dobsonian',
      title: '10-inch Dobsonian',
      start: '2027-04-10T18:00',
      end: '2027-04-14T18:00',
      lines: [{ id: 'service', label: 'Dobsonian', quantity: '1', unitPrice: 400_00, taxes: ['VAT'] }],
      termsId: 'rental',
    };
    return (await (await request.post(`${server.address}/api/bookings/create`, { data })).json()) as never;
  };
  const rules = async (): Promise<object> => {
    const view = await (await request.get(`${server.address}/api/booking/B-0001`)).json();
    return (view as { agreed: { terms: object } }).agreed.terms;
  };
  const publish = (name: string, baseVersion: number, data: object) =>
    request.post(`${server.address}/api/terms/publish`, {
      data: { termsId: 'rental', name, baseVersion, rules: data },
    });
  const hardCase = (title: string) => owner.getByRole('row', { name: new RegExp(`^${title}`) });
  const daysBefore = (page = owner) => page.getByLabel('How long before, balance');

  it('a rule is a sentence; what it does is seen with each keystroke', async () => {
    await book('Ines Valadar');
    await book('Orla Brandt');
    await go('/terms');
    await expectAccessible(owner);
    await owner.getByRole('link', { name: 'Rental, short' }).first().click();
    await owner.getByRole('heading', { name: 'Hard cases' }).waitFor();
    await expectAccessible(owner);
    await daysBefore().fill('30');
    await hardCase('Booked the day before').waitFor();
    await owner.getByText('You are writing version 2.').waitFor();
    await owner.getByLabel('Amount of deposit', { exact: true }).fill('50');
    await hardCase('Cancelled 20 days before').getByText('€ 504.00 of € 1,680.00 in hand is kept').waitFor();
    await owner.getByText('€ 840.00 (deposit) is due now.').waitFor();
  });

  it('half a rule keeps its last effect, says what is missing, and nothing typed is lost on reload', async () => {
    await owner.getByLabel('Amount of deposit', { exact: true }).fill('4x');
    await owner.getByText('Still missing: a percentage, such as 30 or 12.5.').waitFor();
    await owner.getByText('€ 840.00 (deposit) is due now.').waitFor();
    expect(await owner.getByRole('button', { name: 'Compare and publish' }).isDisabled()).to.equal(true);
    await owner.reload({ waitUntil: 'networkidle' });
    expect(await owner.getByLabel('Amount of deposit', { exact: true }).inputValue()).to.equal('4x');
    await owner.getByLabel('Amount of deposit', { exact: true }).fill('40');
    await owner.getByText('€ 672.00 (deposit) is due now.').waitFor();
    await owner.keyboard.press('Control+z');
    expect(await owner.getByLabel('Amount of deposit', { exact: true }).inputValue()).to.equal('4x');
    await owner.keyboard.press('Control+Shift+z');
    await owner.getByText('€ 672.00 (deposit) is due now.').waitFor();
  });

  it('the example moves by mouse and by keys', async () => {
    const service = owner.getByRole('slider', { name: 'The service', exact: true });
    const before = await service.getAttribute('aria-valuetext');
    await service.focus();
    await owner.keyboard.press('PageUp');
    await owner.keyboard.press('ArrowLeft');
    const days = (text: string | null): number => Date.parse(`${text!.slice(5).replace(' ', 'T')}Z`) / 86_400_000;
    expect(days(await service.getAttribute('aria-valuetext')) - days(before)).to.equal(6);
    const agreement = owner.getByRole('slider', { name: 'Day of agreement' });
    const box = (await agreement.boundingBox())!;
    const agreed = await agreement.getAttribute('aria-valuetext');
    await owner.mouse.move(box.x + 12, box.y + 40);
    await owner.mouse.down();
    await owner.mouse.move(box.x + 92, box.y + 40, { steps: 5 });
    await owner.mouse.up();
    expect(await agreement.getAttribute('aria-valuetext')).to.not.equal(agreed);
    await owner.getByRole('textbox', { name: /^Price of the example/ }).fill('2,000.00');
    await owner.getByText('€ 800.00 (deposit) is due now.').waitFor();
  });

  it('warns in words, and does not let terms out that give no plan', async () => {
    await owner.getByRole('button', { name: 'Take out balance' }).click();
    await owner.getByText('a part is left that no instalment takes. Let one of them take the rest.').waitFor();
    expect(await owner.getByRole('button', { name: 'Compare and publish' }).isDisabled()).to.equal(true);
    await owner.getByRole('button', { name: 'Undo' }).click();
    await owner.getByRole('button', { name: 'Pass the card’s fee on' }).click();
    await owner.getByLabel('Country, two letters').fill('pt');
    await owner.getByText('A fee for cards must not be passed on to consumers in PT.').waitFor();
    await owner.getByRole('button', { name: 'Bear the fee' }).click();
    await daysBefore().fill('3');
    await owner.getByLabel('Amount of deposit', { exact: true }).fill('30');
  });

  it('somebody publishes meanwhile: both versions are shown, and mine goes on top', async () => {
    const theirs = { ...(await rules()), graceDays: 6 };
    expect((await publish('Rental, short', 1, theirs)).ok()).to.equal(true);
    await owner.getByRole('button', { name: 'Compare and publish' }).click();
    await owner.getByRole('button', { name: 'Publish', exact: true }).click();
    const dialog = owner.getByRole('dialog', { name: 'Somebody published since you began' });
    await dialog.getByText('A payment is late 6 days after its day.').waitFor();
    await expectAccessible(owner);
    await dialog.getByRole('button', { name: 'Keep mine, as the next version' }).click();
    await owner.getByText('version 2', { exact: false }).first().waitFor();
    expect(await daysBefore().inputValue()).to.equal('3');
    await owner.getByRole('button', { name: 'Compare and publish' }).click();
    await owner.getByRole('dialog').getByText('balance: the rest is due 3 days before the start').waitFor();
    await owner.getByRole('button', { name: 'Publish', exact: true }).click();
    await owner.waitForURL(/\/terms\/rental\/bookings$/);
  });

  it('says what the new version would change for each coming booking, and changes only the chosen', async () => {
    await owner.getByRole('heading', { name: 'What version 3 would change' }).waitFor();
    await expectAccessible(owner);
    await owner.getByText('The balance: € 280.00 on 7 Apr instead of € 280.00 on 3 Apr.').first().waitFor();
    await owner.getByRole('checkbox', { name: /Orla Brandt/ }).check();
    await owner.getByRole('button', { name: 'Apply to 1' }).click();
    await owner.getByText('Applied to 1; 1 client was told.').waitFor();
    await go('/bookings/B-0002');
    await owner.getByText('terms, version 3').waitFor();
    await owner.getByText('A newer version of its terms applied').waitFor();
    await go('/bookings/B-0001');
    await owner.getByText('terms, version 1').waitFor();
  });

  it('terms are given to many services at once, and services changed many at once', async () => {
    await go('/terms/party-ahead');
    await owner.getByRole('button', { name: 'Give to services' }).click();
    await owner.getByRole('checkbox', { name: 'Private star party' }).check();
    await owner.getByRole('checkbox', { name: 'Dome evening' }).check();
    await owner.getByRole('button', { name: 'Give to 2' }).click();
    await owner.getByText('Used by 2 services').waitFor();

    await go('/services');
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Imaging rig' }).click();
    const drawer = owner.getByRole('dialog', { name: 'Imaging rig' });
    await drawer.getByRole('tab', { name: 'Price' }).click();
    await drawer.getByLabel('Price', { exact: true }).fill('eighty');
    await drawer.getByRole('button', { name: 'Save' }).click();
    await drawer.getByText('a sum, such as 55.00, or nothing').waitFor();
    await expectAccessible(owner);
    await drawer.getByLabel('Price', { exact: true }).fill('84.00');
    await drawer.getByRole('button', { name: 'Save' }).click();
    await owner.getByText('84.00 a day').waitFor();
    await owner.getByRole('button', { name: 'Undo' }).first().click();
    await owner.getByText('80.00 a day').waitFor();
    await owner.getByRole('button', { name: 'Imaging rig' }).click();
    await drawer.getByRole('tab', { name: 'Price' }).click();
    await drawer.getByLabel('Price', { exact: true }).fill('84.00');
    await drawer.getByRole('button', { name: 'Save' }).click();
    await owner.getByText('84.00 a day').waitFor();
    await owner.getByRole('checkbox', { name: 'Tick Imaging rig' }).check();
    await owner.getByRole('checkbox', { name: 'Tick 10-inch Dobsonian' }).check();
    await owner.getByLabel('What to change').selectOption('raise');
    await owner.getByLabel('Percent, with a minus to lower').fill('10');
    await owner.getByRole('button', { name: 'Change 2' }).click();
    await owner.getByText('92.40 a day').waitFor();
    await owner.getByText('60.50 a day').waitFor();
    await go('/bookings/new');
    await owner.getByLabel('Service', { exact: true }).selectOption({ label: 'Imaging rig' });
    await owner.getByLabel('Begins', { exact: true }).fill('2027-05-03T12:00');
    await owner.getByLabel('Ends', { exact: true }).fill('2027-05-06T12:00');
    await owner.getByText('3 days at 92.40').waitFor();
    await owner.getByRole('complementary', { name: 'Plan' }).getByText('of € 277.20').waitFor();
  });

  it('a booking is changed with before and after side by side, by the keyboard alone', async () => {
    await go('/bookings/B-0001');
    await owner.getByRole('link', { name: 'Change' }).focus();
    await owner.keyboard.press('Enter');
    await owner.waitForURL(/\/change$/);
    await owner.getByLabel('Begins', { exact: true }).fill('2027-04-20T18:00');
    await owner.getByLabel('Ends', { exact: true }).fill('2027-04-19T18:00');
    await owner.getByText('the end is before the start', { exact: true }).waitFor();
    await owner.getByLabel('Ends', { exact: true }).fill('2027-04-24T18:00');
    await owner.getByLabel('Price of one Dobsonian').fill('500');
    const beside = owner.getByRole('complementary', { name: 'Before and after' });
    await beside.getByText('The price is € 500.00 instead of € 400.00.').waitFor();
    await beside.getByText('It begins Tue 20 Apr, 18:00 instead of Sat 10 Apr, 18:00.').waitFor();
    await expectAccessible(owner);
    await owner.getByLabel('More for the balance').click();
    await owner.getByRole('menuitem', { name: 'Split it in two' }).click();
    await owner.getByText('These rules are this booking’s own').waitFor();
    await beside.getByText('New: rest of the balance').waitFor();
    await owner.reload({ waitUntil: 'networkidle' });
    expect(await owner.getByLabel('Price of one Dobsonian').inputValue(), 'typed before the reload').to.equal('500');
    await owner.getByRole('button', { name: 'Change the booking' }).focus();
    await owner.keyboard.press('Enter');
    await owner.waitForURL(/\/bookings\/B-0001$/);
    await owner.getByText('with rules of its own').waitFor();
    await owner.getByText('Changed by us').waitFor();
    await go('/stand-ins');
    await owner.getByRole('button', { name: 'your booking has changed' }).first().click();
    await owner.getByText('The price is € 500.00 instead of € 400.00.').waitFor();
  });

  it('two people change one booking: the second is told and loses nothing', async () => {
    await go('/bookings/B-0002/change');
    const other = await signedIn();
    await go('/bookings/B-0002/change', other.page);
    for (const page of [owner, other.page])
      await page.getByLabel('Price of one Dobsonian').fill(page === owner ? '450' : '460');
    await other.page.getByRole('button', { name: 'Change the booking' }).click();
    await other.page.waitForURL(/\/bookings\/B-0002$/);
    await owner.getByRole('button', { name: 'Change the booking' }).click();
    await owner.getByText('Something happened to this booking since you opened it.').waitFor();
    expect(await owner.getByLabel('Price of one Dobsonian').inputValue()).to.equal('450');
    await owner.getByRole('button', { name: 'Change the booking' }).click();
    await owner.waitForURL(/\/bookings\/B-0002$/);
    await other.context.close();
  });

  it('is usable at the width of a phone, and in the dark', async () => {
    const phone = await signedIn({ viewport: { width: 390, height: 844 }, colorScheme: 'dark' });
    for (const path of ['/terms', '/terms/rental-long', '/services', '/bookings/B-0001/change']) {
      await go(path, phone.page);
      await expectAccessible(phone.page);
      const width = await phone.page.evaluate(() => document.documentElement.scrollWidth);
      expect(width, path).to.be.at.most(390);
    }
    await phone.context.close();
  });
});
