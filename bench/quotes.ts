import { canonicalText, type SignedDocument } from '#core/quotes/signedDocument';
import { agreementPdf } from '#server/pdf/agreementPdf';
import { createHash } from 'node:crypto';
import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { rentalAgreement, rentalDraft } from '../testing/quoting';
import { lighthouse } from './lighthouse';
import { say, time } from './measure';
import { timeOfKeystrokes, withPage } from './served';

const sentence = 'The telescope stays dry, is covered in daylight and is never pointed at the sun. ';
const document: SignedDocument = {
  number: 'Q-0001',
  revision: 1,
  title: 'Imaging rig',
  business: 'Vesper Hollow',
  client: 'Ines Valadar',
  when: 'Mon 5 Apr, 18:00 to Thu 15 Apr, 18:00',
  agreement: 'Rental agreement',
  total: '€ 559.00',
  blocks: Array.from({ length: 60 }, (_, index) => ({
    kind: (['heading', 'paragraph', 'bullet'] as const)[index % 3]!,
    runs: [{ text: index % 3 === 0 ? `Part ${index / 3 + 1}` : sentence.repeat(4) }],
  })),
  rows: [{ label: 'Imaging rig', note: '10 days at 55.00', amount: '550.00' }],
  money: ['€ 167.70 (deposit) is due now.'],
  cancellation: ['Until Thu 18 Mar: you get everything back.'],
  filled: [],
};

/** The same text drawn by the same library without structure: what the tags and the layout cost. */
function bareText(): Promise<number> {
  return new Promise((resolve) => {
    const pdf = new PDFDocument();
    let bytes = 0;
    pdf.on('data', (chunk: Buffer) => (bytes += chunk.length));
    pdf.on('end', () => resolve(bytes));
    const font = '@expo-google-fonts/ibm-plex-sans/400Regular/IBMPlexSans_400Regular.ttf';
    pdf.font(createRequire(import.meta.url).resolve(font)).fontSize(10);
    for (const { runs } of document.blocks) pdf.text(runs[0]!.text);
    pdf.end();
  });
}

/** A five-page agreement: time and size, against the bare text of it. */
async function pdf(): Promise<void> {
  const sha256 = createHash('sha256').update(canonicalText(document)).digest('hex');
  const about = { document, sha256, signatures: [], events: [], colour: '#0d4a56', madeAt: new Date(0) };
  let size = 0;
  const ours = await time(async () => (size = (await agreementPdf(about)).length), 9);
  const floor = await time(bareText, 9);
  say(
    'Agreement as a tagged PDF/A, five pages',
    `${ours.toFixed(0)} ms, ${(ours / floor).toFixed(1)} times the bare text (${floor.toFixed(0)} ms); ${(size / 1024).toFixed(0)} kB`,
  );
}

/** Writing a quote: from a keystroke to the client's page in step; and that page on a phone. */
export const composing = (): Promise<void> =>
  withPage(4396, async ({ page, address }) => {
    const post = async <T>(path: string, data: object): Promise<T> =>
      (await (await page.request.post(address + path, { data })).json()) as T;
    const about = { requestKey: 'bench-quote', from: null };
    const quote = await post<{ id: string; number: string }>('/api/quotes/create', about);
    const draft = rentalDraft({ serviceId: 'dobsonian', agreement: rentalAgreement });
    await post('/api/quotes/save', { quoteId: quote.id, edition: 1, draft });
    await page.goto(`${address}/quotes/${quote.number}`, { waitUntil: 'networkidle' });
    await page.locator('[data-preview]').getByText('10 days at 55.00').waitFor();
    const texts = ['56', '57', '58'];
    const took = await page.evaluate(timeOfKeystrokes, { selector: '#at-lines-0-unitPrice', texts });
    say(
      'Keystroke to the client’s page in step, composing a quote',
      `${took.ours.toFixed(1)} ms of work, ${(took.ours / took.floor).toFixed(0)} times an input event that changes nothing (${took.floor.toFixed(2)} ms)`,
    );
    await page.getByText('· Kept.').waitFor();
    const { edition } = (await (await page.request.get(`${address}/api/quote/${quote.number}`)).json()) as {
      edition: number;
    };
    const sent = await post<{ url: string }>('/api/quotes/send', { quoteId: quote.id, edition, by: 'link' });
    say('Lighthouse (phone), the offer’s page', lighthouse(sent.url));
  });

export async function quotes(): Promise<void> {
  await pdf();
  await composing();
}
