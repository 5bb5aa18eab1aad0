import { expect } from 'chai';
import { randomUUID } from 'node:crypto';
import type { APIRequestContext, Browser, Page } from 'playwright-core';
import { expectAccessible, launch, openPage, openStandIns } from './browser';
import { installedDirectory } from './installed';
import { serve, type Served } from './server';

describe('journey: a quote from the call to the signature', () => {
  let server: Served;
  let browser: Browser;
  let owner: Page;
  let request: APIRequestContext;
  const faults: string[][] = [];
  before(async () => {
    server = await serve(await installedDirectory());
    browser = await launch();
    const opened = await openPage(browser);
    const entered = await opened.context.request.post(`${server.address}/api/demo/sign-in`, { data: {} });
    expect(entered.ok()).to.equal(true);
    faults.push(opened.faults);
    owner = opened.page;
    request = opened.context.request;
  });
  after(async () => {
    await browser.close();
    await server.stop();
  });
  afterEach(() => expect(faults.flat()).to.deep.equal([]));

  const go = (path: string, page = owner) => page.goto(server.address + path, { waitUntil: 'networkidle' });
  const post = async <T>(path: string, data: object): Promise<T> =>
    (await (await request.post(server.address + path, { data })).json()) as T;
  const phone = async (): Promise<Page> => {
    const opened = await openPage(browser, { viewport: { width: 390, height: 844 }, hasTouch: true });
    faults.push(opened.faults);
    return opened.page;
  };
  const linkIn = async (subject: string): Promise<string> => {
    await go('/stand-ins');
    await owner.getByRole('button', { name: subject }).first().click();
    return (await owner.locator('a[href*="/q/"], a[href*="/b/"]').first().getAttribute('href'))!;
  };
  const preview = () => owner.locator('[data-preview]');
  const kept = () => owner.getByText('· Kept.').waitFor();

  it('is put together from nothing, with the client’s page beside it in step', async () => {
    await go('/quotes');
    await owner.getByText('No quote is under way.').waitFor();
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'New quote' }).click();
    await owner.getByRole('menuitem', { name: 'From nothing' }).click();
    await owner.waitForURL(/\/quotes\/Q-0001$/);
    await owner.getByText('things are missing').waitFor();
    await owner.getByRole('combobox', { name: 'Client', exact: true }).fill('Ines Valadar');
    await owner.getByLabel('E-mail').fill('ines@example.com');
    await owner.getByLabel('Service', { exact: true }).selectOption({ label: '10-inch Dobsonian' });
    await owner.getByLabel('Begins', { exact: true }).fill('2027-04-05T18:00');
    await owner.getByLabel('Ends', { exact: true }).fill('2027-04-15T18:00');
    await preview().getByText('10 days at 55.00').waitFor();
    await preview().getByText('€ 165.00', { exact: true }).waitFor();
    await owner.getByText('Nothing is missing.').waitFor();
    await owner.getByLabel('Price of one').first().fill('5x');
    await owner.getByText('A price is a sum, such as 480.00.').first().waitFor();
    await preview().getByText('10 days at 55.00').waitFor();
    await owner.getByLabel('Price of one').first().fill('60');
    await preview().getByText('10 days at 60.00').waitFor();
    await owner.getByLabel('To the client').fill('As we said on the telephone.');
    await kept();
    await owner.reload({ waitUntil: 'networkidle' });
    await preview().getByText('As we said on the telephone.').waitFor();
    await expectAccessible(owner);
  });

  it('blocks are moved by keyboard, and the page follows', async () => {
    const grip = owner.getByRole('button', { name: 'Move Extras' });
    await grip.focus();
    await owner.keyboard.press('Space');
    await owner.waitForTimeout(250);
    await owner.keyboard.press('ArrowUp');
    await owner.waitForTimeout(250);
    await owner.keyboard.press('Space');
    await owner.waitForFunction(() => {
      const [first, second] = [...document.querySelectorAll('[data-preview] h2')].map((heading) => heading.textContent);
      return first === 'What is included' && second === 'If you like';
    });
  });

  it('what is missing keeps it back and is gone to; the business signs first, then it is sent', async () => {
    await owner.getByLabel('What the client signs').selectOption({ label: 'Rental agreement' });
    await owner
      .getByRole('combobox', { name: 'Vesper Hollow' })
      .selectOption({ label: 'signs first, before it is sent' });
    await owner.getByText('The business signs first, and has not signed this yet.').waitFor();
    await owner.getByLabel('Subject of the message').fill('');
    await owner.getByRole('button', { name: 'Send', exact: true }).click();
    expect(
      await owner.getByLabel('Subject of the message').evaluate((field) => field === document.activeElement),
    ).to.equal(true);
    await owner.getByLabel('Subject of the message').fill('Our offer for your stay');
    await kept();
    await owner.getByRole('button', { name: 'Sign for Vesper Hollow' }).click();
    await owner.getByRole('dialog').getByRole('checkbox').check();
    await expectAccessible(owner);
    await owner.getByRole('dialog').getByRole('button', { name: 'Sign', exact: true }).click();
    await owner.getByRole('button', { name: 'Send', exact: true }).click();
    await owner.getByRole('button', { name: 'Send to ines@example.com' }).click();
    await owner.getByText('Sent to ines@example.com, version 1').first().waitFor();
  });

  it('the client chooses, fills in, signs and pays in one go, on a phone', async () => {
    const address = await linkIn('Our offer for your stay');
    const client = await phone();
    await client.goto(address, { waitUntil: 'networkidle' });
    await expectAccessible(client);
    await client.getByRole('button', { name: 'One Observing chair more' }).click();
    await client.getByRole('button', { name: 'One Observing chair more' }).click();
    await client.getByRole('button', { name: 'Sign with obligation to pay, now € 185.40' }).waitFor();
    await client.getByLabel('Case of four eyepieces').check();
    const accept = client.getByRole('button', { name: /^Sign with obligation to pay/ });
    await client.getByRole('button', { name: 'Sign with obligation to pay, now € 192.60' }).click();
    await client.getByText('This is needed before you sign.').waitFor();
    await client.getByLabel('Where it stands').fill('In the garden <b>behind</b> {{price}}');
    await client.getByText('The equipment stands at: In the garden <b>behind</b> {{price}}.').waitFor();
    await accept.click();
    await client.getByText('Tick the sentence above to sign.').waitFor();
    await client.waitForTimeout(1000);
    await client.reload({ waitUntil: 'networkidle' });
    expect(await client.getByLabel('Where it stands').inputValue(), 'left and resumed').to.include('In the garden');
    await client.getByText('Draw it').click();
    await client.locator('canvas[data-ready]').evaluate((canvas) => canvas.scrollIntoView({ block: 'center' }));
    const field = (await client.locator('canvas').boundingBox())!;
    await client.mouse.move(field.x + 30, field.y + 60);
    await client.mouse.down();
    await client.mouse.move(field.x + 120, field.y + 30, { steps: 6 });
    await client.mouse.move(field.x + 200, field.y + 80, { steps: 6 });
    await client.mouse.up();
    await client.getByRole('checkbox', { name: /^I sign/ }).check();
    await expectAccessible(client);
    await accept.dblclick();
    await client.waitForURL(/\/b\//);
    await client.getByText('Due today').waitFor();
    await expectAccessible(client);
    await client.getByRole('button', { name: 'Pay € 192.60' }).click();
    const frame = client.frameLocator('iframe[title^="Card details"]');
    await openStandIns(frame);
    await frame.locator('li', { hasText: 'Approved' }).first().getByRole('button').click();
    await client.getByRole('button', { name: 'Pay € 192.60' }).click();
    await client.getByText('You are booked, thank you').waitFor();
    const pdf = await client.request.get(`${client.url()}/agreement.pdf`);
    expect(pdf.headers()['content-type']).to.equal('application/pdf');
    const days = await (await client.request.get(`${client.url()}/calendar.ics`)).text();
    expect(days).to.include('BEGIN:VEVENT').and.include('SUMMARY:10-inch Dobsonian');
    await client.goto(address, { waitUntil: 'networkidle' });
    expect(client.url(), 'the quote’s link opens the booking').to.include('/b/');
  });

  it('the owner sees what happened, and the booking that it became', async () => {
    await go('/quotes/Q-0001');
    await owner.getByText('Accepted by Ines Valadar: B-0001').first().waitFor();
    await owner.getByText(/Signed by Ines Valadar, drawn, from/).waitFor();
    await expectAccessible(owner);
    await owner.getByRole('link', { name: 'Open B-0001' }).click();
    await owner.getByText('Agreed by accepting Q-0001').waitFor();
  });

  /** Another quote, through the same endpoints, sent; its link and what it says now. */
  const offered = async (
    template: string | null,
  ): Promise<{ id: string; number: string; edition: number; url: string }> => {
    const from = template ? { template } : { quote: 'unknown' };
    const made = await post<{ id: string; number: string }>('/api/quotes/create', { requestKey: randomUUID(), from });
    const view = (await (await request.get(`${server.address}/api/quote/${made.number}`)).json()) as {
      draft: { lines: object[] };
    };
    const draft = {
      ...view.draft,
      lines: view.draft.lines.map((line) => ({ ...line, quantity: '3', unit: 'days' })),
      clientName: 'Rui Prado',
      clientEmail: 'rui@example.com',
      start: '2027-04-05T18:00',
      end: '2027-04-08T18:00',
    };
    const { edition } = await post<{ edition: number }>('/api/quotes/save', { quoteId: made.id, edition: 1, draft });
    const { url } = await post<{ url: string }>('/api/quotes/send', { quoteId: made.id, edition, by: 'link' });
    return { ...made, edition, url };
  };
  let template = '';

  it('a template is made, and a quote from it goes out in less than ten interactions', async () => {
    await go('/quote-templates/new');
    await owner.getByLabel('Name of the template').fill('Short rental');
    await owner.getByLabel('Service', { exact: true }).selectOption({ label: '10-inch Dobsonian' });
    await owner.getByText('Nothing is missing.').waitFor();
    await owner.getByRole('button', { name: 'Keep' }).click();
    await owner.waitForURL((url) => !url.pathname.endsWith('/new'));
    template = owner.url().split('/').at(-1)!;
    await go('/quotes');
    let interactions = 0;
    const act = async (work: Promise<unknown>): Promise<void> => {
      await work;
      interactions += 1;
    };
    await act(owner.getByRole('button', { name: 'New quote' }).click());
    await act(owner.getByRole('menuitem', { name: 'Short rental' }).click());
    await owner.waitForURL(/\/quotes\/Q-0002$/);
    await act(owner.getByRole('combobox', { name: 'Client', exact: true }).fill('Ines Valadar'));
    await act(owner.getByLabel('E-mail').fill('ines@example.com'));
    await act(owner.getByLabel('Begins', { exact: true }).fill('2027-05-05T18:00'));
    await act(owner.getByLabel('Ends', { exact: true }).fill('2027-05-08T18:00'));
    await act(owner.getByRole('button', { name: 'Send', exact: true }).click());
    await act(owner.getByRole('button', { name: 'Send to ines@example.com' }).click());
    await owner.getByText('Sent to ines@example.com, version 1').first().waitFor();
    expect(interactions).to.be.below(10);
  });

  it('changed while the client reads: what changed is shown before anything is accepted', async () => {
    const quote = await offered(template);
    const client = await phone();
    await client.goto(quote.url, { waitUntil: 'networkidle' });
    await go(`/quotes/${quote.number}`);
    await owner.getByText('Opened by Rui Prado').first().waitFor();
    await owner.getByLabel('Price of one').first().fill('70');
    await kept();
    await owner.getByRole('button', { name: 'Send the changed quote' }).click();
    await owner.getByText('The client is shown what has changed').waitFor();
    await owner.getByRole('button', { name: 'Send to rui@example.com' }).click();
    await owner.getByText('Sent to rui@example.com, version 2').first().waitFor();
    await client.getByRole('button', { name: 'Accept with obligation to pay, now € 49.50' }).click();
    await client.getByText('This offer has changed since you last read it').waitFor();
    await client.getByText('The price is € 210.00 instead of € 165.00.').waitFor();
    await client.getByRole('button', { name: 'Accept with obligation to pay, now € 63.00' }).waitFor();

    await client.getByText('Ask a question').click();
    await client.getByLabel('Your question').fill('Is there a tripod?');
    await client.getByRole('button', { name: 'Send the question' }).click();
    await owner.getByText('Is there a tripod?').first().waitFor();
    await owner.getByLabel('Your answer').fill('There is.');
    await owner.getByRole('button', { name: 'Send the answer' }).click();
    await owner.getByText('Answered: There is.').first().waitFor();
    await client.reload({ waitUntil: 'networkidle' });
    await client.getByText('Ask a question').click();
    await client.getByText('There is.').waitFor();
    await client.getByText('Decline', { exact: true }).click();
    await client.getByLabel('Why, if you like to say').fill('Too dear');
    await client.getByRole('button', { name: 'Decline the offer' }).click();
    await client.getByText('You have declined this offer').waitFor();
    await expectAccessible(client);
  });

  it('somebody else pays, by a page that shows nothing else of the booking', async () => {
    const quote = await offered(template);
    const client = await phone();
    await client.goto(quote.url, { waitUntil: 'networkidle' });
    await client.getByRole('button', { name: 'Accept with obligation to pay, now € 49.50' }).click();
    await client.waitForURL(/\/b\//);
    await client.getByText('Somebody else pays').click();
    await client.getByRole('button', { name: 'Make a link' }).click();
    const url = await client.getByLabel('Link for the payer').inputValue();
    const payer = await phone();
    await payer.goto(url, { waitUntil: 'networkidle' });
    await payer.getByRole('button', { name: 'Pay € 49.50' }).waitFor();
    expect(await payer.getByText('If you cancel').count()).to.equal(0);
    expect(await payer.getByText('What happens when').count()).to.equal(0);
    await expectAccessible(payer);
  });

  it('a message says what its owner has it say, on a real booking', async () => {
    await go('/messages');
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'A booking is secured' }).click();
    const letter = owner.getByRole('region', { name: 'As it would read now' });
    await letter.getByText('10-inch Dobsonian: you are booked').waitFor();
    await owner.getByLabel('Text', { exact: true }).fill('{{what came in}}\n\nBring {{shoe size}} shoes.');
    await letter.getByText('This message has no such field: “shoe size”.').waitFor();
    await owner.getByRole('button', { name: 'Keep', exact: true }).click();
    await owner.getByText('This message has no field “shoe size”.').waitFor();
    await owner.getByLabel('Text', { exact: true }).fill('{{what came in}}\n\nBring warm shoes.');
    await owner.getByRole('button', { name: 'Keep', exact: true }).click();
    await owner.getByRole('button', { name: 'A booking is secured yours' }).waitFor();
    await owner.getByRole('button', { name: 'Back to the original' }).click();
    await owner.getByRole('button', { name: 'Keep', exact: true }).click();
    await owner.getByRole('button', { name: 'A booking is secured', exact: true }).waitFor();
  });

  it('agreements and the look of the business are written, and are usable by machine and hand alike', async () => {
    await go('/agreements/rental');
    await owner.getByLabel('Text of the agreement').waitFor();
    await owner.getByLabel('Text of the agreement').click();
    await owner.keyboard.press('Control+End');
    await owner.keyboard.type(' It is brought back clean.');
    await owner.getByRole('region', { name: 'As it reads' }).getByText('It is brought back clean.').waitFor();
    await expectAccessible(owner);
    await owner.getByRole('button', { name: 'Keep', exact: true }).click();
    await owner.reload({ waitUntil: 'networkidle' });
    await owner.getByRole('region', { name: 'As it reads' }).getByText('It is brought back clean.').waitFor();
    await go('/set-up/business');
    await expectAccessible(owner);
    await owner.getByLabel('Colour of buttons').fill('#ffe98a');
    await owner.getByText('White text cannot be read on this one').waitFor();
    await go('/quote-templates');
    await expectAccessible(owner);
  });
});
