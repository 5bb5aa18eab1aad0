import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import type { APIRequestContext, Browser, Page } from 'playwright-core';
import { expectAccessible, launch, openPage } from './browser';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';

describe('documents and books, as the owner meets them', () => {
  let server: Served;
  let browser: Browser;
  let owner: Page;
  let request: APIRequestContext;
  let faults: string[] = [];
  before(async () => {
    server = await serve(await installedDirectory());
    browser = await launch();
    const opened = await openPage(browser);
    ({ faults } = opened);
    owner = opened.page;
    request = opened.context.request;
    expect((await request.post(`${server.address}/api/demo/sign-in`, { data: {} })).ok()).to.equal(true);
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults).to.deep.equal([]));

  const go = async (path: string): Promise<void> => {
    await owner.goto(server.address + path, { waitUntil: 'networkidle' });
    // What is pressed before the page is alive is lost.
    await owner.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
  };
  const post = async (path: string, data: object): Promise<unknown> => {
    const answer = await request.post(`${server.address}${path}`, { data });
    expect(answer.ok(), `${path} ${await answer.text()}`).to.equal(true);
    return answer.json();
  };

  it('an invoice says first what is missing, is issued, looked at, and taken back', async () => {
    const made = (await post('/api/bookings/create', {
      requestKey: randomUUID(),
      clientName: 'Ines Valadar',
      clientEmail: 'ines@example.com',
      serviceId: 'dobsonian',
      title: '10-inch Dobsonian',
      start: '2027-04-10T18:00',
      end: '2027-04-14T18:00',
      lines: [{ id: 'service', label: 'Dobsonian', quantity: '1', unitPrice: 400_00, taxes: ['VAT'] }],
      termsId: 'rental',
    })) as { id: string; number: string };
    await post('/api/paying/record', {
      bookingId: made.id,
      requestKey: randomUUID(),
      amount: 120_00,
      method: 'transfer',
    });
    await go(`/bookings/${made.number}`);
    await owner.getByRole('tab', { name: /Invoices/ }).click();
    await owner.getByText('Your tax number is missing.').waitFor();
    expect(await owner.getByRole('button', { name: /Invoice on account/ }).isDisabled()).to.equal(true);
    await expectAccessible(owner);

    await go('/set-up/documents');
    await owner.getByLabel('Tax number').fill('PT123456780');
    await owner.getByLabel('IBAN for transfers').fill('PT00');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('the check digits of this IBAN are not right').waitFor();
    await owner.getByLabel('IBAN for transfers').fill('PT22 9960 0001 8830 0412 5770 3');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('This is not the form of a tax number').waitFor();
    expect(await owner.getByLabel('Tax number').inputValue()).to.equal('PT123456780');
    await owner.getByLabel('Tax number').fill('PT507700317');
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('Kept.').waitFor();
    await expectAccessible(owner);
    await go('/set-up/business');
    await owner.getByLabel('Country').fill('PT');
    await owner.getByRole('button', { name: 'Keep' }).first().click();
    await owner.getByText('Kept.').first().waitFor();

    await go(`/bookings/${made.number}`);
    await owner.getByRole('tab', { name: /Invoices/ }).click();
    await owner.getByRole('button', { name: /Invoice on account/ }).click();
    const dialog = owner.getByRole('dialog');
    await dialog.getByLabel('Sum, EUR').fill('120.00');
    await dialog.getByRole('button', { name: 'Invoice € 120.00' }).dblclick();
    const document = owner.getByRole('link', { name: /Invoice on account I\d{4}-0001/ });
    await document.waitFor();
    expect(await owner.getByRole('link', { name: /Invoice on account I/ }).count(), 'a double click').to.equal(1);
    const pdf = await request.get(server.address + (await document.getAttribute('href'))!);
    expect(pdf.headers()['content-type']).to.equal('application/pdf');
    expect((await pdf.body()).subarray(0, 5).toString()).to.equal('%PDF-');

    await owner.getByRole('button', { name: /^More of I/ }).click();
    await owner.getByRole('menuitem', { name: 'Take it back…' }).click();
    await dialog.getByRole('button', { name: /Issue a credit note/ }).click();
    await owner.getByRole('link', { name: /Credit note C\d{4}-0001/ }).waitFor();

    await go('/invoices');
    await expectAccessible(owner);
    await owner.getByText('taken back').waitFor();
    await owner.getByText('Credit notes', { exact: true }).click();
    await owner.getByRole('row', { name: /C\d{4}-0001/ }).waitFor();
    await owner.getByText('On account', { exact: true }).click();
    await owner.getByRole('row', { name: /I\d{4}-0001/ }).waitFor();
    await owner.getByLabel('Find a document').fill('nobody');
    await owner.getByText('No document is like that.').waitFor();
  });

  it('a client is found by what is known, and gets an address that documents use', async () => {
    await go('/clients');
    await expectAccessible(owner);
    await owner.getByLabel('Find a client').fill('valadar');
    await owner.getByRole('link', { name: 'Ines Valadar' }).click();
    await owner.getByRole('heading', { name: 'Ines Valadar' }).waitFor();
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Change' }).click();
    const dialog = owner.getByRole('dialog');
    await dialog.getByLabel('Tax number').fill('PT1');
    await dialog.getByLabel('Street and number').fill('Rua do Moinho 4');
    await dialog.getByLabel('Place').fill('Ribeira Alta');
    await dialog.getByLabel('Country').selectOption('PT');
    await dialog.getByRole('button', { name: 'Keep' }).click();
    await dialog.getByText('This is not the form of a tax number').waitFor();
    await dialog.getByLabel('Tax number').fill('PT514432004');
    await dialog.getByRole('checkbox', { name: /I have looked it up/ }).check();
    await dialog.getByRole('button', { name: 'Keep' }).click();
    await owner.getByText('Rua do Moinho 4, Ribeira Alta, Portugal').waitFor();
    await owner.getByText(/PT514432004, checked on/).waitFor();
  });

  it('a client is erased once nothing is open with them, by their name', async () => {
    await owner.getByRole('button', { name: 'Erase …' }).click();
    const dialog = owner.getByRole('dialog');
    await dialog.getByRole('link', { name: 'booking B-0001' }).waitFor();
    const made = (await post('/api/credit/create-request', {
      requestKey: randomUUID(),
      clientName: 'Xaviera Quill',
      clientEmail: 'xaviera@example.org',
      note: 'Spare parts',
      currency: 'EUR',
      amount: 60_00,
      smallest: null,
      expiresAt: null,
      send: false,
    })) as { id: string };
    await post('/api/credit/withdraw-request', { requestId: made.id });
    await go('/clients');
    await owner.getByRole('link', { name: 'Xaviera Quill' }).click();
    await owner.getByRole('button', { name: 'Erase …' }).click();
    await expectAccessible(owner);
    await dialog.getByLabel(/write their name/).fill('Xaviera');
    expect(await dialog.getByRole('button', { name: 'Erase for ever' }).isDisabled()).to.equal(true);
    await dialog.getByLabel(/write their name/).fill('Xaviera Quill');
    await owner.keyboard.press('Enter');
    await owner.getByRole('heading', { name: 'Erased client' }).waitFor();
    await expectAccessible(owner);
    await owner.goBack();
    await owner.reload({ waitUntil: 'networkidle' });
    expect(await owner.getByText('Xaviera').count()).to.equal(0);
  });

  it('the journal is narrowed, leads to its fact and back, and is handed out', async () => {
    await go('/journal');
    await expectAccessible(owner);
    await owner.getByText('Payment before the service').first().waitFor();
    await owner.getByLabel('Account').selectOption('liabilities:client deposits');
    await owner.getByRole('link', { name: 'B-0001' }).first().click();
    await owner
      .getByRole('link', { name: /^entry \d+/ })
      .first()
      .click();
    await owner.getByText('Payment before the service').first().waitFor();
    for (const [format, says] of [
      ['hledger', 'account assets:bank'],
      ['beancount', 'open Assets:Bank'],
      ['csv', 'entry,day,description'],
      ['json', '"description":"Payment before the service"'],
    ] as const) {
      const file = await request.get(`${server.address}/journal/export.${format}`);
      expect(await file.text(), format).to.include(says);
    }
    expect((await request.get(`${server.address}/journal/export.exe`)).status()).to.equal(404);
  });

  it('balances, payouts and reports stand beside it; a period is closed once it is over', async () => {
    await go('/journal/balances');
    await expectAccessible(owner);
    await owner.getByRole('link', { name: 'Client deposits' }).waitFor();
    await owner.getByRole('button', { name: 'Close a period' }).click();
    await owner.getByRole('dialog').getByRole('button', { name: 'Close it' }).click();
    await owner.getByText('This day is not over yet').waitFor();
    await go('/journal/payouts');
    await expectAccessible(owner);
    await go('/journal/till');
    await owner.getByRole('button', { name: 'Count the till' }).click();
    await owner.getByLabel('What is there, EUR').fill('3.00');
    await owner.getByText('€ 3.00 over').waitFor();
    await owner.getByRole('button', { name: 'Book it' }).dblclick();
    await owner.getByText('Counted: € 3.00 over.').waitFor();
    await expectAccessible(owner);
    await owner.getByText('€ 3.00 by the books').waitFor();
    await go('/journal/reports');
    await expectAccessible(owner);
    for (const name of ['revenue', 'deposits', 'receivables', 'house-accounts', 'vouchers', 'fees', 'tips']) {
      await owner.getByLabel('Report').selectOption(name);
      await owner.waitForURL(new RegExp(`name=${name}`));
      await owner.getByRole('heading', { level: 2 }).first().waitFor();
    }
    const csv = await request.get(`${server.address}/journal/reports/tax.csv`);
    expect(await csv.text()).to.include('Tax by code');
    await go('/set-up/books');
    await expectAccessible(owner);
    await owner.getByText('Invoices have to come from a program that the tax office has certified').waitFor();
    await owner.getByRole('radio', { name: 'as the money comes in' }).check();
    await owner.getByRole('button', { name: 'Keep', exact: true }).click();
    await owner.getByText('Kept.').waitFor();
    await owner.getByRole('button', { name: 'Undo' }).first().click();
    await owner.getByRole('radio', { name: 'when the service was delivered' }).and(owner.locator(':checked')).waitFor();
  });
});
